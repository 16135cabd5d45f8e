/** Heads that pan and tilt: where they look, and what their ranges do not reach. Degrees. Source: reference calculations 5. */
import type { FixtureType, Vec3 } from '../model/records.js';
import { type Axes, inAxes } from './axes.js';
import { localBeam } from './frames.js';
import { add, deg, dot, norm, rad, scaled, unit } from './vectors.js';

export interface Pose {
  readonly pan: number;
  readonly tilt: number;
}
/** Whole ranges, as types say them: 540 is 270 to either side. */
export type Range = Pick<FixtureType, 'pan' | 'tilt'>;
export const HOME: Pose = { pan: 0, tilt: 0 };

/** A direction in the frame of a base, of length 1. */
function inBase({ u, v, w }: Axes, direction: Vec3): Vec3 {
  const d = unit(direction);
  return [dot(u, d), dot(v, d), dot(w, d)];
}
/** Where a head looks. */
export const beamOfPose = (base: Axes, { pan, tilt }: Pose): Vec3 => inAxes(base, localBeam(pan, tilt));

const TINY = 1e-9;
const within = (value: number, whole: number): boolean => Math.abs(value) <= whole / 2 + TINY;
const clamped = (value: number, whole: number): number => Math.max(-whole / 2, Math.min(whole / 2, value));
/** How long a head takes from one pose to another, where pan and tilt are as fast as each other. */
const way = (from: Pose, to: Pose): number => Math.max(Math.abs(to.pan - from.pan), Math.abs(to.tilt - from.tilt));

/** The two ways to look somewhere, before whole turns; pan is free, and so where it was, where it looks straight along its own axis. */
function ways([x, y, z]: Vec3, from: Pose): readonly Pose[] {
  const tilt = deg(Math.acos(Math.max(-1, Math.min(1, -z))));
  if (Math.hypot(x, y) < TINY) return [{ pan: from.pan, tilt }, ...(tilt > TINY ? [{ pan: from.pan, tilt: -tilt }] : [])];
  const pan = deg(Math.atan2(-x, y));
  return [
    { pan, tilt },
    { pan: pan + 180, tilt: -tilt },
  ];
}
/** All poses inside its ranges that look in a direction, the one that is soonest there first. */
export function posesOf(base: Axes, direction: Vec3, range: Range, from: Pose = HOME): readonly Pose[] {
  const turns = Math.ceil(range.pan / 720) + 1;
  return ways(inBase(base, direction), from)
    .filter(({ tilt }) => within(tilt, range.tilt))
    .flatMap(({ pan, tilt }) => Array.from({ length: 2 * turns + 1 }, (_, i) => ({ pan: pan + (i - turns) * 360, tilt })))
    .filter(({ pan }) => within(pan, range.pan))
    .sort((a, b) => way(from, a) - way(from, b) || a.pan - b.pan);
}

export interface Looked {
  readonly pose: Pose;
  readonly beam: Vec3;
  /** Angle between what it looks at and where it was to look, degrees; 0 where it reaches it. */
  readonly missing: number;
}
/** The tilt that looks nearest to a direction at a pan. */
function nearestTilt([x, y, z]: Vec3, pan: number, range: Range): number {
  const ahead = -x * Math.sin(rad(pan)) + y * Math.cos(rad(pan));
  const tilt = deg(Math.atan2(ahead, -z));
  if (within(tilt, range.tilt)) return tilt;
  // Past an end, the nearer end: round the far side it may be the other one.
  const edge = range.tilt / 2;
  const off = (end: number) => Math.abs(((tilt - end + 540) % 360) - 180);
  return off(edge) <= off(-edge) ? edge : -edge;
}
/** Looks in a direction, or as near to it as its ranges let it. */
export function lookAt(base: Axes, direction: Vec3, range: Range, from: Pose = HOME): Looked {
  const [pose] = posesOf(base, direction, range, from);
  if (pose) return { pose, beam: unit(direction), missing: 0 };
  const local = inBase(base, direction);
  const pans = ways(local, from).flatMap(({ pan }) => [-360, 0, 360].map((turn) => clamped(pan + turn, range.pan)));
  let best: Looked | null = null;
  for (const pan of pans) {
    const tilt = nearestTilt(local, pan, range);
    const at = localBeam(pan, tilt);
    const missing = deg(2 * Math.asin(Math.min(1, norm(add(at, scaled(local, -1))) / 2)));
    if (
      !best ||
      missing < best.missing - TINY ||
      (missing < best.missing + TINY && way(from, { pan, tilt }) < way(from, best.pose))
    )
      best = { pose: { pan, tilt }, beam: inAxes(base, at), missing };
  }
  return best ?? { pose: HOME, beam: beamOfPose(base, HOME), missing: 180 };
}
/** Value of a pose in a channel of so many bytes, most significant first in the sum: the ends of the range are its ends. Source: reference calculations 4 and 5. */
export const codedAngle = (angle: number, whole: number, bytes: number): number =>
  Math.floor(Math.max(0, Math.min(1, angle / whole + 0.5)) * (256 ** bytes - 1) + 0.5);
