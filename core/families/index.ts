/** The families of lanterns, in the order in which they are shown. */
import { inOrder, present } from '../measure/list.js';
import * as all from './all.js';
import type { FamilyEntry } from './family.js';

export type { FamilyEntry, FamilyOutline, OutlineBody } from './family.js';
export { grid } from './family.js';

type Entry = (typeof all)[keyof typeof all];
export const familyList = /* @__PURE__ */ inOrder<Entry>(all);

export type Family = Entry['name'];
/** Names in their order. */
export const families = familyList.map(({ name }) => name) as readonly Family[] as readonly [Family, ...Family[]];

const byName = new Map<string, FamilyEntry>(familyList.map((entry) => [entry.name, entry]));
export function familyEntry(name: Family): FamilyEntry {
  return present(byName.get(name));
}
