/** Triangles of bodies: a closed mesh holds the volume of its body (divergence theorem), and looks outward. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Vec3 } from '../model/records.js';
import { identity } from '../space/axes.js';
import { type Body, uprightAxes } from '../space/scenic.js';
import { lineRound, type Mesh, meshOf } from './mesh.js';

const corner = ({ places }: Mesh, i: number): Vec3 => [places[3 * i]!, places[3 * i + 1]!, places[3 * i + 2]!];
/** Six times the volume is the sum of the triple products. */
function volumeOf(mesh: Mesh): number {
  let sum = 0;
  for (let k = 0; k < mesh.triangles.length; k += 3) {
    const [a, b, c] = [0, 1, 2].map((i) => corner(mesh, mesh.triangles[k + i]!)) as [Vec3, Vec3, Vec3];
    sum += a[0] * (b[1] * c[2] - b[2] * c[1]) - a[1] * (b[0] * c[2] - b[2] * c[0]) + a[2] * (b[0] * c[1] - b[1] * c[0]);
  }
  return sum / 6;
}
const size = fc.integer({ min: 50, max: 3000 });
const body = (shape: Body['shape'], [x, y, z]: Vec3, more: Partial<Body> = {}): Body => ({
  shape,
  centre: [300, -200, 500],
  axes: identity,
  size: [x, y, z],
  ...more,
});
/** A polygon of 14 corners in a circle of diameter 1. */
const POLYGON = (14 / 8) * Math.sin((2 * Math.PI) / 14);

describe('meshes', () => {
  test('a box holds its volume however it is cut and turned, a cylinder and a cone that of their polygon (law)', () =>
    fc.assert(
      fc.property(
        size,
        size,
        size,
        fc.integer({ min: -180, max: 180 }),
        size,
        fc.double({ min: 0.2, max: 1.5, noNaN: true }),
        (x, y, z, turn, step, taper) => {
          const axes = uprightAxes(turn);
          expect(volumeOf(meshOf([body('box', [x, y, z], { axes })], step)) / (x * y * z)).toBeCloseTo(1, 3);
          const frustum = (1 + taper + taper * taper) / 3;
          expect(
            volumeOf(meshOf([body('cylinder', [x, y, z], { axes, taper })], 1e6)) / (x * y * z * POLYGON * frustum),
          ).toBeCloseTo(1, 3);
        },
      ),
      { numRuns: 60 },
    ));
  test('a ball holds nearly pi/6 of its box', () => {
    const held = volumeOf(meshOf([body('sphere', [800, 600, 500])])) / (800 * 600 * 500);
    expect(held).toBeGreaterThan(0.9 * (Math.PI / 6));
    expect(held).toBeLessThan(Math.PI / 6);
  });
  test('every triangle looks where the normals of its corners look, of a hull too', () => {
    for (const shape of ['box', 'cylinder', 'sphere', 'hull'] as const) {
      const mesh = meshOf([body(shape, [2000, 700, 500], { axes: uprightAxes(33), taper: 0.8 })]);
      let [checked, wrong] = [0, 0];
      for (let k = 0; k < mesh.triangles.length; k += 3) {
        const at = [0, 1, 2].map((i) => mesh.triangles[k + i]!);
        const [a, b, c] = at.map((i) => corner(mesh, i)) as [Vec3, Vec3, Vec3];
        const [p, q] = [
          [b[0] - a[0], b[1] - a[1], b[2] - a[2]],
          [c[0] - a[0], c[1] - a[1], c[2] - a[2]],
        ] as [Vec3, Vec3];
        const face: Vec3 = [p[1] * q[2] - p[2] * q[1], p[2] * q[0] - p[0] * q[2], p[0] * q[1] - p[1] * q[0]];
        // At the tips of a hull and the poles of a ball triangles have no surface.
        if (Math.hypot(...face) < 50) continue;
        checked++;
        const sum = at.reduce(
          (all, i) =>
            all + face[0] * mesh.normals[3 * i]! + face[1] * mesh.normals[3 * i + 1]! + face[2] * mesh.normals[3 * i + 2]!,
          0,
        );
        if (sum <= 0) wrong++;
      }
      expect([shape, checked > 10, wrong]).toEqual([shape, true, 0]);
    }
  });
  test('the line round points holds all of them and turns left everywhere (law)', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -50, max: 50 }), fc.integer({ min: -50, max: 50 })), { minLength: 3, maxLength: 40 }),
        (points) => {
          const line = lineRound(points);
          if (line.length < 3) return;
          line.forEach((a, i) => {
            const b = line[(i + 1) % line.length]!;
            for (const p of points)
              expect((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])).toBeGreaterThanOrEqual(0);
          });
        },
      ),
    ));
});
