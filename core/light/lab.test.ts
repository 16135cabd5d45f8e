/** Lab and the difference of two colours. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import Color from 'colorjs.io';
import fc from 'fast-check';
import { near } from './colour.arb.js';
import { deltaE, type Lab, labOf } from './lab.js';
import { D65 } from './srgb.js';
import type { Xyz } from './xyz.js';

/** A CIE white of colorjs.io: 1 for white instead of our 100. */
const theirs = (xyz: Xyz) => new Color('xyz-d65', xyz.map((v) => v / 100) as [number, number, number]);
const sharma: readonly (readonly [Lab, Lab, number])[] = [
  [[50, 2.6772, -79.7751], [50, 0, -82.7485], 2.0425],
  [[50, 3.1571, -77.2803], [50, 0, -82.7485], 2.8615],
  [[50, 2.8361, -74.02], [50, 0, -82.7485], 3.4412],
  [[50, -1.3802, -84.2814], [50, 0, -82.7485], 1],
  [[50, 2.49, -0.001], [50, -2.49, 0.0009], 7.1792],
  [[50, 2.49, -0.001], [50, -2.49, 0.001], 7.1792],
  [[50, 2.49, -0.001], [50, -2.49, 0.0011], 7.2195],
  [[50, -0.001, 2.49], [50, 0.0009, -2.49], 4.8045],
  [[50, -0.001, 2.49], [50, 0.001, -2.49], 4.8045],
  [[50, -0.001, 2.49], [50, 0.0011, -2.49], 4.7461],
  [[50, 2.5, 0], [73, 25, -18], 27.1492],
  [[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387], 1.2644],
  [[2.0776, 0.0795, -1.135], [0.9033, -0.0636, -0.5514], 0.9082],
];

describe('Lab and delta E 2000', () => {
  test('7.22: a 20 % neutral', () => near(labOf([0.2 * D65[0], 20, 0.2 * D65[2]], D65), [51.8372, 0, 0], 4));
  test.each(sharma)('7.18 to 7.20 and others of Sharma, Wu and Dalal: %j and %j', (a, b, wanted) => {
    expect(deltaE(a, b)).toBeCloseTo(wanted, 4);
    expect(deltaE(b, a)).toBeCloseTo(wanted, 4);
  });
  const part = fc.integer({ min: -100000, max: 100000 }).map((v) => v / 1000);
  const lab = fc.tuple(
    fc.integer({ min: 0, max: 100000 }).map((v) => v / 1000),
    part,
    part,
  );
  const hues = (one: Lab, two: Lab): number[] => {
    const seventh = ((Math.hypot(one[1], one[2]) + Math.hypot(two[1], two[2])) / 2) ** 7;
    const G = 0.5 * (1 - Math.sqrt(seventh / (seventh + 25 ** 7)));
    return [one, two].map(([, a, b]) => (Math.atan2(b, a * (1 + G)) * 180) / Math.PI + (b < 0 ? 360 : 0));
  };
  /** Degrees between the two hues, less 180. */
  const beyond = (one: Lab, two: Lab): number => {
    const [h1, h2] = hues(one, two);
    return Math.abs(h1! - h2!) - 180;
  };
  /**
   * colorjs.io takes the chroma of a colour with |a| and |b| below its epsilon of 0.0025 for none (spaces/lch.js), which the formula of the paper
   * does not: the mean chroma, and with it every figure of the other colour, is off by up to a few ten-thousandths. Its epsilon is put to nothing
   * here; what remains is the formula.
   */
  const theirs2000 = (a: Lab, b: Lab): number => new Color('lab', [...a]).deltaE(new Color('lab', [...b]), '2000');
  beforeAll(() => {
    (Color.spaces.lch as unknown as { ε: number }).ε = 0;
  });
  test('as colorjs.io has it, for any two colours that are not opposite', () => {
    const tiny = fc.integer({ min: -5, max: 5 }).map((v) => v / 1000);
    const any = fc.oneof(
      lab,
      fc.tuple(lab, tiny, tiny).map(([[L], a, b]): Lab => [L, a, b]),
    );
    fc.assert(
      fc.property(any, any, (a, b) => {
        fc.pre(Math.abs(beyond(a, b)) > 1e-6);
        expect(deltaE(a, b)).toBeCloseTo(theirs2000(a, b), 8);
      }),
      { numRuns: 3000 },
    );
  });
  test('next to grey the library as it ships is wrong in the fourth decimal, and we are right', () => {
    const [a, b]: [Lab, Lab] = [
      [96.965, 19.063, 26.684],
      [99.988, -0.002, 0],
    ];
    // A second library (culori 4.0) was asked once: 20.442998952544.
    expect(deltaE(a, b)).toBeCloseTo(20.442998952544, 9);
    expect(theirs2000(a, b)).toBeCloseTo(20.442998952544, 9);
  });
  test('law: opposite hues belong to the branch of at most 180 degrees, whatever the last bit of their angles is', () => {
    fc.assert(
      fc.property(lab, fc.constantFrom(0.1, 0.5, 1, 2, 3), (a, k) => {
        fc.pre(Math.hypot(a[1], a[2]) > 0.1);
        const turned = (degrees: number): Lab => {
          const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
          return [60, -k * (a[1] * c - a[2] * s), -k * (a[1] * s + a[2] * c)];
        };
        const nearer = [1e-6, -1e-6].map(turned).find((b) => beyond(a, b) < -1e-8);
        expect(deltaE(a, [60, -k * a[1], -k * a[2]])).toBeCloseTo(deltaE(a, nearer!), 4);
      }),
      { numRuns: 3000 },
    );
  });
  test('Lab as colorjs.io has it', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 90, noNaN: true }), fc.double({ min: 0, max: 90, noNaN: true }), (x, y) => {
        const xyz: Xyz = [x, y, 40];
        near(
          labOf(xyz, D65),
          theirs(xyz)
            .to('lab-d65')
            .coords.map((v) => v ?? 0),
          1,
        );
      }),
    );
  });
});
