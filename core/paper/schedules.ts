/** Schedules as data: headings, rows and groups. CSV and PDF print the same. */
import { type Field, fieldOf, usualFields } from '../fields/index.js';
import { formatLength } from '../measure/lengths.js';
import type { Fixture } from '../model/records.js';
import { all, get, type Show, settingsOf } from '../model/show.js';
import { inScheduleOrder, natural } from '../order/order.js';

export interface ScheduleColumn {
  readonly heading: string;
  /** Share of the page's width. */
  readonly share: number;
  readonly align: 'left' | 'right';
}
export interface Schedule {
  readonly title: string;
  readonly columns: readonly ScheduleColumn[];
  readonly groups: readonly { readonly heading: string; readonly rows: readonly (readonly string[])[] }[];
  readonly summary: string;
}

/** Fields of a schedule with their shares of the width; those that ask to stand in it follow. */
type Shares = readonly (readonly [field: string, share: number])[];
interface Shown {
  readonly field: Field;
  readonly share: number;
}
const shown = (show: Show, title: string, shares: Shares): Shown[] => [
  ...shares.flatMap(([id, share]) => {
    const field = fieldOf(show, id);
    return field ? [{ field, share }] : [];
  }),
  ...usualFields.filter(({ schedules }) => schedules?.includes(title)).map((field) => ({ field, share: 10 })),
];
/** Figures are read from their last place. */
const columnsFor = (list: readonly Shown[]): ScheduleColumn[] =>
  list.map(({ field, share }) => ({
    heading: field.title,
    share,
    align: field.kind === 'choice' || field.kind === 'text' ? 'left' : 'right',
  }));

const counted = (show: Show): Fixture[] => inScheduleOrder(show).filter((fixture) => !fixture.spare);
const units = (n: number): string => `${n} unit${n === 1 ? '' : 's'}`;

const HOOKUP = 'Channel hookup';
/** Every channel with what it is: one row a part, in channel order; units without a channel stand at the end. */
export function channelHookup(show: Show): Schedule {
  const columns = shown(show, HOOKUP, [
    ['channel', 7],
    ['address', 8],
    ['position', 13],
    ['unit', 10],
    ['type', 20],
    ['mode', 10],
    ['purpose', 17],
    ['colour', 8],
    ['notes', 14],
  ]);
  const rows = counted(show)
    .flatMap((fixture) => fixture.parts.map((part, i) => ({ fixture, part, i })))
    .sort((a, b) => Number(!a.part.channel) - Number(!b.part.channel) || natural(a.part.channel, b.part.channel))
    .map(({ fixture, part, i }) =>
      columns.map(({ field }) =>
        // A cell is named behind its type.
        field.id === 'type'
          ? [field.text(show, fixture, null), part.name].filter(Boolean).join(', ')
          : field.text(show, fixture, field.of === 'part' ? i : null),
      ),
    );
  return {
    title: HOOKUP,
    columns: columnsFor(columns),
    groups: [{ heading: '', rows }],
    summary: `${rows.filter((row) => row[0]).length} rows with a channel, ${rows.filter((row) => !row[0]).length} without.`,
  };
}

const INSTRUMENTS = 'Instrument schedule';
/** Every position with its units, as the electrician hangs them. */
export function instrumentSchedule(show: Show): Schedule {
  const settings = settingsOf(show);
  const columns = shown(show, INSTRUMENTS, [
    ['position', 12],
    ['unit', 8],
    ['type', 19],
    ['watts', 7],
    ['purpose', 16],
    ['colour', 8],
    ['gobo', 7],
    ['channel', 7],
    ['address', 7],
    ['slots', 7],
    ['height', 6],
    ['notes', 11],
  ]);
  const groups = new Map<string, string[][]>();
  for (const fixture of counted(show)) {
    const rows = groups.get(fixture.position) ?? [];
    groups.set(fixture.position, rows);
    rows.push(columns.map(({ field }) => field.text(show, fixture, null)));
  }
  const list = [...groups].map(([id, rows]) => {
    const position = get(show, 'position', id);
    const trim = `${formatLength(position.curve.z, settings.units)}${settings.units === 'metric' ? ' m' : ''}`;
    return { heading: `${position.name}, ${units(rows.length)}, trim ${trim}`, rows };
  });
  const weight = counted(show).reduce((sum, fixture) => sum + get(show, 'type', fixture.type).weight, 0);
  return {
    title: INSTRUMENTS,
    columns: columnsFor(columns),
    groups: list,
    summary: `${units(all(show, 'fixture').filter((fixture) => !fixture.spare).length)} on ${list.length} position${list.length === 1 ? '' : 's'}, ${Math.round(weight)} kg.`,
  };
}
