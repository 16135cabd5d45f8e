/** The user's values put over what stands now, of an edit that met another one. */
import type { Change } from '#core/model/change';
import type { Collision } from '#core/model/merge';
import type { DessinRecord } from '#core/model/records';
import type { Show } from '#core/model/show';

/** Every wanted record as the new form of the one that is there now, in the fields that met; what was removed meanwhile is added again, what was to go goes. */
export function mineOver(
  show: Show,
  { change, collisions }: { readonly change: Change; readonly collisions: readonly Collision[] },
): Change {
  const wanted = new Map<string, DessinRecord>([
    ...change.updated.map(([, to]) => [to.id, to] as const),
    ...change.added.map((record) => [record.id, record] as const),
  ]);
  const added: DessinRecord[] = [];
  const removed: DessinRecord[] = [];
  const updated = new Map<string, readonly [DessinRecord, DessinRecord]>();
  for (const { id, field } of collisions) {
    const now = show.records.get(id);
    const to = wanted.get(id);
    if (!now && to) added.push(to);
    else if (now && to) {
      const next = overlay(updated.get(id)?.[1] ?? now, to, field);
      updated.set(id, [now, next]);
    } else if (now && change.removed.some((record) => record.id === id)) removed.push(now);
  }
  return { added, updated: [...updated.values()].filter(([from, to]) => from !== to), removed };
}

/** One field of a record taken from another form of it; a field named "a b" is a group, "parts.0.channel" a path, '' the whole. */
function overlay(now: DessinRecord, wanted: DessinRecord, field: string): DessinRecord {
  if (field === '') return wanted;
  let out = now as unknown as Record<string, unknown>;
  for (const path of field.split(' '))
    out = put(out, wanted as unknown as Record<string, unknown>, path.split('.')) as Record<string, unknown>;
  return out as unknown as DessinRecord;
}

function put(now: unknown, wanted: unknown, [key, ...rest]: readonly string[]): unknown {
  if (key === undefined) return wanted;
  const inner = put(
    (now as Record<string, unknown> | undefined)?.[key],
    (wanted as Record<string, unknown> | undefined)?.[key],
    rest,
  );
  if (Array.isArray(now)) return now.map((item, i) => (String(i) === key ? inner : item));
  // A field that is wanted away goes, rather than staying without a value.
  if (inner === undefined) {
    const { [key]: _, ...others } = now as Record<string, unknown>;
    return others;
  }
  return { ...(now as Record<string, unknown>), [key]: inner };
}
