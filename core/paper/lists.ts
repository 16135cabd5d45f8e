/** Every list that can be printed: the schedules of the house, and those that the user made. */
import type { Show } from '../model/show.js';
import { all } from '../model/show.js';
import { ownList } from './own-list.js';
import type { Schedule } from './schedule.js';
import { schedules } from './schedules/index.js';

export interface ListNamed {
  readonly id: string;
  readonly title: string;
  readonly own: boolean;
}
/** The usual ones in their order, then the user's by name. */
export const listsOf = (show: Show): ListNamed[] => [
  ...schedules.map(({ id, title }) => ({ id, title, own: false })),
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
