/** Positions as curves: one number, the distance along, gives a point and a hanging frame. Source: reference calculations 2; plain geometry. */
import type { Arc, Chain, Curve, Position, Straight, Vec2, Vec3 } from '../model/records.js';
import { cross, dot, mod, norm, rad, scaled, sub, unit } from './vectors.js';

/** Unit vectors at a point of a position: t along it, d the way a clamp hangs, s = t x d to the side. */
export interface HangingFrame {
  readonly point: Vec3;
  readonly t: Vec3;
  readonly d: Vec3;
  readonly s: Vec3;
}

/** The pieces of a chain as curves of their own, at its trim. Remembered per chain. */
const keptPieces = new WeakMap<
  Chain,
  { readonly curves: readonly (Straight | Arc)[]; readonly starts: readonly number[]; readonly length: number }
>();
export function piecesOf(chain: Chain): {
  readonly curves: readonly (Straight | Arc)[];
  readonly starts: readonly number[];
  readonly length: number;
} {
  let kept = keptPieces.get(chain);
  if (!kept) {
    const curves = chain.pieces.map((piece): Straight | Arc => ({ ...piece, z: chain.z }));
    const starts: number[] = [];
    let length = 0;
    for (const curve of curves) {
      starts.push(length);
      length += curveLength(curve);
    }
    kept = { curves, starts, length };
    keptPieces.set(chain, kept);
  }
  return kept;
}

/** Length of the curve, mm; the true one where it is raked. Source: arc length r |w|. */
export function curveLength(curve: Curve): number {
  if (curve.form === 'straight') return Math.hypot(curve.b[0] - curve.a[0], curve.b[1] - curve.a[1], curve.rise ?? 0);
  if (curve.form === 'vertical') return curve.height;
  if (curve.form === 'chain') return piecesOf(curve).length;
  return curve.radius * rad(Math.min(360, Math.abs(curve.sweep)));
}

/**
 * Point and frame at a distance along a curve.
 *
 * @param along  mm from end A; may lie beyond an end, and then continues the curve (a straight one) or its end tangent
 * @throws RangeError if the curve has no length
 * Source: reference calculations 2.1 to 2.9. On the joint of a chain the tangents are averaged.
 */
export function frameAlong(curve: Curve, along: number): HangingFrame {
  const length = curveLength(curve);
  if (!(length > 0)) throw new RangeError('A position without length carries nothing.');
  if (curve.form === 'straight') {
    const t: Vec3 = [(curve.b[0] - curve.a[0]) / length, (curve.b[1] - curve.a[1]) / length, (curve.rise ?? 0) / length];
    return framed([curve.a[0] + t[0] * along, curve.a[1] + t[1] * along, curve.z + t[2] * along], t, [0, 0, -1]);
  }
  if (curve.form === 'vertical') {
    const arm: Vec3 = [Math.cos(rad(curve.bearing)), Math.sin(rad(curve.bearing)), 0];
    return framed([curve.at[0], curve.at[1], curve.z + along], [0, 0, 1], arm);
  }
  if (curve.form === 'chain') {
    const { curves, starts } = piecesOf(curve);
    let i = starts.length - 1;
    while (i > 0 && starts[i]! > along) i--;
    const here = frameAlong(curves[i]!, along - starts[i]!);
    if (i === 0 || along - starts[i]! > 0.5) return here;
    const before = frameAlong(curves[i - 1]!, along - starts[i - 1]!).t;
    const mean: Vec3 = [here.t[0] + before[0], here.t[1] + before[1], 0];
    return norm(mean) < 1e-6 ? here : framed(here.point, unit(mean), [0, 0, -1]);
  }
  const turn = Math.sign(curve.sweep) || 1;
  const angle = rad(curve.start) + (turn * along) / curve.radius;
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return framed(
    [curve.centre[0] + curve.radius * c, curve.centre[1] + curve.radius * s, curve.z],
    [-turn * s, turn * c, 0],
    [0, 0, -1],
  );
}

function framed(point: Vec3, t: Vec3, g: Vec3): HangingFrame {
  const flat = sub(g, scaled(t, dot(g, t)));
  const d = norm(flat) > 1e-9 ? unit(flat) : g;
  const [x, y, z] = cross(t, d);
  return { point, t, d, s: [x + 0, y + 0, z + 0] };
}

/** Distance along a straight curve that crosses the centre line, mm; null when it runs up and down stage or is not straight. */
export function centreAlong(curve: Curve): number | null {
  if (curve.form !== 'straight') return null;
  const length = curveLength(curve);
  const tx = (curve.b[0] - curve.a[0]) / length;
  return Math.abs(tx) < 1e-6 ? null : -curve.a[0] / tx + 0;
}

/** Where "0" of a position's measure lies, mm along: the centre line, else its middle; the foot of a boom; the start of an arc. */
export function originAlong(curve: Curve): number {
  if (curve.form !== 'straight') return 0;
  const centre = centreAlong(curve);
  const length = curveLength(curve);
  return centre !== null && centre >= 0 && centre <= length ? centre : length / 2;
}

/** +1 when the distance along grows towards stage left (or upstage, up, anticlockwise), else -1. */
export function sense(curve: Curve): 1 | -1 {
  if (curve.form === 'straight') {
    const dx = curve.b[0] - curve.a[0];
    return (Math.abs(dx) > 1e-6 ? dx : curve.b[1] - curve.a[1]) >= 0 ? 1 : -1;
  }
  return curve.form === 'arc' && curve.sweep < 0 ? -1 : 1;
}

/** Signed distance from the position's origin, positive towards stage left. */
export const fromOrigin = (curve: Curve, along: number): number => sense(curve) * (along - originAlong(curve));
export const alongOf = (curve: Curve, fromZero: number): number => originAlong(curve) + sense(curve) * fromZero;

/**
 * Nearest point of a curve in plan.
 * @returns distance along and plan distance, both mm. A vertical curve answers its foot (along 0).
 */
export function dropOn(curve: Curve, point: Vec2): { along: number; distance: number } {
  const length = curveLength(curve);
  if (curve.form === 'straight') {
    const [dx, dy] = [curve.b[0] - curve.a[0], curve.b[1] - curve.a[1]];
    const k = Math.max(0, Math.min(1, ((point[0] - curve.a[0]) * dx + (point[1] - curve.a[1]) * dy) / (dx * dx + dy * dy)));
    return { along: k * length, distance: Math.hypot(point[0] - curve.a[0] - k * dx, point[1] - curve.a[1] - k * dy) };
  }
  if (curve.form === 'vertical') return { along: 0, distance: Math.hypot(point[0] - curve.at[0], point[1] - curve.at[1]) };
  if (curve.form === 'chain') {
    const { curves, starts } = piecesOf(curve);
    let best = { along: 0, distance: Number.POSITIVE_INFINITY };
    curves.forEach((piece, i) => {
      const found = dropOn(piece, point);
      if (found.distance < best.distance - 1e-9) best = { along: starts[i]! + found.along, distance: found.distance };
    });
    return best;
  }
  const [px, py] = [point[0] - curve.centre[0], point[1] - curve.centre[1]];
  const sweep = Math.min(360, Math.abs(curve.sweep));
  const turn = Math.sign(curve.sweep) || 1;
  const bearing = Math.hypot(px, py) < 1e-9 ? curve.start : (Math.atan2(py, px) * 180) / Math.PI;
  let delta = mod(turn * (bearing - curve.start), 360);
  if (delta > sweep) delta = delta - sweep < 360 - delta ? sweep : 0;
  const along = curve.radius * rad(delta);
  const at = frameAlong(curve, along).point;
  return { along, distance: Math.hypot(point[0] - at[0], point[1] - at[1]) };
}

/** Symmetric rounding to an increment; never -0. Source: reference calculations 2 (snap). */
export const snapTo = (value: number, increment: number): number =>
  Math.sign(value) * Math.floor(Math.abs(value) / increment + 0.5) * increment + 0;

/**
 * Snaps a distance along to the increment, measured from the position's origin.
 * Past an end it takes the last increment inside, not the end itself.
 */
export function snapAlong(curve: Curve, along: number, increment: number): number {
  const length = curveLength(curve);
  const [u1, u2] = [fromOrigin(curve, 0), fromOrigin(curve, length)];
  const [low, high] = [Math.min(u1, u2), Math.max(u1, u2)];
  let u = snapTo(fromOrigin(curve, along), increment);
  if (u > high) u = Math.floor(high / increment + 1e-9) * increment;
  if (u < low) u = Math.ceil(low / increment - 1e-9) * increment;
  if (u > high || u < low) return Math.max(0, Math.min(length, along));
  return alongOf(curve, u);
}

/** Rounding to odd halves of an increment: nothing stands on the centre line; 0 goes to stage left. Source: reference calculations 2 (split snap). */
export const snapSplit = (value: number, increment: number): number =>
  (value < 0 ? -1 : 1) * (Math.floor(Math.abs(value) / increment + 1e-9) + 0.5) * increment;

export type TickRule = 'centre' | 'split' | 'start' | 'end';
export interface Tick {
  readonly along: number;
  /** Distance that is written at it, mm, never negative: from the centre, or from the end that is measured from. */
  readonly figure: number;
}

/** Tick marks of a curve: every `step` out from the centre (on it, or split about it), or from an end. */
export function tickMarks(curve: Curve, step: number, from: TickRule = 'centre'): Tick[] {
  const length = curveLength(curve);
  const origin = from === 'start' ? 0 : from === 'end' ? length : originAlong(curve);
  const shift = from === 'split' ? 0.5 : 0;
  const out: Tick[] = [];
  const low = Math.ceil((-origin - 1e-6) / step - shift);
  const high = Math.floor((length - origin + 1e-6) / step - shift);
  for (let k = low; k <= high && out.length < 10000; k++) {
    const u = (k + shift) * step;
    out.push({ along: Math.max(0, Math.min(length, origin + u)), figure: Math.abs(u) });
  }
  return out;
}

/** Distances along of tick marks. */
export const ticks = (curve: Curve, step: number, from: TickRule = 'centre'): number[] =>
  tickMarks(curve, step, from).map((tick) => tick.along);

/** Tick marks of a position: its own rule, or every `step` of the show. */
export const ticksOf = (position: Position, step: number): Tick[] =>
  tickMarks(position.curve, position.ticks?.step ?? step, position.ticks?.from);

/** Points along a curve that stay within `sagitta` mm of it: what is drawn, hit and shown in 3D. */
export function curvePoints(curve: Curve, sagitta = 5): Vec3[] {
  if (curve.form === 'chain') {
    const out: Vec3[] = [];
    for (const piece of piecesOf(curve).curves) {
      const points = curvePoints(piece, sagitta);
      const last = out.at(-1);
      const same = last && points[0] && Math.hypot(last[0] - points[0][0], last[1] - points[0][1]) < 0.5;
      out.push(...(same ? points.slice(1) : points));
    }
    return out;
  }
  const length = curveLength(curve);
  // sagitta = r (1 - cos(w / 2))
  const n =
    curve.form === 'arc'
      ? Math.max(4, Math.ceil(rad(Math.abs(curve.sweep)) / (2 * Math.acos(Math.max(0.5, 1 - sagitta / curve.radius)))))
      : 1;
  return Array.from({ length: n + 1 }, (_, i) => frameAlong(curve, (length * i) / n).point);
}

/** A closed curve: its last point is its first. */
export function isClosed(curve: Curve): boolean {
  if (curve.form === 'arc') return Math.abs(curve.sweep) >= 360 - 1e-6;
  if (curve.form !== 'chain') return false;
  const [a, b] = [frameAlong(curve, 0).point, frameAlong(curve, curveLength(curve)).point];
  return Math.hypot(a[0] - b[0], a[1] - b[1]) < 1;
}

/** How far two places of a curve lie apart along it, mm; round a closed one the shorter way. */
export function apartAlong(curve: Curve, a: number, b: number): number {
  const apart = Math.abs(a - b);
  return isClosed(curve) ? Math.min(apart, curveLength(curve) - apart) : apart;
}

/** +1 where the distance along runs anticlockwise as drawn, -1 clockwise: by the area that the curve encloses. */
export function turnSense(curve: Curve): 1 | -1 {
  if (curve.form === 'arc') return curve.sweep < 0 ? -1 : 1;
  if (curve.form !== 'chain') return 1;
  const points = curvePoints(curve, 50);
  let area = 0;
  points.forEach((p, i) => {
    const q = points[(i + 1) % points.length]!;
    area += p[0] * q[1] - q[0] * p[1];
  });
  return area < 0 ? -1 : 1;
}

/**
 * The along that keeps a unit where it is measured from the origin (usually the centre line) when a curve is replaced.
 * A pipe that is lengthened keeps its units in place; a pipe that is moved or turned carries them.
 */
export const reshapedAlong = (before: Curve, after: Curve, along: number): number =>
  before.form === after.form ? alongOf(after, fromOrigin(before, along)) : along;

/** Height of the trim, mm: for vertical curves the height of the foot. */
export const trimOf = (position: Position): number => position.curve.z;
