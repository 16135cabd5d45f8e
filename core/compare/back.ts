/** Going back: things, or the whole show, as they stood in an issue, as one change. */
import { type Change, diff } from '../model/change.js';
import { equal } from '../model/equal.js';
import type { DessinRecord, Id } from '../model/records.js';
import { referencesOf } from '../model/references.js';
import type { Show } from '../model/show.js';

/** Marks of history are no content: whoever goes back goes back in the rig, and the issues, and what the check found, stay. */
const kept: ReadonlySet<string> = new Set(['issue', 'finding', 'walk', 'remark', 'work', 'sent']);
const stays = ({ kind }: DessinRecord): boolean => kept.has(kind);

/** The whole show as it stood; issues that were given out since stay. */
export function goingBack(now: Show, then: Show): Change {
  const { added, updated, removed } = diff(now, then);
  return {
    added: added.filter((record) => !stays(record)),
    updated: updated.filter(([record]) => !stays(record)),
    removed: removed.filter((record) => !stays(record)),
  };
}

/**
 * Some fixtures or positions as they stood: changed back, hung again where they were struck, taken away where they were added later. What they point at and is not
 * there any more comes back with them.
 * @param ids  of fixtures and positions, in either show
 * @returns an empty change where they stand as they stood
 */
export function goingBackWith(now: Show, then: Show, ids: Iterable<Id>): Change {
  const added = new Map<Id, DessinRecord>();
  const updated: [DessinRecord, DessinRecord][] = [];
  const removed: DessinRecord[] = [];
  const bring = (record: DessinRecord) => {
    if (now.records.has(record.id) || added.has(record.id)) return;
    added.set(record.id, record);
    for (const { to } of referencesOf(record)) {
      const wanted = then.records.get(to);
      if (wanted) bring(wanted);
    }
  };
  for (const id of new Set(ids)) {
    const [here, there] = [now.records.get(id), then.records.get(id)];
    if (there && here) {
      if (here.kind !== there.kind || equal(here, there)) continue;
      updated.push([here, there]);
      for (const { to } of referencesOf(there)) {
        const wanted = then.records.get(to);
        if (wanted) bring(wanted);
      }
    } else if (there) bring(there);
    else if (here && here.kind === 'fixture') removed.push(here);
  }
  return { added: [...added.values()], updated, removed };
}
