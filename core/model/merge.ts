/** Three-way merging, field by field (reference calculations 12). */
import { apply, type Change, diff } from './change.js';
import { equal } from './equal.js';
import { type KindEntry, kinds } from './kinds/index.js';
import type { DessinRecord, Id } from './records.js';
import type { Show } from './show.js';

/** Both sides changed one field of a record, or one side removed what the other changed. `field` is '' for the whole record. */
export interface Collision {
  readonly id: Id;
  readonly field: string;
  readonly mine: unknown;
  readonly stands: unknown;
}

type Json = Record<string, unknown>;
const isPlain = (value: unknown): value is Json => typeof value === 'object' && value !== null && !Array.isArray(value);

/** Merges the fields of two descendants of one record; a collision keeps what stands. */
export function mergeRecord(
  base: DessinRecord,
  mine: DessinRecord,
  stands: DessinRecord,
): { record: DessinRecord; collisions: Collision[] } {
  const collisions: Collision[] = [];
  const clash = (field: string, m: unknown, s: unknown) => {
    collisions.push({ id: base.id, field, mine: m, stands: s });
    return s;
  };
  const { whole = [], together = [] } = kinds[base.kind] as KindEntry<DessinRecord>;
  const value = (path: string, key: string, b: unknown, m: unknown, s: unknown): unknown => {
    if (m === b || equal(m, b)) return s;
    if (equal(s, b) || equal(m, s)) return m;
    if ((whole as readonly string[]).includes(key)) return clash(path, m, s);
    if (isPlain(b) && isPlain(m) && isPlain(s)) return fields(path, b, m, s);
    const lists = Array.isArray(b) && Array.isArray(m) && Array.isArray(s) && b.length === m.length && b.length === s.length;
    if (lists && b.every(isPlain)) return b.map((item, i) => value(`${path}.${i}`, '', item, m[i], s[i]));
    return clash(path, m, s);
  };
  const fields = (path: string, b: Json, m: Json, s: Json): Json => {
    const out: Json = {};
    for (const key of new Set([...Object.keys(s), ...Object.keys(m)])) {
      const merged = value(path ? `${path}.${key}` : key, key, b[key], m[key], s[key]);
      // An optional field that one side took away is not there, rather than there without a value.
      if (merged !== undefined) out[key] = merged;
    }
    return out;
  };
  const [b, m, s]: readonly [Json, Json, Json] = [{ ...base }, { ...mine }, { ...stands }];
  const group: readonly string[] = together;
  const pick = (from: Json) => Object.fromEntries(group.map((key) => [key, from[key]]));
  const rest = (from: Json) => Object.fromEntries(Object.entries(from).filter(([key]) => !group.includes(key)));
  const merged = fields('', rest(b), rest(m), rest(s));
  if (group.length) {
    const [gb, gm, gs] = [pick(b), pick(m), pick(s)];
    Object.assign(merged, equal(gm, gb) ? gs : equal(gs, gb) || equal(gm, gs) ? gm : (clash(group.join(' '), gm, gs) as Json));
  }
  const record = merged as unknown as DessinRecord;
  return { record: equal(record, stands) ? stands : equal(record, mine) ? mine : record, collisions };
}

/**
 * Brings a change, made on an older state, up to the show as it stands.
 * What still fits goes into `change`; what does not is listed in `collisions`, and left as it stands.
 */
export function rebase(show: Show, change: Change): { change: Change; collisions: Collision[] } {
  const collisions: Collision[] = [];
  const added: DessinRecord[] = [];
  const updated: [DessinRecord, DessinRecord][] = [];
  const removed: DessinRecord[] = [];
  for (const record of change.added) {
    const now = show.records.get(record.id);
    if (!now) added.push(record);
    else if (!equal(now, record)) collisions.push({ id: record.id, field: '', mine: record, stands: now });
  }
  for (const [from, to] of change.updated) {
    const now = show.records.get(from.id);
    if (!now || now.kind !== from.kind) {
      collisions.push({ id: from.id, field: '', mine: to, stands: now ?? null });
      continue;
    }
    if (now === from || equal(now, from)) {
      if (!equal(from, to)) updated.push([now, to]);
      continue;
    }
    const merged = mergeRecord(from, to, now);
    collisions.push(...merged.collisions);
    if (!equal(merged.record, now)) updated.push([now, merged.record]);
  }
  for (const record of change.removed) {
    const now = show.records.get(record.id);
    if (!now) continue;
    if (equal(now, record)) removed.push(now);
    else collisions.push({ id: record.id, field: '', mine: null, stands: now });
  }
  return { change: { added, updated, removed }, collisions };
}

/** Three-way merge of shows: their edits stand, ours are brought on top. merge(b, x, b) is x, merge(b, b, x) is x, merge(b, x, x) is x. */
export function merge(base: Show, ours: Show, theirs: Show): { show: Show; collisions: Collision[] } {
  const { change, collisions } = rebase(theirs, diff(base, ours));
  return { show: apply(theirs, change), collisions };
}
