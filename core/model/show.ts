/** A show is an immutable map of records. Unchanged records keep their identity, so that derived values can be remembered by record. */
import { present } from '../measure/list.js';
import { changedBetween } from './lineage.js';
import type { DessinRecord, Id, Kind, RecordOf, Settings } from './records.js';

export interface Show {
  readonly id: Id;
  readonly records: ReadonlyMap<Id, DessinRecord>;
}

/** Builds a show; its settings record carries the id of the show. */
export function showOf(id: Id, records: Iterable<DessinRecord>): Show {
  const map = new Map<Id, DessinRecord>();
  for (const record of records) map.set(record.id, record);
  return { id, records: map };
}

type Lists = ReadonlyMap<Kind, readonly DessinRecord[]>;
const byKind = new WeakMap<Show, Lists>();
/** The lists that were made last: a show that came from that one by small changes keeps those of the kinds that were not touched. */
let last: { readonly show: Show; readonly lists: Lists } | null = null;

function sorted(show: Show): Lists {
  const lists = new Map<Kind, DessinRecord[]>();
  for (const record of show.records.values()) {
    const list = lists.get(record.kind);
    if (list) list.push(record);
    else lists.set(record.kind, [record]);
  }
  return lists;
}

/** Lists after an edit that changed records and neither added nor removed any; null where it did more. */
function patched(show: Show, before: { readonly show: Show; readonly lists: Lists }): Lists | null {
  const changed = changedBetween(before.show, show);
  if (!changed?.inPlace) return null;
  const { ids } = changed;
  const kinds = new Set<Kind>();
  for (const id of ids) {
    const is = show.records.get(id);
    if (is && is !== before.show.records.get(id)) kinds.add(is.kind);
  }
  const lists = new Map(before.lists);
  for (const kind of kinds)
    lists.set(
      kind,
      (before.lists.get(kind) ?? []).map((record) => (ids.has(record.id) ? present(show.records.get(record.id)) : record)),
    );
  return lists;
}

const none: readonly never[] = [];
/** All records of a kind, in the order in which they entered the show. Remembered per show; the same list as before where no record of the kind changed. */
export function all<K extends Kind>(show: Show, kind: K): readonly RecordOf<K>[] {
  let lists = byKind.get(show);
  if (!lists) {
    lists = (last && patched(show, last)) ?? sorted(show);
    byKind.set(show, lists);
    last = { show, lists };
  }
  return (lists.get(kind) ?? none) as readonly RecordOf<K>[];
}

/** The record with this id and kind, or undefined. */
export function find<K extends Kind>(show: Show, kind: K, id: Id | undefined): RecordOf<K> | undefined {
  const record = id === undefined ? undefined : show.records.get(id);
  return record?.kind === kind ? (record as RecordOf<K>) : undefined;
}

/** The record with this id and kind. @throws Error when the show lacks it, which the reference check prevents. */
export function get<K extends Kind>(show: Show, kind: K, id: Id): RecordOf<K> {
  const record = find(show, kind, id);
  if (!record) throw new Error(`The show has no ${kind} with the id ${id}.`);
  return record;
}

export const settingsOf = (show: Show): Settings => get(show, 'settings', show.id);
