/** The Shelf in the window: its list, kept fresh by its revision; whole items when they are asked for; changes. */

import { useEffect, useMemo } from 'react';
import useSWR, { mutate } from 'swr';
import { firstOf } from '#core/measure/list';
import type { Id, ShelfRecord } from '#core/model/records';
import type { Show } from '#core/model/show';
import { taking } from '#core/shelf/copy';
import { foldedWord, type Listed } from '#core/shelf/search';
import { call, send } from './api';
import { useMe } from './me';
import { keepOpen, type Live, socketAt } from './session/live';
import type { Session } from './session/session';
import { toast } from './toast';

export interface ShelfList {
  readonly revision: string;
  readonly folders: readonly string[];
  readonly items: readonly Listed[];
}
export interface Stored {
  readonly record: ShelfRecord;
  readonly version: number;
  readonly folder: string;
  readonly favourite: boolean;
}
const LIST = '/api/shelf';
const nothing: ShelfList = { revision: '', folders: [], items: [] };

const REVISION = '/api/shelf/revision';
let live: Live | null = null;
let watching = 0;
/** The server says when the Shelf has moved, as long as anything on the page looks at it: one connection for all of them. */
function watchShelf(): () => void {
  watching++;
  live ??= keepOpen(
    () => socketAt('/api/shelf/live'),
    (said) => {
      const { event, revision } = said as { event: string; revision: string };
      if (event === 'shelf') void mutate(REVISION, { revision }, { revalidate: false });
      return true;
    },
    () => undefined,
    (ms, work) => {
      const timer = setTimeout(work, ms);
      return () => clearTimeout(timer);
    },
  );
  return () => {
    // Whoever goes from one panel to the next looks again in a moment.
    setTimeout(() => {
      if (--watching > 0) return;
      live?.close();
      live = null;
    }, 1000);
  };
}

/** The list; asked for anew only when the revision has moved on, which another window or person may have done. */
export function useShelf(): { list: ShelfList; loading: boolean; error: Error | undefined } {
  // Whoever looks at one show by a link has no Shelf.
  const me = useMe();
  const has = me !== undefined && (!me.asks || me.who !== null);
  useEffect(() => (has ? watchShelf() : undefined), [has]);
  const { data: stamp } = useSWR<{ revision: string }>(
    has ? REVISION : null,
    (path: string) => call<{ revision: string }>(path),
    {},
  );
  const { data, error } = useSWR<ShelfList, Error>(stamp ? [LIST, stamp.revision] : null, () => call<ShelfList>(LIST), {
    keepPreviousData: true,
  });
  return { list: data ?? nothing, loading: !data && !error, error };
}
/** The list as it is now, once. */
export const shelfNow = (): Promise<ShelfList> => call<ShelfList>(LIST);
/** How many copies of a show the Shelf has newer versions of, by their numbers alone. */
export function useNewer(show: Show): number {
  const { list } = useShelf();
  return useMemo(() => {
    const versions = new Map(list.items.map((item) => [item.id, item.version]));
    let n = 0;
    for (const record of show.records.values())
      if ('shelf' in record && record.shelf && (versions.get(record.shelf.item) ?? 0) > record.shelf.version) n++;
    return n;
  }, [list.items, show]);
}
/** Looks at the Shelf again at once. */
export const refresh = (): Promise<unknown> => mutate(REVISION);

/** Items with what they need; of many in one request. */
export const readItems = async (ids: readonly Id[]): Promise<Stored[]> =>
  ids.length ? (await send<{ items: Stored[] }>('/api/shelf/items/read', 'POST', { ids })).items : [];

/** One item with what it needs, by its version: a new version is another key. */
export function useItem(item: Listed | undefined): readonly Stored[] | undefined {
  const { data } = useSWR<readonly Stored[]>(item ? ['shelf-item', item.id, item.version] : null, () => readItems([item!.id]), {
    keepPreviousData: false,
  });
  return data;
}

export interface Put {
  readonly record: ShelfRecord;
  readonly base: number | null;
  readonly folder?: string;
}
/** Stores items; what cannot be stored throws with the server's sentence. */
export async function putItems(put: readonly Put[]): Promise<ReadonlyMap<Id, number>> {
  const { stored } = await send<{ stored: { id: Id; version: number }[] }>('/api/shelf/items', 'POST', { put });
  await refresh();
  return new Map(stored.map(({ id, version }) => [id, version]));
}
export const markItems = async (ids: readonly Id[], patch: { folder?: string; favourite?: boolean }): Promise<void> => {
  await send('/api/shelf/items', 'PATCH', { ids, ...patch });
  await refresh();
};
/** Takes items off, and offers to bring them back. */
export async function removeItems(items: readonly Listed[]): Promise<void> {
  const ids = items.map((item) => item.id);
  await send('/api/shelf/remove', 'POST', { ids });
  await refresh();
  toast(
    items.length === 1
      ? `${firstOf(items).summary.name} was taken off the Shelf.`
      : `${items.length} items were taken off the Shelf.`,
    {
      duration: 12000,
      action: {
        label: 'Bring back',
        onClick: () => void send('/api/shelf/restore', 'POST', { ids }).then(refresh),
      },
    },
  );
}
export const changeFolder = async (
  body: { add: string } | { rename: string; to: string } | { remove: string },
): Promise<void> => {
  await send('/api/shelf/folders', 'POST', body);
  await refresh();
};
const bare = (code: string): string => foldedWord(code).replace(/ /g, '');
/** Filters of the Shelf with these codes, whatever their blanks and capitals. */
export const shelvedFilters = (items: readonly Listed[], codes: readonly string[]): Listed[] =>
  [...new Set(codes.map(bare))].flatMap(
    (code) => items.find((item) => item.kind === 'filter' && bare(item.summary.name) === code) ?? [],
  );

/** Does something and says in a sentence when it fails. */
export const attempt = async (work: () => Promise<unknown>): Promise<boolean> => {
  try {
    await work();
    return true;
  } catch (error) {
    toast.error((error as Error).message, { duration: 8000 });
    return false;
  }
};

/** Takes items into the show, as one step. @returns how many were new there */
export async function takeIntoShow(session: Session, ids: readonly Id[]): Promise<number> {
  const items = await readItems(ids);
  const change = taking(session.get().show, items);
  const wanted = new Set(ids);
  const names = change.added.filter((record) => wanted.has(record.id));
  const only = names.length === 1 && names[0] && 'name' in names[0] ? names[0].name : `${names.length} items`;
  session.edit(`Take ${only} from the Shelf`, change);
  return change.added.length;
}

/** Puts a thing of the show on the Shelf, or its newer form over the one that is there, as one step. @returns whether there was anything to put */
export async function putOnShelf(session: Session, record: ShelfRecord): Promise<boolean> {
  const { gathered, gathering } = await import('#core/shelf/sweep');
  const item = record.shelf?.item ?? record.id;
  const known = new Map((await readItems([item])).map((stored) => [stored.record.id, stored]));
  const back = gathering(session.get().show, [record], known);
  if (!back.length) return false;
  const stored = await putItems(
    back.map(({ record: put, base }) => ({ record: put, base, ...(base === null ? { folder: 'From shows' } : {}) })),
  );
  session.edit(`Put ${'name' in record ? record.name : 'it'} on the Shelf`, gathered(session.get().show, stored));
  return true;
}
