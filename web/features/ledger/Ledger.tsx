/** The live table of all fixtures: one row each, cells of multi-cell units as child rows. Keys as in a spreadsheet. */

import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef, useState } from 'react';
import { may, refusal } from '#core/access/roles';
import { actOfField } from '#core/access/writes';
import { fieldText } from '#core/fields/index';
import { columnsOf } from '#core/ledger/columns';
import { canType } from '#core/ledger/edits';
import { type Row, type Rows, rowsOf } from '#core/ledger/rows';
import { itemAt, present } from '#core/measure/list';
import { all, type Show } from '#core/model/show';
import { useSession, useShow } from '../../state/context';
import { cellKey, useIncoming } from '../../state/incoming';
import { useChosenByOthers } from '../../state/people';
import { useRunPreview } from '../../state/run';
import { select, useSelection } from '../../state/selection';
import { toast } from '../../state/toast';
import { useView } from '../../state/view';
import { useAudit } from '../../ui/audit';
import { isTyping } from '../../ui/canvas/pointing';
import { useColours } from '../../ui/colours';
import { type KeyAction, useKeys } from '../../ui/keys';
import { type Block, useBlock } from './block';
import { Headings } from './Headings';
import { LedgerBar } from './LedgerBar';
import { cellLook } from './look';
import { type Acts, FixtureLine, type Frame, GroupLine, ROW } from './Rows';
import { type LedgerState, type ShownColumn, showNewColumns, shownColumns, useLedger } from './state';
import { useVoice } from './voice';
import { clear, copied, editOf, fetchTables, fill, paste, swap, useWrite } from './writing';

/** Rows of the Ledger as it is set; the drawing stands back where the filter leaves things out. */
function useRows(show: Show, audit: ReturnType<typeof useAudit>): Rows {
  const filters = useLedger((state) => state.filters);
  const groups = useLedger((state) => state.groups);
  const sort = useLedger((state) => state.sort);
  const dim = useLedger((state) => state.dim);
  // biome-ignore lint/correctness/useExhaustiveDependencies: snags are a column, and come with the audit
  const rows = useMemo(() => rowsOf(show, { filters, groups, sort }), [show, filters, groups, sort, audit]);
  useEffect(() => {
    if (!dim) {
      if (useView.getState().dimmed) useView.setState({ dimmed: null });
      return;
    }
    const shown = new Set(rows.shown.map((fixture) => fixture.id));
    const out = all(show, 'fixture').filter((fixture) => !shown.has(fixture.id));
    useView.setState({ dimmed: out.length ? new Set(out.map((fixture) => fixture.id)) : null });
  }, [rows, dim, show]);
  return rows;
}

type Columns = ReturnType<typeof shownColumns>;

/** The same as long as the same columns are shown in the same widths. */
function useFrame(show: Show, chosen: LedgerState['columns']): { columns: Columns; frame: Frame; least: number } {
  const now = useMemo(() => shownColumns(show, { columns: chosen }), [show, chosen]);
  const key = now.map(({ field, title, width, pinned, kind }) => `${field} ${title} ${width} ${pinned} ${kind}`).join('|');
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key says all that is shown of them
  return useMemo(() => {
    const wide = now.reduce((sum, column) => sum + column.width, 0);
    // Chosen widths are kept; the usual columns share the room.
    const least = (column: Pick<ShownColumn, 'width'>) => (chosen ? column.width : Math.round(column.width * 0.85));
    const template = now.map((column) => `minmax(${least(column)}px, ${column.width}fr)`).join(' ');
    const lefts = now.map((column, i) => (column.pinned ? now.slice(0, i).reduce((sum, item) => sum + item.width, 0) : null));
    return { columns: now, frame: { columns: now, template, lefts }, least: chosen ? wide : Math.round(wide * 0.85) };
  }, [key, chosen === null]);
}

/** Keys of the grid. Tab leaves it; while a cell is edited Tab goes on to the next one. */
function useGridKeys(
  block: Block,
  rows: number,
  columns: number,
  page: () => number,
  acts: Readonly<Record<string, KeyAction>>,
): void {
  const { at, go } = block;
  const move = (event: KeyboardEvent, extend: boolean) => {
    const ways: Readonly<Record<string, readonly [number, number]>> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      PageUp: [-page(), 0],
      PageDown: [page(), 0],
      Home: [0, -columns],
      End: [0, columns],
    };
    const [down, right] = present(ways[event.key]);
    const next = go(at.row + down, at.column + right, extend);
    if (down) block.selectRows(extend ? (block.corner?.row ?? at.row) : next.row, next.row);
  };
  useKeys('ledger', {
    ...acts,
    find: () => useLedger.setState({ tool: 'find' }),
    first: () => go(0, 0),
    last: () => go(rows - 1, columns - 1),
    'first marked': () => go(0, 0, true),
    'last marked': () => go(rows - 1, columns - 1, true),
    move: (event) => move(event, false),
    mark: (event) => move(event, true),
  });
}

/** An object that stays the same and does what the newest one says. */
function useSteady<T extends Record<string, (...given: never[]) => void>>(acts: T): T {
  const latest = useRef(acts);
  latest.current = acts;
  return useMemo(
    () =>
      Object.fromEntries(
        Object.keys(latest.current).map((name) => [name, (...given: never[]) => present(latest.current[name])(...given)]),
      ) as T,
    [],
  );
}

export function Ledger() {
  const show = useShow();
  const selection = useSelection((state) => state.selection);
  const preview = useRunPreview();
  const coming = useIncoming((state) => state.cells);
  const { columns, frame, least } = useFrame(
    show,
    useLedger((state) => state.columns),
  );
  const [editing, setEditing] = useState<string | null>(null);
  const session = useSession();
  const others = useChosenByOthers();
  const scroll = useRef<HTMLDivElement>(null);
  const head = useRef<HTMLDivElement>(null);
  const anchor = useRef(0);
  const write = useWrite(show);
  const audit = useAudit();
  const last = useRef(show);
  useEffect(() => {
    if (last.current.id === show.id) showNewColumns(last.current, show);
    last.current = show;
  }, [show]);
  const result = useRows(show, audit);
  const { rows } = result;
  const said = JSON.stringify(result.faults);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the same as long as they say the same
  const faults = useMemo(() => result.faults, [said]);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const block = useBlock(rows, columns.length, virtual, scroll);
  const { at } = block;
  const chosen = useMemo(() => new Set(selection), [selection]);
  const colours = useColours();
  const snags = audit?.snagsByFixture(show);
  const sums = useMemo(() => columnsOf(show).filter((column) => column.sum), [show]);
  const marked = { show, rows, columns, block, write };
  const focus = () => scroll.current?.focus({ preventScroll: true });

  const begin = (text?: string) => {
    const row = rows[at.row];
    const column = columns[at.column];
    if (!column || !canType(row, column) || row?.kind !== 'fixture') return;
    // A cell that one may only look at takes no letters.
    const { role } = session.get();
    if (!may(role, actOfField(column.field))) return void toast(refusal(role, actOfField(column.field)));
    setEditing(text ?? fieldText(show, row.fixture, row.part, column.field));
  };
  useGridKeys(
    block,
    rows.length,
    columns.length,
    () => Math.max(1, Math.floor((scroll.current?.clientHeight ?? 240) / ROW) - 1),
    {
      'fill down': () => fill(marked, 'down'),
      'fill a series': () => fill(marked, 'series'),
      swap: () => swap(marked),
      clear: () => clear(marked),
      edit: () => begin(),
      type: (event) => begin(event.key),
    },
  );

  const acts: Acts = useSteady({
    begin: () => begin(),
    change: setEditing,
    leave: () => {
      setEditing(null);
      focus();
    },
    commit: (move: readonly [number, number]) => {
      const row = rows[at.row];
      const column = itemAt(columns, at.column);
      if (editing !== null && row?.kind === 'fixture' && editing !== fieldText(show, row.fixture, row.part, column.field))
        write([editOf(row, column, editing)], `${column.title} ${editing || 'cleared'}`);
      setEditing(null);
      block.go(at.row + move[0], at.column + move[1]);
      focus();
    },
    click: (event: React.MouseEvent, index: number, column: number) => {
      const row = rows[index];
      if (row?.kind !== 'fixture') return;
      const { id } = row.fixture;
      if (event.shiftKey) block.selectRows(anchor.current, index);
      else if (event.ctrlKey || event.metaKey)
        select(chosen.has(id) ? selection.filter((other) => other !== id) : [...selection, id]);
      else {
        select([id]);
        anchor.current = index;
      }
      block.put({ row: index, column }, event.shiftKey);
      setEditing(null);
      focus();
    },
  });
  useVoice(show, rows, columns, at, editing !== null, scroll);
  const ofCells = (event: React.ClipboardEvent) => editing === null && !isTyping(event.target);

  return (
    <section aria-label="Ledger" className="flex h-full flex-col text-[12px]" style={{ background: 'var(--sheet)' }}>
      <LedgerBar rows={result} columns={columns} write={write} />
      <div
        role="grid"
        aria-rowcount={rows.length + 1}
        aria-colcount={columns.length}
        aria-label="All fixtures"
        aria-multiselectable="true"
        className="flex min-h-0 flex-1 flex-col"
      >
        <div
          ref={head}
          className="shrink-0 overflow-x-hidden overflow-y-scroll"
          style={{ borderBottom: '1px solid var(--hair)' }}
          onScroll={(event) => {
            // A field of a far heading that takes the focus brings the rows along.
            if (scroll.current) scroll.current.scrollLeft = event.currentTarget.scrollLeft;
          }}
        >
          <Headings frame={frame} least={least} faults={faults} />
        </div>
        <div
          ref={scroll}
          role="rowgroup"
          // biome-ignore lint/a11y/noNoninteractiveTabindex: a surface whose keys are in the one list of keys
          tabIndex={0}
          data-testid="ledger"
          data-scope="ledger"
          className="min-h-0 flex-1 overflow-x-auto overflow-y-scroll"
          onFocus={() => void fetchTables()}
          onPaste={(event) => {
            const text = event.clipboardData.getData('text/plain').replace(/\r?\n$/, '');
            if (!text || !ofCells(event)) return;
            event.preventDefault();
            void paste(marked, text);
          }}
          onCopy={(event) => {
            const text = ofCells(event) ? copied(marked) : null;
            if (text === null) return;
            event.clipboardData.setData('text/plain', text);
            event.preventDefault();
          }}
          onScroll={(event) => {
            if (head.current) head.current.scrollLeft = event.currentTarget.scrollLeft;
          }}
        >
          {!rows.length && <Nothing show={show} />}
          <div className="relative" style={{ height: virtual.getTotalSize(), minWidth: least }}>
            {virtual.getVirtualItems().map(({ index, start }) => {
              const row = itemAt(rows, index);
              if (row.kind === 'group')
                return <GroupLine key={`group ${index}`} row={row} index={index} start={start} sums={sums} />;
              const inBlock = block.corner !== null && index >= block.top && index <= block.bottom;
              return (
                <FixtureLine
                  key={keyOf(row)}
                  row={row}
                  index={index}
                  start={start}
                  frame={frame}
                  looks={columns.map((column) =>
                    cellLook(
                      show,
                      row,
                      column,
                      snags?.get(row.fixture.id),
                      preview,
                      colours,
                      coming.get(cellKey(row.fixture.id, row.part, column.field)),
                    ),
                  )}
                  lit={chosen.has(row.fixture.id)}
                  by={others.get(row.fixture.id) ?? ''}
                  here={at.row === index ? at.column : null}
                  from={inBlock ? block.left : -1}
                  to={inBlock ? block.right : -1}
                  editing={at.row === index ? editing : null}
                  acts={acts}
                />
              );
            })}
          </div>
        </div>
      </div>
    </section>
  );
}

const keyOf = (row: Extract<Row, { kind: 'fixture' }>): string => `${row.fixture.id} ${row.part}`;

const Nothing = ({ show }: { show: Show }) => (
  <p className="pencil p-3">
    {all(show, 'fixture').length
      ? 'No fixture matches the filters.'
      : 'No fixtures yet. Draw a position, then hang fixtures on it.'}
  </p>
);
