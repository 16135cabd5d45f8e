/** The live table of all fixtures: one row each, cells of multi-cell units as child rows. Keys as in a spreadsheet. */
import { useVirtualizer } from '@tanstack/react-virtual';
import Papa from 'papaparse';
import { useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { snagsByFixture } from '#core/audit/snags';
import { fieldText } from '#core/fields/index';
import { type Column, columnsOf, shownText } from '#core/ledger/columns';
import { type CellEdit, canType, editCells, fillDown, fillSeries, pasteBlock, swapCells } from '#core/ledger/edits';
import { type FixtureRow, type Row, type Rows, rowsOf } from '#core/ledger/rows';
import { colourOf } from '#core/light/filter';
import { all, type Show } from '#core/model/show';
import { isTyping, plural } from '../../ui/canvas/pointing';
import { useSession, useShow } from '../../state/context';
import { useDesk } from '../../state/desk';
import { takeIntoShow } from '../shelf/Preview';
import { attempt, shelvedFilters, useShelf } from '../../state/shelf';
import { useRunPreview } from '../../state/run';
import { EditBox } from './EditBox';
import { Heading } from './Heading';
import { LedgerBar } from './LedgerBar';
import { shownColumns, useLedger } from './state';

const ROW = 24;
interface Cell {
  readonly row: number;
  readonly column: number;
}
const rightOf = (column: Column): boolean => column.kind === 'number' || column.kind === 'length';
const idsOf = (rows: readonly Row[]): string[] => [
  ...new Set(rows.flatMap((row) => (row.kind === 'fixture' ? [row.fixture.id] : []))),
];

/** Rows of the Ledger as it is set; the drawing stands back where the filter leaves things out. */
function useRows(show: Show): Rows {
  const { sieves, groups, sort, dim } = useLedger();
  const rows = useMemo(() => rowsOf(show, { sieves, groups, sort }), [show, sieves, groups, sort]);
  useEffect(() => {
    const shown = new Set(rows.shown.map((fixture) => fixture.id));
    const out = dim ? all(show, 'fixture').filter((fixture) => !shown.has(fixture.id)) : [];
    useDesk.setState({ dimmed: out.length ? new Set(out.map((fixture) => fixture.id)) : null });
  }, [rows, dim, show]);
  return rows;
}

export function Ledger() {
  const session = useSession();
  const show = useShow();
  const { selection, select } = useDesk();
  const preview = useRunPreview();
  const state = useLedger();
  const [cell, setCell] = useState<Cell>({ row: 0, column: 2 });
  /** Where a block of cells was begun; null is the one cell. */
  const [corner, setCorner] = useState<Cell | null>(null);
  const [editing, setEditing] = useState<string | null>(null);
  const scroll = useRef<HTMLDivElement>(null);
  const head = useRef<HTMLDivElement>(null);
  const anchor = useRef<number>(0);
  const snags = snagsByFixture(show);
  const { list } = useShelf();
  const shownFilters = all(show, 'filter');
  const { columns: chosenColumns } = state;
  const columns = useMemo(() => shownColumns(show, { columns: chosenColumns }), [show, chosenColumns]);
  const result = useRows(show);
  const { rows } = result;

  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const chosen = useMemo(() => new Set(selection), [selection]);
  const at = { row: Math.min(cell.row, Math.max(0, rows.length - 1)), column: Math.min(cell.column, columns.length - 1) };
  const block = {
    top: Math.min(at.row, corner?.row ?? at.row),
    bottom: Math.min(rows.length - 1, Math.max(at.row, corner?.row ?? at.row)),
    left: Math.min(at.column, corner?.column ?? at.column),
    right: Math.min(columns.length - 1, Math.max(at.column, corner?.column ?? at.column)),
  };
  const blockRows = () => rows.slice(block.top, block.bottom + 1);
  const blockColumns = () => columns.slice(block.left, block.right + 1);

  // The row of what was selected on the Drawing comes into view.
  const last = selection.at(-1);
  // biome-ignore lint/correctness/useExhaustiveDependencies: follows the selection only
  useEffect(() => {
    const index = rows.findIndex((row) => row.kind === 'fixture' && row.fixture.id === last);
    if (index >= 0 && !scroll.current?.contains(document.activeElement)) {
      virtual.scrollToIndex(index);
      setCell((now) => ({ ...now, row: index }));
      setCorner(null);
    }
  }, [last]);

  const write = (edits: readonly CellEdit[], label: string): void => {
    const { change, misfits } = editCells(show, edits);
    session.edit(label, change);
    // Codes that only the Shelf knows bring their filters along.
    const codes = edits.filter(({ field }) => field === 'colour').flatMap(({ text }) => colourOf(shownFilters, text).unknown);
    const shelved = shelvedFilters(list.items, codes);
    if (shelved.length)
      void attempt(() =>
        takeIntoShow(
          session,
          shelved.map((item) => item.id),
        ),
      );
    const [first] = misfits;
    if (first)
      toast.error(
        misfits.length === 1
          ? `${first.where}: ${first.why}`
          : `${misfits.length} cells were not taken. The first: ${first.where}: ${first.why}`,
        { duration: 8000 },
      );
  };
  const one = (row: FixtureRow, column: Column, text: string): CellEdit => ({
    fixture: row.fixture.id,
    part: row.part,
    field: column.field,
    text,
  });

  const begin = (text?: string) => {
    const row = rows[at.row];
    const column = columns[at.column];
    if (!column || !canType(row, column) || row?.kind !== 'fixture') return;
    setEditing(text ?? fieldText(show, row.fixture, row.part, column.field));
  };
  const commit = (move: readonly [number, number]) => {
    const row = rows[at.row];
    const column = columns[at.column]!;
    if (editing !== null && row?.kind === 'fixture' && editing !== fieldText(show, row.fixture, row.part, column.field))
      write([one(row, column, editing)], `${column.title} ${editing || 'cleared'}`);
    setEditing(null);
    go(at.row + move[0], at.column + move[1]);
    scroll.current?.focus({ preventScroll: true });
  };
  const go = (row: number, column: number, extend = false) => {
    const next = { row: Math.max(0, Math.min(rows.length - 1, row)), column: Math.max(0, Math.min(columns.length - 1, column)) };
    setCorner(extend ? (corner ?? at) : null);
    setCell(next);
    virtual.scrollToIndex(next.row);
    return next;
  };
  const selectRows = (from: number, to: number) => select(idsOf(rows.slice(Math.min(from, to), Math.max(from, to) + 1)));
  const fill = (how: 'down' | 'series') => {
    const edits = (how === 'down' ? fillDown : fillSeries)(show, blockRows(), blockColumns());
    if (edits.length) write(edits, `Fill ${how === 'down' ? 'down' : 'a series'} in ${plural(edits.length, 'cell')}`);
    else
      toast(
        how === 'down'
          ? 'Mark the rows first, the one to copy on top: Shift with the arrow keys.'
          : 'Mark the rows first, with one or two values that count on top.',
      );
  };
  const clear = () => {
    const edits = blockRows().flatMap((row) =>
      blockColumns().flatMap((column) =>
        row.kind === 'fixture' && canType(row, column) && !['position', 'type', 'mode'].includes(column.field)
          ? [one(row, column, '')]
          : [],
      ),
    );
    if (edits.length)
      write(edits, edits.length === 1 ? `${columns[at.column]!.title} cleared` : `Clear ${plural(edits.length, 'cell')}`);
  };
  const swap = () => {
    const [a, b] = [rows[block.top], rows[block.bottom]];
    const edits = a && b && a !== b ? swapCells(show, a, b, blockColumns()) : [];
    if (edits.length) write(edits, `Swap ${plural(edits.length / 2, 'value')}`);
    else toast('Mark a block first: its first and its last row swap their values.');
  };

  const keys = (event: React.KeyboardEvent) => {
    if (event.target !== scroll.current) return;
    const mod = event.ctrlKey || event.metaKey;
    const act = (done: () => void) => {
      event.preventDefault();
      event.stopPropagation();
      done();
    };
    if (mod) {
      const key = event.key.toLowerCase();
      if (key === 'd') return act(() => fill(event.shiftKey ? 'series' : 'down'));
      if (key === 'f') return act(() => useLedger.setState({ tool: 'find' }));
      if (key === 'e') return act(swap);
      if (event.key === 'Home') return act(() => go(0, 0, event.shiftKey));
      if (event.key === 'End') return act(() => go(rows.length - 1, columns.length - 1, event.shiftKey));
      return;
    }
    const page = Math.max(1, Math.floor((scroll.current?.clientHeight ?? 240) / ROW) - 1);
    const moves: Readonly<Record<string, readonly [number, number]>> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      PageUp: [-page, 0],
      PageDown: [page, 0],
      Home: [0, -columns.length],
      End: [0, columns.length],
    };
    const tab = event.key === 'Tab';
    if (tab && ((at.column === 0 && event.shiftKey) || (at.column === columns.length - 1 && !event.shiftKey))) return;
    const move = moves[event.key] ?? (tab ? ([0, event.shiftKey ? -1 : 1] as const) : undefined);
    if (move)
      act(() => {
        const extend = event.shiftKey && !tab;
        const next = go(at.row + move[0], at.column + move[1], extend);
        if (move[0]) selectRows(extend ? (corner?.row ?? at.row) : next.row, next.row);
      });
    else if (event.key === 'Enter' || event.key === 'F2') act(() => begin());
    else if (event.key === 'Delete' || event.key === 'Backspace') act(clear);
    else if (event.key.length === 1) act(() => begin(event.key));
  };

  const paste = (event: React.ClipboardEvent) => {
    if (editing !== null || isTyping(event.target)) return;
    const text = event.clipboardData.getData('text/plain').replace(/\r?\n$/, '');
    if (!text) return;
    event.preventDefault();
    const { data } = Papa.parse<string[]>(text, { delimiter: text.includes('\t') ? '\t' : undefined });
    if (data.length > 20_000)
      return void toast.error(
        `The clipboard holds ${data.length.toLocaleString('en')} rows; the Ledger takes 20,000 at once. Nothing was pasted.`,
      );
    const { edits, outside } = pasteBlock(rows.slice(block.top), columns.slice(block.left), data, block.bottom - block.top + 1);
    const { misfits } = editCells(show, edits);
    if (misfits.length || outside) return useLedger.setState({ pasted: { edits, misfits, outside }, back: null });
    write(edits, `Paste ${plural(edits.length, 'cell')}`);
    toast(`${plural(edits.length, 'cell')} pasted from ${columns[block.left]!.title} down.`);
  };
  const copy = (event: React.ClipboardEvent) => {
    if (editing !== null || isTyping(event.target)) return;
    const text = blockRows().map((row) =>
      blockColumns().map((column) =>
        row.kind === 'fixture'
          ? column.typed
            ? fieldText(show, row.fixture, row.part, column.field)
            : shownText(show, row.fixture, row.part, column)
          : row.title,
      ),
    );
    event.clipboardData.setData('text/plain', Papa.unparse(text, { delimiter: '\t', newline: '\n' }));
    event.preventDefault();
  };

  const click = (event: React.MouseEvent, index: number, column: number) => {
    const row = rows[index]!;
    if (row.kind === 'group') return;
    if (event.shiftKey) {
      selectRows(anchor.current, index);
      setCorner(corner ?? at);
    } else {
      setCorner(null);
      if (event.ctrlKey || event.metaKey)
        select(chosen.has(row.fixture.id) ? selection.filter((id) => id !== row.fixture.id) : [...selection, row.fixture.id]);
      else {
        select([row.fixture.id]);
        anchor.current = index;
      }
    }
    setCell({ row: index, column });
    setEditing(null);
    scroll.current?.focus({ preventScroll: true });
  };

  const wide = columns.reduce((sum, column) => sum + column.width, 0);
  // Chosen widths are kept; the usual columns share the room.
  const template = columns
    .map((column) =>
      chosenColumns
        ? `minmax(${column.width}px, ${column.width}fr)`
        : `minmax(${Math.round(column.width * 0.85)}px, ${column.width}fr)`,
    )
    .join(' ');
  const least = chosenColumns ? wide : Math.round(wide * 0.85);
  const lefts = columns.map((column, i) =>
    column.pinned ? columns.slice(0, i).reduce((sum, item) => sum + item.width, 0) : null,
  );
  // Subtotals stand in the heading of a group, whether or not their columns are shown.
  const sums = columnsOf(show).filter((column) => column.sum);

  return (
    <section aria-label="Ledger" className="flex h-full flex-col text-[12px]" style={{ background: 'var(--sheet)' }}>
      <LedgerBar rows={result} columns={columns} write={write} />
      <div
        role="grid"
        aria-rowcount={rows.length}
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
          <div role="row" className="grid" style={{ gridTemplateColumns: template, minWidth: least }}>
            {columns.map((column, i) => (
              <Heading
                key={column.field}
                column={column}
                left={lefts[i]!}
                right={rightOf(column)}
                sieve={state.sieves.find((sieve) => sieve.field === column.field)}
                fault={result.faults[column.field]}
              />
            ))}
          </div>
        </div>
        <div
          ref={scroll}
          role="rowgroup"
          tabIndex={0}
          data-testid="ledger"
          className="min-h-0 flex-1 overflow-x-auto overflow-y-scroll"
          onKeyDown={keys}
          onPaste={paste}
          onCopy={copy}
          onScroll={(event) => {
            if (head.current) head.current.scrollLeft = event.currentTarget.scrollLeft;
          }}
        >
          {!rows.length && (
            <p className="pencil p-3">
              {all(show, 'fixture').length
                ? 'No fixture matches the filters.'
                : 'No fixtures yet. Draw a position, then hang fixtures on it.'}
            </p>
          )}
          <div className="relative" style={{ height: virtual.getTotalSize(), minWidth: least }}>
            {virtual.getVirtualItems().map((item) => {
              const row = rows[item.index]!;
              if (row.kind === 'group')
                return (
                  <div
                    key={`group ${item.index}`}
                    role="row"
                    aria-rowindex={item.index + 1}
                    className="absolute inset-x-0 flex items-baseline gap-4 px-2 leading-6"
                    style={{
                      height: ROW,
                      transform: `translateY(${item.start}px)`,
                      background: 'var(--desk)',
                      borderBottom: '1px solid var(--hair)',
                      paddingLeft: 8 + row.depth * 14,
                    }}
                  >
                    <span role="gridcell" className="font-bold">
                      {row.title}
                    </span>
                    <span className="pencil">{plural(row.count)}</span>
                    {sums.map((column) =>
                      row.sums[column.field] ? (
                        <span
                          key={column.field}
                          className="pencil"
                        >{`${Math.round(row.sums[column.field]! * 10) / 10} ${column.sum}`}</span>
                      ) : null,
                    )}
                  </div>
                );
              const { fixture, part } = row;
              const lit = chosen.has(fixture.id);
              const wrong = snags.get(fixture.id);
              return (
                <div
                  key={`${fixture.id} ${part}`}
                  role="row"
                  aria-selected={lit}
                  aria-rowindex={item.index + 1}
                  className="absolute inset-x-0 grid"
                  style={{
                    height: ROW,
                    transform: `translateY(${item.start}px)`,
                    gridTemplateColumns: template,
                    background: lit ? 'var(--halo)' : item.index % 2 ? 'var(--row)' : undefined,
                    borderBottom: '1px solid var(--hair-faint)',
                    opacity: fixture.spare ? 0.6 : 1,
                  }}
                >
                  {columns.map((column, c) => {
                    const here = at.row === item.index && at.column === c;
                    const marked =
                      corner !== null &&
                      item.index >= block.top &&
                      item.index <= block.bottom &&
                      c >= block.left &&
                      c <= block.right;
                    const shared = wrong?.find(
                      (snag) =>
                        snag.weight !== 'open' &&
                        snag.field === column.field &&
                        (part !== null || fixture.parts.length === 1 || column.field !== 'address'),
                    );
                    const previewed = previewText(row, column);
                    const taken = preview?.clashes.find((clash) => clash.by === fixture.id && clash.field === column.field);
                    const text = previewed ?? shownText(show, fixture, part, column);
                    return (
                      <div
                        key={column.field}
                        role="gridcell"
                        title={taken ? `${taken.value} is wanted by the run` : shared?.text}
                        className={`truncate px-2 leading-6 ${rightOf(column) ? 'text-right' : ''}`}
                        style={{
                          boxShadow: here ? 'inset 0 0 0 1.5px var(--lamp)' : marked ? 'inset 0 0 0 1px var(--glow)' : undefined,
                          ...(lefts[c] === null
                            ? {}
                            : {
                                position: 'sticky',
                                left: lefts[c]!,
                                zIndex: 1,
                                background: lit ? 'var(--halo)' : 'var(--sheet)',
                                borderRight: '1px solid var(--hair)',
                              }),
                          color: taken
                            ? 'var(--stop)'
                            : shared
                              ? shared.weight === 'stop'
                                ? 'var(--stop)'
                                : 'var(--doubt)'
                              : previewed !== undefined
                                ? 'var(--lamp)'
                                : part !== null || !canType(row, column)
                                  ? 'var(--pencil)'
                                  : undefined,
                        }}
                        onClick={(event) => click(event, item.index, c)}
                        onDoubleClick={() => begin()}
                      >
                        {here && editing !== null ? (
                          <EditBox
                            label={column.title}
                            text={editing}
                            right={rightOf(column)}
                            onChange={setEditing}
                            onDone={commit}
                            onLeave={() => {
                              setEditing(null);
                              scroll.current?.focus({ preventScroll: true });
                            }}
                          />
                        ) : (
                          <>
                            {column.field === 'colour' && colourOf(shownFilters, text).rgb && (
                              <span
                                className="mr-1.5 inline-block h-2.5 w-2.5 border"
                                style={{
                                  background: colourOf(shownFilters, text).rgb ?? undefined,
                                  borderColor: 'var(--pencil)',
                                }}
                              />
                            )}
                            {text}
                            {shared?.code === 'address shared' ? ' shared' : ''}
                          </>
                        )}
                      </div>
                    );
                  })}
                </div>
              );
            })}
          </div>
        </div>
      </div>
    </section>
  );

  /** What a run would write here. */
  function previewText({ fixture, part }: FixtureRow, column: Column): string | undefined {
    const field = column.field;
    const draft = preview?.fields.includes(field) ? preview.draft.get(fixture.id) : undefined;
    return draft && draft !== fixture && (part === null || column.ofParts) ? fieldText(show, draft, part, field) : undefined;
  }
}
