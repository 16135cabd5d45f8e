/** Taking things out of a show without leaving anything that points at them. */
import { type Change, compose, edit, removing, updating } from '../model/change.js';
import type { Anchor, DessinRecord, Fixture, Id, Position } from '../model/records.js';
import { referencesOf } from '../model/references.js';
import { all, type Show } from '../model/show.js';
import { withUnits } from '../order/units.js';
import { anchorAt } from '../space/anchors.js';
import { dropOn } from '../space/curves.js';
import { place } from '../space/hanging.js';
import { releasedAims, releasedLooks } from './areas.js';

/** Ends of dimensions and leaders that hold on to what goes stay where they are, as fixed points. */
function detached(show: Show, gone: ReadonlySet<Id>): Change {
  const free = (anchor: Anchor): Anchor =>
    anchor.to && gone.has(anchor.to.id) ? { at: anchorAt(show, anchor), to: null } : anchor;
  const pairs: [DessinRecord, DessinRecord][] = [];
  for (const item of all(show, 'dimension'))
    if (!gone.has(item.id)) pairs.push([item, { ...item, from: free(item.from), to: free(item.to) }]);
  for (const item of all(show, 'note'))
    if (!gone.has(item.id) && item.leader) pairs.push([item, { ...item, leader: free(item.leader) }]);
  return updating(pairs);
}

/** Removes records; unit numbers follow, dimensions let go. Fixtures go with their positions. */
export function removeRecords(show: Show, records: readonly DessinRecord[]): Change {
  const positions = new Set(records.filter((record) => record.kind === 'position').map((record) => record.id));
  const ids = new Set(records.map((record) => record.id));
  const riding = all(show, 'fixture').filter((fixture) => positions.has(fixture.position) && !ids.has(fixture.id));
  const gone = new Set([...ids, ...riding.map((fixture) => fixture.id)]);
  const aims = releasedAims(show, gone, 'nothing');
  const kept = { ...aims, updated: aims.updated.filter(([{ id }]) => !gone.has(id)) };
  return withUnits(
    show,
    compose(compose(compose(detached(show, gone), kept), releasedLooks(show, gone)), removing(...riding, ...records)),
  );
}

/** Fixtures brought to another position: each to the point of it that is nearest in plan, or at its height on a boom. */
export function moveUnits(show: Show, fixtures: readonly Fixture[], to: Position): Change {
  return edit(fixtures, (fixture) => {
    const { clamp } = place(show, fixture);
    const { curve } = to;
    const along =
      curve.form === 'vertical'
        ? Math.max(0, Math.min(curve.height, clamp[2] - curve.z))
        : dropOn(curve, [clamp[0], clamp[1]]).along;
    return { position: to.id, along };
  });
}

/** Removes positions; their units go to another position, or along with them when there is none. */
export function removePositions(show: Show, positions: readonly Position[], unitsTo: Position | null = null): Change {
  if (!unitsTo) return removeRecords(show, positions);
  const ids = new Set(positions.map((position) => position.id));
  const riding = all(show, 'fixture').filter((fixture) => ids.has(fixture.position));
  const moved = moveUnits(show, riding, unitsTo);
  return withUnits(show, compose(moved, compose(detached(show, ids), removing(...positions))));
}

/** Records that still point at one: why it cannot simply go. */
export const usersOf = (show: Show, id: Id): DessinRecord[] =>
  [...show.records.values()].filter((record) => referencesOf(record).some((reference) => reference.to === id));
