/** Curves of DXF as polylines within a sagitta. Sources: reference formats 9.4 and its check values. */

import type { Vec2 } from '../../model/records.js';
import { bulgePoints } from '../../space/transform.js';

/** An affine map of the plane: x' = a x + c y + e, y' = b x + d y + f. */
export type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number];
export const unit: Affine = [1, 0, 0, 1, 0, 0];
/** First the inner map, then the outer. */
export const composed = (outer: Affine, inner: Affine): Affine => [
  outer[0] * inner[0] + outer[2] * inner[1],
  outer[1] * inner[0] + outer[3] * inner[1],
  outer[0] * inner[2] + outer[2] * inner[3],
  outer[1] * inner[2] + outer[3] * inner[3],
  outer[0] * inner[4] + outer[2] * inner[5] + outer[4],
  outer[1] * inner[4] + outer[3] * inner[5] + outer[5],
];
export const mapped = (m: Affine, [x, y]: Vec2): Vec2 => [m[0] * x + m[2] * y + m[4], m[1] * x + m[3] * y + m[5]];
/** Greatest stretch of a map: sagittas are kept after it. */
export const stretch = (m: Affine): number => Math.max(Math.hypot(m[0], m[1]), Math.hypot(m[2], m[3]), 1e-12);

/** Insertion of a block: p' = O + R S (p - base); an extrusion of (0, 0, -1) mirrors x. */
export function insertion(at: Vec2, scale: Vec2, rotation: number, base: Vec2, mirrored = false): Affine {
  const [c, s] = [Math.cos((rotation * Math.PI) / 180), Math.sin((rotation * Math.PI) / 180)];
  const m: Affine = [c * scale[0], s * scale[0], -s * scale[1], c * scale[1], at[0], at[1]];
  const placed = composed(m, [1, 0, 0, 1, -base[0], -base[1]]);
  return mirrored ? composed([-1, 0, 0, 1, 0, 0], placed) : placed;
}

/** An arc of an ellipse: centre, half axes as vectors, from one parameter to another, radians anticlockwise. */
export function ellipsePoints(centre: Vec2, major: Vec2, minor: Vec2, from: number, to: number, sagitta: number): Vec2[] {
  const radius = Math.max(Math.hypot(...major), Math.hypot(...minor));
  const sweep = to - from;
  const step = 2 * Math.acos(Math.max(0.5, 1 - Math.min(sagitta, radius) / Math.max(radius, 1e-12)));
  const n = Math.max(2, Math.min(1440, Math.ceil(Math.abs(sweep) / Math.max(step, 1e-4))));
  return Array.from({ length: n + 1 }, (_, i): Vec2 => {
    const t = from + (sweep * i) / n;
    const [c, s] = [Math.cos(t), Math.sin(t)];
    return [centre[0] + major[0] * c + minor[0] * s, centre[1] + major[1] * c + minor[1] * s];
  });
}

/** A polyline with bulges. */
export function bulgedPoints(
  vertices: readonly { readonly x: number; readonly y: number; readonly bulge?: number }[],
  closed: boolean,
  sagitta: number,
): Vec2[] {
  const first = vertices[0];
  if (!first) return [];
  const out: Vec2[] = [[first.x, first.y]];
  const sides = closed ? vertices.length : vertices.length - 1;
  for (let i = 0; i < sides; i++) {
    const [a, b] = [vertices[i]!, vertices[(i + 1) % vertices.length]!];
    out.push(...bulgePoints([a.x, a.y], [b.x, b.y], a.bulge ?? 0, sagitta));
  }
  return out;
}

/** A point of a B-spline at a parameter, by de Boor's algorithm. */
export function deBoor(degree: number, knots: readonly number[], control: readonly Vec2[], u: number): Vec2 {
  let k = degree;
  while (k < control.length - 1 && u >= knots[k + 1]!) k++;
  const d: [number, number][] = Array.from({ length: degree + 1 }, (_, j) => [...control[k - degree + j]!]);
  for (let r = 1; r <= degree; r++)
    for (let j = degree; j >= r; j--) {
      const i = k - degree + j;
      const span = knots[i + degree - r + 1]! - knots[i]!;
      const alpha = span > 1e-15 ? (u - knots[i]!) / span : 0;
      d[j] = [(1 - alpha) * d[j - 1]![0] + alpha * d[j]![0], (1 - alpha) * d[j - 1]![1] + alpha * d[j]![1]];
    }
  return d[degree]!;
}

/** A B-spline as a polyline; halved until it stays within the sagitta, 16 times a span at most. */
export function splinePoints(degree: number, knots: readonly number[], control: readonly Vec2[], sagitta: number): Vec2[] {
  const [from, to] = [knots[degree]!, knots[control.length]!];
  const at = (u: number) => deBoor(degree, knots, control, Math.min(u, to));
  const spans = [...new Set(knots.slice(degree, control.length + 1))];
  const out: Vec2[] = [at(from)];
  const divide = (u0: number, p0: Vec2, u1: number, p1: Vec2, depth: number): void => {
    const um = (u0 + u1) / 2;
    const pm = at(um);
    const [dx, dy] = [p1[0] - p0[0], p1[1] - p0[1]];
    const l = Math.hypot(dx, dy);
    const off = l < 1e-12 ? Math.hypot(pm[0] - p0[0], pm[1] - p0[1]) : Math.abs((pm[0] - p0[0]) * dy - (pm[1] - p0[1]) * dx) / l;
    if (depth < 2 || (off > sagitta && depth < 8)) {
      divide(u0, p0, um, pm, depth + 1);
      divide(um, pm, u1, p1, depth + 1);
    } else out.push(p1);
  };
  for (let i = 1; i < spans.length; i++) {
    const [u0, u1] = [spans[i - 1]!, spans[i]!];
    divide(u0, at(u0), u1, at(u1), 0);
  }
  return out;
}

/** Takes out points that stand less than a tolerance off the line that is left (Douglas and Peucker, 1973) and points that repeat: nothing that could be seen is lost. */
export function simplified(points: readonly Vec2[], tolerance: number): Vec2[] {
  const apart: Vec2[] = [];
  for (const point of points) {
    const last = apart.at(-1);
    if (!last || Math.hypot(point[0] - last[0], point[1] - last[1]) >= tolerance) apart.push(point);
  }
  if (apart.length < 3) return apart;
  const keep = new Uint8Array(apart.length);
  keep[0] = 1;
  keep[apart.length - 1] = 1;
  const stack: [number, number][] = [[0, apart.length - 1]];
  for (let span = stack.pop(); span; span = stack.pop()) {
    const [from, to] = span;
    const [a, b] = [apart[from]!, apart[to]!];
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    const l = Math.hypot(dx, dy);
    let [most, at] = [tolerance, -1];
    for (let i = from + 1; i < to; i++) {
      const [px, py] = [apart[i]![0] - a[0], apart[i]![1] - a[1]];
      // Beyond an end the distance to that end counts: a line may come back on itself.
      const k = l > 0 ? (px * dx + py * dy) / l : -1;
      const off = k < 0 ? Math.hypot(px, py) : k > l ? Math.hypot(px - dx, py - dy) : Math.abs(px * dy - py * dx) / l;
      if (off > most) [most, at] = [off, i];
    }
    if (at < 0) continue;
    keep[at] = 1;
    stack.push([from, at], [at, to]);
  }
  return apart.filter((_, i) => keep[i]);
}
