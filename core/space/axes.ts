/** Axes of a lantern by its beam, and of a base by how it is fixed. Columns are the images of the local axes. Source: reference calculations 5, formats 2.3. */
import type { Fixture, Vec3 } from '../model/records.js';
import { bearingOfSpin, facing, stands } from './bearings.js';
import { add, cross, norm, rad, scaled, unit } from './vectors.js';

export interface Axes {
  readonly u: Vec3;
  readonly v: Vec3;
  readonly w: Vec3;
}

/** A point given along axes, as a vector of the world. */
export const inAxes = ({ u, v, w }: Axes, [x, y, z]: Vec3): Vec3 => add(add(scaled(u, x), scaled(v, y)), scaled(w, z));

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
