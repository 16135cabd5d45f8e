/** Rotation matrices of fixtures, for 3D and for MVR. Columns are the images of the local axes. Source: reference calculations 5, formats 2.3. */
import type { Fixture, FixtureType, Vec3 } from '../model/records.js';
import type { Place } from './hanging.js';
import { bearingOfSpin, facing, stands } from './hanging.js';
import { cross, norm, rad, scaled, sub, unit } from './vectors.js';

export interface Axes {
  readonly u: Vec3;
  readonly v: Vec3;
  readonly w: Vec3;
}

export const identity: Axes = { u: [1, 0, 0], v: [0, 1, 0], w: [0, 0, 1] };

/** Local axes of a lantern whose beam leaves along -w; u stays level. A beam straight down keeps the nose's bearing as -v. */
export function axesOfBeam(beam: Vec3, bearing: number): Axes {
  const w = scaled(beam, -1);
  const level: Vec3 = Math.hypot(w[0], w[1]) < 1e-9 ? [Math.sin(rad(bearing)), -Math.cos(rad(bearing)), 0] : cross([0, 0, 1], w);
  const u = norm(level) < 1e-12 ? identity.u : unit(level);
  return { u: scaled(u, -1), v: unit(cross(w, scaled(u, -1))), w };
}

/**
 * Axes of the base of a moving light: hung base up, front (-v) to its spin; standing it is turned over about its front; with its base against a wall it looks out
 * of the wall, its front up.
 */
export function axesOfBase(fixture: Pick<Fixture, 'hang' | 'spin'>): Axes {
  if (fixture.hang === 'forward') {
    const [w, v] = [scaled(facing(fixture.spin), -1), [0, 0, -1] as const];
    return { u: cross(v, w), v, w };
  }
  const front = rad(bearingOfSpin(fixture.spin));
  const v: Vec3 = [-Math.cos(front), -Math.sin(front), 0];
  const w: Vec3 = stands(fixture) ? [0, 0, -1] : [0, 0, 1];
  return { u: cross(v, w), v, w };
}

/** Axes that a fixture is written with: a moving light by its base, any other by its beam. */
export const axesOf = (fixture: Fixture, type: FixtureType, place: Place): Axes =>
  type.pan > 0 ? axesOfBase(fixture) : axesOfBeam(place.beam, bearingOfSpin(fixture.spin));

/** Whether a base is held against a wall rather than hung or stood: nearer to level than to upright. */
export const isForward = ({ w }: Axes): boolean => Math.abs(w[2]) < 0.5;
/** Bearing of a base from its axes: where its front looks; of one against a wall, where it looks itself. */
export const bearingOfBase = (axes: Axes): number => {
  const [x, y] = isForward(axes) ? axes.w : axes.v;
  return (Math.atan2(-y, -x) * 180) / Math.PI;
};

/** Pan and tilt of a head that looks at a target, degrees; the solution nearest to home. Source: reference calculations 5 (inverse). */
export function panTilt(axes: Axes, axis: Vec3, target: Vec3): { pan: number; tilt: number } {
  const d = unit(sub(target, axis));
  const local = (a: Vec3) => a[0] * d[0] + a[1] * d[1] + a[2] * d[2];
  const v: Vec3 = [local(axes.u), local(axes.v), local(axes.w)];
  const tilt = (Math.acos(Math.max(-1, Math.min(1, -v[2]))) * 180) / Math.PI;
  if (Math.hypot(v[0], v[1]) < 1e-9) return { pan: 0, tilt };
  const pan = (Math.atan2(-v[0], v[1]) * 180) / Math.PI;
  return Math.abs(pan) <= 90 ? { pan, tilt } : { pan: pan > 0 ? pan - 180 : pan + 180, tilt: -tilt };
}
