/** What the Ledger says to whoever does not see it: the cell that the keys are at, and what filters and sorting left. */
import { type RefObject, useEffect, useRef } from 'react';
import { fieldText } from '#core/fields/index';
import type { Row } from '#core/ledger/rows';
import type { Show } from '#core/model/show';
import { announce } from '../../state/announce';
import { plural } from '../../ui/words';
import { useLedger } from './state';

interface Columned {
  readonly field: string;
  readonly title: string;
}

export function useVoice(
  show: Show,
  rows: readonly Row[],
  columns: readonly Columned[],
  at: { readonly row: number; readonly column: number },
  editing: boolean,
  host: RefObject<HTMLElement | null>,
): void {
  const [row, column] = [rows[at.row], columns[at.column]];
  const cell =
    row?.kind === 'fixture' && column
      ? `${column.title} ${fieldText(show, row.fixture, row.part, column.field) || 'empty'}, row ${at.row + 1} of ${rows.length}`
      : '';
  // biome-ignore lint/correctness/useExhaustiveDependencies: said when the keys have moved, and not when something else changed
  useEffect(() => {
    if (cell && !editing && host.current?.contains(document.activeElement)) announce(cell);
  }, [at.row, at.column, editing]);
  const sort = useLedger((state) => state.sort);
  const filters = useLedger((state) => state.filters);
  const first = useRef(true);
  // biome-ignore lint/correctness/useExhaustiveDependencies: said when somebody filtered or sorted
  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    const by = sort ? columns.find(({ field }) => field === sort.field)?.title : undefined;
    announce(`${plural(rows.length, 'row')}${by ? `, sorted by ${by}${sort?.down ? ' downwards' : ''}` : ''}`);
  }, [sort, filters]);
}
