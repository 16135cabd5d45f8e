/** Unit numbers follow the position while a plot is drafted. */
import { apply, type Change, compose, edit, isEmpty } from '../model/change.js';
import type { Fixture, Id } from '../model/records.js';
import { find, type Show } from '../model/show.js';
import { fixturesOn } from './order.js';

/** Renumbers the units of positions: 1 to n along each, by its rule; spares have none. */
export function renumberUnits(show: Show, positions: Iterable<Id>): Change {
  const fixtures: Fixture[] = [];
  const unit = new Map<Id, string>();
  for (const id of new Set(positions)) {
    const position = find(show, 'position', id);
    if (!position) continue;
    let n = 0;
    for (const fixture of fixturesOn(show, position)) {
      fixtures.push(fixture);
      unit.set(fixture.id, fixture.spare ? '' : String(++n));
    }
  }
  return edit(fixtures, (fixture) => ({ unit: unit.get(fixture.id)! }));
}

/** A change together with the unit numbers that follow from it: every position it touches is renumbered. */
export function withUnits(show: Show, change: Change): Change {
  const touched = new Set<Id>();
  for (const record of [...change.added, ...change.removed]) if (record.kind === 'fixture') touched.add(record.position);
  for (const [from, to] of change.updated) {
    if (from.kind === 'fixture' && to.kind === 'fixture') {
      const moved = from.position !== to.position || from.along !== to.along || from.side !== to.side || from.spare !== to.spare;
      if (moved) touched.add(from.position).add(to.position);
    }
    if (from.kind === 'position' && to.kind === 'position' && (from.numbering !== to.numbering || from.curve !== to.curve))
      touched.add(to.id);
  }
  if (!touched.size) return change;
  const after = apply(show, change);
  const units = renumberUnits(after, touched);
  return isEmpty(units) ? change : compose(change, units);
}
