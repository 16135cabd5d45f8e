/** Other frames of the world: of a 3D renderer, and the mirror image. Source: reference calculations 1 and 3. */
import type { Vec3 } from '../model/records.js';

/** World mm to metres with y up and z towards the house. */
export const toRenderer = ([x, y, z]: Vec3): Vec3 => [x / 1000 + 0, z / 1000 + 0, -y / 1000 + 0];
export const fromRenderer = ([x, y, z]: Vec3): Vec3 => [x * 1000 + 0, -z * 1000 + 0, y * 1000 + 0];

export type Quaternion = readonly [x: number, y: number, z: number, w: number];
export const quaternionToRenderer = ([x, y, z, w]: Quaternion): Quaternion => [x, z, -y, w];
/** Orientation in the mirror image about the centre line: R' = S R S with S = diag(-1, 1, 1). */
export const mirroredQuaternion = ([x, y, z, w]: Quaternion): Quaternion => [x, -y, -z, w];

/** Quaternion of angles about x, then y, then z (order ZYX), radians. */
export function quaternionOf(x: number, y: number, z: number): Quaternion {
  const [cx, sx, cy, sy, cz, sz] = [x, y, z].flatMap((angle) => [Math.cos(angle / 2), Math.sin(angle / 2)]) as [
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  return [sx * cy * cz - cx * sy * sz, cx * sy * cz + sx * cy * sz, cx * cy * sz - sx * sy * cz, cx * cy * cz + sx * sy * sz];
}

/** A vector turned by a quaternion. */
export function turnedBy([x, y, z, w]: Quaternion, v: Vec3): Vec3 {
  const [tx, ty, tz] = [2 * (y * v[2] - z * v[1]), 2 * (z * v[0] - x * v[2]), 2 * (x * v[1] - y * v[0])];
  return [v[0] + w * tx + y * tz - z * ty, v[1] + w * ty + z * tx - x * tz, v[2] + w * tz + x * ty - y * tx];
}

/** Beam of a head in its own frame: pan about z, then tilt about x; straight down at 0, 0. Degrees. Source: reference calculations 5 (forward). */
export function localBeam(pan: number, tilt: number): Vec3 {
  const [p, t] = [(pan * Math.PI) / 180, (tilt * Math.PI) / 180];
  return [-Math.sin(p) * Math.sin(t), Math.cos(p) * Math.sin(t), -Math.cos(t)];
}
