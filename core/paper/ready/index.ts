/** The one list of ready sets: those of plates, then a set a list. */
import { inOrder } from '../../measure/list.js';
import type { Show } from '../../model/show.js';
import * as all from './all.js';
import { listSets } from './lists.js';
import type { ReadySet } from './set.js';

export const plateSets: readonly ReadySet[] = /* @__PURE__ */ inOrder<ReadySet>(all);
const kept = new WeakMap<Show, readonly ReadySet[]>();
export function readySets(show: Show): readonly ReadySet[] {
  const known = kept.get(show);
  if (known) return known;
  const made = [...plateSets, ...listSets(show)];
  kept.set(show, made);
  return made;
}
export const readySet = (show: Show, id: string): ReadySet | undefined => readySets(show).find((set) => set.id === id);
