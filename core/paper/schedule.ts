/** What a schedule is, as data: headings, rows and groups. CSV and PDF print the same. */
import { type Field, fieldOf, usualFields } from '../fields/index.js';
import type { Fixture } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { inScheduleOrder } from '../order/order.js';

export interface ScheduleColumn {
  readonly heading: string;
  /** Share of the page's width. */
  readonly share: number;
  readonly align: 'left' | 'right';
}
/** A kind of schedule: its name in addresses and files, its title, and how it is made. */
export interface ScheduleKind {
  readonly id: string;
  /** Its place in the list, counted in tens so that another fits between. */
  readonly order: number;
  readonly title: string;
  readonly make: (show: Show) => Schedule;
}
export interface Schedule {
  readonly title: string;
  readonly columns: readonly ScheduleColumn[];
  readonly groups: readonly ScheduleGroup[];
  readonly summary: string;
  /** Sentences for what is missing: "3 units have no weight." */
  readonly remarks?: readonly string[];
  /** Every group begins a page. */
  readonly breaks?: boolean;
}
export interface ScheduleGroup {
  readonly heading: string;
  readonly rows: readonly (readonly string[])[];
  /** A row of sums under the others. */
  readonly sums?: readonly string[];
  /** Rows that changed since the issue, by their index. */
  readonly marked?: ReadonlySet<number>;
}

/** Fields of a schedule with their shares of the width; those that ask to stand in it follow. */
export type Shares = readonly (readonly [field: string, share: number])[];
export interface Shown {
  readonly field: Field;
  readonly share: number;
}
export const shown = (show: Show, title: string, shares: Shares): Shown[] => [
  ...shares.flatMap(([id, share]) => {
    const field = fieldOf(show, id);
    return field ? [{ field, share }] : [];
  }),
  // A column in which nothing stands takes room from the others.
  ...usualFields
    .filter(({ schedules }) => schedules?.includes(title))
    .filter(({ text }) => all(show, 'fixture').some((fixture) => text(show, fixture, null)))
    .map((field) => ({ field, share: 10 })),
];
/** Figures are read from their last place. */
export const columnsFor = (list: readonly Shown[]): ScheduleColumn[] =>
  list.map(({ field, share }) => ({
    heading: field.title,
    share,
    align: field.kind === 'choice' || field.kind === 'text' ? 'left' : 'right',
  }));

/** Fixtures that paper counts, in its order: spares are left out. */
export const counted = (show: Show): Fixture[] => inScheduleOrder(show).filter((fixture) => !fixture.spare);
/** "1 unit", "3 units". */
export const units = (n: number): string => `${n} unit${n === 1 ? '' : 's'}`;
