/** The Shelf: folders and kinds at the left, what is found in the middle, what is chosen at the right. It lies over a show, or stands by itself. */

import { Download, FileUp } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { v4 } from 'uuid';
import { endsOf } from '#core/formats/index';
import type { FixtureType, Id, ShelfKind, SymbolDef } from '#core/model/records';
import { type Show, settingsOf } from '#core/model/show';
import { at } from '../../state/base';
import { useMayInHouse } from '../../state/me';
import type { Session } from '../../state/session/session';
import { attempt, markItems, putItems, readItems, type Stored, useItem, useShelf } from '../../state/shelf';
import { DragArea } from '../../ui/drag';
import { FileField } from '../../ui/Field';
import { useKeys } from '../../ui/keys';
import { plural } from '../../ui/words';
import { Writes } from '../../ui/writes';
import { Copies } from './Copies';
import { Editor } from './Editor';
import { isFolder, pathOf } from './Folders';
import { Found } from './Found';
import { ImportFile } from './ImportFile';
import { Kinds } from './Kinds';
import { type Editing, newEditing } from './making';
import { Preview } from './Preview';
import { Sheet } from './Sheet';
import { useSearch } from './search';
import { shelfEntries } from './shelf-kinds';

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
  const search = useSearch(list);
  const { folder } = search;
  const keeps = useMayInHouse('keep the Shelf');
  const [chosen, setChosen] = useState<readonly Id[]>([]);
  const [importing, setImporting] = useState<File | null>(null);
  const [editing, setEditing] = useState<Editing | null>(() =>
    edit && show ? { what: 'type', where: 'show', type: edit, symbol: symbolIn(show, edit), bases: new Map(), folder: '' } : null,
  );
  const file = useRef<HTMLInputElement>(null);
  const units = show ? settingsOf(show).units : 'metric';
  const first = list.items.find((item) => item.id === chosen[0]);
  const stored = useItem(first);
  const chosenItems = useMemo(() => {
    const ids = new Set(chosen);
    return list.items.filter((item) => ids.has(item.id));
  }, [list.items, chosen]);

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
    const record = shelfEntries[what].make?.(v4());
    if (record) {
      void attempt(async () => {
        await putItems([{ record, base: null, folder }]);
        search.setText('');
        setChosen([record.id]);
      });
      return;
    }
    if (what === 'type' || what === 'symbol') setEditing(newEditing(what, search.narrowing.family ?? 'profile', folder));
  };

  /** Items are dropped onto folders; with one that is chosen go all that are. */
  const drop = (item: string, onto: string) => {
    if (!isFolder(onto)) return;
    void attempt(() => markItems(chosen.includes(item) ? chosen : [item], { folder: pathOf(onto) }));
  };

  if (editing)
    return (
      <Editor
        editing={editing}
        units={units}
        session={session}
        show={show}
        done={(id, what) => {
          if (edit) return close();
          setEditing(null);
          if (what) search.setKind(what);
          if (id) setChosen([id]);
        }}
      />
    );

  return (
    <Sheet close={close} name="Shelf" of={show ? settingsOf(show).name : ''}>
      <DragArea onDrop={drop} shown={(id) => plural(chosen.includes(id) ? chosen.length : 1, 'item')}>
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
            {place === 'shelf' && <Kinds list={list} search={search} />}
            <span className="flex-1" />
            <div className="flex flex-col gap-1 pt-3">
              {keeps && (
                <button
                  type="button"
                  className="act flex items-center justify-center gap-2"
                  onClick={() => file.current?.click()}
                >
                  <FileUp size={14} /> Bring in a file
                </button>
              )}
              <a className="act flex items-center justify-center gap-2" href={at('/api/shelf/export')} download>
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
              <Found
                search={search}
                loading={loading}
                error={error}
                empty={!list.items.length}
                chosen={chosen}
                onChoose={setChosen}
                onOpen={(id) => void readItems([id]).then((items) => open(items, id))}
                onMake={make}
              />
              <aside
                aria-label="Chosen on the Shelf"
                className="min-h-0 overflow-auto px-4 py-3"
                style={{ borderLeft: '1px solid var(--hair)' }}
              >
                <Writes value={keeps}>
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
                </Writes>
              </aside>
            </>
          )}
        </div>
      </DragArea>
    </Sheet>
  );
}

const symbolIn = (show: Show, type: FixtureType): SymbolDef | null => {
  const record = type.symbol ? show.records.get(type.symbol) : undefined;
  return record?.kind === 'symbol' ? record : null;
};
