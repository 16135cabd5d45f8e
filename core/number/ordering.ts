/** The order of a run: what is chosen, in the order in which it is to count. */
import type { Direction, Fixture, Id, RunOrder, Vec2, Vec3 } from '../model/records.js';
import type { Show } from '../model/show.js';
import { fixturesOn, natural, positionsInOrder, ringsOf } from '../order/order.js';
import { place } from '../space/hanging.js';

interface At {
  readonly id: Id;
  readonly fixture: Fixture;
  readonly at: Vec3;
}
/** Axis and sense of a direction: left is stage right, as the sheet shows it. */
const ways: Readonly<Record<Direction, readonly [axis: 0 | 1 | 2, sense: 1 | -1]>> = {
  'left to right': [0, 1],
  'right to left': [0, -1],
  'downstage to upstage': [1, 1],
  'upstage to downstage': [1, -1],
  'bottom to top': [2, 1],
  'top to bottom': [2, -1],
};
const along = (direction: Direction) => {
  const [axis, sense] = ways[direction];
  return (thing: At): number => thing.at[axis] * sense;
};
/** Higher first, then by id, so that coincident fixtures keep their order. */
const still = (a: At, b: At): number => b.at[2] - a.at[2] || natural(a.id, b.id);

/** Bands of things that stand alike along a direction; a band is opened when one stands farther than the tolerance from its first (reference calculations 3, rows). */
function bands(things: readonly At[], direction: Direction, tolerance: number): At[][] {
  const key = along(direction);
  const out: At[][] = [];
  for (const thing of [...things].sort((a, b) => key(a) - key(b) || still(a, b))) {
    const band = out.at(-1);
    if (band && key(thing) - key(band[0]!) <= tolerance) band.push(thing);
    else out.push([thing]);
  }
  return out;
}
const sorted = (things: readonly At[], direction: Direction): At[] => {
  const key = along(direction);
  return [...things].sort((a, b) => key(a) - key(b) || still(a, b));
};

/**
 * Two directions cannot lie on one axis: what decides then is the other one of the plan.
 */
export function secondOf(first: Direction, second: Direction): Direction {
  if (ways[first][0] !== ways[second][0]) return second;
  return ways[first][0] === 0 ? 'upstage to downstage' : 'left to right';
}

const middleOf = (things: readonly At[]): Vec2 => {
  const xs = things.map(({ at }) => at[0]);
  const ys = things.map(({ at }) => at[1]);
  return [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2];
};

/**
 * Fixtures in the order of a run. Directions are those of the sheet, heights those of the clamp, mm.
 * "ties": the first direction counts, and those alike along it follow the second. "rows": the second direction makes rows, each counted along the first;
 * "serpentine" turns every other row round.
 * @param first  the fixture that counting round begins with; left out, the one farthest downstage
 */
export function orderedBy(show: Show, fixtures: readonly Fixture[], order: RunOrder, first?: Id): Fixture[] {
  if (order.by === 'as selected') return [...fixtures];
  if (order.by === 'by position') {
    const wanted = new Set(fixtures.map((fixture) => fixture.id));
    // By unit number, as it was typed or followed; who has none comes after, as the position counts.
    return positionsInOrder(show).flatMap((position) =>
      fixturesOn(show, position)
        .filter((fixture) => wanted.has(fixture.id))
        .sort((a, b) => Number(!a.unit) - Number(!b.unit) || natural(a.unit, b.unit)),
    );
  }
  const things = fixtures.map((fixture): At => ({ id: fixture.id, fixture, at: place(show, fixture).clamp }));
  if (!things.length) return [];
  const out = (list: readonly At[]) => list.map((thing) => thing.fixture);
  if (order.by === 'round' || order.by === 'rings') {
    const start = things.find((thing) => thing.id === first) ?? sorted(things, 'downstage to upstage')[0]!;
    const tolerance = order.by === 'round' ? Number.POSITIVE_INFINITY : order.tolerance;
    const rings = ringsOf(things, middleOf(things), start, tolerance, order.way);
    return out((order.from === 'outside in' ? rings : rings.reverse()).flat());
  }
  const second = secondOf(order.by, order.second);
  if (order.rows === 'ties') return out(bands(things, order.by, order.tolerance).flatMap((band) => sorted(band, second)));
  const rows = bands(things, second, order.tolerance).map((row) => sorted(row, order.by as Direction));
  return out(rows.flatMap((row, i) => (order.rows === 'serpentine' && i % 2 ? row.reverse() : row)));
}

/** One thing as it is drawn: a fixture may stand on the plan and in a detail. */
export interface Drawn {
  readonly id: Id;
  readonly at: Vec2;
}

/**
 * Things that a line drawn by hand passes, in the order in which it passes them; what it passes twice counts the first time.
 * @param line   points of the line, mm of the drawing
 * @param reach  how near it must come, mm
 */
export function alongLine(things: readonly Drawn[], line: readonly Vec2[], reach: number): Id[] {
  const passed = new Map<Id, number>();
  for (const { id, at } of things) {
    const met = firstMeeting(at, line, reach);
    if (met !== null && met < (passed.get(id) ?? Number.POSITIVE_INFINITY)) passed.set(id, met);
  }
  return [...passed].sort((a, b) => a[1] - b[1] || natural(a[0], b[0])).map(([id]) => id);
}

/** Length along the line at which it first comes nearest to a point within reach; null when it does not. */
function firstMeeting(at: Vec2, line: readonly Vec2[], reach: number): number | null {
  let walked = 0;
  let best: { length: number; away: number } | null = null;
  for (let i = 0; i + 1 < line.length; i++) {
    const [a, b] = [line[i]!, line[i + 1]!];
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    const length = Math.hypot(dx, dy);
    const t = length ? Math.max(0, Math.min(1, ((at[0] - a[0]) * dx + (at[1] - a[1]) * dy) / (length * length))) : 0;
    const away = Math.hypot(at[0] - a[0] - dx * t, at[1] - a[1] - dy * t);
    if (away <= reach) {
      if (!best || away < best.away - 1e-9) best = { length: walked + t * length, away };
    }
    // It has gone by: what it passes again later does not count.
    if (best && Math.hypot(at[0] - b[0], at[1] - b[1]) > reach) return best.length;
    walked += length;
  }
  return best?.length ?? null;
}

/** An order with one of it taken to the place of another; the rest moves up. */
export function movedTo(order: readonly Id[], what: Id, to: Id): Id[] {
  const [from, at] = [order.indexOf(what), order.indexOf(to)];
  if (from < 0 || at < 0 || from === at) return [...order];
  const out = order.filter((id) => id !== what);
  out.splice(at, 0, what);
  return out;
}
