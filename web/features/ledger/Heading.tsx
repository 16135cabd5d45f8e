/** A heading of the Ledger: sorts, widens, is dragged to another place, and has its filter below. */

import { ChevronDown } from 'lucide-react';
import { memo, useEffect, useRef, useState } from 'react';
import { createPortal } from 'react-dom';
import type { Column } from '#core/ledger/columns';
import { choicesOf, exactTerm, termsOf } from '#core/ledger/filter';
import { kinds } from '#core/ledger/kinds/index';
import type { LedgerFilter } from '#core/model/records';
import { useSession, useShow } from '../../state/context';
import { Tick, Typed } from '../../ui/Field';
import { fieldKeys } from '../../ui/field-keys';
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
  const [menu, setMenu] = useState<DOMRect | null>(null);
  const cell = useRef<HTMLDivElement>(null);
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
      ref={cell}
      role="columnheader"
      aria-sort={sorted ? (sort.down ? 'descending' : 'ascending') : 'none'}
      className="relative px-2 pt-1"
      style={
        left === null
          ? undefined
          : { position: 'sticky', left, zIndex: 2, background: 'var(--sheet)', borderRight: '1px solid var(--hair)' }
      }
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        const field = event.dataTransfer.getData('text/plain').replace(/^column /, '');
        if (!field || field === column.field) return;
        event.preventDefault();
        place((at, all) => {
          const moving = all.find((item) => item.field === field);
          if (!moving) return [...all];
          const rest = all.filter((item) => item.field !== field);
          rest.splice(
            rest.findIndex((item) => item.field === all[at]!.field),
            0,
            { ...moving, pinned: all[at]!.pinned },
          );
          return rest;
        });
      }}
    >
      <div className="flex items-baseline">
        <button
          type="button"
          draggable
          className={`pencil block min-w-0 flex-1 truncate ${right ? 'text-right' : 'text-left'}`}
          title={`Sort by ${column.title}; drag it to another place`}
          onDragStart={(event) => event.dataTransfer.setData('text/plain', `column ${column.field}`)}
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
        <button
          type="button"
          className="pencil ml-0.5"
          aria-label={`Column ${column.title}`}
          aria-expanded={menu !== null}
          title="Choices, pin, group, leave out"
          onClick={() => setMenu(menu ? null : cell.current!.getBoundingClientRect())}
        >
          <ChevronDown size={11} />
        </button>
      </div>
      <span
        aria-hidden="true"
        className="absolute top-0 -right-0.5 h-full w-1.5 cursor-col-resize touch-none"
        onPointerDown={widen}
      />
      {menu && <Menu column={column} at={menu} filter={filter} fault={fault} onClose={() => setMenu(null)} place={place} />}
    </div>
  );
});

/** What a heading offers: choices with counts, on and off, pin, group, leave out. */
function Menu({
  column,
  at,
  filter,
  fault,
  onClose,
  place,
}: {
  column: Props['column'];
  at: DOMRect;
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
  const host = useRef<HTMLDivElement>(null);
  const choices = kinds[column.kind].picked ? choicesOf(show, column).slice(0, 200) : [];
  const terms = termsOf(filter?.text ?? '');
  const written = (value: string) => (kinds[column.kind].whole ? exactTerm(value) : value);
  useEffect(() => {
    host.current?.focus();
    const outside = (event: PointerEvent) => {
      if (!host.current?.contains(event.target as Node)) onClose();
    };
    window.addEventListener('pointerdown', outside, { capture: true });
    return () => window.removeEventListener('pointerdown', outside, { capture: true });
  }, [onClose]);
  const grouped = groups.includes(column.field);
  return createPortal(
    <div
      ref={host}
      tabIndex={-1}
      role="dialog"
      aria-label={`${column.title}: filter and column`}
      className="fixed z-30 max-h-80 w-56 overflow-auto border px-3 py-2 text-[12px] outline-none"
      style={{
        left: Math.min(at.left, window.innerWidth - 240),
        bottom: Math.max(8, window.innerHeight - at.top + 4),
        background: 'var(--sheet)',
        borderColor: 'var(--ink)',
      }}
      onKeyDown={fieldKeys({ escape: onClose })}
    >
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
    </div>,
    document.body,
  );
}
