/** Electrics: currents, phases, drops. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  balance,
  current,
  dropFigure,
  imbalance,
  neededRating,
  neutral,
  unitsThatFit,
  usable,
  voltageDrop,
} from './electrics.js';
import { plainPower } from './loads.js';

describe('electrics', () => {
  test('8.1 575 W at 120 V and 230 V', () => {
    expect(current(575, 120)).toBeCloseTo(4.7917, 4);
    expect(current(575, 230)).toBeCloseTo(2.5, 4);
  });
  test('8.2 LED 1100 W with pf 0.95 at 230 V, pf 0.6 at 120 V', () => {
    expect(current(1100, 230, 0.95)).toBeCloseTo(5.0343, 4);
    expect(current(1100, 120, 0.6)).toBeCloseTo(15.2778, 4);
  });
  test('8.3 20 A at 80 % and 120 V: 16 A, 1920 W; a 2.4 kW dimmer takes four 575 W units', () =>
    expect([usable(20, 0.8), usable(20, 0.8) * 120, unitsThatFit(2400, 575)]).toEqual([16, 1920, 4]));
  test('8.4 16 A for hours need a device of 20 A', () => expect(neededRating(16, 0.8)).toBeCloseTo(20, 9));
  test('8.5 neutral of 100 60 40, of 100 0 0, of 80 80 80', () => {
    expect(neutral(100, 60, 40)).toBeCloseTo(52.915, 3);
    expect(neutral(100, 0, 0)).toBeCloseTo(100, 9);
    expect(neutral(80, 80, 80)).toBeCloseTo(0, 9);
  });
  test('8.5 against the sum of three phasors, whatever they are', () => {
    const amps = fc.float({ min: 0, max: 500, noNaN: true });
    fc.assert(
      fc.property(amps, amps, amps, (a, b, c) => {
        const phasor = [a, b, c].map((value, i) => [
          value * Math.cos((2 * Math.PI * i) / 3),
          value * Math.sin((2 * Math.PI * i) / 3),
        ]);
        const sum = Math.hypot(...[0, 1].map((k) => phasor.reduce((total, p) => total + p[k]!, 0)));
        expect(neutral(a, b, c)).toBeCloseTo(sum, 3);
      }),
    );
  });
  test('8.6 balance of 2000 1500 1200 1000 1000 575 575', () => {
    const loads = [2000, 1500, 1200, 1000, 1000, 575, 575];
    const sums = [0, 0, 0];
    balance(loads).forEach((phase, i) => {
      sums[phase]! += loads[i]!;
    });
    expect(sums.sort((a, b) => b - a)).toEqual([2775, 2575, 2500]);
  });
  test('balancing is no worse than a third of everything by more than the largest', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 5000 }), { minLength: 1, maxLength: 40 }), (loads) => {
        const sums = [0, 0, 0];
        balance(loads).forEach((phase, i) => {
          sums[phase]! += loads[i]!;
        });
        expect(Math.max(...sums) - Math.min(...sums)).toBeLessThanOrEqual(Math.max(...loads));
        expect(imbalance(sums)).toBeGreaterThanOrEqual(0);
      }),
    );
  });
  test('8.7 2.5 mm2, 10 A, 40 m: 7.2 V, 3.13 % of 230', () => {
    expect(voltageDrop(18, 10, 40)).toBeCloseTo(7.2, 9);
    expect((voltageDrop(18, 10, 40) / 230) * 100).toBeCloseTo(3.1304, 4);
  });
  test('8.8 mV/A/m from conductor resistance', () =>
    expect([12.1, 7.41, 4.61, 3.08].map((ohm) => Number(dropFigure(ohm).toFixed(2)))).toEqual([28.96, 17.73, 11.03, 7.37]));
  test('8.9 chains: 20 A at 80 %, 120 V, 150 W pf 0.9; 16 A, 230 V, 320 W pf 0.95', () =>
    expect([unitsThatFit(usable(20, 0.8), current(150, 120, 0.9)), unitsThatFit(16, current(320, 230, 0.95))]).toEqual([11, 10]));
  test('8.10 thirds of three phases of 50 A with 30 % add to 45 A in the neutral', () =>
    expect(neutral(50, 50, 50, [15, 15, 15])).toBeCloseTo(45, 9));
  test('a power factor of 1 can be, one of 0 or above 1 cannot, nor 0 V', () => {
    expect(current(230, 230, 1)).toBe(1);
    for (const [volts, pf] of [
      [230, 0],
      [230, 1.01],
      [0, 1],
      [-1, 1],
    ] as const)
      expect(() => current(100, volts, pf)).toThrow(RangeError);
  });
  test('units that fit: a full one to the last watt, none too many, any number of what takes nothing', () => {
    expect([unitsThatFit(1000, 500), unitsThatFit(999.9, 500), unitsThatFit(0.3, 0.1), unitsThatFit(10, 0)]).toEqual([
      2,
      1,
      3,
      Number.POSITIVE_INFINITY,
    ]);
  });
  test('imbalance is of the greatest over the mean; nothing flows, nothing is uneven', () =>
    expect([imbalance([30, 20, 10]), imbalance([10, 10, 10]), imbalance([0, 0, 0])]).toEqual([0.5, 0, 0]));
  test('balance: the largest first onto the least loaded, ties to the earlier phase and the earlier load', () => {
    expect(balance([10, 30, 20, 10])).toEqual([2, 0, 1, 2]);
    expect(balance([5, 5, 5, 5])).toEqual([0, 1, 2, 0]);
    expect(balance([3, 2, 1], 2)).toEqual([0, 1, 1]);
  });
  test('thirds add up in the neutral, whatever the phases', () => {
    expect(neutral(0, 0, 0, [1, 2, 3])).toBe(6);
    expect(neutral(30, 0, 0, [40, 0, 0])).toBeCloseTo(50, 9);
  });
  test('the drop counts length and current once, the figure both conductors at 70 degrees', () => {
    expect([voltageDrop(18, 10, 40), voltageDrop(18, 0, 40)]).toEqual([7.2, 0]);
    expect(dropFigure(10)).toBeCloseTo(23.93, 9);
  });
  test('a house of 230 V, 16 A and 63 A a phase, all of it for hours, 30 % uneven at most (common practice, no source)', () =>
    expect(plainPower).toEqual({ volts: 230, share: 1, circuit: 16, dimmer: 16, phase: 63, imbalance: 0.3 }));
  test('impossible supplies are refused', () => {
    expect(() => current(100, 0)).toThrow(RangeError);
    expect(() => current(100, 230, 1.2)).toThrow(RangeError);
  });
});
