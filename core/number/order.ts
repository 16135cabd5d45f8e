/** Orders of fixtures. A tolerance never sits inside the comparison, which would not be transitive (reference calculations 3). */
import type { Fixture, Position } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { curveLength, frameAlong, fromOrigin, isClosed, turnSense } from '../space/curves.js';
import { place } from '../space/hanging.js';
import { mod } from '../space/vectors.js';

/** Compares 2 before 10, and 4 before 4A. */
const collator = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });
export const natural = (a: string, b: string): number => collator.compare(a, b) || (a < b ? -1 : a > b ? 1 : 0);

/**
 * Order along a position by its numbering rule; ties by side, then id, so that it is stable.
 * Clockwise is as drawn, with upstage at the top; it begins at the position's mark.
 */
export function numberingKey(position: Position, fixture: Fixture): number {
  const { curve } = position;
  const u = fromOrigin(curve, fixture.along);
  switch (position.numbering) {
    case 'from stage left':
    case 'from the top':
      return curve.form === 'straight' || curve.form === 'vertical' ? -u : -frameAlong(curve, fixture.along).point[0];
    case 'from stage right':
    case 'from the bottom':
      return curve.form === 'straight' || curve.form === 'vertical' ? u : frameAlong(curve, fixture.along).point[0];
    case 'from downstage':
      return frameAlong(curve, fixture.along).point[1];
    case 'from upstage':
      return -frameAlong(curve, fixture.along).point[1];
    default: {
      const way = turnSense(curve) * (position.numbering === 'clockwise' ? -1 : 1);
      const length = curveLength(curve);
      const round = mod(way * (fixture.along - (position.mark ?? 0)), length);
      // What stands on the mark, or a hair before it, is the first.
      return isClosed(curve) && length - round < 0.5 ? 0 : isClosed(curve) ? round : way * fixture.along;
    }
  }
}

export const byNumbering =
  (position: Position) =>
  (a: Fixture, b: Fixture): number =>
    numberingKey(position, a) - numberingKey(position, b) || a.side - b.side || natural(a.id, b.id);

const onPositions = new WeakMap<Show, Map<string, Fixture[]>>();
/** Fixtures of a position in its numbering order. Remembered per show. */
export function fixturesOn(show: Show, position: Position): readonly Fixture[] {
  let map = onPositions.get(show);
  if (!map) {
    map = new Map();
    for (const fixture of all(show, 'fixture')) {
      const list = map.get(fixture.position);
      if (list) list.push(fixture);
      else map.set(fixture.position, [fixture]);
    }
    onPositions.set(show, map);
    const sorted = map;
    for (const other of all(show, 'position')) sorted.get(other.id)?.sort(byNumbering(other));
  }
  return map.get(position.id) ?? [];
}

/** Positions in the order of paperwork. */
export const positionsInOrder = (show: Show): Position[] =>
  [...all(show, 'position')].sort((a, b) => a.order - b.order || natural(a.name, b.name));

/** All fixtures by position, then along it: the order of the instrument schedule. */
export const inScheduleOrder = (show: Show): Fixture[] =>
  positionsInOrder(show).flatMap((position) => [...fixturesOn(show, position)]);

/** Rows first (downstage row last), stage right to stage left inside a row, as read on the sheet: left to right. `tolerance` in mm. */
export function leftToRight(show: Show, fixtures: readonly Fixture[], tolerance = 300): Fixture[] {
  const placed = fixtures
    .map((fixture) => ({ fixture, at: place(show, fixture).clamp }))
    .sort((a, b) => b.at[1] - a.at[1] || natural(a.fixture.id, b.fixture.id));
  const rows: (typeof placed)[] = [];
  for (const item of placed) {
    const row = rows.at(-1);
    if (row && Math.abs(row[0]!.at[1] - item.at[1]) <= tolerance) row.push(item);
    else rows.push([item]);
  }
  return rows.flatMap((row) =>
    row.sort((a, b) => a.at[0] - b.at[0] || b.at[2] - a.at[2] || natural(a.fixture.id, b.fixture.id)).map((item) => item.fixture),
  );
}
