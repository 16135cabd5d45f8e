/** By what the rows of a list are known to be fixtures of the show: each way with how many rows it finds once, never, twice. */

import { folded } from '../fields/field.js';
import { fieldOf, fieldText } from '../fields/index.js';
import { intensitySlot } from '../handover/console.js';
import type { Fixture } from '../model/records.js';
import { all, get, type Show } from '../model/show.js';
import { formatAddress, parseAddress } from '../patch/address.js';
import { modeOf } from '../patch/footprint.js';
import type { Column, Meaning } from './headings.js';
import { isSpecial } from './headings.js';
import { addressSaid, areDotted, type Beside } from './values.js';

/** 'id', 'position and unit', or the id of a field. */
export type MatchBy = string;
/** A fixture or a part that a row may mean; null is the whole. */
export interface Target {
  readonly fixture: Fixture;
  readonly part: number | null;
}
export interface Way {
  readonly by: MatchBy;
  readonly name: string;
  readonly once: number;
  readonly never: number;
  readonly twice: number;
}
/** Column of a meaning; -1 for none. */
export const columnOf = (columns: readonly Column[], to: Meaning): number => columns.findIndex((column) => column.to === to);

/** How rows are read with each other: universes beside addresses. */
export function besides(columns: readonly Column[], rows: readonly (readonly string[])[]): (row: readonly string[]) => Beside {
  const [address, universe] = [columnOf(columns, 'address'), columnOf(columns, 'universe')];
  const dotted = address >= 0 && areDotted(rows.slice(0, 400).map((row) => row[address] ?? ''));
  return (row) => ({ universe: universe >= 0 ? (row[universe] ?? '') : '', dotted });
}

/** What a row is known by, and what the fixtures of the show are. '' is known by nothing. */
export interface Keys {
  readonly inRow: (row: readonly string[]) => string;
  readonly of: (fixture: Fixture) => readonly (readonly [string, Target])[];
}
const sameAddress = (text: string): string => {
  const read = parseAddress(text);
  return read.ok && read.address !== null ? formatAddress(read.address) : '';
};
/** By how many slots a desk's slot of a light lies behind its address: it patches the slot of the intensity. */
export const deskShift = (show: Show, fixture: Fixture, part: number): number =>
  intensitySlot(modeOf(get(show, 'type', fixture.type), fixture.mode), part).slot - 1;

/**
 * @param desk  slots are those of the intensity
 * @returns null where the list has no such column
 */
export function keysBy(
  show: Show,
  by: MatchBy,
  columns: readonly Column[],
  beside: (row: readonly string[]) => Beside,
  desk = false,
): Keys | null {
  const whole = (fixture: Fixture): Target => ({ fixture, part: null });
  if (by === 'position and unit') {
    const [at, unit] = [columnOf(columns, 'position'), columnOf(columns, 'unit')];
    if (at < 0 || unit < 0) return null;
    const key = (position: string, number: string) =>
      number.trim() && position.trim() ? `${folded(position)} ${folded(number)}` : '';
    return {
      inRow: (row) => key(row[at] ?? '', row[unit] ?? ''),
      of: (fixture) => [[key(fieldText(show, fixture, null, 'position'), fixture.unit), whole(fixture)]],
    };
  }
  const at = columnOf(columns, by);
  if (at < 0) return null;
  if (by === 'id')
    return {
      inRow: (row) => (row[at] ?? '').trim().toLowerCase(),
      of: (fixture) => [
        [fixture.id, whole(fixture)],
        ...fixture.parts.map((_, part) => [`${fixture.id}/${part + 1}`, { fixture, part }] as const),
      ],
    };
  const read = (text: string, row: readonly string[]) => {
    if (by !== 'address') return folded(text.replace(/^\((.*)\)$/, '$1'));
    const said = addressSaid(text, beside(row));
    return said.ok ? sameAddress(said.text) : '';
  };
  const ofParts = fieldOf(show, by)?.of === 'part';
  const textOf = (fixture: Fixture, part: number): string => {
    const address = fixture.parts[part]?.address;
    return desk && by === 'address' && address
      ? formatAddress(address + deskShift(show, fixture, part))
      : fieldText(show, fixture, part, by);
  };
  return {
    inRow: (row) => read(row[at] ?? '', row),
    of: (fixture) =>
      ofParts
        ? [
            ...fixture.parts.map(
              (_, part) => [folded(textOf(fixture, part)), { fixture, part: fixture.parts.length > 1 ? part : null }] as const,
            ),
            // Several cells that are written in one: "151-153".
            ...(fixture.parts.length > 1 ? [[folded(fieldText(show, fixture, null, by)), whole(fixture)] as const] : []),
          ]
        : [[folded(fieldText(show, fixture, null, by)), whole(fixture)]],
  };
}

/** What the show has by key; "several" where one key means more than one fixture. */
export function targetsBy(show: Show, { of }: Keys): ReadonlyMap<string, Target | 'several'> {
  const out = new Map<string, Target | 'several'>();
  for (const fixture of all(show, 'fixture'))
    for (const [key, target] of of(fixture)) {
      if (!key) continue;
      const known = out.get(key);
      const other = known && known !== 'several' && known.fixture.id !== target.fixture.id;
      out.set(key, other ? 'several' : (known ?? target));
    }
  return out;
}

/** Ways that are no name of a light: many have the same. */
const shared: ReadonlySet<string> = new Set([
  'type',
  'mode',
  'purpose',
  'colour',
  'gobo',
  'position',
  'notes',
  'pen',
  'finish',
  'rental',
  'aim',
]);
/** The order in which ways are believed that find as many. Source: reference formats 8.3 (merge key order). */
const order = ['id', 'position and unit', 'channel', 'circuit', 'address'];

/** Every way by which the rows can be known, the best first. */
export function waysFor(show: Show, columns: readonly Column[], rows: readonly (readonly string[])[], desk = false): Way[] {
  const beside = besides(columns, rows);
  const fields = columns.map(({ to }) => to).filter((to) => to && (to === 'id' || (!isSpecial(to) && !shared.has(to))));
  const ways = [...new Set(['id', 'position and unit', ...fields])].flatMap((by): Way[] => {
    const keys = keysBy(show, by, columns, beside, desk);
    if (!keys) return [];
    const targets = targetsBy(show, keys);
    const times = new Map<string, number>();
    const said = rows.map((row) => keys.inRow(row)).filter(Boolean);
    for (const key of said) times.set(key, (times.get(key) ?? 0) + 1);
    let [once, never, twice] = [0, 0, 0];
    for (const key of said) {
      const target = targets.get(key);
      if (target === 'several' || (times.get(key) ?? 0) > 1) twice++;
      else if (target) once++;
      else never++;
    }
    const name = by === 'id' ? 'the hidden id' : (fieldOf(show, by)?.title ?? by);
    return said.length ? [{ by, name, once, never, twice }] : [];
  });
  const rank = ({ by }: Way) => (order.includes(by) ? order.indexOf(by) : order.length);
  return ways.sort((a, b) => b.once - 2 * b.twice - (a.once - 2 * a.twice) || rank(a) - rank(b));
}
/** Ids are believed before all else where any of them is known: they are what does not change. */
export const bestWay = (ways: readonly Way[]): MatchBy | null =>
  (ways.find(({ by, once }) => by === 'id' && once > 0) ?? ways[0])?.by ?? null;
