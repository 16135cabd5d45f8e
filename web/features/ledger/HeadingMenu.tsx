/** What a heading of the Ledger offers. */

import type { RefObject } from 'react';
import type { Column } from '#core/ledger/columns';
import { choicesOf, exactTerm, termsOf } from '#core/ledger/filter';
import { kinds } from '#core/ledger/kinds/index';
import { itemAt } from '#core/measure/list';
import type { LedgerFilter } from '#core/model/records';
import { useShow } from '../../state/context';
import { Tick } from '../../ui/Field';
import { Popover } from '../../ui/Popover';
import { Line, TextField } from '../../ui/TextField';
import { setFilter, switchFilter, useLedger, widthFrom, widths } from './state';

/** What a heading offers: choices with counts, on and off, pin, group, leave out. */
export function HeadingMenu({
  column,
  filter,
  fault,
  button,
  over,
  onClose,
  place,
}: {
  column: Column & { readonly pinned: boolean };
  filter: LedgerFilter | undefined;
  fault: string | undefined;
  button: RefObject<HTMLElement | null>;
  /** The heading, which stays in sight. */
  over: RefObject<HTMLElement | null>;
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
    <Popover
      name={`${column.title}: filter and column`}
      button={button}
      over={over}
      onClose={onClose}
      className="max-h-80 w-56 overflow-auto"
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
      {/* Above the choices, which may be a hundred. */}
      <div className="pt-1" style={{ borderTop: '1px solid var(--hair-faint)' }}>
        <Line name="Width" unit="px">
          <TextField
            label={`Width of the column ${column.title}`}
            value={String(column.width)}
            help={`${widths.least} to ${widths.most}; +20 and _20 count from here`}
            onWrite={(text) => {
              const width = widthFrom(text, column.width);
              if (width === null) return `Type a width from ${widths.least} to ${widths.most}.`;
              place((i, all) => all.map((item, n) => (n === i ? { ...item, width } : item)));
              return null;
            }}
          />
        </Line>
      </div>
      <div className="flex flex-wrap gap-x-3 pb-1" style={{ borderBottom: '1px solid var(--hair-faint)' }}>
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
          onClick={() =>
            place((i, all) => all.map((item, n) => (n === i - 1 ? itemAt(all, i) : n === i && i > 0 ? itemAt(all, i - 1) : item)))
          }
        >
          Left
        </button>
        <button
          type="button"
          className="link"
          onClick={() =>
            place((i, all) =>
              all.map((item, n) => (n === i + 1 ? itemAt(all, i) : n === i && i + 1 < all.length ? itemAt(all, i + 1) : item)),
            )
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
      {choices.map(({ value, count }) => {
        const term = written(value);
        const on = terms.includes(term);
        return (
          <label key={value} className="flex items-center gap-2">
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
    </Popover>
  );
}
