/** Above the Ledger: what is shown, views, find and replace, one value for all, and files out and back. */

import { useEffect, useRef, useState } from 'react';
import { v4 } from 'uuid';
import { csvFile } from '#core/formats/csv/write';
import { endsOf } from '#core/formats/index';
import { type Column, columnsOf } from '#core/ledger/columns';
import { type CellEdit, canType, editCells, replaceIn, setAll } from '#core/ledger/edits';
import type { Row, Rows } from '#core/ledger/rows';
import { type BackTable, outTable } from '#core/ledger/table';
import { adding, removing, updating } from '#core/model/change';
import type { LedgerView } from '#core/model/records';
import { all, settingsOf } from '#core/model/show';
import { fetchFile, sendFile } from '../../state/api';
import { useSession, useShow } from '../../state/context';
import { usePanels } from '../../state/panels';
import { select } from '../../state/selection';
import { toast } from '../../state/toast';
import { Choice, FileField, Tick, Typed } from '../../ui/Field';
import { fieldKeys } from '../../ui/field-keys';
import { saveFile } from '../../ui/save';
import { plural } from '../../ui/words';
import { editColumns, shownColumns, takeView, useLedger } from './state';

interface Props {
  readonly rows: Rows;
  readonly columns: readonly (Column & { readonly pinned: boolean })[];
  readonly write: (edits: readonly CellEdit[], label: string) => void;
}

export function LedgerBar({ rows, columns, write }: Props) {
  const session = useSession();
  const show = useShow();
  const filters = useLedger((state) => state.filters);
  const groups = useLedger((state) => state.groups);
  const dim = useLedger((state) => state.dim);
  const tool = useLedger((state) => state.tool);
  const set = useLedger.setState;
  const file = useRef<HTMLInputElement>(null);
  const on = filters.filter((filter) => filter.on && filter.text.trim()).length;
  const every = all(show, 'fixture').length;
  const views = [...all(show, 'view')].sort((a, b) => a.order - b.order);
  const [name, setName] = useState('');
  const title = settingsOf(show).name;

  const keep = (withColumns: boolean) => {
    const wanted = name.trim();
    if (!wanted) return;
    const now = views.find((view) => view.name.toLowerCase() === wanted.toLowerCase());
    const state = useLedger.getState();
    const view: LedgerView = {
      id: now?.id ?? v4(),
      kind: 'view',
      name: wanted,
      order: now?.order ?? views.length,
      sieves: [...state.filters],
      ...(withColumns
        ? {
            columns: shownColumns(show, state).map(({ field, width, pinned }) => ({ field, width, pinned })),
            groups: [...state.groups],
            sort: state.sort,
          }
        : {}),
    };
    session.edit(`Keep the ${withColumns ? 'view' : 'filters'} ${wanted}`, now ? updating([[now, view]]) : adding(view));
  };
  const out = async (kind: 'csv' | 'xlsx') => {
    const table = outTable(show, rows.rows, columns);
    const shown = `${title} ledger`;
    if (kind === 'csv') return saveFile(`${shown}.csv`, csvFile([table.headings, ...table.rows]), 'text/csv;charset=utf-8');
    try {
      saveFile(`${shown}.xlsx`, await fetchFile('/api/tables/xlsx', { name: title, ...table }));
    } catch (error) {
      toast.error((error as Error).message);
    }
  };
  const bringBack = async (chosen: File) => {
    try {
      const table = await sendFile<BackTable>('/api/tables/read', chosen);
      set({ back: { name: chosen.name, table } });
    } catch (error) {
      toast.error((error as Error).message, { duration: 10_000 });
    }
  };
  const chosen = views.find((view) => view.name === name);
  return (
    <div className="shrink-0" style={{ borderBottom: '1px solid var(--hair-faint)' }}>
      <div
        role="toolbar"
        aria-label="Ledger"
        className="flex h-6 items-center gap-2.5 overflow-hidden whitespace-nowrap px-2 text-[11px]"
      >
        <span data-testid="ledger-count">
          {on || rows.shown.length !== every ? `${rows.shown.length} of ${plural(every)}` : plural(every)}
        </span>
        {filters.length > 0 && (
          <>
            <button
              type="button"
              className="link"
              onClick={() => set({ filters: filters.map((filter) => ({ ...filter, on: on === 0 })) })}
            >
              {on ? `Filters off (${on})` : 'Filters on'}
            </button>
            <button type="button" className="link" onClick={() => set({ filters: [] })}>
              Clear filters
            </button>
          </>
        )}
        <label className="flex items-center gap-1">
          <Tick checked={dim} onTick={(on) => set({ dim: on })} />
          dim drawing
        </label>
        <span className="flex-1" />
        <label className="flex items-center gap-1">
          <span className="pencil">group</span>
          <Choice
            label="Group by"
            className="!w-20 !py-0"
            value={groups[0] ?? ''}
            options={[['', 'nothing'], ...columnsOf(show).map((column) => [column.field, column.title] as const)]}
            onChoose={(value) =>
              set({
                groups: value ? [value, ...groups.slice(1).filter((field) => field !== value)] : [],
              })
            }
          />
        </label>
        <Typed
          className="!w-20 !py-0"
          label="View of the Ledger"
          placeholder="view"
          list="ledger-views"
          value={name}
          onText={(value) => {
            setName(value);
            const hit = views.find((view) => view.name === value);
            if (hit) takeView(hit);
          }}
        />
        <datalist id="ledger-views">
          {views.map((view) => (
            <option key={view.id} value={view.name} />
          ))}
        </datalist>
        {name.trim() && (
          <>
            <button type="button" className="link" title="Columns, order, groups and filters" onClick={() => keep(true)}>
              Keep
            </button>
            <button type="button" className="link" title="The filters alone" onClick={() => keep(false)}>
              Filters only
            </button>
            {chosen && (
              <button
                type="button"
                className="link"
                onClick={() => session.edit(`Drop the view ${chosen.name}`, removing(chosen))}
              >
                Drop
              </button>
            )}
          </>
        )}
        {(['columns', 'find', 'set'] as const).map((item) => (
          <button
            key={item}
            type="button"
            className="link"
            aria-expanded={tool === item}
            onClick={() => set({ tool: tool === item ? null : item })}
          >
            {{ columns: 'Columns', find: 'Find', set: 'Set all' }[item]}
          </button>
        ))}
        <button type="button" className="link" title="What is seen, as CSV" onClick={() => void out('csv')}>
          CSV
        </button>
        <button
          type="button"
          className="link"
          title="What is seen, as a workbook that can come back"
          onClick={() => void out('xlsx')}
        >
          XLSX
        </button>
        <button
          type="button"
          className="link"
          title="Bring a changed XLSX or CSV back, and see what changed"
          onClick={() => file.current?.click()}
        >
          Bring back
        </button>
        <FileField
          ref={file}
          testId="back-file"
          accept={endsOf('table')}
          onFile={(file) => {
            void bringBack(file);
          }}
        />
      </div>
      {tool === 'columns' && <ColumnChoice columns={columns} />}
      {tool === 'find' && <FindBar rows={rows.rows} columns={columns} write={write} />}
      {tool === 'set' && <SetBar rows={rows.rows} columns={columns} write={write} />}
    </div>
  );
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
