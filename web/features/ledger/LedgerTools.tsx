/** What opens below the bar of the Ledger: its columns, find and replace, one value for all. */
import { useEffect, useRef, useState } from 'react';
import { type Column, columnsOf } from '#core/ledger/columns';
import { type CellEdit, canType, editCells, replaceIn, setAll } from '#core/ledger/edits';
import type { Row } from '#core/ledger/rows';
import { useShow } from '../../state/context';
import { usePanels } from '../../state/panels';
import { select } from '../../state/selection';
import { Choice, Tick, Typed } from '../../ui/Field';
import { fieldKeys } from '../../ui/field-keys';
import { plural } from '../../ui/words';
import { editColumns, useLedger } from './state';

interface Props {
  readonly rows: readonly Row[];
  readonly columns: readonly (Column & { readonly pinned: boolean })[];
  readonly write: (edits: readonly CellEdit[], label: string) => void;
}

/** The one that is open. */
export function LedgerTools({ tool, ...props }: Props & { readonly tool: 'columns' | 'find' | 'set' }) {
  const Open = open[tool];
  return <Open {...props} />;
}

function ColumnChoice({ columns }: { columns: Props['columns'] }) {
  const show = useShow();
  const shown = new Set(columns.map((column) => column.field as string));
  return (
    <fieldset className="flex flex-wrap gap-x-3 px-2 pb-1 text-[11px]">
      <legend className="sr-only">Columns of the Ledger</legend>
      {columnsOf(show).map((column) => (
        <label key={column.field} className="flex items-center gap-1">
          <Tick
            checked={shown.has(column.field)}
            onTick={(on) =>
              editColumns(show, (now) =>
                on
                  ? [...now, { field: column.field, width: column.width, pinned: false }]
                  : now.filter((item) => item.field !== column.field),
              )
            }
          />
          {column.title}
        </label>
      ))}
      <button type="button" className="link" onClick={() => useLedger.setState({ columns: null })}>
        The usual ones
      </button>
    </fieldset>
  );
}

/** Column that a bar works on: one, or all that are shown. */
function ColumnPick({
  label,
  columns,
  value,
  onChange,
  everything,
}: {
  label: string;
  columns: Props['columns'];
  value: string;
  onChange: (field: string) => void;
  everything: boolean;
}) {
  return (
    <Choice
      label={label}
      className="!w-28 !py-0"
      value={value}
      options={[
        ...(everything ? [['', 'all columns'] as const] : []),
        ...columns.filter((column) => column.typed).map((column) => [column.field, column.title] as const),
      ]}
      onChoose={(value) => onChange(value)}
    />
  );
}

function FindBar({ rows, columns, write }: { rows: readonly Row[] } & Pick<Props, 'columns' | 'write'>) {
  const show = useShow();
  const [find, setFind] = useState('');
  const [replace, setReplace] = useState('');
  const [field, setField] = useState('');
  const [whole, setWhole] = useState(false);
  const [exact, setExact] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => input.current?.focus(), []);
  const wanted = columns.filter((column) => column.typed && (!field || column.field === field));
  const hits = replaceIn(show, rows, wanted, { find, replace, whole, exact });
  const fixtures = [...new Set(hits.map((hit) => hit.fixture))];
  return (
    <form
      aria-label="Find and replace"
      className="flex items-center gap-2 px-2 pb-1 text-[11px]"
      onSubmit={(event) => {
        event.preventDefault();
        if (hits.length) write(hits, `Replace ${find} by ${replace || 'nothing'} in ${plural(hits.length, 'cell')}`);
      }}
      onKeyDown={fieldKeys({ escape: () => useLedger.setState({ tool: null }) })}
    >
      <Typed
        ref={input}
        className="!w-32 !py-0"
        label="Find"
        placeholder="find"
        value={find}
        onText={(value) => setFind(value)}
      />
      <Typed
        className="!w-32 !py-0"
        label="Replace by"
        placeholder="replace by"
        value={replace}
        onText={(value) => setReplace(value)}
      />
      <ColumnPick label="Find in" columns={columns} value={field} onChange={setField} everything />
      <label className="flex items-center gap-1">
        <Tick checked={whole} onTick={(on) => setWhole(on)} />
        whole cell
      </label>
      <label className="flex items-center gap-1">
        <Tick checked={exact} onTick={(on) => setExact(on)} />
        capitals count
      </label>
      <span className="pencil">{find ? `${plural(hits.length, 'cell')}` : 'in the rows that are shown'}</span>
      <button type="button" className="link disabled:opacity-50" disabled={!hits.length} onClick={() => select(fixtures)}>
        Select
      </button>
      <button type="submit" className="link disabled:opacity-50" disabled={!hits.length}>
        Replace {hits.length || ''}
      </button>
    </form>
  );
}

function SetBar({ rows, columns, write }: { rows: readonly Row[] } & Pick<Props, 'columns' | 'write'>) {
  const show = useShow();
  const [field, setField] = useState('purpose');
  const [text, setText] = useState('');
  const column = columns.find((item) => item.field === field && item.typed) ?? columns.find((item) => item.typed);
  const edits = column
    ? setAll(
        rows.filter((row) => canType(row, column)),
        column,
        text,
      )
    : [];
  const misfits = text ? editCells(show, edits.slice(0, 200)).misfits : [];
  return (
    <form
      aria-label="Set all"
      className="flex items-center gap-2 px-2 pb-1 text-[11px]"
      onSubmit={(event) => {
        event.preventDefault();
        // What a mode for many would overlap is read before it is done.
        if (column?.field === 'mode' && text) {
          select([...new Set(edits.map((edit) => edit.fixture))]);
          usePanels.setState({ panel: 'modes', wantedMode: text });
          return;
        }
        write(edits, `${column?.title} ${text || 'cleared'} for ${plural(new Set(edits.map((edit) => edit.fixture)).size)}`);
      }}
    >
      <ColumnPick label="Column to set" columns={columns} value={column?.field ?? ''} onChange={setField} everything={false} />
      <Typed
        className="!w-40 !py-0"
        label="Value for all"
        placeholder="value, empty clears"
        value={text}
        onText={(value) => setText(value)}
      />
      <button type="submit" className="link" disabled={!edits.length}>
        Set {plural(edits.length, 'cell')} of the rows shown
      </button>
      {misfits[0] && (
        <span role="alert" style={{ color: 'var(--stop)' }}>
          {misfits[0].why}
        </span>
      )}
    </form>
  );
}

const open = { columns: ColumnChoice, find: FindBar, set: SetBar };
