/** Snags of a show: what is wrong, doubtful or open in the rig, in sentences; those that somebody accepted rest. */
import { present } from '../measure/list.js';
import type { Accepted, Id } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { type Audit, makeAudit } from './audit.js';
import type { Snag } from './snag.js';

export type { Snag, SnagStep, Weight } from './snag.js';

/** One audit for each show that is open: it goes from edit to edit. */
const audits = new Map<Id, Audit>();
const MOST_OPEN = 4;
function auditOf(id: Id): Audit {
  let audit = audits.get(id);
  if (audit) audits.delete(id);
  else audit = makeAudit();
  audits.set(id, audit);
  const [oldest] = audits.keys();
  if (audits.size > MOST_OPEN && oldest !== undefined) audits.delete(oldest);
  return audit;
}

export interface Resting {
  readonly snag: Snag;
  readonly accepted: Accepted;
}
interface Found {
  readonly live: readonly Snag[];
  readonly resting: readonly Resting[];
}
const kept = new WeakMap<Show, Found>();
function foundIn(show: Show): Found {
  let found = kept.get(show);
  if (!found) {
    const every = auditOf(show.id).of(show);
    const accepted = new Map(all(show, 'accepted').map((record) => [record.key, record]));
    const rests = (snag: Snag) => accepted.get(snag.key)?.state === snag.state;
    found = accepted.size
      ? {
          live: every.filter((snag) => !rests(snag)),
          resting: every.flatMap((snag) => (rests(snag) ? [{ snag, accepted: present(accepted.get(snag.key)) }] : [])),
        }
      : { live: every, resting: [] };
    kept.set(show, found);
  }
  return found;
}

/** Snags that nobody accepted, stops first. Remembered per show. */
export const snagsOf = (show: Show): readonly Snag[] => foundIn(show).live;
/** Snags that were accepted as they are, with the reason. */
export const restingSnags = (show: Show): readonly Resting[] => foundIn(show).resting;
/** What is wrong or doubtful; what is merely not done yet is left out. */
export const wrongSnags = (show: Show): readonly Snag[] => snagsOf(show).filter((snag) => snag.weight !== 'open');

const byFixture = new WeakMap<readonly Snag[], ReadonlyMap<Id, readonly Snag[]>>();
/** Snags by fixture id. */
export function snagsByFixture(show: Show): ReadonlyMap<Id, readonly Snag[]> {
  const snags = snagsOf(show);
  let map = byFixture.get(snags);
  if (!map) {
    const fresh = new Map<Id, Snag[]>();
    for (const snag of snags)
      for (const id of snag.fixtures) {
        const list = fresh.get(id);
        if (list) list.push(snag);
        else fresh.set(id, [snag]);
      }
    map = fresh;
    byFixture.set(snags, fresh);
  }
  return map;
}
