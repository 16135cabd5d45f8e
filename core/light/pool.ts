/** The pool of a beam on a level plane. Source: reference calculations 5 (pool on a plane); mm and degrees. */
import { rad } from '../space/vectors.js';

export interface Pool {
  /** From below the lens along the plan bearing of the beam: nearest and farthest edge, and where the axis meets the plane. */
  readonly near: number;
  readonly far: number;
  readonly axis: number;
  readonly semiMajor: number;
  readonly semiMinor: number;
  readonly centre: number;
}

/**
 * @param height  of the lens over the plane, mm
 * @param incidence  of the axis from the plane's normal, degrees: 90 less the angle below the horizontal
 * @param angle  full cone angle, degrees
 * @returns null where it is no ellipse: the plane is not below the lens, or an edge of the cone never meets it
 */
export function poolOn(height: number, incidence: number, angle: number): Pool | null {
  const half = angle / 2;
  if (height <= 0 || incidence < 0 || half <= 0 || incidence + half >= 90) return null;
  const [phi, beta] = [rad(incidence), rad(half)];
  const spread = Math.cos(phi) ** 2 - Math.sin(beta) ** 2;
  const [near, far] = [height * Math.tan(phi - beta), height * Math.tan(phi + beta)];
  return {
    near,
    far,
    axis: height * Math.tan(phi),
    semiMajor: (height * Math.sin(beta) * Math.cos(beta)) / spread,
    semiMinor: (height * Math.sin(beta)) / Math.sqrt(spread),
    centre: (near + far) / 2,
  };
}

/**
 * How far apart the middles of pools may lie so that a wash is even: where the half of one meets the half of the next their sum is level.
 * Source: reference calculations 5 (even wash). mm of the throw, degrees of the beam; pools that end sharply come out brighter between.
 */
export const washSpacing = (throwLength: number, beam: number): number =>
  2 * throwLength * Math.tan(rad(Math.min(178, beam)) / 2);
