/** All channels with what is alive of them, in columns: sorted and filtered as the Ledger is, by what is heard and by what the plot says. */
import { type Column, columnFor, columnText } from '../ledger/columns.js';
import { readFilter } from '../ledger/filter.js';
import type { Fixture } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { natural } from '../order/order.js';
import { lightAddress } from './check-order.js';
import { type LightLive, type Lives, levelText } from './lives.js';

export interface SheetRow {
  readonly channel: string;
  readonly fixtures: readonly Fixture[];
}
/** Patched lights by channel, as channels count. */
export function sheetRows(show: Show): SheetRow[] {
  const out = new Map<string, Fixture[]>();
  for (const fixture of all(show, 'fixture')) {
    if (lightAddress(fixture) === null) continue;
    for (const channel of new Set(fixture.parts.map((part) => part.channel).filter(Boolean)))
      out.set(channel, [...(out.get(channel) ?? []), fixture]);
  }
  return [...out].map(([channel, fixtures]) => ({ channel, fixtures })).sort((a, b) => natural(a.channel, b.channel));
}

/** What the lights of a channel do together: the brightest level; the first that moves or has a colour says that. */
export function liveOfRow({ fixtures }: SheetRow, of: Lives['of']): LightLive | null {
  const lives = fixtures.flatMap(({ id }) => of(id) ?? []);
  const [first] = lives;
  if (!first) return null;
  const moves = lives.find(({ pan }) => pan !== null);
  const frame = lives.find((live) => live.frame !== undefined)?.frame;
  return {
    level: Math.max(...lives.map(({ level }) => level)),
    colour: lives.find(({ colour }) => colour)?.colour ?? null,
    pan: moves?.pan ?? null,
    tilt: moves?.tilt ?? null,
    ...(frame === undefined ? {} : { frame }),
    lost: lives.some(({ lost }) => lost),
  };
}

const byte = (share: number): string =>
  Math.round(Math.max(0, Math.min(1, share)) * 255)
    .toString(16)
    .padStart(2, '0');
export const hexOf = (colour: readonly [number, number, number]): string => `#${colour.map(byte).join('')}`;
/** The light of a lamp without a filter, as a screen shows it. */
export const WARM = '#ffd9a0';
const degrees = (angle: number | null): string => (angle === null ? '' : String(Math.round(angle)));

/** Columns that are heard; what they say of a light. */
const heard: Readonly<Record<string, { readonly title: string; readonly say: (live: LightLive) => string }>> = {
  level: { title: 'Level', say: ({ level }) => levelText(level) },
  mixed: { title: 'Mixed', say: ({ colour, frame }) => (frame ? `frame ${frame}` : colour ? hexOf(colour) : '') },
  pan: { title: 'Pan', say: ({ pan }) => degrees(pan) },
  tilt: { title: 'Tilt', say: ({ tilt }) => degrees(tilt) },
  heard: { title: 'Heard', say: ({ lost }) => (lost ? 'lost' : 'heard') },
};
/** Columns of the sheet: the channel, what is heard, and what the plot says of it. */
export const sheetColumns = [
  'channel',
  'level',
  'mixed',
  'pan',
  'tilt',
  'heard',
  'position',
  'unit',
  'type',
  'purpose',
  'colour',
  'address',
] as const;
export type SheetColumn = (typeof sheetColumns)[number];
export const isHeard = (column: SheetColumn): boolean => column in heard;
export const sheetTitle = (show: Show, column: SheetColumn): string =>
  heard[column]?.title ?? columnFor(show, column)?.title ?? column;

/** Columns that are sorted by their figures: angles have a sign. */
const figures: ReadonlySet<SheetColumn> = new Set(['level', 'pan', 'tilt']);
/** What a row says in a column; lights of one channel that differ say all that they say. */
export function sheetText(show: Show, row: SheetRow, column: SheetColumn, of: Lives['of']): string {
  if (column === 'channel') return row.channel;
  const own = heard[column];
  if (own) {
    const live = liveOfRow(row, of);
    return live ? own.say(live) : '';
  }
  return [...new Set(row.fixtures.map((fixture) => columnText(show, fixture, null, column)))].filter(Boolean).join(' / ');
}
/** A filter of a column as the Ledger reads it: of what is heard words or figures. */
function columnOf(show: Show, column: SheetColumn): Column | undefined {
  const plain = columnFor(show, column);
  if (!isHeard(column)) return plain;
  const channel = columnFor(show, 'channel');
  return (
    channel && { ...channel, title: sheetTitle(show, column), kind: column === 'mixed' || column === 'heard' ? 'text' : 'number' }
  );
}
export interface SheetRules {
  readonly filters: Readonly<Partial<Record<SheetColumn, string>>>;
  readonly sort: { readonly column: SheetColumn; readonly down: boolean };
}
/** Rows that are wanted, in their order; filters that cannot be read are told, and leave nothing out. */
export function sheetOf(
  show: Show,
  rows: readonly SheetRow[],
  { filters, sort }: SheetRules,
  of: Lives['of'],
): { readonly rows: SheetRow[]; readonly faults: Readonly<Partial<Record<SheetColumn, string>>> } {
  const faults: Partial<Record<SheetColumn, string>> = {};
  let shown = [...rows];
  for (const id of sheetColumns) {
    const text = filters[id]?.trim();
    const column = columnOf(show, id);
    if (!text || !column) continue;
    let asked: SheetRow | null = null;
    const read = readFilter(show, column, text, () => (asked ? sheetText(show, asked, id, of) : ''));
    if (!read.ok) {
      faults[id] = read.why;
      continue;
    }
    shown = shown.filter((row) => {
      asked = row;
      const [first] = row.fixtures;
      return first !== undefined && read.wants(first, null);
    });
  }
  const keys = new Map(shown.map((row) => [row, sheetText(show, row, sort.column, of)]));
  const way = sort.down ? -1 : 1;
  // Those that say nothing stand last either way.
  shown.sort((a, b) => {
    const [p, q] = [keys.get(a) ?? '', keys.get(b) ?? ''];
    return (
      Number(!p) - Number(!q) ||
      way * (figures.has(sort.column) ? Number(p) - Number(q) : natural(p, q)) ||
      natural(a.channel, b.channel)
    );
  });
  return { rows: shown, faults };
}
