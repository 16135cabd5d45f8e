/** What the issues of a show held, as far as paper marks what changed since. An issue never changes: it is fetched once. */
import useSWRImmutable from 'swr/immutable';
import { issuesWanted, type Since, type Stood, sinceIssue } from '#core/compare/since';
import type { DessinRecord, Id, Issue } from '#core/model/records';
import { type Show, showOf } from '#core/model/show';
import { call } from './api';
import { useShow } from './context';

/** Issues that were given out in this window: what they held is at hand before the server has stored it. */
const own = new Map<Id, Show>();
/** What an issue of this window held. */
export const stoodHere = (issue: Id): Show | undefined => own.get(issue);
/** Written by whoever gives the plot out. */
export const rememberStood = (issue: Id, show: Show): void => void own.set(issue, show);

async function fetchStood(show: Id, ids: readonly Id[]): Promise<ReadonlyMap<Id, Show>> {
  const out = new Map<Id, Show>();
  for (const id of ids) {
    const here = own.get(id);
    if (here) out.set(id, here);
    else {
      // One that nothing is kept of is left out: it was given out elsewhere.
      const answer = await call<{ records: DessinRecord[] }>(`/api/shows/${show}/issues/${id}`).catch(() => null);
      if (answer) out.set(id, showOf(show, answer.records));
    }
  }
  return out;
}

const none: readonly Stood[] = [];
const kept = new WeakMap<ReadonlyMap<Id, Show>, { readonly key: string; readonly stood: readonly Stood[] }>();
/** The same list for all who ask: what was compared by one is not compared again by the next. */
function stoodOf(wanted: readonly Issue[], data: ReadonlyMap<Id, Show> | undefined): readonly Stood[] {
  if (!data) return none;
  const key = wanted.map(({ id, name }) => `${id} ${name}`).join();
  const known = kept.get(data);
  if (known?.key === key) return known.stood;
  const stood = wanted.flatMap((issue): Stood[] => {
    const then = data.get(issue.id);
    return then ? [{ issue, show: then }] : [];
  });
  kept.set(data, { key, stood });
  return stood;
}
/** What changed since the issue that paper is compared with; null while there is none, or it is not here yet. */
export function useSince(): Since | null {
  const show = useShow();
  const wanted = issuesWanted(show);
  const ids = wanted.map(({ id }) => id);
  const { data } = useSWRImmutable(ids.length ? ['issues', show.id, ...ids] : null, () => fetchStood(show.id, ids));
  return sinceIssue(show, stoodOf(wanted, data));
}
