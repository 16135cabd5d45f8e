/** Two moments of the show that are compared, and what is seen of it on the drawing. */
import { useMemo } from 'react';
import useSWRImmutable from 'swr/immutable';
import { type Comparison, compare } from '#core/compare/compare';
import { issuesInOrder } from '#core/compare/since';
import type { DessinRecord } from '#core/model/records';
import { type Show, showOf } from '#core/model/show';
import { call } from './api';
import { useShow } from './context';
import { stoodHere } from './issues';
import { makeStore } from './store';

/** A moment: today, an issue by its id, or a revision of the log. */
export type Moment = 'now' | `issue ${string}` | `revision ${number}`;
interface CompareState {
  readonly from: Moment | null;
  readonly to: Moment;
  /** What differs is seen on the plan. */
  readonly seen: boolean;
}
/** Written by the panel that compares. */
export const useCompare = makeStore<CompareState>({ from: null, to: 'now', seen: true });

async function momentShow(show: string, moment: Moment): Promise<Show> {
  const [what, which = ''] = moment.split(' ');
  const here = what === 'issue' ? stoodHere(which) : undefined;
  if (here) return here;
  const { records } = await call<{ records: DessinRecord[] }>(
    `/api/shows/${show}/${what === 'issue' ? 'issues' : 'at'}/${which}`,
  );
  return showOf(show, records);
}
/** The show at a moment; undefined as long as it is fetched. */
export function useMoment(moment: Moment | null): { readonly show: Show | undefined; readonly fault: string } {
  const now = useShow();
  const { data, error } = useSWRImmutable<Show, Error>(moment && moment !== 'now' ? ['moment', now.id, moment] : null, () =>
    momentShow(now.id, moment as Moment),
  );
  return { show: moment === 'now' ? now : data, fault: error?.message ?? '' };
}

export interface Compared {
  readonly from: Show;
  readonly to: Show;
  readonly comparison: Comparison;
}
const kept = new WeakMap<Show, { readonly from: Show; readonly compared: Compared }>();
/** What differs between two shows, found once for the panel and the drawing. */
export function comparedOf(from: Show, to: Show): Compared {
  const known = kept.get(to);
  if (known?.from === from) return known.compared;
  const compared = { from, to, comparison: compare(from, to) };
  kept.set(to, { from, compared });
  return compared;
}
/** What is compared just now; null while nothing is, or it is not here yet. */
export function useCompared(): { readonly compared: Compared | null; readonly fault: string } {
  const from = useCompare((state) => state.from);
  const to = useCompare((state) => state.to);
  const a = useMoment(from);
  const b = useMoment(from ? to : null);
  const compared = useMemo(() => (a.show && b.show ? comparedOf(a.show, b.show) : null), [a.show, b.show]);
  return { compared, fault: a.fault || b.fault };
}
/** The last issue of a show as a moment. */
export const lastIssue = (show: Show): Moment | null => {
  const last = issuesInOrder(show).at(-1);
  return last ? `issue ${last.id}` : null;
};
