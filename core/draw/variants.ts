/** Which types of a show share a body and differ by wattage or lamp: they are told apart on the drawing. */
import type { FixtureType, Id } from '../model/records.js';
import { all, type Show } from '../model/show.js';

const kept = new WeakMap<readonly FixtureType[], ReadonlyMap<Id, number>>();

/** 0 for the plain symbol; 1, 2, ... for the others of one body, in order of watts. Types of LED and discharge count as variants too. */
export function variantsOf(show: Show): ReadonlyMap<Id, number> {
  const types = all(show, 'type');
  let map = kept.get(types);
  if (!map) {
    const groups = new Map<string, FixtureType[]>();
    for (const type of types) {
      const key = `${type.family} ${type.maker} ${type.length} ${type.width} ${type.field} ${type.cells}`;
      const list = groups.get(key);
      if (list) list.push(type);
      else groups.set(key, [type]);
    }
    const fresh = new Map<Id, number>();
    for (const list of groups.values()) {
      const looks = [...new Set(list.map((type) => `${String(type.watts).padStart(8, '0')} ${type.lamp}`))].sort();
      for (const type of list) fresh.set(type.id, looks.indexOf(`${String(type.watts).padStart(8, '0')} ${type.lamp}`));
    }
    map = fresh;
    kept.set(types, fresh);
  }
  return map;
}
