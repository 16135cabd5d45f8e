/** From places in the world back to positions: which curve, how far along, how far off it. */
import type { Curve, Fixture, Position, Vec3 } from '../../model/records.js';
import { curveLength, dropOn, frameAlong } from '../../space/curves.js';
import { clampOf } from '../../space/hanging.js';
import { deg, dot, rad, sub } from '../../space/vectors.js';

export interface Hung {
  readonly along: number;
  readonly drop: number;
  readonly side: number;
}

/** How a clamp point hangs on a position; drop and side take up what lies off the curve, so that the place is exact. */
export function hungAt(position: Position, clamp: Vec3, way: Pick<Fixture, 'hang' | 'arm' | 'chord'>): Hung {
  const { curve } = position;
  let along: number;
  if (curve.form === 'vertical') along = clamp[2] - curve.z;
  else if (curve.form === 'straight') {
    // By plan distance, as a share of the true length: that holds on a raked pipe too.
    const [dx, dy] = [curve.b[0] - curve.a[0], curve.b[1] - curve.a[1]];
    along = (((clamp[0] - curve.a[0]) * dx + (clamp[1] - curve.a[1]) * dy) / (dx * dx + dy * dy)) * curveLength(curve);
  } else along = dropOn(curve, [clamp[0], clamp[1]]).along;
  // On a raked pipe what hangs below or beside it does not lie square over its place in plan: what is left along it is taken up, and again.
  for (let round = 0; ; round++) {
    const frame = frameAlong(curve, along);
    const bare = clampOf({ ...way, drop: 0, side: 0 }, position, frame);
    const off = sub(clamp, bare.clamp);
    const rest = curve.form === 'straight' && curve.rise ? dot(off, frame.t) : 0;
    if (Math.abs(rest) < 1e-6 || round > 5) return { along, drop: dot(off, bare.hung), side: dot(off, frame.s) };
    along += rest;
  }
}

/** A curve through places that share a position: a boom where they stand above each other, else the straight line that fits them best. */
export function fittedCurve(points: readonly Vec3[]): Curve {
  const n = points.length;
  const mean = (i: 0 | 1 | 2) => points.reduce((sum, p) => sum + p[i], 0) / n;
  const [mx, my] = [mean(0), mean(1)];
  const zs = points.map((p) => p[2]);
  const [low, high] = [Math.min(...zs), Math.max(...zs)];
  const [sxx, syy, sxy] = points.reduce(([a, b, c], [x, y]) => [a + (x - mx) ** 2, b + (y - my) ** 2, c + (x - mx) * (y - my)], [
    0, 0, 0,
  ] as [number, number, number]);
  const spreadPlan = Math.sqrt(Math.max(sxx, syy));
  if (n > 1 && high - low > 500 && spreadPlan < (high - low) / 4)
    return { form: 'vertical', at: [mx, my], z: 0, height: Math.max(500, high), bearing: mx > 0 ? 180 : 0 };
  const angle = n > 1 && sxx + syy > 1 ? deg(Math.atan2(2 * sxy, sxx - syy) / 2) : 0;
  const t: readonly [number, number] = [Math.cos(rad(angle)), Math.sin(rad(angle))];
  const us = points.map(([x, y]) => (x - mx) * t[0] + (y - my) * t[1]);
  const [from, to] = [Math.min(...us) - 500, Math.max(...us) + 500];
  return { form: 'straight', a: [mx + t[0] * from, my + t[1] * from], b: [mx + t[0] * to, my + t[1] * to], z: high };
}
