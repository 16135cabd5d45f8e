/** The live table of all fixtures: one row each, cells of multi-cell units as child rows. Keys as in a spreadsheet. */
import { useVirtualizer } from '@tanstack/react-virtual';
import Papa from 'papaparse';
import { useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { snagsByFixture } from '#core/audit/snags';
import { colourOf } from '#core/light/filter';
import { updating } from '#core/model/change';
import { fieldsInOrder, withNewChoices } from '#core/model/fields';
import type { Fixture, Id } from '#core/model/records';
import { all } from '#core/model/show';
import { inScheduleOrder, natural } from '#core/number/order';
import { withUnits } from '#core/number/units';
import { type FieldName, fieldText, typeField } from '#core/paper/fields';
import { formatRange } from '#core/patch/address';
import { partFootprint } from '#core/patch/footprint';
import { plural } from '../drawing/pointing';
import { useSession, useShow } from '../session/context';
import { useDesk } from '../session/desk';
import { takeIntoShow } from '../shelf/Preview';
import { attempt, shelvedFilters, useShelf } from '../shelf/store';
import { useRunPreview } from '../steps/run';
import { EditBox } from './EditBox';

interface Column {
  readonly field: FieldName;
  readonly name: string;
  readonly width: number;
  readonly right?: boolean;
}
const always: readonly Column[] = [
  { field: 'position', name: 'Position', width: 110 },
  { field: 'unit', name: 'Unit', width: 52, right: true },
  { field: 'channel', name: 'Channel', width: 78, right: true },
  { field: 'address', name: 'Address', width: 118 },
  { field: 'type', name: 'Type', width: 150 },
  { field: 'mode', name: 'Mode', width: 90 },
  { field: 'purpose', name: 'Purpose', width: 140 },
  { field: 'colour', name: 'Colour', width: 112 },
  { field: 'notes', name: 'Notes', width: 140 },
  { field: 'circuit', name: 'Circuit', width: 78 },
];
/** Columns that come when something stands in them. */
const sometimes: readonly Column[] = [
  { field: 'gobo', name: 'Gobo', width: 70 },
  { field: 'rental', name: 'Rented from', width: 100 },
];
/** Fields that each part of a fixture has for itself. */
const ofParts: readonly FieldName[] = ['channel', 'address', 'circuit', 'colour'];
const ROW = 24;

interface Row {
  readonly fixture: Fixture;
  /** Index of the part in a child row; null is the fixture itself. */
  readonly part: number | null;
}
interface Cell {
  readonly row: number;
  readonly column: number;
}

export function Ledger() {
  const session = useSession();
  const show = useShow();
  const { selection, select } = useDesk();
  const preview = useRunPreview();
  const [sort, setSort] = useState<{ readonly field: FieldName; readonly down: boolean } | null>(null);
  const [filters, setFilters] = useState<Partial<Record<FieldName, string>>>({});
  const [cell, setCell] = useState<Cell>({ row: 0, column: 2 });
  const [editing, setEditing] = useState<string | null>(null);
  const scroll = useRef<HTMLDivElement>(null);
  const anchor = useRef<number>(0);
  const snags = snagsByFixture(show);
  const { list } = useShelf();
  const shownFilters = all(show, 'filter');
  const columns = useMemo((): readonly Column[] => {
    const used = sometimes.filter(({ field }) => all(show, 'fixture').some((fixture) => fieldText(show, fixture, null, field)));
    const own = fieldsInOrder(show).map(
      (field): Column => ({ field: `own ${field.id}`, name: field.name, width: 100, right: field.type === 'number' }),
    );
    return [...always, ...used, ...own];
  }, [show]);

  const rows = useMemo((): Row[] => {
    let fixtures = inScheduleOrder(show);
    const wanted = Object.entries(filters).filter(([, text]) => text?.trim()) as [FieldName, string][];
    if (wanted.length)
      fixtures = fixtures.filter((fixture) =>
        wanted.every(([field, text]) => fieldText(show, fixture, null, field).toLowerCase().includes(text.trim().toLowerCase())),
      );
    if (sort) {
      const keys = new Map(fixtures.map((fixture) => [fixture.id, fieldText(show, fixture, null, sort.field)]));
      fixtures = [...fixtures].sort((a, b) => {
        const [x, y] = [keys.get(a.id)!, keys.get(b.id)!];
        // Empty cells stay at the end whichever way it is sorted.
        return Number(!x) - Number(!y) || (sort.down ? -1 : 1) * natural(x, y);
      });
    }
    return fixtures.flatMap((fixture) => [
      { fixture, part: null },
      ...(fixture.parts.length > 1 ? fixture.parts.map((_, part) => ({ fixture, part })) : []),
    ]);
  }, [show, filters, sort]);

  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const chosen = useMemo(() => new Set(selection), [selection]);
  const at = { row: Math.min(cell.row, Math.max(0, rows.length - 1)), column: cell.column };

  // The row of what was selected on the Drawing comes into view.
  const last = selection.at(-1);
  // biome-ignore lint/correctness/useExhaustiveDependencies: follows the selection only
  useEffect(() => {
    const index = rows.findIndex((row) => row.fixture.id === last);
    if (index >= 0 && !scroll.current?.contains(document.activeElement)) {
      virtual.scrollToIndex(index);
      setCell((now) => ({ ...now, row: index }));
    }
  }, [last]);

  const write = (
    edits: readonly { readonly row: Row; readonly field: FieldName; readonly text: string }[],
    label: string,
  ): number => {
    const now = new Map<Id, Fixture>();
    const before = new Map<Id, Fixture>();
    const misfits: string[] = [];
    for (const { row, field, text } of edits) {
      const fixture = now.get(row.fixture.id) ?? row.fixture;
      before.set(row.fixture.id, row.fixture);
      const typed = typeField(show, fixture, row.part, field, text);
      if (typed.ok) now.set(fixture.id, typed.fixture);
      else misfits.push(`${fieldText(show, fixture, null, 'position')} unit ${fixture.unit || '-'}: ${typed.why}`);
    }
    const change = withNewChoices(
      show,
      withUnits(show, updating([...now].map(([id, fixture]) => [before.get(id)!, fixture] as const))),
    );
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
    if (misfits.length)
      toast.error(misfits.length === 1 ? misfits[0] : `${misfits.length} cells were not taken. The first: ${misfits[0]}`, {
        duration: 8000,
      });
    return misfits.length;
  };

  const editable = (row: Row | undefined, field: FieldName): boolean =>
    row !== undefined &&
    (row.part === null ? !(row.fixture.parts.length > 1 && ofParts.includes(field)) : ofParts.includes(field));
  const begin = (text?: string) => {
    const row = rows[at.row];
    const { field } = columns[at.column]!;
    if (!editable(row, field)) return;
    setEditing(text ?? fieldText(show, row!.fixture, row!.part, field));
  };
  const commit = (move: readonly [number, number]) => {
    const row = rows[at.row];
    const { field, name } = columns[at.column]!;
    if (editing !== null && row && editing !== fieldText(show, row.fixture, row.part, field))
      write([{ row, field, text: editing }], `${name} ${editing || 'cleared'}`);
    setEditing(null);
    go(at.row + move[0], at.column + move[1]);
    scroll.current?.focus({ preventScroll: true });
  };
  const go = (row: number, column: number) => {
    const next = { row: Math.max(0, Math.min(rows.length - 1, row)), column: Math.max(0, Math.min(columns.length - 1, column)) };
    setCell(next);
    virtual.scrollToIndex(next.row);
  };

  const keys = (event: React.KeyboardEvent) => {
    if (event.target !== scroll.current) return;
    const moves: Readonly<Record<string, readonly [number, number]>> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      PageUp: [-10, 0],
      PageDown: [10, 0],
    };
    const move = moves[event.key] ?? (event.key === 'Tab' ? ([0, event.shiftKey ? -1 : 1] as const) : undefined);
    if (event.ctrlKey || event.metaKey) return;
    if (event.key === 'Tab' && ((at.column === 0 && event.shiftKey) || (at.column === columns.length - 1 && !event.shiftKey)))
      return;
    if (move) {
      event.preventDefault();
      event.stopPropagation();
      go(at.row + move[0], at.column + move[1]);
      const row = rows[Math.max(0, Math.min(rows.length - 1, at.row + move[0]))];
      if (move[0] && row) select([row.fixture.id]);
    } else if (event.key === 'Enter' || event.key === 'F2') {
      event.preventDefault();
      event.stopPropagation();
      begin();
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      event.stopPropagation();
      const row = rows[at.row];
      const { field, name } = columns[at.column]!;
      if (editable(row, field) && !['position', 'type', 'mode'].includes(field))
        write([{ row: row!, field, text: '' }], `${name} cleared`);
    } else if (event.key.length === 1) {
      event.preventDefault();
      event.stopPropagation();
      begin(event.key);
    }
  };

  const paste = (event: React.ClipboardEvent) => {
    if (editing !== null) return;
    const text = event.clipboardData.getData('text/plain').replace(/\r?\n$/, '');
    if (!text) return;
    event.preventDefault();
    const block = Papa.parse<string[]>(text, { delimiter: text.includes('\t') ? '\t' : undefined }).data.slice(0, 5000);
    const edits = block.flatMap((line, r) =>
      line.flatMap((value, c) => {
        const row = rows[at.row + r];
        const column = columns[at.column + c];
        return row && column && editable(row, column.field) ? [{ row, field: column.field, text: value }] : [];
      }),
    );
    const missed = write(edits, `Paste ${plural(edits.length, 'cell')}`);
    toast(`${plural(edits.length - missed, 'cell')} pasted from ${columns[at.column]!.name} down.`);
  };
  const copy = (event: React.ClipboardEvent) => {
    if (editing !== null) return;
    const row = rows[at.row];
    if (!row) return;
    event.clipboardData.setData('text/plain', fieldText(show, row.fixture, row.part, columns[at.column]!.field));
    event.preventDefault();
  };

  const click = (event: React.MouseEvent, index: number, column: number) => {
    const row = rows[index]!;
    if (event.shiftKey) {
      const [from, to] = [Math.min(anchor.current, index), Math.max(anchor.current, index)];
      select([...new Set(rows.slice(from, to + 1).map((item) => item.fixture.id))]);
    } else if (event.ctrlKey || event.metaKey)
      select(chosen.has(row.fixture.id) ? selection.filter((id) => id !== row.fixture.id) : [...selection, row.fixture.id]);
    else {
      select([row.fixture.id]);
      anchor.current = index;
    }
    setCell({ row: index, column });
    setEditing(null);
    scroll.current?.focus({ preventScroll: true });
  };

  const template = `${columns.map((column) => `minmax(${Math.round(column.width * 0.7)}px, ${column.width}fr)`).join(' ')}`;
  return (
    <section aria-label="Ledger" className="flex h-full flex-col text-[12px]" style={{ background: 'var(--sheet)' }}>
      <div role="grid" aria-rowcount={rows.length} aria-label="All fixtures" className="flex min-h-0 flex-1 flex-col">
        <div
          role="row"
          className="grid shrink-0 overflow-y-scroll"
          style={{ gridTemplateColumns: template, borderBottom: '1px solid var(--hair)' }}
        >
          {columns.map((column) => (
            <div
              key={column.field}
              role="columnheader"
              aria-sort={sort?.field === column.field ? (sort.down ? 'descending' : 'ascending') : 'none'}
              className="px-2 pt-1"
            >
              <button
                type="button"
                className={`pencil block w-full ${column.right ? 'text-right' : 'text-left'}`}
                onClick={() =>
                  setSort(
                    sort?.field !== column.field
                      ? { field: column.field, down: false }
                      : sort.down
                        ? null
                        : { field: column.field, down: true },
                  )
                }
              >
                {column.name}
                {sort?.field === column.field ? (sort.down ? ' ↓' : ' ↑') : ''}
              </button>
              <input
                className="field !py-0"
                aria-label={`Filter ${column.name}`}
                style={{ textAlign: column.right ? 'right' : 'left' }}
                value={filters[column.field] ?? ''}
                onChange={(event) => setFilters({ ...filters, [column.field]: event.target.value })}
              />
            </div>
          ))}
        </div>
        <div
          ref={scroll}
          role="rowgroup"
          tabIndex={0}
          data-testid="ledger"
          className="min-h-0 flex-1 overflow-y-scroll"
          onKeyDown={keys}
          onPaste={paste}
          onCopy={copy}
        >
          {!rows.length && (
            <p className="pencil p-3">
              {all(show, 'fixture').length
                ? 'No fixture matches the filters.'
                : 'No fixtures yet. Draw a position, then hang fixtures on it.'}
            </p>
          )}
          <div className="relative" style={{ height: virtual.getTotalSize() }}>
            {virtual.getVirtualItems().map((item) => {
              const row = rows[item.index]!;
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
                    const shared = wrong?.find(
                      (snag) =>
                        snag.field === column.field &&
                        (part !== null || fixture.parts.length === 1 || column.field !== 'address'),
                    );
                    const previewed = column.field === 'channel' && part === null ? preview?.values.get(fixture.id) : undefined;
                    const text = previewed ?? cellText(row, column.field);
                    return (
                      <div
                        key={column.field}
                        role="gridcell"
                        title={shared?.text}
                        className={`truncate px-2 leading-6 ${column.right ? 'text-right' : ''}`}
                        style={{
                          boxShadow: here ? 'inset 0 0 0 1.5px var(--lamp)' : undefined,
                          color: shared
                            ? shared.weight === 'stop'
                              ? 'var(--stop)'
                              : 'var(--doubt)'
                            : previewed !== undefined
                              ? 'var(--lamp)'
                              : part !== null || !editable(row, column.field)
                                ? 'var(--pencil)'
                                : undefined,
                        }}
                        onClick={(event) => click(event, item.index, c)}
                        onDoubleClick={() => begin()}
                      >
                        {here && editing !== null ? (
                          <EditBox
                            label={column.name}
                            text={editing}
                            right={column.right ?? false}
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
                            {shared && column.field === 'address' ? ' shared' : ''}
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

  function cellText({ fixture, part }: Row, field: FieldName): string {
    if (part !== null && field !== 'type' && !ofParts.includes(field)) return '';
    if (field === 'address' && (part !== null || fixture.parts.length === 1))
      return formatRange(fixture.parts[part ?? 0]!.address, partFootprint(show, fixture, part ?? 0));
    if (field === 'type' && part !== null) return `  ${fixture.parts[part]!.name}`;
    return fieldText(show, fixture, part, field);
  }
}
