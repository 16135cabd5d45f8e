/** Vectors and rotations in the show's frame: +x stage left, +y upstage, +z up. */
import type { Vec2, Vec3 } from '../model/records.js';

export const add = (a: Vec3, b: Vec3): Vec3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const sub = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const scaled = (a: Vec3, k: number): Vec3 => [a[0] * k, a[1] * k, a[2] * k];
export const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: Vec3, b: Vec3): Vec3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
export const norm = (a: Vec3): number => Math.hypot(a[0], a[1], a[2]);
export const unit = (a: Vec3): Vec3 => scaled(a, 1 / norm(a));
export const distance2 = (a: Vec2, b: Vec2): number => Math.hypot(a[0] - b[0], a[1] - b[1]);

export const rad = (deg: number): number => (deg * Math.PI) / 180;
export const deg = (radians: number): number => (radians * 180) / Math.PI;
/** Remainder that is never negative, and never -0. */
export const mod = (a: number, n: number): number => (((a % n) + n) % n) + 0;
/** Angle in (-180, 180]. */
export const wrap180 = (angle: number): number => {
  const turned = mod(angle, 360);
  return turned > 180 ? turned - 360 : turned;
};
/** Plan point turned about another, anticlockwise. */
export const turned = (point: Vec2, about: Vec2, angle: number): Vec2 => {
  const [c, s] = [Math.cos(rad(angle)), Math.sin(rad(angle))];
  const [x, y] = [point[0] - about[0], point[1] - about[1]];
  return [about[0] + x * c - y * s, about[1] + x * s + y * c];
};
