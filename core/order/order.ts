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

/** Fixtures that paper and the desk count, in the order of the paper: spares are left out. */
export const counted = (show: Show): Fixture[] => inScheduleOrder(show).filter((fixture) => !fixture.spare);

/** Something that stands somewhere in plan. */
export interface Standing {
  readonly id: string;
  readonly at: readonly [x: number, y: number, z?: number];
}

/**
 * Rows from upstage to downstage, stage right to stage left inside a row. A row is opened when something stands farther than the tolerance
 * (mm) from the row's first. Coincident ones: the higher first, then by id. Source: reference calculations 3 (rows), check 3.13.
 */
export function rowsWithin<S extends Standing>(things: readonly S[], tolerance: number): S[][] {
  const sorted = [...things].sort((a, b) => b.at[1] - a.at[1] || natural(a.id, b.id));
  const rows: S[][] = [];
  for (const item of sorted) {
    const row = rows.at(-1);
    if (row && Math.abs(row[0]!.at[1] - item.at[1]) <= tolerance) row.push(item);
    else rows.push([item]);
  }
  return rows.map((row) => row.sort((a, b) => a.at[0] - b.at[0] || (b.at[2] ?? 0) - (a.at[2] ?? 0) || natural(a.id, b.id)));
}

/**
 * Rings from outside in, each round from the bearing of a first one. A ring is opened when something stands nearer to the centre than its
 * first by more than the tolerance (mm). Clockwise is as drawn, with upstage at the top. Source: reference calculations 3 (rings), check 3.12.
 */
export function ringsOf<S extends Standing>(
  things: readonly S[],
  centre: readonly [number, number],
  first: S,
  tolerance: number,
  way: 'clockwise' | 'anticlockwise' = 'clockwise',
): S[][] {
  const polar = (item: S) => {
    const [x, y] = [item.at[0] - centre[0], item.at[1] - centre[1]];
    return { r: Math.hypot(x, y), a: Math.atan2(y, x) };
  };
  const start = polar(first).a;
  const placed = things
    .map((item) => {
      const { r, a } = polar(item);
      const turn = mod(way === 'clockwise' ? start - a : a - start, 2 * Math.PI);
      return { item, r, turn: turn > 2 * Math.PI - 1e-9 ? 0 : turn };
    })
    .sort((a, b) => b.r - a.r || natural(a.item.id, b.item.id));
  const rings: (typeof placed)[] = [];
  for (const one of placed) {
    const ring = rings.at(-1);
    if (ring && ring[0]!.r - one.r <= tolerance) ring.push(one);
    else rings.push([one]);
  }
  return rings.map((ring) => ring.sort((a, b) => a.turn - b.turn || natural(a.item.id, b.item.id)).map(({ item }) => item));
}

/** Rows as read on the sheet, each from left to right. `tolerance` in mm. */
export const leftToRight = (show: Show, fixtures: readonly Fixture[], tolerance = 300): Fixture[] =>
  rowsWithin(
    fixtures.map((fixture) => ({ id: fixture.id, fixture, at: place(show, fixture).clamp })),
    tolerance,
  ).flatMap((row) => row.map(({ fixture }) => fixture));
