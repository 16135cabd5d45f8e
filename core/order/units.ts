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
    // What waits keeps the number that it came with.
    if (!position || position.use === 'tray') continue;
    let n = 0;
    for (const fixture of fixturesOn(show, position)) {
      fixtures.push(fixture);
      unit.set(fixture.id, fixture.spare ? '' : String(++n));
    }
  }
  return edit(fixtures, (fixture) => ({ unit: unit.get(fixture.id)! }));
}

/** Letters after a unit number: A to Z, then AA. Source: reference calculations 3.7 (letters, base 26). */
export function letters(index: number, alphabet = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'): string {
  let [i, out] = [index + 1, ''];
  while (i > 0) {
    i -= 1;
    out = alphabet[i % alphabet.length]! + out;
    i = Math.floor(i / alphabet.length);
  }
  return out;
}

/** Unit numbers of additions to an issued plot: what comes after unit 4 is 4A, then 4B; before the first it is 0A. Nobody else's number changes. */
function letteredUnits(after: Show, fresh: ReadonlySet<Id>): Change {
  const fixtures: Fixture[] = [];
  const unit = new Map<Id, string>();
  const positions = new Set([...fresh].flatMap((id) => find(after, 'fixture', id)?.position ?? []));
  for (const id of positions) {
    const position = find(after, 'position', id);
    if (!position || position.use === 'tray') continue;
    const riding = fixturesOn(after, position);
    const used = new Set(riding.filter((fixture) => !fresh.has(fixture.id)).map((fixture) => fixture.unit));
    const numbered = used.size > 0;
    let before = '0';
    let n = 0;
    for (const fixture of riding) {
      if (!fresh.has(fixture.id)) {
        before = /^\d+/.exec(fixture.unit)?.[0] ?? before;
        continue;
      }
      fixtures.push(fixture);
      if (fixture.spare) unit.set(fixture.id, '');
      // A position that was empty when the plot was issued counts plainly.
      else if (!numbered) unit.set(fixture.id, String(++n));
      else {
        let i = 0;
        while (used.has(before + letters(i))) i++;
        used.add(before + letters(i));
        unit.set(fixture.id, before + letters(i));
      }
    }
  }
  return edit(fixtures, (fixture) => ({ unit: unit.get(fixture.id)! }));
}

/**
 * A change together with the unit numbers that follow from it.
 * While a plot is drafted every position it touches is renumbered; once it is issued numbers are frozen, and additions get letters.
 */
export function withUnits(show: Show, change: Change): Change {
  const touched = new Set<Id>();
  const fresh = new Set<Id>();
  for (const record of [...change.added, ...change.removed]) if (record.kind === 'fixture') touched.add(record.position);
  for (const record of change.added) if (record.kind === 'fixture') fresh.add(record.id);
  for (const [from, to] of change.updated) {
    if (from.kind === 'fixture' && to.kind === 'fixture') {
      const moved = from.position !== to.position || from.along !== to.along || from.side !== to.side || from.spare !== to.spare;
      if (moved) touched.add(from.position).add(to.position);
      if (from.position !== to.position || (from.spare && !to.spare)) fresh.add(to.id);
    }
    if (
      from.kind === 'position' &&
      to.kind === 'position' &&
      (from.numbering !== to.numbering || from.curve !== to.curve || from.mark !== to.mark)
    )
      touched.add(to.id);
  }
  const issued = find(show, 'settings', show.id)?.issued !== undefined;
  if (issued ? !fresh.size : !touched.size) return change;
  const after = apply(show, change);
  const units = issued ? letteredUnits(after, fresh) : renumberUnits(after, touched);
  return isEmpty(units) ? change : compose(change, units);
}
