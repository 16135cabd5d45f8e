/** Above the Ledger: what is shown, views, find and replace, one value for all, and files out and back. */

import { Suspense, useRef, useState } from 'react';
import { v4 } from 'uuid';
import { endsOf } from '#core/formats/index';
import { type Column, columnsOf } from '#core/ledger/columns';
import type { CellEdit } from '#core/ledger/edits';
import type { Rows } from '#core/ledger/rows';
import { adding, removing, updating } from '#core/model/change';
import type { LedgerView } from '#core/model/records';
import { all, settingsOf } from '#core/model/show';
import { fetchFile } from '../../state/api';
import { useMay, useSession, useShow } from '../../state/context';
import { letIn } from '../../state/incoming';
import { toast } from '../../state/toast';
import { Choice, FileField, Tick, Typed } from '../../ui/Field';
import { lazily } from '../../ui/registry';
import { saveFile } from '../../ui/save';
import { plural, unitsSaid } from '../../ui/words';
import { shownColumns, takeView, useLedger } from './state';

const looking = ['columns', 'find'] as const;
const LedgerTools = lazily(async () => (await import('./LedgerTools')).LedgerTools);

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
  const [drafts, writes, sends] = [useMay('draft'), useMay('note'), useMay('send')];

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
    const table = (await import('#core/ledger/table')).outTable(show, rows.rows, columns);
    const shown = `${title} ledger`;
    if (kind === 'csv')
      return saveFile(
        `${shown}.csv`,
        (await import('#core/formats/csv/write')).csvFile([table.headings, ...table.rows]),
        'text/csv;charset=utf-8',
      );
    try {
      saveFile(`${shown}.xlsx`, await fetchFile('/api/tables/xlsx', { name: title, ...table }));
    } catch (error) {
      toast.error((error as Error).message);
    }
  };
  const bringBack = (file: File) => letIn(file, session);
  const chosen = views.find((view) => view.name === name);
  return (
    <div className="shrink-0" style={{ borderBottom: '1px solid var(--hair-faint)' }}>
      <div
        role="toolbar"
        aria-label="Ledger"
        className="flex min-h-6 flex-wrap items-center gap-x-2.5 whitespace-nowrap px-2 text-[11px]"
      >
        <span data-testid="ledger-count">
          {on || rows.shown.length !== every ? `${rows.shown.length} of ${plural(every)}` : unitsSaid(all(show, 'fixture'))}
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
        {drafts && name.trim() && (
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
        {([...looking, ...(writes ? (['set'] as const) : [])] as const).map((item) => (
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
        {sends && (
          <button
            type="button"
            className="link"
            title="A list or a rig from outside: CSV, XLSX, console data, MVR; what it would change is seen first"
            onClick={() => file.current?.click()}
          >
            Bring back
          </button>
        )}
        <FileField
          ref={file}
          testId="back-file"
          accept={endsOf('table', 'show')}
          onFile={(file) => {
            void bringBack(file);
          }}
        />
      </div>
      <Suspense>{tool && <LedgerTools tool={tool} rows={rows.rows} columns={columns} write={write} />}</Suspense>
    </div>
  );
}
