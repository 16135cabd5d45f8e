/** Every list that can be printed: the schedules of the house, and those that the user made. */
import { changeGroups, saidComparison } from '../compare/changes-list.js';
import type { Since } from '../compare/since.js';
import type { Show } from '../model/show.js';
import { all } from '../model/show.js';
import { ownList } from './own-list.js';
import { markedSince, type Schedule } from './schedule.js';
import { schedules } from './schedules/index.js';

export interface ListNamed {
  readonly id: string;
  readonly title: string;
  readonly own: boolean;
}
/** The usual ones in their order, then the user's by name. */
export const listsOf = (show: Show): ListNamed[] => [
  ...schedules.map(({ id, title }) => ({ id, title, own: false })),
  ...(all(show, 'issue').length ? [{ id: CHANGES, title: 'Changes since the issue', own: false }] : []),
  ...all(show, 'view')
    .filter(({ columns }) => columns?.length)
    .sort((a, b) => a.order - b.order || a.name.localeCompare(b.name, 'en'))
    .map(({ id, name }) => ({ id, title: name, own: true })),
];

const made = new WeakMap<Show, Map<string, Schedule | null>>();
/** A list by its id, as it stands; null where there is none. Remembered per show. */
export function scheduleOf(show: Show, id: string): Schedule | null {
  const known = made.get(show) ?? new Map<string, Schedule | null>();
  made.set(show, known);
  const before = known.get(id);
  if (before !== undefined) return before;
  const view = all(show, 'view').find((item) => item.id === id);
  const next = schedules.find((item) => item.id === id)?.make(show) ?? (view ? ownList(show, view) : null);
  known.set(id, next);
  return next;
}

/** The list of what changed since the issue that paper is compared with. */
export const CHANGES = 'changes';
const changes = new WeakMap<Since, Schedule>();
function changesSince(show: Show, since: Since | null | undefined): Schedule | null {
  if (!since) return null;
  const known = changes.get(since);
  if (known) return known;
  const { base, comparison } = since;
  const column = (heading: string, share: number) => ({ heading, share, align: 'left' as const });
  const made: Schedule = {
    title: `What changed since issue ${base.issue.name}`,
    columns: [column('Unit', 6), column('Channel', 9), column('What', 16), column('It was', 24), column('It is', 28)],
    groups: changeGroups(comparison, base.show, show).map(({ position, rows }) => ({
      heading: position || 'On no position',
      rows: rows.map(({ unit, channel, what, from, to }) => [unit, channel, what, from, to]),
    })),
    summary: saidComparison(comparison),
  };
  changes.set(since, made);
  return made;
}
const marked = new WeakMap<Schedule, { readonly since: Since; readonly made: Schedule }>();
/** A list as it stands, with what changed since an issue marked. Remembered by the list. */
export function listSince(show: Show, id: string, since: Since | null | undefined): Schedule | null {
  if (id === CHANGES) return changesSince(show, since);
  const now = scheduleOf(show, id);
  if (!now || !since) return now;
  const known = marked.get(now);
  if (known?.since === since) return known.made;
  const made = markedSince(now, scheduleOf(since.base.show, id), since.base.issue.name);
  marked.set(now, { since, made });
  return made;
}
