/**
 * Which records changed from one show to another, without comparing them: a show that was made by a change knows what it came from. Derived values (lists, the audit,
 * the plan) so cost what changed, and not what there is. Shows are known by tokens, so that no show keeps those before it alive.
 */
import type { Id } from './records.js';
import type { Show } from './show.js';

export interface Difference {
  /** Records that were added, changed or removed: one that is not among them is the same in both shows. */
  readonly ids: ReadonlySet<Id>;
  /** None was added or removed: the records stand in the same order. */
  readonly inPlace: boolean;
}
interface Ancestor extends Difference {
  readonly token: object;
}
/** A draft, an edit and its confirmation are three steps; further back comparing is cheap enough. */
const MOST = 6;

const tokens = new WeakMap<Show, object>();
const ancestors = new WeakMap<Show, readonly Ancestor[]>();

function tokenOf(show: Show): object {
  let token = tokens.get(show);
  if (!token) {
    token = {};
    tokens.set(show, token);
  }
  return token;
}

/** Says that a show came from another by a change of these records. */
export function descend(show: Show, from: Show, { ids, inPlace }: Difference): void {
  const further = (ancestors.get(from) ?? []).slice(0, MOST - 1).map(
    (since): Ancestor => ({
      token: since.token,
      ids: new Set([...since.ids, ...ids]),
      inPlace: since.inPlace && inPlace,
    }),
  );
  ancestors.set(show, [{ token: tokenOf(from), ids, inPlace }, ...further]);
}

const none: Difference = { ids: new Set(), inPlace: true };

/** What may differ between two shows, whichever came first. Null where neither is known to come from the other. */
export function changedBetween(before: Show, after: Show): Difference | null {
  if (before === after) return none;
  if (before.id !== after.id) return null;
  const back = (from: Show, to: Show) => ancestors.get(to)?.find(({ token }) => token === tokens.get(from));
  return back(before, after) ?? back(after, before) ?? null;
}

/** As `changedBetween`, and by comparing where the shows do not know each other. */
export function differing(before: Show, after: Show): ReadonlySet<Id> {
  const known = changedBetween(before, after);
  if (known) return known.ids;
  const ids = new Set<Id>();
  for (const [id, record] of after.records) if (before.records.get(id) !== record) ids.add(id);
  for (const id of before.records.keys()) if (!after.records.has(id)) ids.add(id);
  return ids;
}
