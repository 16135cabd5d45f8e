/** Vectors and angles, against three.js (a library from the registry) where it has them. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Vector3 } from 'three';
import type { Vec3 } from '../model/records.js';
import { add, cross, deg, distance2, dot, mod, norm, rad, scaled, sub, turned, unit, wrap180 } from './vectors.js';

const whole = fc.integer({ min: -1000, max: 1000 });
const vec = fc.tuple(whole, whole, whole);
const v3 = (v: Vec3) => new Vector3(...v);

describe('vectors', () => {
  test('sums, products and lengths are what three.js says', () => {
    fc.assert(
      fc.property(vec, vec, whole, (a, b, k) => {
        const near = (mine: Vec3, judge: Vector3) =>
          mine.forEach((value, i) => {
            expect(value).toBeCloseTo(judge.toArray()[i]!, 6);
          });
        near(add(a, b), v3(a).add(v3(b)));
        near(sub(a, b), v3(a).sub(v3(b)));
        near(scaled(a, k), v3(a).multiplyScalar(k));
        near(cross(a, b), v3(a).cross(v3(b)));
        expect(dot(a, b)).toBe(v3(a).dot(v3(b)));
        expect(norm(a)).toBeCloseTo(v3(a).length(), 9);
        if (norm(a) > 0) near(unit(a), v3(a).normalize());
      }),
    );
  });
  test('plan distance: 3, 4, 5', () => expect(distance2([1, 1], [4, 5])).toBe(5));
});

describe('angles', () => {
  test('degrees and radians', () => {
    expect(rad(180)).toBe(Math.PI);
    expect(deg(Math.PI / 2)).toBe(90);
  });
  test('a remainder is never negative, and never -0', () => {
    expect([-1, 361, -360, 720].map((value) => mod(value, 360))).toEqual([359, 1, 0, 0]);
    expect(Object.is(mod(-360, 360), 0)).toBe(true);
  });
  test('an angle in (-180, 180]', () =>
    expect([180, -180, 181, 540, -190, 0].map(wrap180)).toEqual([180, 180, -179, 180, 170, 0]));
  test('a point turned anticlockwise about another keeps its distance', () => {
    const at = turned([1500, 100], [1000, 0], 90);
    expect(at.map(Math.round)).toEqual([900, 500]);
    fc.assert(
      fc.property(whole, whole, fc.integer({ min: -720, max: 720 }), (x, y, angle) => {
        expect(distance2(turned([x, y], [10, 20], angle), [10, 20])).toBeCloseTo(distance2([x, y], [10, 20]), 6);
      }),
    );
  });
});
