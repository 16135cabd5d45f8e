/** The symbol key: every type in use, with its count, in the order of the trade (reference calculations 11). */
import { type FixtureType, families } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { natural } from '../number/order.js';

export interface KeyRow {
  readonly type: FixtureType;
  readonly count: number;
}

/** By family, in each from narrow to wide, then by watts descending, then by name. Spares and unused types are left out. */
export function keyRows(show: Show): KeyRow[] {
  const counts = new Map<string, number>();
  for (const fixture of all(show, 'fixture')) if (!fixture.spare) counts.set(fixture.type, (counts.get(fixture.type) ?? 0) + 1);
  return all(show, 'type')
    .filter((type) => counts.has(type.id))
    .map((type) => ({ type, count: counts.get(type.id)! }))
    .sort(
      (a, b) =>
        families.indexOf(a.type.family) - families.indexOf(b.type.family) ||
        a.type.field - b.type.field ||
        b.type.watts - a.type.watts ||
        natural(a.type.name, b.type.name),
    );
}
