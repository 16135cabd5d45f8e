/** A heading of the Ledger: sorts, widens, is dragged to another place, and has its filter below. */

import { ChevronDown } from 'lucide-react';
import { memo, Suspense, useRef, useState } from 'react';
import type { Column } from '#core/ledger/columns';
import { kinds } from '#core/ledger/kinds/index';
import type { LedgerFilter } from '#core/model/records';
import { useSession } from '../../state/context';
import { useDragged, useDropped } from '../../ui/drag';
import { Typed } from '../../ui/Field';
import { lazily } from '../../ui/registry';
import { editColumns, setFilter, useLedger, widths } from './state';

const HeadingMenu = lazily(async () => (await import('./HeadingMenu')).HeadingMenu);

interface Props {
  readonly column: Column & { readonly pinned: boolean };
  /** Its place, from 0. */
  readonly index: number;
  readonly left: number | null;
  readonly filter: LedgerFilter | undefined;
  readonly fault: string | undefined;
  readonly right: boolean;
}

/** Drawn anew with its own filter and order, and not with every edit. */
export const Heading = memo(function Heading({ column, index, left, filter, fault, right }: Props) {
  const session = useSession();
  const sort = useLedger((state) => state.sort);
  const [menu, setMenu] = useState(false);
  const cell = useRef<HTMLDivElement>(null);
  const button = useRef<HTMLButtonElement>(null);
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
      const next = Math.round(Math.max(widths.least, Math.min(widths.most, width + to.clientX - from)));
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
      aria-colindex={index + 1}
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
      <div className="-mx-1.5 flex items-center">
        <Typed
          // As wide as what is typed, while it is typed.
          className="min-w-0 !py-0 focus:z-10 focus:!w-auto focus:max-w-80 focus:shrink-0 focus:[field-sizing:content] focus:!min-w-[calc(100%-16px)] focus:!bg-[var(--sheet)]"
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
          ref={button}
          type="button"
          className="pencil grid shrink-0 place-items-center"
          aria-label={`Column ${column.title}`}
          aria-haspopup="dialog"
          aria-expanded={menu}
          title="Choices, width, pin, group, leave out"
          onClick={() => setMenu(!menu)}
        >
          <ChevronDown size={11} />
        </button>
        {menu && (
          <Suspense>
            <HeadingMenu
              column={column}
              filter={filter}
              fault={fault}
              button={button}
              over={cell}
              onClose={() => setMenu(false)}
              place={place}
            />
          </Suspense>
        )}
      </div>
      <span
        aria-hidden="true"
        className="absolute top-0 -right-0.5 h-full w-1.5 cursor-col-resize touch-none"
        onPointerDown={widen}
      />
    </div>
  );
});
