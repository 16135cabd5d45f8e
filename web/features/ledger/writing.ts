/** What the Ledger writes: edits of cells, filled, cleared, swapped, pasted. */

import { fieldText } from '#core/fields/index';
import { type Column, shownText } from '#core/ledger/columns';
import { type CellEdit, canType, editCells, fillDown, fillSeries, pasteBlock, swapCells } from '#core/ledger/edits';
import type { FixtureRow, Row } from '#core/ledger/rows';
import { itemAt } from '#core/measure/list';
import { all, type Show } from '#core/model/show';
import { useSession } from '../../state/context';
import type { Session } from '../../state/session/session';
import { toast } from '../../state/toast';
import { withColours } from '../../ui/colours';
import { later } from '../../ui/registry';
import { plural } from '../../ui/words';
import type { Block } from './block';
import { useLedger } from './state';

/** Reads and writes the clipboard; fetched when the Ledger first has the focus, since a copy cannot wait for it. */
let tables: typeof import('papaparse') | null = null;
export const fetchTables = async (): Promise<void> => {
  tables ??= (await import('papaparse')).default;
};

/** Rows that a paste may have at most. */
const MOST_ROWS = 20_000;

export const editOf = (row: FixtureRow, column: Column, text: string): CellEdit => ({
  fixture: row.fixture.id,
  part: row.part,
  field: column.field,
  text,
});

export type Write = (edits: readonly CellEdit[], label: string) => void;

const shelf = later(() => import('../../state/shelf'));
/** Codes that only the Shelf knows bring their filters along. */
async function withFilters(session: Session, edits: readonly CellEdit[]): Promise<void> {
  const texts = edits.filter(({ field }) => field === 'colour').map(({ text }) => text);
  if (!texts.length) return;
  const [{ colourOf }, { attempt, shelfNow, shelvedFilters, takeIntoShow }] = await Promise.all([
    withColours.load(),
    shelf.load(),
  ]);
  const filters = all(session.get().show, 'filter');
  const codes = texts.flatMap((text) => colourOf(filters, text).unknown);
  if (!codes.length) return;
  // While the server is away the codes stand for themselves.
  const list = await shelfNow().catch(() => null);
  if (!list) return;
  await attempt(async () => {
    const shelved = shelvedFilters(list.items, codes).map((item) => item.id);
    if (shelved.length) await takeIntoShow(session, shelved);
  });
}

/** Writes cells, and says which were not taken. */
export function useWrite(show: Show): Write {
  const session = useSession();
  return (edits, label) => {
    const { change, misfits } = editCells(show, edits);
    session.edit(label, change);
    void withFilters(session, edits);
    const [first] = misfits;
    if (first)
      toast.error(
        misfits.length === 1
          ? `${first.where}: ${first.why}`
          : `${misfits.length} cells were not taken. The first: ${first.where}: ${first.why}`,
        { duration: 8000 },
      );
  };
}

interface Marked {
  readonly show: Show;
  readonly rows: readonly Row[];
  readonly columns: readonly Column[];
  readonly block: Block;
  readonly write: Write;
}
const rowsIn = ({ rows, block }: Marked) => rows.slice(block.top, block.bottom + 1);
const columnsIn = ({ columns, block }: Marked) => columns.slice(block.left, block.right + 1);

export function fill(marked: Marked, how: 'down' | 'series'): void {
  const edits = (how === 'down' ? fillDown : fillSeries)(marked.show, rowsIn(marked), columnsIn(marked));
  if (edits.length) marked.write(edits, `Fill ${how === 'down' ? 'down' : 'a series'} in ${plural(edits.length, 'cell')}`);
  else
    toast(
      how === 'down'
        ? 'Mark the rows first, the one to copy on top: Shift with the arrow keys.'
        : 'Mark the rows first, with one or two values that count on top.',
    );
}

/** What a fixture is and where it hangs is never cleared. */
const kept = new Set(['position', 'type', 'mode']);
export function clear(marked: Marked): void {
  const edits = rowsIn(marked).flatMap((row) =>
    columnsIn(marked).flatMap((column) =>
      row.kind === 'fixture' && canType(row, column) && !kept.has(column.field) ? [editOf(row, column, '')] : [],
    ),
  );
  const { title } = itemAt(marked.columns, marked.block.at.column);
  if (edits.length) marked.write(edits, edits.length === 1 ? `${title} cleared` : `Clear ${plural(edits.length, 'cell')}`);
}

export function swap(marked: Marked): void {
  const { rows, block, show, write } = marked;
  const [a, b] = [rows[block.top], rows[block.bottom]];
  const edits = a && b && a !== b ? swapCells(show, a, b, columnsIn(marked)) : [];
  if (edits.length) write(edits, `Swap ${plural(edits.length / 2, 'value')}`);
  else toast('Mark a block first: its first and its last row swap their values.');
}

/** @param text  of the clipboard: rows by lines, cells by tabs, or as a CSV has them */
export async function paste({ show, rows, columns, block, write }: Marked, text: string): Promise<void> {
  await fetchTables();
  const { data } = tables!.parse<string[]>(text, { delimiter: text.includes('\t') ? '\t' : undefined });
  if (data.length > MOST_ROWS) {
    toast.error(
      `The clipboard holds ${data.length.toLocaleString('en')} rows; the Ledger takes ${MOST_ROWS.toLocaleString('en')} at once. Nothing was pasted.`,
    );
    return;
  }
  const { edits, outside } = pasteBlock(rows.slice(block.top), columns.slice(block.left), data, block.bottom - block.top + 1);
  const { misfits } = editCells(show, edits);
  if (misfits.length || outside) {
    useLedger.setState({ pasted: { edits, misfits, outside } });
    return;
  }
  write(edits, `Paste ${plural(edits.length, 'cell')}`);
  toast(`${plural(edits.length, 'cell')} pasted from ${itemAt(columns, block.left).title} down.`);
}

/** The block as a table, or null before there is what writes it: what was typed where it can be typed again, else what is shown. */
export function copied(marked: Marked): string | null {
  if (!tables) return null;
  const table = rowsIn(marked).map((row) =>
    columnsIn(marked).map((column) => {
      if (row.kind !== 'fixture') return row.title;
      return column.typed
        ? fieldText(marked.show, row.fixture, row.part, column.field)
        : shownText(marked.show, row.fixture, row.part, column);
    }),
  );
  return tables.unparse(table, { delimiter: '\t', newline: '\n' });
}
