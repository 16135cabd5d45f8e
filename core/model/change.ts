/**
 * The algebra of changes: the only way a show changes, and the base of undo, sync, revisions and re-import.
 *
 *   const change = edit(show, fixtures, { purpose: 'Warm front' });
 *   apply(apply(show, change), invert(change)) // equals show
 */
import { equal } from './equal.js';
import { Layered } from './layered.js';
import { descend } from './lineage.js';
import type { DessinRecord, Id } from './records.js';
import type { Show } from './show.js';

export interface Change {
  readonly added: readonly DessinRecord[];
  readonly updated: readonly (readonly [from: DessinRecord, to: DessinRecord])[];
  readonly removed: readonly DessinRecord[];
}

export const nothing: Change = { added: [], updated: [], removed: [] };
export const isEmpty = (change: Change): boolean => change.added.length + change.updated.length + change.removed.length === 0;
export const adding = (...added: DessinRecord[]): Change => ({ added, updated: [], removed: [] });
export const removing = (...removed: DessinRecord[]): Change => ({ added: [], updated: [], removed });
/** Change of records to new forms; pairs that are equal are left out. */
export const updating = (pairs: readonly (readonly [DessinRecord, DessinRecord])[]): Change => ({
  added: [],
  updated: pairs.filter(([from, to]) => !equal(from, to)),
  removed: [],
});
/** Sets fields of records of one kind. */
export const edit = <R extends DessinRecord>(records: readonly R[], patch: Partial<R> | ((record: R) => Partial<R>)): Change =>
  updating(
    records.map((record) => [record, { ...record, ...(typeof patch === 'function' ? patch(record) : patch) } as R] as const),
  );

/** The change does not fit the show it was applied to. */
export class ChangeError extends Error {
  override name = 'ChangeError';
}

/**
 * The show after a change. Records keep their order; records that the change does not name keep their identity.
 * @throws ChangeError when a record to add is there, or one to update or remove is not, or is not as the change remembers it
 */
export function apply(show: Show, change: Change): Show {
  if (isEmpty(change)) return show;
  const { records } = show;
  // As it stands after the parts of the change that came before.
  const now = new Map<Id, DessinRecord | undefined>();
  const standing = (id: Id) => (now.has(id) ? now.get(id) : records.get(id));
  const expect = (record: DessinRecord, verb: string) => {
    const there = standing(record.id);
    if (!there) throw new ChangeError(`Cannot ${verb} the ${record.kind} ${record.id}: it is not in the show.`);
    if (!equal(there, record))
      throw new ChangeError(`Cannot ${verb} the ${record.kind} ${record.id}: it was changed in between.`);
  };
  const next: (readonly [Id, DessinRecord | undefined])[] = [];
  const put = (id: Id, record: DessinRecord | undefined) => {
    now.set(id, record);
    next.push([id, record]);
  };
  for (const record of change.removed) {
    expect(record, 'remove');
    put(record.id, undefined);
  }
  for (const [from, to] of change.updated) {
    if (from.id !== to.id || from.kind !== to.kind) throw new ChangeError(`An update must keep the id and kind of ${from.id}.`);
    expect(from, 'update');
    put(to.id, to);
  }
  for (const record of change.added) {
    if (standing(record.id))
      throw new ChangeError(`Cannot add the ${record.kind} ${record.id}: the show has a record with this id.`);
    put(record.id, record);
  }
  const after: Show = { id: show.id, records: Layered.with(records, next) };
  const touched = [...change.removed, ...change.added, ...change.updated.map(([, to]) => to)];
  descend(after, show, {
    ids: new Set(touched.map(({ id }) => id)),
    inPlace: !change.added.length && !change.removed.length,
  });
  return after;
}

/** The change that undoes a change. */
export const invert = (change: Change): Change => ({
  added: change.removed,
  updated: change.updated.map(([from, to]) => [to, from] as const),
  removed: change.added,
});

/** One change that does what a and then b do. */
export function compose(a: Change, b: Change): Change {
  const first = new Map<Id, DessinRecord | null>();
  const last = new Map<Id, DessinRecord | null>();
  for (const change of [a, b]) {
    const touch = (id: Id, from: DessinRecord | null, to: DessinRecord | null) => {
      if (!first.has(id)) first.set(id, from);
      last.set(id, to);
    };
    for (const record of change.removed) touch(record.id, record, null);
    for (const [from, to] of change.updated) touch(to.id, from, to);
    for (const record of change.added) touch(record.id, null, record);
  }
  return fromPairs([...last].map(([id, to]) => [first.get(id) ?? null, to]));
}

/** The change that leads from one show to another. */
export function diff(from: Show, to: Show): Change {
  const pairs: [DessinRecord | null, DessinRecord | null][] = [];
  for (const record of from.records.values()) {
    const now = to.records.get(record.id);
    if (now !== record) pairs.push([record, now ?? null]);
  }
  for (const record of to.records.values()) if (!from.records.has(record.id)) pairs.push([null, record]);
  return fromPairs(pairs);
}

function fromPairs(pairs: readonly (readonly [DessinRecord | null, DessinRecord | null])[]): Change {
  const added: DessinRecord[] = [];
  const updated: [DessinRecord, DessinRecord][] = [];
  const removed: DessinRecord[] = [];
  for (const [from, to] of pairs) {
    if (from && to) {
      if (from.kind !== to.kind) {
        removed.push(from);
        added.push(to);
      } else if (!equal(from, to)) updated.push([from, to]);
    } else if (from) removed.push(from);
    else if (to) added.push(to);
  }
  return { added, updated, removed };
}
