/** Rotation matrices of fixtures, for 3D and for MVR. Source: reference calculations 5, formats 2.3. */
import type { Fixture, FixtureType } from '../model/records.js';
import { type Axes, axesOfBase, axesOfBeam } from './axes.js';
import { bearingOfSpin } from './bearings.js';
import type { Place } from './hanging.js';
import { aimedFrom, lensFromClamp } from './lens.js';

export { type Axes, axesOfBase, axesOfBeam, identity } from './axes.js';

/**
 * Axes that a fixture is written with: a moving light by its base. Any other is turned as a whole about its clamp, as files know no yoke, so that its beam
 * meets what it is aimed at from where its lens then is.
 */
export function axesOf(fixture: Fixture, type: FixtureType, { beam, clamp, target }: Place): Axes {
  if (type.pan > 0) return axesOfBase(fixture);
  const bearing = bearingOfSpin(fixture.spin);
  return axesOfBeam(target ? aimedFrom(clamp, lensFromClamp(type), target, bearing).beam : beam, bearing);
}

/** Whether a base is held against a wall rather than hung or stood: nearer to level than to upright. */
export const isForward = ({ w }: Axes): boolean => Math.abs(w[2]) < 0.5;
/** Bearing of a base from its axes: where its front looks; of one against a wall, where it looks itself. */
export const bearingOfBase = (axes: Axes): number => {
  const [x, y] = isForward(axes) ? axes.w : axes.v;
  return (Math.atan2(-y, -x) * 180) / Math.PI;
};
