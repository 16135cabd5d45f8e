/** Matrices of MVR: images of the three axes, then the origin, in mm (reference formats 2.3). */
import type { Vec3 } from '../../model/records.js';
import type { Axes } from '../../space/orientation.js';
import { identity } from '../../space/orientation.js';
import { add, cross, dot, norm, scaled, sub, unit } from '../../space/vectors.js';
import { xmlToNumber } from '../xml/read.js';
import { xmlNumber } from '../xml/write.js';

export interface Matrix extends Axes {
  readonly o: Vec3;
}
export const unmoved: Matrix = { ...identity, o: [0, 0, 0] };

const group = (v: Vec3, digits: (n: number) => string): string => `{${v.map(digits).join(',')}}`;
/** Nine decimals for the axes: six would turn a beam by up to 0.0001 degree. */
const fine = (n: number): string => {
  const text = n.toFixed(9).replace(/\.?0+$/, '');
  return text === '-0' ? '0' : text;
};
export const writeMatrix = (m: Matrix): string => [m.u, m.v, m.w].map((v) => group(v, fine)).join('') + group(m.o, xmlNumber);

/** Null when it is not twelve sound numbers, is singular, or lies beyond 10 km. */
export function parseMatrix(text: string): Matrix | null {
  const groups = [...text.slice(0, 2000).matchAll(/\{([^{}]*)\}/g)].map((match) =>
    match[1]!.split(',').map((part) => xmlToNumber(part)),
  );
  if (groups.length !== 4 || groups.some((g) => g.length !== 3 || g.includes(null))) return null;
  const [u, v, w, o] = groups as unknown as [Vec3, Vec3, Vec3, Vec3];
  if (o.some((value) => Math.abs(value) > 1e7) || [u, v, w].some((axis) => axis.some((value) => Math.abs(value) > 1e6)))
    return null;
  return Math.abs(dot(cross(u, v), w)) < 1e-9 ? null : { u, v, w, o };
}

/** Where a direction, and a point, of the inner frame lies in the outer one. */
const turn = (m: Matrix, v: Vec3): Vec3 => add(add(scaled(m.u, v[0]), scaled(m.v, v[1])), scaled(m.w, v[2]));
export const placedIn = (outer: Matrix, inner: Matrix): Matrix => ({
  u: turn(outer, inner.u),
  v: turn(outer, inner.v),
  w: turn(outer, inner.w),
  o: add(outer.o, turn(outer, inner.o)),
});

/** The nearest rotation: w is kept, since it holds the beam. `off` says how far from a rotation it was. */
export function orthonormal(m: Matrix): { matrix: Matrix; off: number } {
  const off = Math.abs(Math.abs(dot(cross(m.u, m.v), m.w)) - 1);
  const w = unit(m.w);
  const flat = sub(m.u, scaled(w, dot(m.u, w)));
  const u = norm(flat) > 1e-9 ? unit(flat) : identity.u;
  return { matrix: { u, v: cross(w, u), w, o: m.o }, off };
}
