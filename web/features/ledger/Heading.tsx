/** A heading of the Ledger: sorts, widens, is dragged to another place, and has its filter below. */

import { ChevronDown } from 'lucide-react';
import { memo, useRef, useState } from 'react';
import type { Column } from '#core/ledger/columns';
import { choicesOf, exactTerm, termsOf } from '#core/ledger/filter';
import { kinds } from '#core/ledger/kinds/index';
import type { LedgerFilter } from '#core/model/records';
import { useSession, useShow } from '../../state/context';
import { useDragged, useDropped } from '../../ui/drag';
import { Tick, Typed } from '../../ui/Field';
import { Popover } from '../../ui/Popover';
import { editColumns, setFilter, switchFilter, useLedger } from './state';

interface Props {
  readonly column: Column & { readonly pinned: boolean };
  readonly left: number | null;
  readonly filter: LedgerFilter | undefined;
  readonly fault: string | undefined;
  readonly right: boolean;
}

/** Drawn anew with its own filter and order, and not with every edit. */
export const Heading = memo(function Heading({ column, left, filter, fault, right }: Props) {
  const session = useSession();
  const sort = useLedger((state) => state.sort);
  const [menu, setMenu] = useState(false);
  const cell = useRef<HTMLDivElement>(null);
  const { ref: dragRef, grip } = useDragged(column.field);
  const { ref: dropRef, over } = useDropped(column.field);
  const sorted = sort?.field === column.field;
  const place = (
    change: (
      at: number,
      all: readonly { field: string; width: number; pinned: boolean }[],
    ) => { field: string; width: number; pinned: boolean }[],
  ) =>
    editColumns(session.get().show, (all) =>
      change(
        all.findIndex((item) => item.field === column.field),
        all,
      ),
    );
  const widen = (event: React.PointerEvent) => {
    event.preventDefault();
    event.stopPropagation();
    const handle = event.currentTarget as HTMLElement;
    handle.setPointerCapture(event.pointerId);
    const [from, width] = [event.clientX, cell.current!.getBoundingClientRect().width];
    const move = (to: PointerEvent) => {
      const next = Math.round(Math.max(30, Math.min(1200, width + to.clientX - from)));
      place((at, all) => all.map((item, i) => (i === at ? { ...item, width: next } : item)));
    };
    handle.addEventListener('pointermove', move);
    handle.addEventListener('pointerup', () => handle.removeEventListener('pointermove', move), { once: true });
  };
  return (
    <div
      ref={(node) => {
        cell.current = node;
        dragRef(node);
        dropRef(node);
      }}
      role="columnheader"
      aria-sort={sorted ? (sort.down ? 'descending' : 'ascending') : 'none'}
      className={`relative px-2 pt-1 ${over ? 'border-l-2 border-[var(--lamp)]' : ''}`}
      style={
        left === null
          ? undefined
          : { position: 'sticky', left, zIndex: 2, background: 'var(--sheet)', borderRight: '1px solid var(--hair)' }
      }
    >
      <div className="flex items-baseline">
        <button
          type="button"
          {...grip}
          className={`pencil block min-w-0 flex-1 truncate ${right ? 'text-right' : 'text-left'}`}
          title={`Sort by ${column.title}; drag it to another place`}
          onClick={() =>
            useLedger.setState({
              sort: !sorted ? { field: column.field, down: false } : sort.down ? null : { field: column.field, down: true },
            })
          }
        >
          {column.title}
          {sorted ? (sort.down ? ' ↓' : ' ↑') : ''}
        </button>
      </div>
      <div className="flex items-center">
        <Typed
          className="min-w-0 !py-0"
          label={`Filter ${column.title}`}
          aria-invalid={fault !== undefined}
          title={fault ?? kinds[column.kind].help}
          style={{
            textAlign: right ? 'right' : 'left',
            textDecoration: filter && !filter.on ? 'line-through' : undefined,
            background: filter?.on ? 'var(--halo)' : undefined,
          }}
          value={filter?.text ?? ''}
          onText={(value) => setFilter(column.field, value)}
        />
        <Popover
          name={`${column.title}: filter and column`}
          open={menu}
          onOpen={setMenu}
          className="max-h-80 w-56 overflow-auto"
          button={
            <button
              type="button"
              className="pencil ml-0.5"
              aria-label={`Column ${column.title}`}
              title="Choices, pin, group, leave out"
            >
              <ChevronDown size={11} />
            </button>
          }
        >
          <Menu column={column} filter={filter} fault={fault} onClose={() => setMenu(false)} place={place} />
        </Popover>
      </div>
      <span
        aria-hidden="true"
        className="absolute top-0 -right-0.5 h-full w-1.5 cursor-col-resize touch-none"
        onPointerDown={widen}
      />
    </div>
  );
});

/** What a heading offers: choices with counts, on and off, pin, group, leave out. */
function Menu({
  column,
  filter,
  fault,
  onClose,
  place,
}: {
  column: Props['column'];
  filter: LedgerFilter | undefined;
  fault: string | undefined;
  onClose: () => void;
  place: (
    change: (
      at: number,
      all: readonly { field: string; width: number; pinned: boolean }[],
    ) => { field: string; width: number; pinned: boolean }[],
  ) => void;
}) {
  const show = useShow();
  const groups = useLedger((state) => state.groups);
  const choices = kinds[column.kind].picked ? choicesOf(show, column).slice(0, 200) : [];
  const terms = termsOf(filter?.text ?? '');
  const written = (value: string) => (kinds[column.kind].whole ? exactTerm(value) : value);
  const grouped = groups.includes(column.field);
  return (
    <>
      <p className="pencil whitespace-pre-wrap pb-1 text-[11px]">{fault ?? kinds[column.kind].help}</p>
      {filter && (
        <p className="flex gap-3 pb-1">
          <button type="button" className="link" onClick={() => switchFilter(column.field)}>
            {filter.on ? 'Switch off' : 'Switch on'}
          </button>
          <button type="button" className="link" onClick={() => setFilter(column.field, '')}>
            Clear
          </button>
        </p>
      )}
      {choices.map(({ value, count }) => {
        const term = written(value);
        const on = terms.includes(term);
        return (
          <label key={value} className="flex items-baseline gap-2">
            <Tick
              checked={on}
              onTick={() =>
                setFilter(
                  column.field,
                  (on ? terms.filter((item) => item !== term) : [...terms, term]).filter(Boolean).join(', '),
                )
              }
            />
            <span className={`min-w-0 flex-1 truncate ${value ? '' : 'pencil'}`}>{value || 'empty'}</span>
            <span className="pencil">{count}</span>
          </label>
        );
      })}
      <div className="mt-1 flex flex-wrap gap-x-3 pt-1" style={{ borderTop: '1px solid var(--hair-faint)' }}>
        <button
          type="button"
          className="link"
          onClick={() =>
            useLedger.setState({
              groups: grouped ? groups.filter((field) => field !== column.field) : [...groups, column.field].slice(-3),
            })
          }
        >
          {grouped ? 'Do not group' : 'Group by it'}
        </button>
        <button
          type="button"
          className="link"
          onClick={() => place((i, all) => all.map((item, n) => (n === i ? { ...item, pinned: !item.pinned } : item)))}
        >
          {column.pinned ? 'Let it go' : 'Pin it'}
        </button>
        <button
          type="button"
          className="link"
          onClick={() => place((i, all) => all.map((item, n) => (n === i - 1 ? all[i]! : n === i && i > 0 ? all[i - 1]! : item)))}
        >
          Left
        </button>
        <button
          type="button"
          className="link"
          onClick={() =>
            place((i, all) => all.map((item, n) => (n === i + 1 ? all[i]! : n === i && i + 1 < all.length ? all[i + 1]! : item)))
          }
        >
          Right
        </button>
        <button
          type="button"
          className="link"
          onClick={() => {
            place((i, all) => all.filter((_, n) => n !== i));
            onClose();
          }}
        >
          Leave out
        </button>
      </div>
    </>
  );
}
