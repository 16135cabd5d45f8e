/** Repairs that are safe: what they do is said in a few words, and it is one undoable step. Each belongs to its check. */
import { type Change, isEmpty, updating } from '../model/change.js';
import type { Accepted, NewId } from '../model/records.js';
import { all, find, type Show } from '../model/show.js';
import type { Repair } from './check.js';
import { checkOf, keyIn, type Snag } from './snag.js';

export type { Repair } from './check.js';

/** The repair of a snag, or null where a person must decide. */
export function repairOf(show: Show, snag: Snag, newId: NewId): Repair | null {
  const fixtures = snag.fixtures.flatMap((id) => find(show, 'fixture', id) ?? []);
  const repair = checkOf(snag.code)?.repair?.({ show, fixtures, key: keyIn(snag), newId }) ?? null;
  return repair && !isEmpty(repair.change) ? repair : null;
}

/** A snag accepted with a reason: it rests until something of it changes. */
export function accepting(show: Show, snag: Snag, reason: string, newId: NewId): Change {
  const now = all(show, 'accepted').find((record) => record.key === snag.key);
  const to: Accepted = {
    id: now?.id ?? newId(),
    kind: 'accepted',
    key: snag.key.slice(0, 2000),
    state: snag.state,
    reason: reason.trim().slice(0, 2000),
  };
  return now ? updating([[now, to]]) : { added: [to], updated: [], removed: [] };
}
