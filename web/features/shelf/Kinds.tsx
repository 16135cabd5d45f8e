/** Kinds and folders of the Shelf, with what each has. */
import { useMemo } from 'react';
import { type ShelfKind, shelfKinds } from '#core/model/records';
import type { ShelfList } from '../../state/shelf';
import { Folders } from './Folders';
import type { Search } from './search';
import { shelfEntries } from './shelf-kinds';

export function Kinds({ list, search }: { list: ShelfList; search: Search }) {
  const { kind } = search;
  const counts = useMemo(() => {
    const out = new Map<ShelfKind, number>();
    for (const item of list.items) out.set(item.kind, (out.get(item.kind) ?? 0) + 1);
    return out;
  }, [list.items]);
  return (
    <>
      <ul>
        {[undefined, ...shelfKinds].map((item) => (
          <li key={item ?? 'all'}>
            <button
              type="button"
              aria-pressed={kind === item}
              className="flex w-full justify-between px-1 py-0.5 text-left"
              style={{ background: kind === item ? 'var(--halo)' : undefined }}
              onClick={() => search.turnTo(item)}
            >
              <span>{item ? shelfEntries[item].name : 'Everything'}</span>
              <span className="pencil">{item ? (counts.get(item) ?? 0) : list.items.length}</span>
            </button>
          </li>
        ))}
      </ul>
      <h3 className="pencil pt-3">Folders</h3>
      <Folders list={list} folder={search.folder} onChoose={search.setFolder} kind={kind} />
    </>
  );
}
