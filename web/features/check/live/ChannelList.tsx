/** Channels as a list: a heading sorts, and has its filter below; what is heard is read anew some times a second. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useReducer, useRef, useState } from 'react';
import {
  isHeard,
  type SheetColumn,
  type SheetRow,
  type SheetRules,
  sheetColumns,
  sheetOf,
  sheetText,
  sheetTitle,
} from '#core/wires/sheet';
import { useShow } from '../../../state/context';
import { goTo, useSelection } from '../../../state/selection';
import { followLives, liveOf } from '../../../state/wires/wires';
import { Typed } from '../../../ui/Field';

/** A list that sorted itself with every packet could not be read, ms. */
const EVERY = 200;
const ROW = 22;
const widths: Readonly<Partial<Record<SheetColumn, string>>> = {
  channel: '64px',
  level: '56px',
  mixed: '84px',
  pan: '52px',
  tilt: '52px',
  heard: '64px',
  unit: '52px',
  address: '72px',
};

export function ChannelList({ rows }: { readonly rows: readonly SheetRow[] }) {
  const show = useShow();
  const [rules, setRules] = useState<SheetRules>({ filters: {}, sort: { column: 'channel', down: false } });
  const [stamp, redraw] = useReducer((n: number) => n + 1, 0);
  useEffect(() => {
    let due = false;
    const off = followLives(() => {
      due = true;
    });
    const timer = setInterval(() => {
      if (due) redraw();
      due = false;
    }, EVERY);
    return () => {
      off();
      clearInterval(timer);
    };
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is heard changes with the stamp
  const { rows: shown, faults } = useMemo(() => sheetOf(show, rows, rules, liveOf), [show, rows, rules, stamp]);
  const pane = useRef<HTMLDivElement>(null);
  const list = useVirtualizer({
    count: shown.length,
    getScrollElement: () => pane.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const chosen = useSelection((state) => state.selection);
  const items = list.getVirtualItems();
  const [above, below] = [items[0]?.start ?? 0, list.getTotalSize() - (items.at(-1)?.end ?? 0)];
  return (
    <div ref={pane} className="min-h-0 flex-1 overflow-auto text-[12px]">
      <table aria-label="Channels as a list" aria-rowcount={shown.length + 1} className="w-full min-w-[860px] table-fixed">
        <thead className="sticky top-0 z-10" style={{ background: 'var(--sheet)' }}>
          <tr>
            {sheetColumns.map((column) => (
              <Head
                key={column}
                column={column}
                title={sheetTitle(show, column)}
                rules={rules}
                setRules={setRules}
                fault={faults[column]}
              />
            ))}
          </tr>
        </thead>
        <tbody>
          {above > 0 && <tr style={{ height: above }} />}
          {items.map(({ index }) => {
            const row = shown[index];
            return row ? <Line key={row.channel} row={row} lit={row.fixtures.some(({ id }) => chosen.includes(id))} /> : null;
          })}
          {below > 0 && <tr style={{ height: below }} />}
        </tbody>
      </table>
    </div>
  );
}
function Line({ row, lit }: { readonly row: SheetRow; readonly lit: boolean }) {
  const show = useShow();
  return (
    <tr
      style={{ height: ROW, borderBottom: '1px solid var(--hair-faint)', background: lit ? 'var(--halo)' : undefined }}
      data-state={sheetText(show, row, 'heard', liveOf)}
    >
      {sheetColumns.map((column) => {
        const text = sheetText(show, row, column, liveOf);
        const lost = column === 'heard' && text === 'lost';
        return (
          <td
            key={column}
            className={`truncate px-2 ${column === 'level' ? 'font-bold' : ''}`}
            style={lost ? { color: 'var(--stop)' } : isHeard(column) ? {} : { color: 'var(--pencil)' }}
          >
            {column === 'channel' ? (
              <button type="button" className="link" aria-pressed={lit} onClick={() => goTo(row.fixtures.map(({ id }) => id))}>
                {text}
              </button>
            ) : (
              <>
                {text.startsWith('#') && column === 'mixed' && (
                  <i
                    className="mr-1 inline-block h-3 w-3 border align-middle"
                    style={{ background: text, borderColor: 'var(--hair)' }}
                  />
                )}
                {text}
              </>
            )}
          </td>
        );
      })}
    </tr>
  );
}
function Head(props: {
  readonly column: SheetColumn;
  readonly title: string;
  readonly rules: SheetRules;
  readonly setRules: (rules: SheetRules) => void;
  readonly fault: string | undefined;
}) {
  const { column, title, rules, setRules, fault } = props;
  const sorted = rules.sort.column === column;
  return (
    <th
      aria-sort={sorted ? (rules.sort.down ? 'descending' : 'ascending') : 'none'}
      className="px-2 py-1 font-normal"
      style={{ width: widths[column] }}
    >
      <button
        type="button"
        className="w-full truncate text-left"
        style={{ color: sorted ? 'var(--lamp)' : 'var(--pencil)' }}
        onClick={() => setRules({ ...rules, sort: { column, down: sorted && !rules.sort.down } })}
      >
        {title}
        {sorted && (rules.sort.down ? ' ↓' : ' ↑')}
      </button>
      <Typed
        label={`Filter of ${title}`}
        aria-invalid={fault !== undefined}
        title={fault ?? '>50   20-80   not 0   a word'}
        value={rules.filters[column] ?? ''}
        onText={(text) => setRules({ ...rules, filters: { ...rules.filters, [column]: text } })}
      />
    </th>
  );
}
