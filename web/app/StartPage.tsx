/** The list of shows, each with its plot drawn small; a new one; a file as a new one. */

import { BookOpen, Copy, FileDown, FileUp, History, Library, Moon, Pencil, Sun, Trash2, Users } from 'lucide-react';
import { lazy, Suspense, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import useSWR from 'swr';
import { may } from '#core/access/roles';
import { endsOf, formatOf } from '#core/formats/index';
import { parseLength, type Units } from '#core/measure/lengths';
import { call, isAway, type ShowRow, send, sendFile } from '../state/api';
import { at } from '../state/base';
import { useMayInHouse, useMe } from '../state/me';
import { setTheme, usePreferences } from '../state/preferences';
import { toast } from '../state/toast';
import { UpdatedSince } from '../ui/Fault';
import { Choice, FileField, Radio, Typed } from '../ui/Field';
import { fieldKeys } from '../ui/field-keys';
import { OutputElsewhere } from '../ui/OutputElsewhere';
import { asFault, PageForm } from '../ui/PageForm';
import { usePageKey } from '../ui/page-key';

const KeptShows = lazy(async () => ({ default: (await import('./KeptShows')).KeptShows }));
const ShowPeople = lazy(async () => ({ default: (await import('./ShowPeople')).ShowPeople }));

interface Lists {
  readonly shows: readonly ShowRow[];
  readonly deleted: readonly ShowRow[];
  /** Days for which a deleted show is kept. */
  readonly keptDays: number;
}
interface Oddity {
  readonly severity: string;
  readonly code: string;
  readonly message: string;
  readonly where: string;
}
interface Imported {
  readonly id: string;
  readonly name: string;
  readonly fixtures: number;
  readonly report: readonly Oddity[];
}

/** Shows that are seen at one glance: of more a search is offered. */
const FEW = 6;

export function StartPage() {
  const { data, error, mutate } = useSWR<Lists>('/api/shows', (path: string) => call<Lists>(path));
  const away = error !== undefined && isAway(error) && !data;
  const me = useMe();
  const makes = useMayInHouse('make shows');
  const theme = usePreferences((state) => state.theme);
  const navigate = useNavigate();
  usePageKey('F1', () => void navigate('/guide'));
  const [imported, setImported] = useState<Imported | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const [search, setSearch] = useState('');
  const [sort, setSort] = useState<'edited' | 'name'>('edited');
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const shows = (data?.shows ?? [])
    .filter(({ name }) => words.every((word) => name.toLowerCase().includes(word)))
    .sort((a, b) =>
      sort === 'name' ? a.name.localeCompare(b.name, undefined, { numeric: true }) : Date.parse(b.edited) - Date.parse(a.edited),
    );

  const act = async (work: () => Promise<unknown>) => {
    try {
      await work();
      await mutate();
    } catch (failure) {
      toast.error((failure as Error).message);
    }
  };
  const remove = (show: ShowRow) => act(() => send(`/api/shows/${show.id}`, 'DELETE'));
  const open = async (chosen: File) => {
    const format = formatOf(chosen.name, 'show');
    // The show is called as the file, without its end.
    const bare = format ? chosen.name.replace(/\.[^.]*$/, '') : chosen.name;
    try {
      setImported(await sendFile<Imported>(`/api/imports/${format?.asks ?? 'mvr'}`, new File([chosen], bare)));
      await mutate();
    } catch (failure) {
      toast.error((failure as Error).message, { duration: 10000 });
    }
  };

  return (
    <main
      className="mx-auto flex h-full max-w-[1180px] flex-col overflow-auto px-8 pb-10"
      // A file that is let go anywhere on the page is opened.
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        const [dropped] = event.dataTransfer.files;
        if (dropped) void open(dropped);
      }}
    >
      <title>Dessin</title>
      <UpdatedSince />
      <OutputElsewhere />
      <header className="flex items-baseline justify-between pt-7 pb-5">
        <h1 className="text-[22px] font-bold">Dessin</h1>
        <div className="flex gap-2">
          <Link to="/shelf" className="act flex items-center gap-2">
            <Library size={15} /> Shelf
          </Link>
          <Link to="/people" className="act flex items-center gap-2" title="Accounts, and your own">
            <Users size={15} /> {me?.who?.name || 'People'}
          </Link>
          <Link to="/guide" className="act flex items-center gap-2" title="The guide (F1)">
            <BookOpen size={15} /> Guide
          </Link>
          {makes && !away && (
            <button
              type="button"
              className="act flex items-center gap-2"
              title="A whole show as one file, or MVR"
              onClick={() => file.current?.click()}
            >
              <FileUp size={15} /> Open a file
            </button>
          )}
          <button
            type="button"
            className="act"
            aria-label="Change between Vellum and Blackout"
            title="Change between Vellum and Blackout"
            onClick={() => setTheme(theme === 'vellum' ? 'blackout' : 'vellum')}
          >
            {theme === 'vellum' ? <Moon size={15} /> : <Sun size={15} />}
          </button>
          <FileField
            ref={file}
            accept={endsOf('show')}
            testId="mvr-file"
            onFile={(file) => {
              void open(file);
            }}
          />
        </div>
      </header>
      {imported && <ImportReport imported={imported} close={() => setImported(null)} />}
      <div className="grid grid-cols-[1fr_290px] gap-10 max-[900px]:grid-cols-1">
        {/* First for the keyboard, at the right for the eye: many shows would be many stops on the way to it. */}
        <div className="col-start-2 row-start-1 max-[900px]:col-start-1 max-[900px]:row-start-2">
          {makes && !away && <NewShow />}
        </div>
        <section aria-label="Shows" className="col-start-1 row-start-1">
          <h2 className="rule-b pb-1 font-bold">Shows</h2>
          {away && (
            <Suspense>
              <KeptShows />
            </Suspense>
          )}
          {error && !away && (
            <p className="py-3" style={{ color: 'var(--stop)' }}>
              The list cannot be loaded: {(error as Error).message} It is tried again.
            </p>
          )}
          {data && !data.shows.length && (
            <p className="pencil py-4">
              {makes ? 'No shows yet. Make one at the right, or open a file.' : 'No show has you yet. Its owner can ask you in.'}
            </p>
          )}
          {data && data.shows.length > FEW && (
            <div className="flex items-end gap-4 pt-3">
              <Typed
                className="max-w-80"
                label="Search the shows"
                placeholder="Search by name"
                value={search}
                onText={setSearch}
              />
              <Choice
                label="Sort the shows"
                className="!w-44"
                value={sort}
                options={[
                  ['edited', 'last edited first'],
                  ['name', 'by name'],
                ]}
                onChoose={(value) => setSort(value)}
              />
              <output className="pencil whitespace-nowrap">
                {shows.length === data.shows.length ? `${shows.length} shows` : `${shows.length} of ${data.shows.length} shows`}
              </output>
            </div>
          )}
          {data && data.shows.length > 0 && !shows.length && <p className="pencil py-4">No show has this in its name.</p>}
          <ul className="grid grid-cols-2 gap-x-6 gap-y-5 pt-4 max-[900px]:grid-cols-1">
            {shows.map((show) => (
              <ShowCard
                key={show.id}
                show={show}
                act={act}
                remove={remove}
                keptDays={data?.keptDays ?? 0}
                asked={me?.asks === true}
                makes={makes}
              />
            ))}
          </ul>
          {data && data.deleted.length > 0 && <Deleted shows={data.deleted} keptDays={data.keptDays} act={act} />}
        </section>
      </div>
      <p className="pencil mt-auto pt-8 text-[11px]">
        <a className="hover:underline" href={at('/licences.txt')} target="_blank" rel="noreferrer">
          Licences of what ships with Dessin
        </a>
      </p>
    </main>
  );
}

function ShowCard({
  show,
  act,
  remove,
  keptDays,
  asked,
  makes,
}: {
  show: ShowRow;
  /** Whether one signs in here, and so whether there are people to ask in. */
  asked: boolean;
  makes: boolean;
  act: (work: () => Promise<unknown>) => Promise<void>;
  remove: (show: ShowRow) => Promise<void>;
  keptDays: number;
}) {
  const [asking, setAsking] = useState(false);
  const [people, setPeople] = useState(false);
  const [renaming, setRenaming] = useState<string | null>(null);
  const rename = (name: string) => {
    setRenaming(null);
    if (name.trim() && name !== show.name) void act(() => send(`/api/shows/${show.id}`, 'PATCH', { name }));
  };
  return (
    <li className="self-start border" style={{ borderColor: 'var(--hair)', background: 'var(--sheet)' }}>
      <Link to={`/shows/${show.id}/hang`} aria-label={`Open ${show.name}`} className="block">
        <img
          src={at(`/api/shows/${show.id}/out/thumbnail.svg?r=${show.revision}`)}
          alt={`Plot of ${show.name}`}
          // Each is drawn by the server: those far below are asked for when somebody comes near.
          loading="lazy"
          className="h-[210px] w-full object-contain p-2"
          style={{ filter: 'var(--thumb, none)', mixBlendMode: 'var(--thumb-on)' as 'multiply' }}
        />
      </Link>
      <div className="flex items-center gap-2 px-3 py-2" style={{ borderTop: '1px solid var(--hair)' }}>
        <div className="min-w-0 flex-1">
          {renaming === null ? (
            <Link to={`/shows/${show.id}/hang`} className="block truncate font-bold hover:underline">
              {show.name}
            </Link>
          ) : (
            <Typed
              autoFocus
              label="Name of the show"
              value={renaming}
              onText={(value) => setRenaming(value)}
              onBlur={() => rename(renaming)}
              onKeyDown={fieldKeys({ enter: () => rename(renaming), escape: () => setRenaming(null) })}
            />
          )}
          {show.newer && (
            <div className="text-[11px]" style={{ color: 'var(--doubt)' }}>
              written by a newer Dessin: update this one to open it
            </div>
          )}
          <div className="pencil text-[11px]">
            edited {new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' }).format(new Date(show.edited))}
          </div>
        </div>
        {asked && may(show.role, 'people') && (
          <button
            type="button"
            className="p-1"
            aria-label={`People of ${show.name}`}
            title="Who belongs to it"
            aria-expanded={people}
            onClick={() => setPeople(!people)}
          >
            <Users size={14} />
          </button>
        )}
        {may(show.role, 'own') && (
          <button
            type="button"
            className="p-1"
            aria-label={`Rename ${show.name}`}
            title="Rename"
            onClick={() => setRenaming(show.name)}
          >
            <Pencil size={14} />
          </button>
        )}
        {makes && (
          <button
            type="button"
            className="p-1"
            aria-label={`Duplicate ${show.name}`}
            title="Duplicate"
            onClick={() => void act(() => send('/api/shows', 'POST', { copyOf: show.id }))}
          >
            <Copy size={14} />
          </button>
        )}
        <a
          className="p-1"
          href={at(`/api/shows/${show.id}/out/show.dessin`)}
          aria-label={`${show.name} as one file`}
          title="As one file: with its issues and everything that it names, for another Dessin"
          download
        >
          <FileDown size={14} />
        </a>
        <a
          className="p-1"
          href={at(`/api/shows/${show.id}/out/show.dessin?history`)}
          aria-label={`${show.name} as one file, with its history`}
          title="As one file with its whole history, edit by edit"
          download
        >
          <History size={14} />
        </a>
        {may(show.role, 'own') && (
          <button type="button" className="p-1" aria-label={`Delete ${show.name}`} title="Delete" onClick={() => setAsking(true)}>
            <Trash2 size={14} />
          </button>
        )}
      </div>
      <Suspense>{people && <ShowPeople show={show.id} name={show.name} />}</Suspense>
      {asking && (
        <div
          role="alertdialog"
          aria-label={`Delete ${show.name}?`}
          className="px-3 py-2 text-[12px]"
          style={{ borderTop: '1px solid var(--hair)' }}
          onKeyDown={fieldKeys({ escape: () => setAsking(false) })}
        >
          <p className="pb-2">
            Delete <b>{show.name}</b>? Windows that have it open can store nothing any more. It can be brought back from this page
            for {keptDays} days.
          </p>
          <div className="flex gap-2">
            <button
              type="button"
              className="act"
              style={{ color: 'var(--stop)' }}
              onClick={() => {
                setAsking(false);
                void remove(show);
              }}
            >
              Delete it
            </button>
            {/** biome-ignore lint/a11y/noAutofocus: the question that has just come is answered by one key */}
            <button type="button" className="act act-main" autoFocus onClick={() => setAsking(false)}>
              Keep it
            </button>
          </div>
        </div>
      )}
    </li>
  );
}

const day = (text: string | number): string => new Intl.DateTimeFormat(undefined, { dateStyle: 'medium' }).format(new Date(text));

/** What was deleted and can still be brought back, the last one first. */
function Deleted({
  shows,
  keptDays,
  act,
}: {
  shows: readonly ShowRow[];
  keptDays: number;
  act: (work: () => Promise<unknown>) => Promise<void>;
}) {
  const until = (at: string) => new Date(at).getTime() + keptDays * 24 * 3600 * 1000;
  return (
    <section aria-label="Deleted" className="pt-8">
      <h2 className="rule-b pb-1 font-bold">Deleted</h2>
      <ul>
        {[...shows]
          .sort((a, b) => (b.deleted ?? '').localeCompare(a.deleted ?? ''))
          .map((show) => (
            <li key={show.id} className="flex items-baseline gap-3 py-2" style={{ borderBottom: '1px solid var(--hair-faint)' }}>
              <span className="min-w-0 flex-1 truncate">{show.name}</span>
              {show.deleted && (
                <span className="pencil whitespace-nowrap text-[11px]">
                  deleted {day(show.deleted)}, kept until {day(until(show.deleted))}
                </span>
              )}
              <button
                type="button"
                className="link whitespace-nowrap"
                aria-label={`Bring back ${show.name}`}
                onClick={() => void act(() => send(`/api/shows/${show.id}/restore`, 'POST'))}
              >
                Bring back
              </button>
            </li>
          ))}
      </ul>
    </section>
  );
}

function NewShow() {
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [units, setUnits] = useState<Units>('metric');
  const [width, setWidth] = useState('12');
  const [depth, setDepth] = useState('9');
  const [fault, setFault] = useState('');
  const change = (next: Units) => {
    setUnits(next);
    if (next === 'imperial' && width === '12' && depth === '9') {
      setWidth("40'");
      setDepth("30'");
    } else if (next === 'metric' && width === "40'" && depth === "30'") {
      setWidth('12');
      setDepth('9');
    }
  };
  const make = async () => {
    const [w, d] = [parseLength(width, units), parseLength(depth, units)];
    if (!name.trim()) return setFault('Give the show a name.');
    if (!w.ok) return setFault(`Stage width: ${w.why}`);
    if (!d.ok) return setFault(`Stage depth: ${d.why}`);
    try {
      const { id } = await send<{ id: string }>('/api/shows', 'POST', { name, units, stageWidth: w.mm, stageDepth: d.mm });
      await navigate(`/shows/${id}/positions`);
    } catch (failure) {
      setFault((failure as Error).message);
    }
  };
  return (
    <PageForm name="New show" button="Make the show" onSubmit={make} said={asFault(fault)}>
      <label className="block pt-4">
        <span className="pencil">Name</span>
        <Typed value={name} onText={(value) => setName(value)} />
      </label>
      <fieldset className="pt-5">
        <legend className="pencil float-left w-full">Units</legend>
        {(['metric', 'imperial'] as const).map((item) => (
          <label key={item} className="mr-4 inline-flex items-center gap-2 py-1">
            <Radio name="units" checked={units === item} onChoose={() => change(item)} />
            {item === 'metric' ? 'Metric' : 'Feet and inches'}
          </label>
        ))}
      </fieldset>
      <div className="flex gap-4 pt-4">
        <label className="block flex-1">
          <span className="pencil">Stage width</span>
          <Typed value={width} onText={(value) => setWidth(value)} />
        </label>
        <label className="block flex-1">
          <span className="pencil">Stage depth</span>
          <Typed value={depth} onText={(value) => setDepth(value)} />
        </label>
      </div>
    </PageForm>
  );
}

function ImportReport({ imported, close }: { imported: Imported; close: () => void }) {
  return (
    <section
      aria-label="Report of the import"
      className="mb-6 border p-4"
      style={{ borderColor: 'var(--hair)', background: 'var(--sheet)' }}
    >
      <div className="flex items-baseline justify-between">
        <p>
          <b>{imported.name}</b>: {imported.fixtures} fixtures were read.{' '}
          {imported.report.length ? `${imported.report.length} things were odd.` : 'Nothing was odd.'}
        </p>
        <span className="flex gap-4">
          <Link className="link" to={`/shows/${imported.id}/hang`}>
            Open the show
          </Link>
          <button type="button" className="link" onClick={close}>
            Close
          </button>
        </span>
      </div>
      <ul className="max-h-40 overflow-auto pt-2">
        {imported.report.map((item, i) => (
          <li
            key={i}
            className="py-0.5"
            style={{
              color: item.severity === 'error' ? 'var(--stop)' : item.severity === 'warning' ? 'var(--doubt)' : 'var(--pencil)',
            }}
          >
            {item.message} <span className="pencil">{item.where}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
