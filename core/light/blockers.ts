/** What stands in the way of light: cloths, walls, scenery, tiles of pixels. Upright sheets and level plates, mm. Plain geometry of rays. */

import { shownLayers } from '../model/layers.js';
import type { Vec2, Vec3 } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { isStanding, wallEnds, wallHeights } from '../space/pixel-wall.js';
import { type Body, carriedAt, feetOf, scenicBodies } from '../space/scenic.js';
import { maskingEnds, outlinePoints } from '../space/transform.js';
import { wallFaces } from '../space/walls.js';

/** An upright sheet between two points of the plan. */
export interface Sheet {
  readonly form: 'sheet';
  readonly id: string;
  readonly name: string;
  readonly a: Vec2;
  readonly b: Vec2;
  readonly low: number;
  readonly high: number;
  /** Of what people stand on: light that falls on it has come where it was to go. */
  readonly floor?: true;
}
/** A level plate inside a closed line of the plan. */
export interface Plate {
  readonly form: 'plate';
  readonly id: string;
  readonly name: string;
  readonly z: number;
  readonly points: readonly Vec2[];
  readonly box: readonly [number, number, number, number];
  readonly floor?: true;
}
export type Blocker = Sheet | Plate;

const boxOf = (points: readonly Vec2[]): Plate['box'] => {
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
};
/** Sides round a line of the plan, from one height to another; a closed one is covered above and below. */
function solid(id: string, name: string, points: readonly Vec2[], low: number, high: number, closed: boolean): Blocker[] {
  const out: Blocker[] = [];
  points.slice(1).forEach((b, i) => {
    const a = points[i];
    if (a) out.push({ form: 'sheet', id, name, a, b, low, high });
  });
  if (closed) for (const z of [low, high]) out.push({ form: 'plate', id, name, z, points, box: boxOf(points) });
  return out;
}

interface Kept {
  readonly from: readonly (readonly unknown[])[];
  readonly made: readonly Blocker[];
}
let last: Kept | null = null;
/** Outlines that are no bodies: edges and seats lie flat. */
const flat: ReadonlySet<string> = new Set(['stage edge', 'seats']);

/** Everything of a show that light does not pass; what lies on hidden layers is out of the way. The same list while none of it changes. */
export function blockersOf(show: Show): readonly Blocker[] {
  const from = [all(show, 'masking'), all(show, 'outline'), all(show, 'wall'), all(show, 'layer'), all(show, 'scenic')];
  if (last && from.every((list, i) => list === last?.from[i])) return last.made;
  const layers = shownLayers(show);
  const made: Blocker[] = [];
  for (const cloth of all(show, 'masking')) {
    if (!layers.has(cloth.layer)) continue;
    const [a, b] = maskingEnds(cloth);
    made.push({ form: 'sheet', id: cloth.id, name: cloth.name, a, b, low: cloth.z, high: cloth.z + cloth.height });
  }
  for (const outline of all(show, 'outline')) {
    const { zFrom, zTo, use, id, closed } = outline;
    if (!layers.has(outline.layer) || flat.has(use) || zTo - zFrom < 1) continue;
    const name = outline.name || use;
    const faces = wallFaces(outline);
    // Between the faces of a wall nothing is seen; what it encloses stays open above.
    for (const points of faces ? [faces.outer, faces.inner] : [outlinePoints(outline)])
      made.push(
        ...solid(
          id,
          name,
          faces && closed ? [...points, ...points.slice(0, 1)] : points,
          zFrom,
          zTo,
          closed && use === 'scenery',
        ),
      );
  }
  for (const wall of all(show, 'wall')) {
    if (!isStanding(wall) || !layers.has(wall.layer)) continue;
    const [a, b] = wallEnds(wall);
    const [low, high] = wallHeights(wall);
    made.push({ form: 'sheet', id: wall.id, name: wall.name, a, b, low, high });
  }
  const feet = feetOf(show);
  for (const thing of all(show, 'scenic')) {
    // People come and go: figures of light are of the stage as it is built. The picture asks for them.
    if (!layers.has(thing.layer) || thing.shape === 'person') continue;
    const own = bodyBlockers(thing.id, thing.name, scenicBodies(thing, feet.get(thing.id) ?? 0));
    made.push(...(carriedAt(thing, thing.at) === null ? own : own.map((blocker): Blocker => ({ ...blocker, floor: true }))));
  }
  last = { from, made };
  return made;
}

let lastCast: { readonly from: readonly (readonly unknown[])[]; readonly made: readonly Blocker[] } | null = null;
/** The people of a show as blockers: they cast shadows in the picture alone. */
export function castBlockers(show: Show): readonly Blocker[] {
  const from = [all(show, 'scenic'), all(show, 'outline'), all(show, 'layer')];
  if (lastCast && from.every((list, i) => list === lastCast?.from[i])) return lastCast.made;
  const layers = shownLayers(show);
  const feet = feetOf(show);
  const made = all(show, 'scenic').flatMap((thing) =>
    thing.shape === 'person' && layers.has(thing.layer)
      ? bodyBlockers(thing.id, thing.name, scenicBodies(thing, feet.get(thing.id) ?? 0))
      : [],
  );
  lastCast = { from, made };
  return made;
}

/** Thinner than this a body casts no shadow that anybody sees, mm: legs of chairs. */
const THIN = 70;
/** Share of its width that a round body hides at its middle: of a ball the rest is taken off above and below. */
const BALL = 0.8;
/** Bodies as upright sheets and level plates: a box by its sides and its lid, what is round by two sheets across each other. */
export function bodyBlockers(id: string, name: string, bodies: readonly Body[]): Blocker[] {
  const out: Blocker[] = [];
  for (const { shape, centre, axes, size } of bodies) {
    // What does not stand upright hides little: arms, thighs.
    if (Math.abs(axes.w[2]) < 0.7 || Math.min(size[0], size[1]) < THIN) {
      // A panel is thin one way alone.
      if (shape !== 'box' || Math.abs(axes.w[2]) < 0.7 || Math.max(size[0], size[1]) < 3 * THIN) continue;
    }
    const round = shape === 'sphere' ? BALL : 1;
    const [a, b] = [(size[0] * round) / 2, (size[1] * round) / 2];
    const half = (Math.abs(axes.w[2]) * size[2] * round) / 2;
    const [low, high] = [centre[2] - half, centre[2] + half];
    const at = (x: number, y: number): Vec2 => [
      centre[0] + axes.u[0] * x + axes.v[0] * y,
      centre[1] + axes.u[1] * x + axes.v[1] * y,
    ];
    if (shape === 'box') {
      const points = [at(-a, -b), at(a, -b), at(a, b), at(-a, b), at(-a, -b)];
      out.push(...solid(id, name, points, low, high, true));
    } else {
      out.push({ form: 'sheet', id, name, a: at(-a, 0), b: at(a, 0), low, high });
      out.push({ form: 'sheet', id, name, a: at(0, -b), b: at(0, b), low, high });
    }
  }
  return out;
}

/** On the last of its way a ray may touch what it ends on: a tenth of a thousandth, a millimetre in ten metres. */
const NEAR_END = 1 - 1e-4;

/** Share of the way from one point to another at which a sheet is met; null where it is passed by. */
export function meetsSheet({ a, b, low, high }: Sheet, from: Vec3, to: Vec3): number | null {
  const [rx, ry] = [to[0] - from[0], to[1] - from[1]];
  const [sx, sy] = [b[0] - a[0], b[1] - a[1]];
  const den = rx * sy - ry * sx;
  if (Math.abs(den) < 1e-9) return null;
  const [ax, ay] = [a[0] - from[0], a[1] - from[1]];
  const t = (ax * sy - ay * sx) / den;
  const s = (ax * ry - ay * rx) / den;
  if (t <= 0 || t >= 1 || s < 0 || s > 1) return null;
  const z = from[2] + t * (to[2] - from[2]);
  return z >= low && z <= high ? t : null;
}
/** The same for a plate. */
export function meetsPlate({ z, points, box }: Plate, from: Vec3, to: Vec3): number | null {
  const rise = to[2] - from[2];
  if (Math.abs(rise) < 1e-9) return null;
  const t = (z - from[2]) / rise;
  if (t <= 0 || t >= 1) return null;
  const [x, y] = [from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])];
  if (x < box[0] || x > box[2] || y < box[1] || y > box[3]) return null;
  let inside = false;
  for (let i = 0, j = points.length - 1; i < points.length; j = i++) {
    const [a, b] = [points[i], points[j]];
    if (a && b && a[1] > y !== b[1] > y && x < ((b[0] - a[0]) * (y - a[1])) / (b[1] - a[1]) + a[0]) inside = !inside;
  }
  return inside ? t : null;
}
/** Those that reach into the box round some points: no line between two of the points meets another. */
export function blockersNear(blockers: readonly Blocker[], points: readonly Vec3[]): readonly Blocker[] {
  const low: [number, number, number] = [Infinity, Infinity, Infinity];
  const high: [number, number, number] = [-Infinity, -Infinity, -Infinity];
  for (const point of points)
    for (let k = 0; k < 3; k++) {
      low[k] = Math.min(low[k]!, point[k]!);
      high[k] = Math.max(high[k]!, point[k]!);
    }
  const apart = (from: number, to: number, k: number) => Math.max(from, to) < low[k]! || Math.min(from, to) > high[k]!;
  return blockers.filter((blocker) => {
    if (blocker.form === 'plate') {
      const [x0, y0, x1, y1] = blocker.box;
      return !(apart(x0, x1, 0) || apart(y0, y1, 1) || apart(blocker.z, blocker.z, 2));
    }
    const { a, b } = blocker;
    return !(apart(a[0], b[0], 0) || apart(a[1], b[1], 1) || apart(blocker.low, blocker.high, 2));
  });
}
/** The first of the blockers that stands between two points; null where light passes. */
export function blockedBy(blockers: readonly Blocker[], from: Vec3, to: Vec3): Blocker | null {
  let [first, nearest] = [null as Blocker | null, NEAR_END];
  for (const blocker of blockers) {
    const t = blocker.form === 'sheet' ? meetsSheet(blocker, from, to) : meetsPlate(blocker, from, to);
    if (t !== null && t < nearest) [first, nearest] = [blocker, t];
  }
  return first;
}
/** Whether any stands between; the order does not matter, so the first that is met ends it. */
export function isBlocked(blockers: readonly Blocker[], from: Vec3, to: Vec3): boolean {
  for (const blocker of blockers) {
    const t = blocker.form === 'sheet' ? meetsSheet(blocker, from, to) : meetsPlate(blocker, from, to);
    if (t !== null && t < NEAR_END) return true;
  }
  return false;
}
/**
 * Marks the points of a row that a sheet hides from a lens. Whether a ray meets the sheet is a handful of inequalities that are linear along the row, so what is
 * hidden is one stretch of it: a row costs a few divisions, not a ray for each of its points.
 * @param x y z  from the lens to the first point of the row, and dx dy dz to the next, mm
 */
export function shadeRow(
  { a, b, low, high }: Sheet,
  from: Vec3,
  x: number,
  y: number,
  z: number,
  dx: number,
  dy: number,
  dz: number,
  shaded: Uint8Array,
): void {
  const sx = b[0] - a[0];
  const sy = b[1] - a[1];
  const ax = a[0] - from[0];
  const ay = a[1] - from[1];
  // A ray r meets the plane of the sheet at c / den(r) of its way.
  const c = ax * sy - ay * sx;
  const side = c < 0 ? -1 : 1;
  const den = side * (x * sy - y * sx);
  const den1 = side * (dx * sy - dy * sx);
  const along = side * (ax * y - ay * x);
  const along1 = side * (ax * dy - ay * dx);
  const rise = Math.abs(c) * z;
  const rise1 = Math.abs(c) * dz;
  let first = 0;
  let last = shaded.length - 1;
  const least = (value: number, slope: number): void => {
    if (Math.abs(slope) < 1e-12) {
      if (value < 0) last = -1;
    } else if (slope > 0) first = Math.max(first, Math.ceil(-value / slope));
    else last = Math.min(last, Math.floor(-value / slope));
  };
  // Before its end; between the ends of the sheet; between its edges.
  least(den * NEAR_END - Math.abs(c), den1 * NEAR_END);
  if (first > last) return;
  least(along, along1);
  least(den - along, den1 - along1);
  if (first > last) return;
  least(rise - (low - from[2]) * den, rise1 - (low - from[2]) * den1);
  least((high - from[2]) * den - rise, (high - from[2]) * den1 - rise1);
  if (first <= last && Math.abs(c) > 1e-9) shaded.fill(1, first, last + 1);
}
const rounds = new WeakMap<Plate, readonly Vec2[] | null>();
/** Corners of a plate anticlockwise where it has no notch, else null. */
function convexOf(plate: Plate): readonly Vec2[] | null {
  const known = rounds.get(plate);
  if (known !== undefined) return known;
  // A corner that is said twice is one.
  const points = plate.points.filter(([x, y], i) => {
    const [px, py] = plate.points[(i + plate.points.length - 1) % plate.points.length] ?? [x, y];
    return Math.hypot(x - px, y - py) > 1e-6;
  });
  const n = points.length;
  let [left, right] = [0, 0];
  points.forEach(([ax, ay], i) => {
    const [bx, by] = points[(i + 1) % n] ?? [ax, ay];
    const [cx, cy] = points[(i + 2) % n] ?? [ax, ay];
    const turn = (bx - ax) * (cy - by) - (by - ay) * (cx - bx);
    if (turn > 1e-6) left++;
    else if (turn < -1e-6) right++;
  });
  const made = n < 3 || (left > 0 && right > 0) ? null : right > 0 ? [...points].reverse() : points;
  rounds.set(plate, made);
  return made;
}
/** Plates whose shadow on a row is one stretch; the others are tested by rays. */
export const isConvex = (plate: Plate): boolean => convexOf(plate) !== null;
/** As `shadeRow`, of a plate without a notch. */
export function shadePlate(
  plate: Plate,
  from: Vec3,
  x: number,
  y: number,
  z: number,
  dx: number,
  dy: number,
  dz: number,
  shaded: Uint8Array,
): void {
  const points = convexOf(plate);
  if (!points) return;
  const c = plate.z - from[2];
  if (Math.abs(c) < 1e-9) return;
  const side = c < 0 ? -1 : 1;
  const height = Math.abs(c);
  let first = 0;
  let last = shaded.length - 1;
  const least = (value: number, slope: number): void => {
    if (Math.abs(slope) < 1e-12) {
      if (value < 0) last = -1;
    } else if (slope > 0) first = Math.max(first, Math.ceil(-value / slope));
    else last = Math.min(last, Math.floor(-value / slope));
  };
  // Its height is met before the end of the way.
  least(side * z * NEAR_END - height, side * dz * NEAR_END);
  for (let i = 0; i < points.length && first <= last; i++) {
    const [ax, ay] = points[i] as Vec2;
    const [bx, by] = points[(i + 1) % points.length] as Vec2;
    const [ex, ey] = [bx - ax, by - ay];
    const own = side * (ex * (from[1] - ay) - ey * (from[0] - ax));
    // Where it is met lies to the left of every side.
    least(own * z + height * (ex * y - ey * x), own * dz + height * (ex * dy - ey * dx));
  }
  if (first <= last) shaded.fill(1, first, last + 1);
}
/** Those that lie in the box round a lens and what it lights: the others are in nobody's way there. */
export function blockersIn(blockers: readonly Blocker[], points: readonly Vec3[]): Blocker[] {
  const [xs, ys, zs] = [0, 1, 2].map((i) => points.map((point) => point[i] ?? 0)) as [number[], number[], number[]];
  const [x0, x1, y0, y1, z0, z1] = [
    Math.min(...xs),
    Math.max(...xs),
    Math.min(...ys),
    Math.max(...ys),
    Math.min(...zs),
    Math.max(...zs),
  ];
  return blockers.filter((blocker) => {
    if (blocker.form === 'plate')
      return (
        blocker.z >= z0 &&
        blocker.z <= z1 &&
        blocker.box[0] <= x1 &&
        blocker.box[2] >= x0 &&
        blocker.box[1] <= y1 &&
        blocker.box[3] >= y0
      );
    const { a, b, low, high } = blocker;
    return (
      low <= z1 &&
      high >= z0 &&
      Math.min(a[0], b[0]) <= x1 &&
      Math.max(a[0], b[0]) >= x0 &&
      Math.min(a[1], b[1]) <= y1 &&
      Math.max(a[1], b[1]) >= y0
    );
  });
}

interface Ball {
  readonly x: number;
  readonly y: number;
  readonly z: number;
  readonly r: number;
}
const balls = new WeakMap<Blocker, Ball>();
/** A ball round a blocker, mm. */
function ballOf(blocker: Blocker): Ball {
  const known = balls.get(blocker);
  if (known) return known;
  const [x0, y0, x1, y1] = blocker.form === 'plate' ? blocker.box : ([...blocker.a, ...blocker.b] as const);
  const [z0, z1] = blocker.form === 'plate' ? [blocker.z, blocker.z] : [blocker.low, blocker.high];
  const ball = {
    x: (x0 + x1) / 2,
    y: (y0 + y1) / 2,
    z: (z0 + z1) / 2,
    r: Math.hypot(x1 - x0, y1 - y0, z1 - z0) / 2,
  };
  balls.set(blocker, ball);
  return ball;
}
/** Those whose ball a beam can touch: the others are in nobody's way there. @param cosEdge  cosine of the half angle at which the beam ends */
export function blockersInBeam(blockers: readonly Blocker[], at: Vec3, beam: Vec3, cosEdge: number): Blocker[] {
  // Wider than this a cone leaves hardly anything out.
  if (cosEdge < 0.2) return [...blockers];
  const sine = Math.sqrt(1 - cosEdge * cosEdge);
  return blockers.filter((blocker) => {
    const { x, y, z, r } = ballOf(blocker);
    const [dx, dy, dz] = [x - at[0], y - at[1], z - at[2]];
    const ahead = dx * beam[0] + dy * beam[1] + dz * beam[2];
    const off = Math.sqrt(Math.max(0, dx * dx + dy * dy + dz * dz - ahead * ahead));
    // How far its middle lies outside the cone, square to the cone's side; right behind the lens the ball itself may reach it.
    return off * cosEdge - ahead * sine <= r;
  });
}
