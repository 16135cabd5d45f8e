/** The middle of the Shelf: the search, and what it found. */
import { Search as Glass, Star } from 'lucide-react';
import type { Id, ShelfKind } from '#core/model/records';
import type { Listed } from '#core/shelf/search';
import { attempt, markItems } from '../../state/shelf';
import { Typed } from '../../ui/Field';
import { fieldKeys } from '../../ui/field-keys';
import { ItemList } from './ItemList';
import { Narrowings } from './Narrowings';
import type { Search } from './search';
import { shelfEntries } from './shelf-kinds';

interface Props {
  readonly search: Search;
  readonly loading: boolean;
  readonly error: Error | undefined;
  /** The Shelf has nothing at all. */
  readonly empty: boolean;
  readonly chosen: readonly Id[];
  readonly onChoose: (ids: readonly Id[]) => void;
  readonly onOpen: (id: Id) => void;
  readonly onMake: (kind: ShelfKind) => void;
}

export function Found({ search, loading, error, empty, chosen, onChoose, onOpen, onMake }: Props) {
  const { kind, text, found, elsewhere } = search;
  const { favourites } = search.narrowing;
  return (
    <section aria-label="Found on the Shelf" className="flex min-h-0 min-w-0 flex-col">
      <div className="flex flex-wrap items-center gap-2 px-3 pt-2 pb-1">
        <label className="flex min-w-48 flex-1 items-center gap-2">
          <Glass size={14} className="pencil shrink-0" />
          <Typed
            autoFocus
            label="Search the Shelf"
            placeholder="Any word: name, maker, family, 750 W, 26 deg"
            value={text}
            onText={search.setText}
            onKeyDown={fieldKeys({ enter: () => found[0] && onChoose([found[0].id]) })}
          />
        </label>
        <button
          type="button"
          className="act flex items-center gap-1"
          aria-pressed={favourites}
          onClick={() => search.narrow({ favourites: !favourites })}
        >
          <Star size={13} /> Favourites
        </button>
        {shelfEntries[kind ?? 'type'].anew && (
          <button type="button" className="act whitespace-nowrap" onClick={() => onMake(kind ?? 'type')}>
            {shelfEntries[kind ?? 'type'].anew}
          </button>
        )}
      </div>
      <Narrowings search={search} />
      {error && (
        <p className="p-3" style={{ color: 'var(--stop)' }}>
          The Shelf cannot be loaded: {error.message} It is tried again.
        </p>
      )}
      {loading && <p className="pencil p-3">Looking at the Shelf...</p>}
      {!loading && !found.length && !error && (
        <p className="pencil p-3">
          Nothing here matches.
          {elsewhere === 0 && empty ? ' The Shelf is empty: make a type, or bring in a file.' : ''}
        </p>
      )}
      <ItemList
        items={found}
        chosen={chosen}
        onChoose={onChoose}
        onOpen={onOpen}
        onFavourite={(item: Listed) => void attempt(() => markItems([item.id], { favourite: !item.favourite }))}
      />
      {elsewhere > 0 && (
        <p className="px-3 py-1.5" style={{ borderTop: '1px solid var(--hair)' }}>
          {elsewhere} more in other folders.{' '}
          <button type="button" className="link" onClick={() => search.setFolder('')}>
            Look in all folders
          </button>
        </p>
      )}
    </section>
  );
}
