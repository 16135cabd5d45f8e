/** The families of lanterns, in the order in which they are shown. */
import { present } from '../measure/list.js';
import { cyc } from './cyc.js';
import { effect } from './effect.js';
import type { FamilyEntry } from './family.js';
import { flood } from './flood.js';
import { followSpot } from './follow-spot.js';
import { fresnel } from './fresnel.js';
import { ledBatten } from './led-batten.js';
import { ledWash } from './led-wash.js';
import { movingSpot } from './moving-spot.js';
import { movingWash } from './moving-wash.js';
import { par } from './par.js';
import { planoConvex } from './plano-convex.js';
import { profile } from './profile.js';
import { strip } from './strip.js';

export type { FamilyEntry, FamilyOutline, OutlineBody } from './family.js';
export { grid } from './family.js';

export const familyList = [
  profile,
  fresnel,
  planoConvex,
  par,
  flood,
  cyc,
  strip,
  followSpot,
  movingSpot,
  movingWash,
  ledWash,
  ledBatten,
  effect,
] as const satisfies readonly FamilyEntry[];

export type Family = (typeof familyList)[number]['name'];
/** Names in their order. */
export const families = familyList.map(({ name }) => name) as readonly Family[] as readonly [Family, ...Family[]];

const byName = new Map<string, FamilyEntry>(familyList.map((entry) => [entry.name, entry]));
export function familyEntry(name: Family): FamilyEntry {
  return present(byName.get(name));
}
