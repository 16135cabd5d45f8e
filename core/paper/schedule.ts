/** What a schedule is, as data: headings, rows and groups. CSV and PDF print the same. */
import { type Field, fieldOf, usualFields } from '../fields/index.js';
import { all, type Show } from '../model/show.js';

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
  /** What is other than in an issue, as a sentence; it stands in the head, so that no page more is needed. */
  readonly changed?: string;
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

/** A row by what it says: columns that came or went with nothing in them make no other row. */
const keyOf = ({ columns }: Schedule, group: ScheduleGroup, row: readonly string[]): string =>
  [group.heading, ...row.flatMap((text, i) => (text ? [columns[i]?.heading ?? '', text] : []))].join('\u0001');
/**
 * A list with the rows marked that did not stand in it so, in the same group, when the issue was given out, and a sentence about those that are gone.
 * @param before  the same list as it stood
 * @param issue   name of the issue
 */
export function markedSince(now: Schedule, before: Schedule | null, issue: string): Schedule {
  const known = new Map<string, number>();
  for (const group of before?.groups ?? [])
    for (const row of group.rows) {
      const key = before ? keyOf(before, group, row) : '';
      known.set(key, (known.get(key) ?? 0) + 1);
    }
  let fresh = 0;
  const groups = now.groups.map((group): ScheduleGroup => {
    const marked = new Set<number>();
    group.rows.forEach((row, i) => {
      const key = keyOf(now, group, row);
      const n = known.get(key) ?? 0;
      if (n) known.set(key, n - 1);
      else marked.add(i);
    });
    fresh += marked.size;
    return marked.size ? { ...group, marked } : group;
  });
  const gone = [...known.values()].reduce((sum, n) => sum + n, 0);
  if (!fresh && !gone) return now;
  const rows = (n: number) => `${n} row${n === 1 ? '' : 's'}`;
  const said = [
    fresh ? `${rows(fresh)} with a bar at the edge ${fresh === 1 ? 'is' : 'are'} not as in issue ${issue}` : '',
    gone ? `${rows(gone)} of issue ${issue} ${gone === 1 ? 'is' : 'are'} not here any more` : '',
  ].filter(Boolean);
  return { ...now, groups, changed: `${said.join('; ')}.` };
}

export { counted } from '../order/order.js';
/** "1 unit", "3 units". */
export const units = (n: number): string => `${n} unit${n === 1 ? '' : 's'}`;
