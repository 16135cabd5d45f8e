/** A show is an immutable map of records. Unchanged records keep their identity, so that derived values can be remembered by record. */
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

const byKind = new WeakMap<Show, Map<Kind, readonly DessinRecord[]>>();

/** All records of a kind, in the order in which they entered the show. Remembered per show. */
export function all<K extends Kind>(show: Show, kind: K): readonly RecordOf<K>[] {
  let sorted = byKind.get(show);
  if (!sorted) {
    const lists = new Map<Kind, DessinRecord[]>();
    for (const record of show.records.values()) {
      const list = lists.get(record.kind);
      if (list) list.push(record);
      else lists.set(record.kind, [record]);
    }
    sorted = lists;
    byKind.set(show, lists);
  }
  return (sorted.get(kind) ?? []) as readonly RecordOf<K>[];
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
