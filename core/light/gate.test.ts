/** Blades and irises. Geometry by hand; what stays of a round field by the segment of a circle (plain geometry). */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { behindBlade, blades, gateOf, isShaped, mirroredOptics, type Optics, passesRim } from './gate.js';

const none = { depth: 0, angle: 0 };
const only = (blade: (typeof blades)[number], depth: number, angle = 0): Optics => ({
  shutters: blades.map((name) => (name === blade ? { depth, angle } : none)),
});
const share = fc.double({ min: 0, max: 1, noNaN: true });
const place = fc.double({ min: -1, max: 1, noNaN: true });

describe('blades', () => {
  test('by hand: a quarter from above covers what lies higher than half the radius; the others from their sides', () => {
    const edges = (blade: (typeof blades)[number], points: readonly (readonly [number, number])[]) =>
      points.map(([x, y]) => gateOf(only(blade, 0.25))(x, y));
    expect(
      edges('up', [
        [0, 0.4],
        [0, 0.6],
        [0.9, 0.4],
      ]),
    ).toEqual([1, 0, 1]);
    expect(
      edges('down', [
        [0, -0.4],
        [0, -0.6],
      ]),
    ).toEqual([1, 0]);
    expect(
      edges('left', [
        [-0.4, 0],
        [-0.6, 0],
      ]),
    ).toEqual([1, 0]);
    expect(
      edges('right', [
        [0.4, 0],
        [0.6, 0],
      ]),
    ).toEqual([1, 0]);
  });
  test('turned anticlockwise its right end rises; on its own axis it stays as deep', () => {
    expect(behindBlade('up', 0.25, 20, 0, 0.5)).toBeCloseTo(0, 12);
    expect(behindBlade('up', 0.25, 20, 0.5, 0.5)).toBeLessThan(0);
    expect(behindBlade('up', 0.25, 20, -0.5, 0.5)).toBeGreaterThan(0);
    // Each in its own frame: from the left, up is to its right.
    expect(behindBlade('left', 0.25, 20, -0.5, 0.5)).toBeLessThan(0);
    expect(behindBlade('right', 0.25, 20, 0.5, 0.5)).toBeGreaterThan(0);
    expect(behindBlade('down', 0.25, 20, -0.5, -0.5)).toBeLessThan(0);
  });
  test('a blade half in leaves half a round field; a quarter in what the segment of a circle says', () => {
    const left = (depth: number) => {
      let [lit, all] = [0, 0];
      const n = 400;
      for (let i = 0; i < n; i++)
        for (let j = 0; j < n; j++) {
          const [x, y] = [((i + 0.5) / n) * 2 - 1, ((j + 0.5) / n) * 2 - 1];
          if (Math.hypot(x, y) > 1) continue;
          all++;
          lit += gateOf(only('up', depth))(x, y);
        }
      return lit / all;
    };
    expect(left(0.5)).toBeCloseTo(0.5, 2);
    // Segment of height h: r2 acos((r - h) / r) - (r - h) sqrt(2 r h - h2); here r = 1, h = 0.5.
    expect(left(0.25)).toBeCloseTo(1 - (Math.acos(0.5) - 0.5 * Math.sqrt(0.75)) / Math.PI, 2);
  });
  test('more of a blade, or less of an iris, never gives more light anywhere; nothing set shapes nothing (law)', () =>
    fc.assert(
      fc.property(
        share,
        share,
        fc.constantFrom(...blades),
        fc.integer({ min: -40, max: 40 }),
        share,
        place,
        place,
        (a, b, blade, angle, edge, x, y) => {
          const [less, more] = [Math.min(a, b), Math.max(a, b)];
          const light = (depth: number) => gateOf({ ...only(blade, depth, angle), edge })(x, y);
          expect(light(more)).toBeLessThanOrEqual(light(less) + 1e-12);
          expect(gateOf({ iris: less, edge })(x, y)).toBeLessThanOrEqual(gateOf({ iris: more, edge })(x, y) + 1e-12);
          if (Math.hypot(x, y) <= 1) expect(gateOf({ edge })(x, y)).toBeCloseTo(1, 12);
        },
      ),
    ));
  test('a soft edge is half way where a sharp one ends, and wider', () => {
    const across = (edge: number, y: number) => gateOf({ ...only('up', 0.25), edge })(0, y);
    for (const edge of [0, 0.3, 1]) expect(across(edge, 0.5)).toBeCloseTo(0.5, 9);
    expect(across(1, 0.6)).toBeGreaterThan(across(0.3, 0.6));
    expect(across(1, 0.4)).toBeLessThan(1);
    expect(gateOf({ ...only('up', 0.25), frost: 1 })(0, 0.6)).toBeCloseTo(across(1, 0.6), 9);
  });
  test('in a mirror the light that is left is the mirrored light; twice it is what it was (law)', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ depth: share, angle: fc.integer({ min: -40, max: 40 }) }), { minLength: 4, maxLength: 4 }),
        place,
        place,
        (shutters, x, y) => {
          const optics: Optics = { shutters, iris: 0.9, turn: 15 };
          const image = mirroredOptics(optics);
          expect(gateOf(image)(-x, y)).toBeCloseTo(gateOf(optics)(x, y), 9);
          expect(image.turn).toBe(-15);
          const again = mirroredOptics(image);
          expect(gateOf(again)(x, y)).toBeCloseTo(gateOf(optics)(x, y), 9);
        },
      ),
    ));
  test('what shapes the light otherwise than round about the axis', () => {
    expect([{}, { edge: 1, frost: 1 }, { iris: 0.9 }, only('up', 0)].map(isShaped)).toEqual([false, false, false, false]);
    expect(isShaped(only('left', 0.01))).toBe(true);
  });
  test('the rim lies where the field ends: within it all light passes, sharp none beyond, soft some', () => {
    expect([0, 0.5, 1].map((radius) => passesRim({}, radius))).toEqual([1, 1, 1]);
    expect(passesRim({}, 1.05)).toBe(0);
    expect(passesRim({ edge: 1 }, 1.35)).toBeCloseTo(0.5, 9);
    expect(passesRim({ edge: 1 }, 1.71)).toBe(0);
    expect(passesRim({ iris: 0.5 }, 0.5)).toBeCloseTo(0.5, 9);
  });
});
