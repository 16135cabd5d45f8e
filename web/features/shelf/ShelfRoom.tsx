/** The Shelf: folders and kinds at the left, what is found in the middle, what is chosen at the right. It lies over a show, or stands by itself. */

import { Download, FileUp, Search, Star } from 'lucide-react';
import { lazy, Suspense, useDeferredValue, useMemo, useRef, useState } from 'react';
import { v4 } from 'uuid';
import { symbolFrom } from '#core/draw/shapes';
import { endsOf } from '#core/formats/index';
import {
  type Family,
  type FixtureType,
  families,
  type Id,
  type ShelfKind,
  type SymbolDef,
  shelfKinds,
} from '#core/model/records';
import { type Show, settingsOf } from '#core/model/show';
import { newType } from '#core/shelf/new-type';
import { type Listed, searchShelf } from '#core/shelf/search';
import type { Session } from '../../state/session/session';
import { attempt, markItems, putItems, readItems, type Stored, useItem, useShelf } from '../../state/shelf';
import { FileField, Typed } from '../../ui/Field';
import { fieldKeys } from '../../ui/field-keys';
import { useKeys } from '../../ui/keys';
import { Copies } from './Copies';
import { Folders } from './Folders';
import { ImportFile } from './ImportFile';
import { ItemList } from './ItemList';
import { type Editing, newNames, newSmall } from './making';
import { Narrow } from './Narrow';
import { Preview } from './Preview';
import { Sheet } from './Sheet';

const TypeEditor = lazy(() => import('./TypeEditor').then((module) => ({ default: module.TypeEditor })));
const SymbolEditor = lazy(() => import('./symbol/SymbolEditor').then((module) => ({ default: module.SymbolEditor })));

export const kindNames: Readonly<Record<ShelfKind, string>> = {
  type: 'Fixture types',
  symbol: 'Symbols',
  filter: 'Filters',
  gobo: 'Gobos',
  accessory: 'Accessories',
  tagset: 'Tag sets',
  titleblock: 'Title blocks',
};

const angleRanges: readonly (readonly [string, readonly [number, number]])[] = [
  ['up to 15°', [0, 15]],
  ['15° to 25°', [15, 25]],
  ['25° to 40°', [25, 40]],
  ['40° to 70°', [40, 70]],
  ['over 70°', [70, 180]],
];
const wattRanges: readonly (readonly [string, readonly [number, number]])[] = [
  ['up to 300 W', [0, 300]],
  ['300 to 700 W', [300, 700]],
  ['700 to 1200 W', [700, 1200]],
  ['over 1200 W', [1200, 1e9]],
];

export interface RoomProps {
  /** The show that the Shelf lies over; without one it stands by itself. */
  readonly session?: Session;
  readonly show?: Show;
  readonly close: () => void;
  /** The show's copy that is to be edited at once. */
  readonly edit?: FixtureType | undefined;
  readonly tab?: 'shelf' | 'show';
}

export function ShelfRoom({ session, show, close, edit, tab = 'shelf' }: RoomProps) {
  const { list, loading, error } = useShelf();
  const [place, setPlace] = useState<'shelf' | 'show'>(tab);
  const [kind, setKind] = useState<ShelfKind | undefined>('type');
  const [folder, setFolder] = useState('');
  const [text, setText] = useState('');
  const [family, setFamily] = useState<Family | undefined>();
  const [maker, setMaker] = useState<string | undefined>();
  const [angle, setAngle] = useState(-1);
  const [watts, setWatts] = useState(-1);
  const [favourites, setFavourites] = useState(false);
  const [chosen, setChosen] = useState<readonly Id[]>([]);
  const [importing, setImporting] = useState<File | null>(null);
  const [editing, setEditing] = useState<Editing | null>(() =>
    edit && show ? { what: 'type', where: 'show', type: edit, symbol: symbolIn(show, edit), bases: new Map(), folder: '' } : null,
  );
  const file = useRef<HTMLInputElement>(null);
  const units = show ? settingsOf(show).units : 'metric';
  const wanted = useDeferredValue(text);
  const search = useMemo(
    () => ({
      text: wanted,
      kind,
      folder,
      favourites,
      family,
      maker,
      beam: angleRanges[angle]?.[1],
      watts: wattRanges[watts]?.[1],
    }),
    [wanted, kind, folder, favourites, family, maker, angle, watts],
  );
  const { found, elsewhere } = useMemo(() => searchShelf(list.items, search), [list.items, search]);
  const makers = useMemo(
    () =>
      [...new Set(list.items.filter((item) => !kind || item.kind === kind).flatMap((item) => item.summary.maker || []))].sort(),
    [list.items, kind],
  );
  const first = list.items.find((item) => item.id === chosen[0]);
  const stored = useItem(first);
  const counts = useMemo(() => {
    const out = new Map<ShelfKind, number>();
    for (const item of list.items) out.set(item.kind, (out.get(item.kind) ?? 0) + 1);
    return out;
  }, [list.items]);
  const chosenItems = useMemo(() => {
    const ids = new Set(chosen);
    return list.items.filter((item) => ids.has(item.id));
  }, [list.items, chosen]);
  const filtered = family || maker || angle >= 0 || watts >= 0 || favourites;

  // What is taken and swept here is undone here; an open form keeps the keys for itself.
  const forms = editing !== null;
  useKeys('shelf', {
    ...(session && !forms ? { undo: () => session.undo(), redo: () => session.redo() } : {}),
    ...(forms ? {} : { close }),
  });

  const open = (items: readonly Stored[], id: Id) => {
    const main = items.find(({ record }) => record.id === id);
    if (!main) return;
    const { record } = main;
    const symbol = items.map((item) => item.record).find((item): item is SymbolDef => item.kind === 'symbol') ?? null;
    const bases = new Map(items.map((item) => [item.record.id, item.version]));
    if (record.kind === 'type') setEditing({ what: 'type', where: 'shelf', type: record, symbol, bases, folder: main.folder });
    if (record.kind === 'symbol')
      setEditing({ what: 'symbol', where: 'shelf', type: null, symbol: record, bases, folder: main.folder });
  };
  const make = (what: ShelfKind) => {
    if (what !== 'type' && what !== 'symbol') {
      // Small things are made at once and then changed where they are shown.
      const record = newSmall(what);
      void attempt(async () => {
        await putItems([{ record, base: null, folder }]);
        setText('');
        setChosen([record.id]);
      });
      return;
    }
    const of = family ?? 'profile';
    const type = newType(v4(), of);
    const measures = {
      length: type.length,
      width: type.width,
      nose: Math.round(type.length * 0.5),
      yoke: Math.round(type.length * 0.45),
      cells: 1,
      field: 26,
    };
    setEditing({
      what,
      where: 'shelf',
      type: what === 'type' ? type : null,
      symbol: what === 'symbol' ? symbolFrom(v4(), `New ${of} symbol`, of, measures) : null,
      bases: new Map(),
      folder,
    });
  };

  if (editing)
    return (
      <Sheet
        close={null}
        name={editing.what === 'type' ? 'Fixture type' : 'Symbol'}
        of={editing.where === 'show' && show ? settingsOf(show).name : 'Shelf'}
      >
        <Suspense fallback={<p className="pencil p-6">Opening...</p>}>
          {editing.what === 'type' ? (
            <TypeEditor
              editing={editing}
              units={units}
              {...(session && show ? { session, show } : {})}
              done={(id) => {
                if (edit) return close();
                setEditing(null);
                if (id) setChosen([id]);
              }}
            />
          ) : (
            <SymbolEditor
              symbol={editing.symbol!}
              units={units}
              onDone={(symbol) =>
                void (async () => {
                  if (!symbol) return setEditing(null);
                  const done = await attempt(() =>
                    putItems([{ record: symbol, base: editing.bases.get(symbol.id) ?? null, folder: editing.folder }]),
                  );
                  if (done) {
                    setEditing(null);
                    setKind('symbol');
                    setChosen([symbol.id]);
                  }
                })()
              }
            />
          )}
        </Suspense>
      </Sheet>
    );

  return (
    <Sheet close={close} name="Shelf" of={show ? settingsOf(show).name : ''}>
      <div className="grid min-h-0 flex-1 grid-cols-[212px_1fr_392px]">
        <nav
          aria-label="Kinds and folders"
          className="flex min-h-0 flex-col overflow-auto px-3 py-2"
          style={{ borderRight: '1px solid var(--hair)' }}
        >
          {show && (
            <div role="tablist" className="mb-2 flex gap-4">
              {(['shelf', 'show'] as const).map((item) => (
                <button
                  key={item}
                  type="button"
                  role="tab"
                  aria-selected={place === item}
                  className="tab"
                  onClick={() => setPlace(item)}
                >
                  {item === 'shelf' ? 'Shelf' : 'In this show'}
                </button>
              ))}
            </div>
          )}
          {place === 'shelf' && (
            <>
              <ul>
                {[undefined, ...shelfKinds].map((item) => (
                  <li key={item ?? 'all'}>
                    <button
                      type="button"
                      aria-pressed={kind === item}
                      className="flex w-full justify-between px-1 py-0.5 text-left"
                      style={{ background: kind === item ? 'var(--halo)' : undefined }}
                      onClick={() => {
                        setKind(item);
                        setFamily(undefined);
                        setMaker(undefined);
                        setAngle(-1);
                        setWatts(-1);
                      }}
                    >
                      <span>{item ? kindNames[item] : 'Everything'}</span>
                      <span className="pencil">{item ? (counts.get(item) ?? 0) : list.items.length}</span>
                    </button>
                  </li>
                ))}
              </ul>
              <h3 className="pencil pt-3">Folders</h3>
              <Folders list={list} folder={folder} onChoose={setFolder} kind={kind} chosen={chosen} />
            </>
          )}
          <span className="flex-1" />
          <div className="flex flex-col gap-1 pt-3">
            <button type="button" className="act flex items-center justify-center gap-2" onClick={() => file.current?.click()}>
              <FileUp size={14} /> Bring in a file
            </button>
            <a className="act flex items-center justify-center gap-2" href="/api/shelf/export" download>
              <Download size={14} /> Shelf as one file
            </a>
            <FileField
              ref={file}
              testId="shelf-file"
              accept={endsOf('type', 'shelf', 'list')}
              onFile={(file) => {
                setImporting(file);
              }}
            />
          </div>
        </nav>
        {importing ? (
          <ImportFile file={importing} units={units} folder={folder} items={list.items} done={() => setImporting(null)} />
        ) : place === 'show' && session && show ? (
          <Copies
            session={session}
            show={show}
            items={list.items}
            edit={(type) =>
              setEditing({ what: 'type', where: 'show', type, symbol: symbolIn(show, type), bases: new Map(), folder: '' })
            }
          />
        ) : (
          <>
            <section aria-label="Found on the Shelf" className="flex min-h-0 min-w-0 flex-col">
              <div className="flex flex-wrap items-center gap-2 px-3 pt-2 pb-1">
                <label className="flex min-w-48 flex-1 items-center gap-2">
                  <Search size={14} className="pencil shrink-0" />
                  <Typed
                    autoFocus
                    label="Search the Shelf"
                    placeholder="Any word: name, maker, family, 750 W, 26 deg"
                    value={text}
                    onText={(value) => setText(value)}
                    onKeyDown={fieldKeys({
                      enter: () => found[0] && setChosen([found[0].id]),
                      escape: () => (text ? setText('') : false),
                    })}
                  />
                </label>
                <button
                  type="button"
                  className="act flex items-center gap-1"
                  aria-pressed={favourites}
                  onClick={() => setFavourites(!favourites)}
                >
                  <Star size={13} /> Favourites
                </button>
                {kind !== 'tagset' && (
                  <button type="button" className="act whitespace-nowrap" onClick={() => make(kind ?? 'type')}>
                    {newNames[kind ?? 'type']}
                  </button>
                )}
              </div>
              <div className="flex items-center gap-2 px-3 pb-2 text-[12px]" style={{ borderBottom: '1px solid var(--hair)' }}>
                {(kind === 'type' || kind === 'symbol') && (
                  <Narrow
                    label="Family"
                    value={family ?? ''}
                    onChange={(value) => setFamily((value || undefined) as Family | undefined)}
                    options={families.map((item) => [item, item])}
                  />
                )}
                {kind === 'type' && (
                  <>
                    <Narrow
                      label="Beam angle"
                      value={angle < 0 ? '' : String(angle)}
                      onChange={(value) => setAngle(value === '' ? -1 : Number(value))}
                      options={angleRanges.map(([name], i) => [String(i), name])}
                    />
                    <Narrow
                      label="Power"
                      value={watts < 0 ? '' : String(watts)}
                      onChange={(value) => setWatts(value === '' ? -1 : Number(value))}
                      options={wattRanges.map(([name], i) => [String(i), name])}
                    />
                  </>
                )}
                {makers.length > 0 && kind !== 'symbol' && (
                  <Narrow
                    label={kind === 'filter' ? 'Book' : 'Maker'}
                    value={maker ?? ''}
                    onChange={(value) => setMaker(value || undefined)}
                    options={makers.map((item) => [item, item])}
                  />
                )}
                <span className="flex-1" />
                {filtered && (
                  <button
                    type="button"
                    className="link"
                    onClick={() => {
                      setFamily(undefined);
                      setMaker(undefined);
                      setAngle(-1);
                      setWatts(-1);
                      setFavourites(false);
                    }}
                  >
                    No filters
                  </button>
                )}
                <output className="pencil whitespace-nowrap">{found.length} found</output>
              </div>
              {error && (
                <p className="p-3" style={{ color: 'var(--stop)' }}>
                  The Shelf cannot be loaded: {error.message} It is tried again.
                </p>
              )}
              {loading && <p className="pencil p-3">Looking at the Shelf...</p>}
              {!loading && !found.length && !error && (
                <p className="pencil p-3">
                  Nothing here matches.
                  {elsewhere === 0 && !list.items.length ? ' The Shelf is empty: make a type, or bring in a file.' : ''}
                </p>
              )}
              <ItemList
                items={found}
                chosen={chosen}
                onChoose={setChosen}
                onOpen={(id) => void readItems([id]).then((items) => open(items, id))}
                onFavourite={(item: Listed) => void attempt(() => markItems([item.id], { favourite: !item.favourite }))}
              />
              {elsewhere > 0 && (
                <p className="px-3 py-1.5" style={{ borderTop: '1px solid var(--hair)' }}>
                  {elsewhere} more in other folders.{' '}
                  <button type="button" className="link" onClick={() => setFolder('')}>
                    Look in all folders
                  </button>
                </p>
              )}
            </section>
            <aside
              aria-label="Chosen on the Shelf"
              className="min-h-0 overflow-auto px-4 py-3"
              style={{ borderLeft: '1px solid var(--hair)' }}
            >
              <Preview
                chosen={chosenItems}
                stored={stored}
                items={list.items}
                folders={list.folders}
                units={units}
                onOpen={open}
                onCopy={(copy) => setEditing(copy)}
                {...(session && show ? { session, show } : {})}
              />
            </aside>
          </>
        )}
      </div>
    </Sheet>
  );
}

const symbolIn = (show: Show, type: FixtureType): SymbolDef | null => {
  const record = type.symbol ? show.records.get(type.symbol) : undefined;
  return record?.kind === 'symbol' ? record : null;
};
