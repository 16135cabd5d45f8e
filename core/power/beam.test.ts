/** Check values of reference calculations 9, and statics: forces and moments are in balance, whatever hangs where. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bridle, kiloNewton, type Member, reactionsOf } from './beam.js';

const rounded = (list: readonly number[]) => list.map((value) => Math.round(value * 1000) / 1000);
const of = (length: number, perMetre: number, supports: readonly number[], ...loads: (readonly [kg: number, at: number])[]) =>
  rounded(reactionsOf({ length, perMetre, loads: loads.map(([kg, at]) => ({ kg, at })) }, supports).kg);

describe('check values of calculations 9', () => {
  test('9.1 two supports with overhangs', () =>
    expect(of(12, 10, [2, 10], [30, 1], [25, 6], [40, 11])).toEqual([101.25, 113.75]));
  test('9.2 uplift is negative', () => expect(of(7, 5, [0, 4], [60, 7])).toEqual([-40.625, 135.625]));
  test('9.3 two equal spans', () => expect(of(10, 10, [0, 5, 10])).toEqual([18.75, 62.5, 18.75]));
  test('9.4 three equal spans', () => expect(of(12, 10, [0, 4, 8, 12])).toEqual([16, 44, 44, 16]));
  test('9.5 three supports with overhangs', () =>
    expect(of(12, 6, [1, 5, 11], [20, 0], [50, 3], [80, 8], [15, 12])).toEqual([48.75, 119.583, 68.667]));
  test('9.6 by tributary the middle of two equal spans reads 50, and truly has 1.25 times that', () =>
    expect(of(10, 10, [0, 5, 10])[1]! / (10 * 5)).toBeCloseTo(1.25, 9));
  test('9.7 101.25 kg are 0.9929 kN; wl2/8 of 10 kg/m over 8 m is 0.7845 kN m', () => {
    expect(kiloNewton(101.25)).toBeCloseTo(0.9929, 4);
    expect(kiloNewton((10 * 8 ** 2) / 8)).toBeCloseTo(0.7845, 4);
  });
  test('9.8 a bridle of 100 kg with legs of 60 and 45 degrees', () => {
    const [a, b] = bridle(100, 60, 45);
    expect(a).toBeCloseTo(73.205, 3);
    expect(b).toBeCloseTo(51.764, 3);
  });
});

describe('any member', () => {
  const member: fc.Arbitrary<{ member: Member; supports: number[] }> = fc
    .record({
      perMetre: fc.integer({ min: 0, max: 40 }),
      gaps: fc.array(fc.integer({ min: 5, max: 60 }), { minLength: 1, maxLength: 5 }),
      first: fc.integer({ min: 0, max: 30 }),
      last: fc.integer({ min: 0, max: 30 }),
      loads: fc.array(fc.tuple(fc.integer({ min: 0, max: 1000 }), fc.integer({ min: 0, max: 300 })), { maxLength: 12 }),
    })
    .map(({ perMetre, gaps, first, last, loads }) => {
      const supports = [first / 10];
      for (const gap of gaps) supports.push(supports[supports.length - 1]! + gap / 10);
      const length = supports[supports.length - 1]! + last / 10;
      return { member: { perMetre, length, loads: loads.map(([at, kg]) => ({ at: (at / 1000) * length, kg })) }, supports };
    });
  const whole = ({ perMetre, length, loads }: Member) => perMetre * length + loads.reduce((sum, { kg }) => sum + kg, 0);
  test('the points carry what hangs, no more and no less, and nothing turns about its beginning (law)', () =>
    fc.assert(
      fc.property(member, ({ member: m, supports }) => {
        const { kg } = reactionsOf(m, supports);
        const sum = kg.reduce((all, value) => all + value, 0);
        expect(Math.abs(sum - whole(m))).toBeLessThan(1e-6 * (1 + whole(m)));
        const turning = kg.reduce((all, value, i) => all + value * supports[i]!, 0);
        const asked = (m.perMetre * m.length ** 2) / 2 + m.loads.reduce((all, load) => all + load.kg * load.at, 0);
        expect(Math.abs(turning - asked)).toBeLessThan(1e-6 * (1 + asked));
      }),
      { numRuns: 150 },
    ));
  test('with all of it the other way round the same points carry the same (law)', () =>
    fc.assert(
      fc.property(member, ({ member: m, supports }) => {
        const { kg } = reactionsOf(m, supports);
        const back = reactionsOf(
          { ...m, loads: m.loads.map(({ at, kg: own }) => ({ at: m.length - at, kg: own })) },
          [...supports].reverse().map((at) => m.length - at),
        ).kg;
        for (const [i, value] of [...back].reverse().entries())
          expect(Math.abs(value - kg[i]!)).toBeLessThan(1e-6 * (1 + whole(m)));
      }),
      { numRuns: 80 },
    ));
  test('what two loads do together is the sum of what each does (law)', () =>
    fc.assert(
      fc.property(
        member,
        fc.integer({ min: 0, max: 100 }),
        fc.integer({ min: 1, max: 200 }),
        ({ member: m, supports }, at, kg) => {
          const more = { at: (at / 100) * m.length, kg };
          const both = reactionsOf({ ...m, loads: [...m.loads, more] }, supports).kg;
          const one = reactionsOf(m, supports).kg;
          const other = reactionsOf({ length: m.length, perMetre: 0, loads: [more] }, supports).kg;
          for (const [i, value] of both.entries())
            expect(Math.abs(value - one[i]! - other[i]!)).toBeLessThan(1e-6 * (1 + whole(m) + kg));
        },
      ),
      { numRuns: 80 },
    ));
  test('one point, or two at one place, is refused by a sentence', () => {
    const bare = { length: 5, perMetre: 1, loads: [] };
    expect(() => reactionsOf(bare, [1])).toThrow('at least two points');
    expect(() => reactionsOf(bare, [1, 1])).toThrow('Two points are at one place');
  });
});
