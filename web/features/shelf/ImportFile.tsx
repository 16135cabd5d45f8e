/** A file coming in: a GDTF, a Shelf, a list of types or filters. What will come is shown before it is taken. */

import { useEffect, useMemo, useState } from 'react';
import { v4 } from 'uuid';
import { readCsv, type Table } from '#core/formats/csv/read';
import { formatOf } from '#core/formats/index';
import { FormatError, type Oddity } from '#core/formats/report';
import type { Units } from '#core/measure/lengths';
import { contentKey } from '#core/model/content';
import type { FixtureType, ShelfRecord } from '#core/model/records';
import {
  filterColumns,
  filtersFromTable,
  isKnownHeading,
  type ListColumn,
  mapColumns,
  typeColumns,
  typesFromTable,
} from '#core/shelf/lists';
import { type Listed, summaryOf } from '#core/shelf/search';
import { sendFile } from '../../state/api';
import { attempt, putItems, readItems, refresh } from '../../state/shelf';
import { toast } from '../../state/toast';
import { Choice, Radio, Tick, Typed } from '../../ui/Field';
import { SymbolMark } from '../../ui/SymbolMark';
import { plural } from '../../ui/words';
import { ModeList } from './TypePage';

interface Props {
  readonly file: File;
  readonly units: Units;
  readonly folder: string;
  readonly items: readonly Listed[];
  readonly done: () => void;
}

export function ImportFile(props: Props) {
  const { file } = props;
  const format = formatOf(file.name, 'type', 'shelf', 'list');
  return (
    <section aria-label={`Bring in ${file.name}`} className="col-span-2 min-h-0 overflow-auto px-5 py-3">
      <h3 className="text-[15px] font-bold">Bring in {file.name}</h3>
      {format?.gives === 'type' ? (
        <TypeFile {...props} asks={format.asks} />
      ) : format?.gives === 'shelf' ? (
        <ShelfFile {...props} />
      ) : (
        <ListFile {...props} />
      )}
    </section>
  );
}

export function ReportList({ report }: { report: readonly Oddity[] }) {
  if (!report.length) return <p className="pencil">Nothing was odd.</p>;
  return (
    <ul aria-label="Report" className="max-h-40 overflow-auto">
      {report.slice(0, 200).map((item, i) => (
        <li
          key={`${i} ${item.code}`}
          style={{
            color: item.severity === 'error' ? 'var(--stop)' : item.severity === 'warning' ? 'var(--doubt)' : 'var(--pencil)',
          }}
        >
          {item.message} <span className="pencil">{item.where}</span>
        </li>
      ))}
      {report.length > 200 && <li className="pencil">and {report.length - 200} more</li>}
    </ul>
  );
}

const Buttons = ({ text, disabled, run, done }: { text: string; disabled?: boolean; run: () => void; done: () => void }) => (
  <div className="flex gap-2 py-3">
    <button type="button" className="act act-main" disabled={disabled} onClick={run}>
      {text}
    </button>
    <button type="button" className="act" onClick={done}>
      Leave it
    </button>
  </div>
);
const Fault = ({ text, done }: { text: string; done: () => void }) => (
  <>
    <p role="alert" className="py-2" style={{ color: 'var(--stop)' }}>
      {text}
    </p>
    <button type="button" className="act" onClick={done}>
      Back to the Shelf
    </button>
  </>
);

/** The answer of a request that is made once for a file. */
function useAnswer<T>(work: () => Promise<T>, file: File): { answer: T | null; fault: string } {
  const [answer, setAnswer] = useState<T | null>(null);
  const [fault, setFault] = useState('');
  // biome-ignore lint/correctness/useExhaustiveDependencies: the work is made anew with every drawing of the panel
  useEffect(() => {
    let gone = false;
    work().then(
      (value) => !gone && setAnswer(value),
      (error: Error) => !gone && setFault(error.message),
    );
    return () => {
      gone = true;
    };
  }, [file]);
  return { answer, fault };
}

function TypeFile({ asks, file, folder, items, done }: Props & { readonly asks: string }) {
  const { answer, fault } = useAnswer(
    () => sendFile<{ record: FixtureType; report: Oddity[] }>(`/api/imports/${asks}`, file),
    file,
  );
  if (fault) return <Fault text={fault} done={done} />;
  if (!answer) return <p className="pencil">Reading...</p>;
  const { record, report } = answer;
  const here = items.find((item) => item.id === record.id);
  return (
    <div className="max-w-[620px]">
      <div className="flex items-center gap-4 py-2">
        <SymbolMark type={record} width={90} height={80} />
        <div>
          <b>{record.name}</b>, {record.maker}
          <p className="pencil">
            {record.family}, {record.watts} W, {record.weight} kg{record.field ? `, field ${record.field}°` : ''}
          </p>
          {here && (
            <p>
              It is on the Shelf already, as {here.summary.name}, version {here.version}. Taken, it becomes the next version.
            </p>
          )}
        </div>
      </div>
      <ModeList modes={record.modes} />
      <h4 className="pt-2 font-bold">Report</h4>
      <ReportList report={report} />
      <Buttons
        text={here ? 'Take it as the next version' : 'Put it on the Shelf'}
        done={done}
        run={() =>
          void attempt(async () => {
            await putItems([{ record, base: here?.version ?? null, folder }]);
            toast(`${record.name} is on the Shelf.`);
            done();
          })
        }
      />
    </div>
  );
}

interface Plan {
  readonly fresh: readonly { readonly name: string; readonly kind: string }[];
  readonly same: readonly { readonly name: string; readonly kind: string }[];
  readonly differing: readonly { readonly name: string; readonly kind: string }[];
  readonly report: readonly Oddity[];
}
function ShelfFile({ file, done }: Props) {
  const [replace, setReplace] = useState(false);
  const { answer, fault } = useAnswer(() => sendFile<Plan>('/api/shelf/import?preview', file), file);
  if (fault) return <Fault text={fault} done={done} />;
  if (!answer) return <p className="pencil">Comparing with the Shelf...</p>;
  const n = answer.fresh.length + (replace ? answer.differing.length : 0);
  const names = (list: Plan['fresh']) =>
    list
      .slice(0, 12)
      .map((item) => item.name)
      .join(', ') + (list.length > 12 ? ` and ${list.length - 12} more` : '');
  return (
    <div className="max-w-[620px]">
      <p className="py-1">
        <b>{answer.fresh.length}</b> new. <span className="pencil">{names(answer.fresh)}</span>
      </p>
      <p className="py-1">
        <b>{answer.same.length}</b> are here already, by their content; they are left out.
      </p>
      {answer.differing.length > 0 && (
        <label className="flex items-baseline gap-2 py-1">
          <Tick className="self-center" checked={replace} onTick={() => setReplace(!replace)} />
          <span>
            <b>{answer.differing.length}</b> are here with other content: take these as the next version.{' '}
            <span className="pencil">{names(answer.differing)}</span>
          </span>
        </label>
      )}
      <ReportList report={answer.report} />
      <Buttons
        text={`Take ${plural(n, 'item')}`}
        disabled={!n}
        done={done}
        run={() =>
          void attempt(async () => {
            await sendFile(`/api/shelf/import${replace ? '?replace' : ''}`, file);
            await refresh();
            toast(`${plural(n, 'item')} came onto the Shelf.`);
            done();
          })
        }
      />
    </div>
  );
}

/** Mappings that were made once are kept by their headings. */
const mapKey = (what: string, table: Table): string => `dessin-columns ${what} ${table.headings.join('|').slice(0, 500)}`;
const keptMap = (key: string): Record<string, number> | null => {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null') as Record<string, number> | null;
  } catch {
    return null;
  }
};

function ListFile({ file, units, folder, items, done }: Props) {
  const [what, setWhat] = useState<'types' | 'filters' | null>(null);
  const [map, setMap] = useState<Record<string, number> | null>(null);
  const [book, setBook] = useState(file.name.replace(/\.[a-z]+$/i, ''));
  const { answer, fault } = useAnswer(async () => {
    const bytes = new Uint8Array(await file.arrayBuffer());
    try {
      const known = (folded: string) => isKnownHeading(typeColumns)(folded) || isKnownHeading(filterColumns)(folded);
      return readCsv(bytes, file.name, known);
    } catch (error) {
      if (error instanceof FormatError) throw new Error(error.message);
      throw error;
    }
  }, file);
  const table = answer?.value;
  // A list with codes or wavelengths is one of filters; anything else is one of types.
  const guess =
    table &&
    (table.headings.some((heading) => /^\d{3} ?(nm)?$/.test(heading.trim())) ||
      'code' in mapColumns(table.headings, filterColumns)) &&
    !('watts' in mapColumns(table.headings, typeColumns))
      ? 'filters'
      : 'types';
  const kind = what ?? guess;
  const columns: readonly ListColumn[] = kind === 'types' ? typeColumns : filterColumns;
  const used = useMemo(
    () => (table ? (map ?? keptMap(mapKey(kind, table)) ?? mapColumns(table.headings, columns)) : {}),
    [table, map, kind, columns],
  );
  const taken = useMemo(
    () =>
      table
        ? kind === 'types'
          ? typesFromTable(table, used, units, v4)
          : filtersFromTable(table, used, book, v4)
        : { items: [], report: [] },
    [table, used, kind, units, book],
  );
  if (fault) return <Fault text={fault} done={done} />;
  if (!table) return <p className="pencil">Reading...</p>;
  const records: readonly ShelfRecord[] = taken.items;
  return (
    <div>
      <div className="flex items-center gap-4 py-1">
        <span className="pencil">A list of</span>
        {(['types', 'filters'] as const).map((item) => (
          <label key={item} className="flex items-center gap-1">
            <Radio
              checked={kind === item}
              onChoose={() => {
                setWhat(item);
                setMap(null);
              }}
            />
            {item === 'types' ? 'fixture types' : 'filters'}
          </label>
        ))}
        <span className="pencil">{plural(table.rows.length, 'row')}</span>
        {kind === 'filters' && (
          <label className="flex items-center gap-2">
            <span className="pencil">Book</span>
            <Typed label="Name of the book" value={book} onText={(value) => setBook(value)} />
          </label>
        )}
      </div>
      <fieldset className="grid grid-cols-4 gap-x-5 gap-y-1 py-2">
        <legend className="pencil">Which column is which; kept for the next list with these headings</legend>
        {columns.map((column) => (
          <label key={column.key} className="flex items-baseline gap-2">
            <span className="w-24 shrink-0 truncate">{column.name}</span>
            <Choice
              label={`Column of ${column.name}`}
              value={used[column.key] ?? -1}
              options={[[-1, 'not there'], ...table.headings.map((heading, i) => [i, heading || `column ${i + 1}`] as const)]}
              onChoose={(value) => {
                const at = Number(value);
                const { [column.key]: _, ...rest } = used;
                setMap(at < 0 ? rest : { ...rest, [column.key]: at });
              }}
            />
          </label>
        ))}
      </fieldset>
      <table className="w-full text-left" aria-label="What will come">
        <thead className="pencil">
          <tr style={{ borderBottom: '1px solid var(--hair)' }}>
            <th className="font-normal">{kind === 'types' ? 'Type' : 'Filter'}</th>
            <th className="font-normal">{kind === 'types' ? 'Family, maker' : 'Name'}</th>
            <th className="text-right font-normal">{kind === 'types' ? 'Power' : 'Passes'}</th>
            <th className="text-right font-normal">{kind === 'types' ? 'Field' : 'Curve'}</th>
            <th className="text-right font-normal">{kind === 'types' ? 'House owns' : 'Colour'}</th>
          </tr>
        </thead>
        <tbody>
          {records.slice(0, 12).map((record) => (
            <tr key={record.id} style={{ borderBottom: '1px solid var(--hair-faint)' }}>
              <td>{summaryOf(record).name}</td>
              <td className="pencil">{record.kind === 'type' ? `${record.family}, ${record.maker}` : summaryOf(record).of}</td>
              <td className="text-right">
                {record.kind === 'type'
                  ? `${record.watts} W`
                  : record.kind === 'filter' && record.transmission !== undefined
                    ? `${(record.transmission * 100).toFixed(1)} %`
                    : ''}
              </td>
              <td className="text-right">
                {record.kind === 'type'
                  ? `${record.field}°`
                  : record.kind === 'filter' && record.curve
                    ? `${record.curve.values.length} points`
                    : 'none'}
              </td>
              <td className="text-right">
                {record.kind === 'type'
                  ? (record.owned ?? '')
                  : record.kind === 'filter' && (
                      <span
                        className="inline-block h-3 w-8 border"
                        style={{ background: record.rgb, borderColor: 'var(--pencil)' }}
                      />
                    )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {records.length > 12 && <p className="pencil">and {records.length - 12} more</p>}
      <h4 className="pt-2 font-bold">Report</h4>
      <ReportList report={[...(answer?.report ?? []), ...taken.report]} />
      <Buttons
        text={`Put ${plural(records.length, kind === 'types' ? 'type' : 'filter')} on the Shelf`}
        disabled={!records.length}
        done={done}
        run={() =>
          void attempt(async () => {
            try {
              localStorage.setItem(mapKey(kind, table), JSON.stringify(used));
            } catch {}
            // The same content is not put there twice: a list may be read again after more rows were added.
            const kindOf = kind === 'types' ? 'type' : 'filter';
            const here = new Set(
              (await readItems(items.filter((item) => item.kind === kindOf).map((item) => item.id))).map(({ record }) =>
                contentKey(record),
              ),
            );
            const fresh = records.filter((record) => !here.has(contentKey(record)));
            const into = folder || (kind === 'filters' ? `Colour/${book}` : 'From lists');
            if (fresh.length) await putItems(fresh.map((record) => ({ record, base: null, folder: into })));
            toast(
              `${plural(fresh.length, kind === 'types' ? 'type' : 'filter')} came onto the Shelf${fresh.length < records.length ? `; ${records.length - fresh.length} were there already` : ''}.`,
            );
            done();
          })
        }
      />
    </div>
  );
}
