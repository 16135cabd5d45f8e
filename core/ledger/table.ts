/** The Ledger as a table that goes out and comes back: what is seen, and a hidden column by which each row is known again. */

import { fieldsOf, fieldText, typeField } from '../fields/index.js';
import { itemAt } from '../measure/list.js';
import type { Fixture, Id } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { type Column, columnsOf, columnText } from './columns.js';
import { type CellEdit, canType, whereIs } from './edits.js';
import type { Row } from './rows.js';

/** Heading of the column by which rows are known again. */
export const ID_HEADING = 'Dessin id';
/** Rows that are read back at most. */
export const MOST_BACK = 20_000;

export interface OutTable {
  readonly headings: readonly string[];
  /** Cells of each row; the id stands first. Rows of groups have no id. */
  readonly rows: readonly (readonly string[])[];
  readonly widths: readonly number[];
  /** Indices of columns that hold quantities; channels, units and addresses are texts, so that 1.10 and 007 survive. */
  readonly numbers: readonly number[];
}
const idOf = (row: Row): string =>
  row.kind === 'group' ? '' : row.part === null ? row.fixture.id : `${row.fixture.id}/${row.part + 1}`;

/** Rows and columns as they are seen. Parts are rows of their own, so that their heads say nothing for them. */
export function outTable(show: Show, rows: readonly Row[], columns: readonly Column[]): OutTable {
  return {
    headings: [ID_HEADING, ...columns.map((column) => column.title)],
    rows: rows.map((row) => [
      idOf(row),
      ...columns.map((column, i) => {
        if (row.kind === 'group')
          return i === 0 ? `${row.title} (${row.count})` : column.sum ? String(row.sums[column.field] ?? '') : '';
        if (row.part !== null && !column.ofParts && column.field !== 'type') return '';
        if (row.part === null && row.fixture.parts.length > 1 && column.field === 'address') return '';
        return columnText(show, row.fixture, row.part, column.field);
      }),
    ]),
    widths: [240, ...columns.map((column) => column.width)],
    numbers: columns.flatMap((column, i) => (column.sum ? [i + 1] : [])),
  };
}

export interface Difference {
  readonly edit: CellEdit;
  readonly title: string;
  readonly where: string;
  readonly from: string;
  readonly to: string;
  /** Why it cannot be taken; null when it can. */
  readonly why: string | null;
  /** What stood there when the table went out, where it was changed here since. */
  readonly since: string | null;
}
export interface Comparison {
  readonly matched: number;
  readonly differences: readonly Difference[];
  /** Rows of the file that no fixture of the show is, as they name themselves. */
  readonly strangers: readonly string[];
  /** Fixtures that the file does not have. */
  readonly missing: number;
  /** Headings that no column of the show has. */
  readonly unknown: readonly string[];
}
/** A table that came back, with what it said when it went out. */
export interface BackTable {
  readonly headings: readonly string[];
  readonly rows: readonly (readonly string[])[];
  readonly exported?: { readonly headings: readonly string[]; readonly rows: readonly (readonly string[])[] } | null;
}
export type Compared = { readonly ok: true; readonly comparison: Comparison } | { readonly ok: false; readonly why: string };

const folded = (text: string): string =>
  text
    .normalize('NFKC')
    .toLowerCase()
    .replace(/[.\s]+/g, ' ')
    .trim();

/** Columns by which rows can be matched when the ids are gone. */
export const matchable = ['channel', 'address', 'position and unit'] as const;
export type MatchBy = 'id' | (typeof matchable)[number] | `own ${string}`;

/** How a table that came back can be matched: by its ids, or only by a column. */
export const hasIds = (headings: readonly string[], rows: readonly (readonly string[])[]): boolean => {
  const at = headings.findIndex((heading) => folded(heading) === folded(ID_HEADING));
  return at >= 0 && rows.some((row) => row[at]?.trim());
};

/** A fixture or a part that a row may mean. */
interface Target {
  readonly fixture: Fixture;
  readonly part: number | null;
}
/** How rows and fixtures are matched: the keys of what the show has, and the key of a row. */
interface Match {
  readonly by: MatchBy;
  /** Index of the column that is matched by. */
  readonly at: number;
  readonly keysOf: (fixture: Fixture) => readonly (readonly [string, Target])[];
  readonly keyIn: (row: readonly string[]) => string;
}

function matchOf(show: Show, by: MatchBy, idAt: number, indexOf: (field: string) => number): Match | string {
  const whole = (fixture: Fixture): Target => ({ fixture, part: null });
  if (by === 'id') {
    if (idAt < 0) return 'The file has no column "Dessin id" any more. Choose a column to match by.';
    return {
      by,
      at: idAt,
      keysOf: (fixture) => [
        [fixture.id, whole(fixture)],
        ...fixture.parts.map((_, part) => [`${fixture.id}/${part + 1}`, { fixture, part }] as const),
      ],
      keyIn: (row) => (row[idAt] ?? '').trim().toLowerCase(),
    };
  }
  const none = `The file has no column to match by ${by}. Choose another one.`;
  if (by === 'position and unit') {
    const [at, unitAt] = [indexOf('position'), indexOf('unit')];
    if (at < 0 || unitAt < 0) return none;
    return {
      by,
      at,
      keysOf: (fixture) => [[`${folded(fieldText(show, fixture, null, 'position'))} ${folded(fixture.unit)}`, whole(fixture)]],
      keyIn: (row) => `${folded(row[at] ?? '')} ${folded(row[unitAt] ?? '')}`,
    };
  }
  const at = indexOf(by);
  if (at < 0) return none;
  const ofParts = by === 'channel' || by === 'address';
  return {
    by,
    at,
    keysOf: (fixture) =>
      ofParts
        ? fixture.parts.map((_, part) => [
            folded(fieldText(show, fixture, part, by)),
            { fixture, part: fixture.parts.length > 1 ? part : null },
          ])
        : [[folded(fieldText(show, fixture, null, by)), whole(fixture)]],
    keyIn: (row) => folded(row[at] ?? ''),
  };
}

/** What the show has, by key; "several" where one key means more than one fixture. */
function targetsOf(show: Show, { keysOf }: Match): Map<string, Target | 'several'> {
  const targets = new Map<string, Target | 'several'>();
  for (const fixture of all(show, 'fixture'))
    for (const [key, target] of keysOf(fixture)) {
      if (!key) continue;
      const known = targets.get(key);
      const other = known && known !== 'several' && known.fixture.id !== target.fixture.id;
      targets.set(key, other ? 'several' : (known ?? target));
    }
  return targets;
}

/** What a cell says otherwise than the show, or null. `out` is what it said when the table went out. */
function differenceIn(
  show: Show,
  { fixture, part }: Target,
  column: Column,
  cell: string,
  out: string | undefined,
): Difference | null {
  const line = { kind: 'fixture' as const, fixture, part };
  if (!canType(line, column) || (part === null && fixture.parts.length > 1 && column.ofParts)) return null;
  const { field, title } = column;
  const from = fieldText(show, fixture, part, field);
  const to = cell.trim();
  if (sameValue(from, to)) return null;
  // A cell that nobody touched never overwrites what was changed here since it went out.
  if (out !== undefined && sameValue(out, to)) return null;
  const typed = typeField(show, fixture, part, field, to);
  if (typed.ok && fieldText(show, typed.fixture, part, field) === from) return null;
  return {
    edit: { fixture: fixture.id, part, field, text: to },
    title,
    where: `${whereIs(show, fixture)}${part === null ? '' : `, ${itemAt(fixture.parts, part).name || `part ${part + 1}`}`}`,
    from,
    to,
    why: typed.ok ? null : typed.why,
    since: out !== undefined && !sameValue(out, from) ? out : null,
  };
}

/** Columns by their headings, and by the other words that people have for them. A heading of the show's own wins over a word. */
function byHeading(show: Show): Map<string, Column> {
  const columns = columnsOf(show);
  const words = new Map(fieldsOf(show).map(({ id, words: other }) => [id, other ?? []]));
  return new Map([
    ...columns.flatMap((column) => (words.get(column.field) ?? []).map((word) => [folded(word), column] as const)),
    ...columns.map((column) => [folded(column.title), column] as const),
  ]);
}
/** Whether a heading is none of the show's, under any word. */
export const isStrange = (show: Show, heading: string): boolean =>
  folded(heading) !== folded(ID_HEADING) && !byHeading(show).has(folded(heading));

/**
 * What a table that came back would change, field by field. Columns that are not typed, and empty headings, are passed over.
 * @returns the differences, or a sentence: two rows with one id, no way to match, too many rows
 */
export function compareTable(show: Show, table: BackTable, by: MatchBy): Compared {
  const { headings, rows } = table;
  const no = (why: string): Compared => ({ ok: false, why });
  const figures = (n: number) => n.toLocaleString('en');
  if (rows.length > MOST_BACK)
    return no(
      `The file has ${figures(rows.length)} rows; a rig that comes back has at most ${figures(MOST_BACK)}. Nothing was changed. Is it the right file?`,
    );
  const byTitle = byHeading(show);
  const at = headings.map((heading) => byTitle.get(folded(heading)));
  const idAt = headings.findIndex((heading) => folded(heading) === folded(ID_HEADING));
  const match = matchOf(show, by, idAt, (field) => at.findIndex((column) => column?.field === field));
  if (typeof match === 'string') return no(match);
  if (!at.some((column) => column?.typed))
    return no('None of the headings is a column of the Ledger. The first row must hold the headings.');
  return comparedRows(show, table, match, at, idAt);
}

function comparedRows(show: Show, table: BackTable, match: Match, at: readonly (Column | undefined)[], idAt: number): Compared {
  const { headings, rows } = table;
  const no = (why: string): Compared => ({ ok: false, why: `${why} Nothing was changed.` });
  const before = exportedValues(table, match.by);
  const targets = targetsOf(show, match);
  const named = (row: readonly string[], i: number) =>
    `row ${i + 2}: ${row
      .filter((text, c) => text.trim() && c !== idAt)
      .slice(0, 4)
      .join(', ')}`;
  const seen = new Map<string, number>();
  const differences: Difference[] = [];
  const strangers: string[] = [];
  const met = new Set<Id>();
  let matched = 0;
  for (const [i, row] of rows.entries()) {
    const key = match.keyIn(row);
    // Subtotals and blank rows have none; a row that somebody added says something in more than one column.
    if (!key.trim()) {
      if (at.filter((column, c) => column?.typed && row[c]?.trim()).length > 1) strangers.push(named(row, i));
      continue;
    }
    const twice = seen.get(key);
    if (twice !== undefined)
      return no(
        match.by === 'id'
          ? `Rows ${twice + 2} and ${i + 2} of the file have one id (${key.slice(0, 8)}...), so it cannot be said which is meant. Delete one of them, or match by another column.`
          : `Rows ${twice + 2} and ${i + 2} of the file are both "${key.trim()}", so it cannot be said which is meant. Match by another column.`,
      );
    seen.set(key, i);
    const target = targets.get(key);
    if (!target) {
      strangers.push(named(row, i));
      continue;
    }
    if (target === 'several')
      return no(`Several fixtures of the show are "${key.trim()}" (row ${i + 2} of the file). Match by another column.`);
    matched++;
    met.add(target.fixture.id);
    for (const [c, column] of at.entries()) {
      if (!column?.typed || (match.by !== 'id' && c === match.at)) continue;
      const found = differenceIn(show, target, column, row[c] ?? '', before?.get(key)?.get(folded(column.title)));
      if (found) differences.push(found);
    }
  }
  const unknown = headings.filter((heading, i) => heading.trim() && !at[i] && i !== idAt);
  return { ok: true, comparison: { matched, differences, strangers, missing: all(show, 'fixture').length - met.size, unknown } };
}
/** Spreadsheets turn "007" into 7 and "1.10" into 1.1: what reads as the same figure with the same digits is the same. */
const sameValue = (from: string, to: string): boolean => from === to || from.trim() === to || folded(from) === folded(to);

/** What each row said when it went out, by its id and heading. */
function exportedValues({ exported }: BackTable, by: MatchBy): Map<string, Map<string, string>> | null {
  if (!exported || by !== 'id') return null;
  const idAt = exported.headings.findIndex((heading) => folded(heading) === folded(ID_HEADING));
  if (idAt < 0) return null;
  return new Map(
    exported.rows.map((row) => [
      (row[idAt] ?? '').toLowerCase(),
      new Map(exported.headings.map((heading, i) => [folded(heading), row[i] ?? ''])),
    ]),
  );
}
