/** Pools. Check values 5.7 to 5.9 of reference calculations 5; the edge by cutting the cone with the plane. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { poolOn, washSpacing } from './pool.js';

const figures = (pool: ReturnType<typeof poolOn>) =>
  pool && [pool.near, pool.far, pool.semiMajor, pool.semiMinor].map((mm) => Math.round(mm * 10) / 10);

describe('pools', () => {
  test('5.7 a cone of 26 degrees at 5 m, 45 from the normal, on the plane of faces', () => {
    const pool = poolOn(3500, 45, 26)!;
    expect(figures(pool)).toEqual([2187, 5601.2, 1707.1, 1174.5]);
    expect(pool.centre).toBeCloseTo(3894.1, 1);
  });
  test('5.8 the same unit on the floor', () => {
    const pool = poolOn(5000, 45, 26)!;
    expect(figures(pool)).toEqual([3124.3, 8001.7, 2438.7, 1677.8]);
    expect(pool.axis).toBeCloseTo(5000, 6);
  });
  test('5.9 a cone of 60 at 65 degrees is no ellipse; nor is one on a plane above it, or without an angle', () => {
    expect(poolOn(5000, 65, 60)).toBeNull();
    expect(poolOn(-1, 45, 26)).toBeNull();
    expect(poolOn(0, 45, 26)).toBeNull();
    expect(poolOn(5000, 45, 0)).toBeNull();
    expect(poolOn(5000, -10, 26)).toBeNull();
  });
  test('every ray of the edge of the cone meets the plane on the ellipse (law)', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 500, max: 9000, noNaN: true }),
        fc.double({ min: 0, max: 70, noNaN: true }),
        fc.double({ min: 2, max: 38, noNaN: true }),
        fc.double({ min: 0, max: 6.28, noNaN: true }),
        (h, phi, angle, turn) => {
          const pool = poolOn(h, phi, angle);
          fc.pre(pool !== null);
          const [p, b] = [(phi * Math.PI) / 180, (angle * Math.PI) / 360];
          // The axis lies in the plane of x and z, down; e1 across it in that plane, e2 level.
          const ray = [Math.sin(p), 0, -Math.cos(p)].map(
            (axis, i) =>
              axis * Math.cos(b) +
              Math.sin(b) * (Math.cos(turn) * [Math.cos(p), 0, Math.sin(p)][i]! + Math.sin(turn) * [0, 1, 0][i]!),
          );
          const k = h / -ray[2]!;
          const [x, y] = [ray[0]! * k, ray[1]! * k];
          expect(((x - pool!.centre) / pool!.semiMajor) ** 2 + (y / pool!.semiMinor) ** 2).toBeCloseTo(1, 6);
        },
      ),
    ));
});

describe('an even wash', () => {
  test('5.12 spacing against the width of the field', () => {
    const share = (beam: number, field: number) => washSpacing(7000, beam) / (2 * 7000 * Math.tan((field * Math.PI) / 360));
    expect(share(15, 26)).toBeCloseTo(0.5702, 4);
    expect(share(25, 36)).toBeCloseTo(0.6823, 4);
    expect(share(40, 50)).toBeCloseTo(0.7805, 4);
  });
  test('5.11 pools of a bell shape, half at the edge of the beam, so far apart: the sum at a middle, midway, and the least against the most', () => {
    const [distance, beam] = [6000, 20];
    const apart = washSpacing(distance, beam);
    const bell = (x: number) => Math.exp(-Math.LN2 * (x / (apart / 2)) ** 2);
    const sum = (x: number) => Array.from({ length: 41 }, (_, i) => bell(x - (i - 20) * apart)).reduce((a, b) => a + b, 0);
    expect(sum(0)).toBeCloseTo(1.125, 3);
    expect(sum(apart / 2)).toBeCloseTo(1.0039, 3);
    const along = Array.from({ length: 101 }, (_, i) => sum((apart * i) / 100));
    expect(Math.min(...along) / Math.max(...along)).toBeCloseTo(0.8923, 3);
  });
});
