/** Edits of many cells: one way for typing, filling, pasting, replacing and swapping; what does not fit is said before or after, never dropped silently. */

import { fieldText, typeField } from '../fields/index.js';
import { firstOf, itemAt, present } from '../measure/list.js';
import { type Change, updating } from '../model/change.js';
import { withNewChoices } from '../model/fields.js';
import type { Fixture, Id } from '../model/records.js';
import type { Show } from '../model/show.js';
import { countedText, readStart } from '../number/counting.js';
import { withUnits } from '../order/units.js';
import type { Column } from './columns.js';
import type { Row } from './rows.js';

export interface CellEdit {
  readonly fixture: Id;
  readonly part: number | null;
  readonly field: string;
  readonly text: string;
}
export interface Misfit {
  readonly edit: CellEdit;
  /** Where it is, for people: "LX 1 unit 3". */
  readonly where: string;
  readonly why: string;
}
export interface Edited {
  readonly change: Change;
  readonly draft: ReadonlyMap<Id, Fixture>;
  readonly misfits: readonly Misfit[];
  /** Cells that would say something else than now. */
  readonly changed: number;
}

/** The change that cells make together; unit numbers and pick lists follow. */
export function editCells(show: Show, edits: readonly CellEdit[]): Edited {
  const draft = new Map<Id, Fixture>();
  const misfits: Misfit[] = [];
  let changed = 0;
  for (const edit of edits) {
    const before = show.records.get(edit.fixture);
    if (before?.kind !== 'fixture') {
      misfits.push({ edit, where: 'a fixture', why: 'It was deleted in the meantime.' });
      continue;
    }
    const now = draft.get(edit.fixture) ?? before;
    const typed = typeField(show, now, edit.part, edit.field, edit.text);
    if (typed.ok) {
      if (fieldText(show, now, edit.part, edit.field) !== fieldText(show, typed.fixture, edit.part, edit.field)) changed++;
      draft.set(edit.fixture, typed.fixture);
    } else misfits.push({ edit, where: whereIs(show, before), why: typed.why });
  }
  const change = withNewChoices(
    show,
    withUnits(show, updating([...draft].map(([id, fixture]) => [present(show.records.get(id)), fixture] as const))),
  );
  return { change, draft, misfits, changed };
}
export const whereIs = (show: Show, fixture: Fixture): string =>
  `${fieldText(show, fixture, null, 'position')} unit ${fixture.unit || '-'}`;

/** Whether a cell can be typed into: a head of several parts shows what its parts say. */
export const canType = (row: Row | undefined, column: Column): boolean =>
  row?.kind === 'fixture' &&
  column.typed &&
  (row.part === null ? !(row.fixture.parts.length > 1 && column.ofParts && column.field === 'address') : column.ofParts);

const cell = (row: Row, column: Column, text: string): CellEdit[] =>
  row.kind === 'fixture' && canType(row, column) ? [{ fixture: row.fixture.id, part: row.part, field: column.field, text }] : [];

/** Rows of a block as they are filled: parts where the column is theirs, heads elsewhere; no cell twice. */
function fillable(rows: readonly Row[], column: Column): Row[] {
  return rows.filter(
    (row) =>
      canType(row, column) && row.kind === 'fixture' && !(row.part === null && row.fixture.parts.length > 1 && column.ofParts),
  );
}

/** Fill down: every column of the block takes what its first row says. */
export function fillDown(show: Show, rows: readonly Row[], columns: readonly Column[]): CellEdit[] {
  return columns.flatMap((column) => {
    const [first, ...rest] = fillable(rows, column);
    if (first?.kind !== 'fixture') return [];
    const text = fieldText(show, first.fixture, first.part, column.field);
    return rest.flatMap((row) => cell(row, column, text));
  });
}

/** What follows one or two values as a series; null where nothing counts. */
export function seriesAfter(first: string, second: string | undefined, n: number): string[] | null {
  const start = readStart(first);
  if (!start) return null;
  const next = second === undefined || second === '' ? null : readStart(second);
  if (next && (next.prefix !== start.prefix || (next.alphabet === undefined) !== (start.alphabet === undefined))) return null;
  const step = next ? next.value - start.value : 1;
  return Array.from({ length: n }, (_, i) => countedText(start, start.value + i * step));
}

/** Fill series: the first value, or the first two, go on down each column. */
export function fillSeries(show: Show, rows: readonly Row[], columns: readonly Column[]): CellEdit[] {
  return columns.flatMap((column) => {
    const list = fillable(rows, column);
    const text = (row: Row | undefined) =>
      row?.kind === 'fixture' ? fieldText(show, row.fixture, row.part, column.field) : undefined;
    const first = text(list[0]);
    if (!first) return [];
    const values = seriesAfter(first, text(list[1]), list.length);
    return values ? list.flatMap((row, i) => cell(row, column, itemAt(values, i))) : [];
  });
}

/** A block of texts laid on the rows from one on; a single value fills all the rows that are marked. */
export function pasteBlock(
  rows: readonly Row[],
  columns: readonly Column[],
  block: readonly (readonly string[])[],
  marked = 1,
): { edits: CellEdit[]; outside: number } {
  const lines = block.length === 1 && marked > 1 ? Array.from({ length: marked }, () => firstOf(block)) : block;
  let outside = 0;
  const edits = lines.flatMap((line, r) =>
    line.flatMap((text, c) => {
      const [row, column] = [rows[r], columns[c]];
      const made = row && column ? cell(row, column, text) : [];
      if (!made.length && text.trim()) outside++;
      return made;
    }),
  );
  return { edits, outside };
}

export interface ReplaceRules {
  readonly find: string;
  readonly replace: string;
  /** The whole value, not a part of it. */
  readonly whole: boolean;
  /** Capitals count. */
  readonly exact: boolean;
}
/** Find and replace in the cells of rows. */
export function replaceIn(show: Show, rows: readonly Row[], columns: readonly Column[], rules: ReplaceRules): CellEdit[] {
  if (!rules.find) return [];
  const sought = rules.exact ? rules.find : rules.find.toLowerCase();
  const pattern = new RegExp(rules.find.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'), rules.exact ? 'g' : 'gi');
  return columns.flatMap((column) =>
    fillable(rows, column).flatMap((row) => {
      if (row.kind !== 'fixture') return [];
      const now = fieldText(show, row.fixture, row.part, column.field);
      const folded = rules.exact ? now : now.toLowerCase();
      if (rules.whole ? folded !== sought : !folded.includes(sought)) return [];
      return cell(row, column, rules.whole ? rules.replace : now.replace(pattern, () => rules.replace));
    }),
  );
}

/** One value for a column of all rows. */
export const setAll = (rows: readonly Row[], column: Column, text: string): CellEdit[] =>
  fillable(rows, column).flatMap((row) => cell(row, column, text));

/** Two rows take each other's values in some columns. */
export function swapCells(show: Show, a: Row, b: Row, columns: readonly Column[]): CellEdit[] {
  if (a.kind !== 'fixture' || b.kind !== 'fixture') return [];
  return columns.flatMap((column) => {
    if (!canType(a, column) || !canType(b, column)) return [];
    const [x, y] = [a, b].map((row) => fieldText(show, row.fixture, row.part, column.field));
    return [...cell(a, column, y!), ...cell(b, column, x!)];
  });
}
