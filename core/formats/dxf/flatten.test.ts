/** Curves of a drawing as lines. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Vec2 } from '../../model/records.js';
import { bulgePoints, bulgeThrough } from '../../space/transform.js';
import { entities, pathsOf } from './dxf.arb.js';
import { deBoor, ellipsePoints, insertion, mapped, simplified, splinePoints } from './flatten.js';

describe('curves', () => {
  test('bulge 1 from (0,0) to (10,0) is a half circle through (5,-5)', () => {
    const points = bulgePoints([0, 0], [10, 0], 1, 0.001);
    for (const [x, y] of points) expect(Math.hypot(x - 5, y)).toBeCloseTo(5, 9);
    expect(Math.min(...points.map(([, y]) => y))).toBeCloseTo(-5, 2);
  });
  test('bulge tan 22.5 degrees: 90 degrees about (5,5), r 7.0710678, sagitta 2.0710678', () => {
    const points = bulgePoints([0, 0], [10, 0], 0.41421356, 0.0001);
    for (const [x, y] of points) expect(Math.hypot(x - 5, y - 5)).toBeCloseTo(7.0710678, 5);
    expect(Math.min(...points.map(([, y]) => y))).toBeCloseTo(-2.0710678, 3);
  });
  test('the bulge through a point is the bulge of the arc that passes it', () => {
    fc.assert(
      fc.property(fc.double({ min: -3, max: 3, noNaN: true }), fc.integer({ min: 1, max: 19 }), (bulge, at) => {
        fc.pre(Math.abs(bulge) > 0.02);
        const points = bulgePoints([0, 0], [1000, 300], bulge, 0.5);
        const through = points[Math.min(points.length - 2, Math.floor((points.length * at) / 20))]!;
        expect(bulgeThrough([0, 0], through, [1000, 300])).toBeCloseTo(bulge, 4);
      }),
    );
  });
  test('cubic clamped spline at u = 0.5 is (5, 7.5)', () => {
    const control: Vec2[] = [
      [0, 0],
      [0, 10],
      [10, 10],
      [10, 0],
    ];
    const knots = [0, 0, 0, 0, 1, 1, 1, 1];
    expect(deBoor(3, knots, control, 0.5)).toEqual([5, 7.5]);
    const line = splinePoints(3, knots, control, 0.01);
    expect(line[0]).toEqual([0, 0]);
    expect(line.at(-1)).toEqual([10, 0]);
    expect(Math.max(...line.map(([, y]) => y))).toBeCloseTo(7.5, 1);
  });
  test('each span is cut in four at least, however straight it is, and no finer than it must be', () => {
    const knots = [0, 0, 1, 2, 2];
    const line = splinePoints(
      1,
      knots,
      [
        [0, 0],
        [8, 0],
        [8, 4],
      ] as Vec2[],
      0.01,
    );
    expect(line).toEqual([0, 2, 4, 6, 8].map((x) => [x, 0]).concat([1, 2, 3, 4].map((y) => [8, y])));
  });
  test('one that comes back to where it began is followed round, and not taken for a point', () => {
    const control: Vec2[] = [
      [0, 0],
      [30, 40],
      [-30, 40],
      [0, 0],
    ];
    const line = splinePoints(3, [0, 0, 0, 0, 1, 1, 1, 1], control, 0.01);
    expect([line[0], line.at(-1)]).toEqual([
      [0, 0],
      [0, 0],
    ]);
    // Its middle is (0, 30): three quarters of 40, by the Bernstein weights of a cubic.
    expect(Math.max(...line.map(([, y]) => y))).toBeCloseTo(30, 9);
    const length = line.slice(1).reduce((sum, [x, y], i) => sum + Math.hypot(x - line[i]![0], y - line[i]![1]), 0);
    const fine = splinePoints(3, [0, 0, 0, 0, 1, 1, 1, 1], control, 1e-4);
    expect(length).toBeCloseTo(
      fine.slice(1).reduce((sum, [x, y], i) => sum + Math.hypot(x - fine[i]![0], y - fine[i]![1]), 0),
      1,
    );
  });
  test('a closed piece whose middle comes back too is cut on: the distance to a point is measured in both directions', () => {
    // Out to (0, 8) and back: begin, middle of each half and end lie on one line.
    const loop: Vec2[] = [
      [0, 0],
      [0, 16],
      [0, 16],
      [0, 0],
    ];
    expect(Math.max(...splinePoints(3, [0, 0, 0, 0, 1, 1, 1, 1], loop, 0.01).map(([, y]) => y))).toBeCloseTo(12, 9);
  });
  test('insertions: base (1,1) at (100,50), scale 2, turned 90; and scale (-1, 2)', () => {
    const [x, y] = mapped(insertion([100, 50], [2, 2], 90, [1, 1]), [3, 1]);
    expect([x, y].map((value) => Math.round(value * 1e6) / 1e6)).toEqual([100, 54]);
    const mirrored = mapped(insertion([100, 50], [-1, 2], 90, [1, 1]), [3, 2]);
    expect(mirrored.map((value) => Math.round(value * 1e6) / 1e6)).toEqual([98, 48]);
  });
  test('an extrusion that points down turns x: OCS (3,4) is world (-3,4)', () => {
    const [path] = pathsOf(
      entities('0=LWPOLYLINE | 8=A | 90=2 | 70=0 | 210=0.0 | 220=0.0 | 230=-1.0 | 10=3.0 | 20=4.0 | 10=5.0 | 20=4.0'),
    );
    expect(path).toEqual([-3, 4, -5, 4]);
  });
  test('simplifying keeps within its tolerance, and keeps the ends', () => {
    const circle = ellipsePoints([0, 0], [1000, 0], [0, 1000], 0, 2 * Math.PI, 0.0001);
    const thin = simplified(circle, 1);
    expect(thin.length).toBeLessThan(circle.length / 4);
    for (let i = 1; i < thin.length; i++) {
      const [a, b] = [thin[i - 1]!, thin[i]!];
      expect(Math.hypot((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)).toBeGreaterThan(998.9);
    }
    expect(
      simplified(
        [
          [0, 0],
          [5, 0],
          [5, 0],
          [10, 0],
        ],
        0.1,
      ),
    ).toEqual([
      [0, 0],
      [10, 0],
    ]);
    expect(
      simplified(
        [
          [0, 0],
          [10, 0],
          [5, 0],
        ],
        0.1,
      ),
    ).toHaveLength(3);
  });
});
