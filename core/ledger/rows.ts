/** Rows of the Ledger: filtered, sorted, grouped with subtotals. Parts never stand without their head. */
import type { Fixture, LedgerFilter } from '../model/records.js';
import type { Show } from '../model/show.js';
import { inScheduleOrder, natural } from '../order/order.js';
import { type Column, columnsOf, columnText } from './columns.js';
import { readFilter } from './filter.js';

export interface FixtureRow {
  readonly kind: 'fixture';
  readonly fixture: Fixture;
  /** Index of the part in a child row; null is the fixture itself. */
  readonly part: number | null;
}
export interface GroupRow {
  readonly kind: 'group';
  readonly title: string;
  readonly field: string;
  readonly depth: number;
  readonly count: number;
  readonly sums: Readonly<Record<string, number>>;
}
export type Row = FixtureRow | GroupRow;

export interface RowRules {
  readonly filters: readonly LedgerFilter[];
  readonly sort: { readonly field: string; readonly down: boolean } | null;
  readonly groups: readonly string[];
}
export interface Rows {
  readonly rows: readonly Row[];
  readonly shown: readonly Fixture[];
  /** Filters that could not be read, by field. */
  readonly faults: Readonly<Record<string, string>>;
}

/** Fixtures that pass filters, and which of their parts do. */
export function filtered(
  show: Show,
  fixtures: readonly Fixture[],
  filters: readonly LedgerFilter[],
): { shown: Fixture[]; parts: (fixture: Fixture) => readonly number[]; faults: Record<string, string> } {
  const columns = new Map(columnsOf(show).map((column) => [column.field as string, column]));
  const faults: Record<string, string> = {};
  const whole: ((fixture: Fixture) => boolean)[] = [];
  const ofParts: ((fixture: Fixture, part: number) => boolean)[] = [];
  for (const { field, text, on } of filters) {
    const column = columns.get(field);
    if (!on || !text.trim() || !column) continue;
    const read = readFilter(show, column, text);
    if (!read.ok) {
      faults[field] = read.why;
      continue;
    }
    if (column.ofParts) ofParts.push(read.wants);
    else whole.push((fixture) => read.wants(fixture, null));
  }
  const parts = (fixture: Fixture): number[] =>
    fixture.parts.flatMap((_, i) => (ofParts.every((wants) => wants(fixture, i)) ? [i] : []));
  const shown = fixtures.filter(
    (fixture) =>
      whole.every((test) => test(fixture)) &&
      (!ofParts.length || fixture.parts.some((_, i) => ofParts.every((wants) => wants(fixture, i)))),
  );
  return { shown, parts, faults };
}

export function rowsOf(show: Show, rules: RowRules): Rows {
  const { shown, parts, faults } = filtered(show, inScheduleOrder(show), rules.filters);
  const columns = columnsOf(show);
  const known = new Set(columns.map((column) => column.field as string));
  let fixtures = shown;
  const { sort } = rules;
  if (sort && known.has(sort.field)) {
    const keys = new Map(fixtures.map((fixture) => [fixture.id, columnText(show, fixture, null, sort.field)]));
    fixtures = [...fixtures].sort((a, b) => {
      const [x, y] = [keys.get(a.id)!, keys.get(b.id)!];
      // Empty cells stay at the end whichever way it is sorted.
      return Number(!x) - Number(!y) || (sort.down ? -1 : 1) * natural(x, y);
    });
  }
  const lines = (fixture: Fixture): FixtureRow[] => [
    { kind: 'fixture', fixture, part: null },
    ...(fixture.parts.length > 1 ? parts(fixture).map((part): FixtureRow => ({ kind: 'fixture', fixture, part })) : []),
  ];
  const groups = rules.groups.filter((field) => known.has(field));
  return {
    rows: groups.length ? grouped(show, fixtures, groups, columns, lines) : fixtures.flatMap(lines),
    shown: fixtures,
    faults,
  };
}

function grouped(
  show: Show,
  fixtures: readonly Fixture[],
  fields: readonly string[],
  columns: readonly Column[],
  lines: (fixture: Fixture) => Row[],
  depth = 0,
): Row[] {
  const [field, ...rest] = fields;
  if (!field) return fixtures.flatMap(lines);
  const byValue = new Map<string, Fixture[]>();
  for (const fixture of fixtures) {
    const value = columnText(show, fixture, null, field);
    const list = byValue.get(value);
    if (list) list.push(fixture);
    else byValue.set(value, [fixture]);
  }
  // Positions keep the order of the paperwork; everything else stands by name, what is empty last.
  const values =
    field === 'position' ? [...byValue] : [...byValue].sort((a, b) => Number(!a[0]) - Number(!b[0]) || natural(a[0], b[0]));
  const summed = columns.filter((column) => column.sum);
  return values.flatMap(([value, list]): Row[] => [
    {
      kind: 'group',
      title: value || 'none',
      field,
      depth,
      count: list.length,
      sums: Object.fromEntries(
        summed.map((column) => [
          column.field,
          list.reduce((sum, fixture) => sum + (Number(columnText(show, fixture, null, column.field)) || 0), 0),
        ]),
      ),
    },
    ...grouped(show, list, rest, columns, lines, depth + 1),
  ]);
}
