/** Check values of reference calculations 6 (its sources: SI definitions, IES Lighting Handbook; models marked there). */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  coneSolidAngle,
  cosineCandela,
  cosineField,
  cosinePower,
  crossingShare,
  EDGE_TENTH,
  FOOTCANDLE,
  filamentAt,
  fitPower,
  illuminance,
  isoRadius,
  levelFor,
  peakFromLumens,
  peakOf,
  profileOf,
  raisedCosine,
  squareLaw,
  twoAngleProfile,
  uniformCandela,
  uniformity,
  widthAt,
} from './beam.js';

describe('light of a beam', () => {
  test('6.1 to 6.3: illuminance', () => {
    expect(illuminance(100000, 8)).toBeCloseTo(1562.5, 4);
    expect(illuminance(100000, 8) / FOOTCANDLE).toBeCloseTo(145.16, 2);
    expect(illuminance(100000, 8, 45)).toBeCloseTo(1104.85, 2);
    expect(FOOTCANDLE).toBe(10.76391);
    expect(illuminance(100, 8, 120)).toBe(0);
    expect(illuminance(100, 0)).toBe(illuminance(100, 0.1));
  });
  test('6.4: a uniform cone', () => {
    expect(coneSolidAngle(26)).toBeCloseTo(0.161, 3);
    expect(uniformCandela(6000, 26)).toBeCloseTo(37258.3719, 3);
  });
  test('6.5: cosine power', () => {
    const m = cosinePower(20);
    expect(m).toBeCloseTo(45.28, 2);
    expect(cosineField(m)).toBeCloseTo(36.24, 2);
    expect(cosineCandela(6000, m)).toBeCloseTo(44191.85, 1);
  });
  test('6.6: the two-angle fit', () => {
    expect(fitPower(20, 36)).toBeCloseTo(2.042, 3);
    const profile = twoAngleProfile(20, 36);
    expect(profile(10)).toBeCloseTo(0.5, 9);
    expect(profile(18)).toBeCloseTo(0.1, 9);
    expect(peakFromLumens(6000, profile, 18)).toBeCloseTo(49145.724, 2);
  });
  test('6.7 and 6.8: the raised cosine edge', () => {
    const edge = raisedCosine(20, 26)!;
    expect(edge.theta1).toBeCloseTo(4.918, 3);
    expect(edge.theta2).toBeCloseTo(15.082, 3);
    expect(edge.profile(13)).toBeCloseTo(0.1, 6);
    // The reference integrates to 90 degrees; this edge is dark from 15 degrees on.
    expect(Math.abs(peakFromLumens(6000, edge.profile, edge.theta2) / 59961.03 - 1)).toBeLessThan(1e-4);
    expect(EDGE_TENTH).toBeCloseTo(0.795167, 6);
    expect(raisedCosine(10, 26)).toBeNull();
  });
  test('6.12: a filament at 90 % volts [from memory]', () => {
    const { light, power, kelvin } = filamentAt(0.9);
    expect(light).toBeCloseTo(0.6989, 4);
    expect(power).toBeCloseTo(0.8449, 4);
    expect(kelvin).toBeCloseTo(0.9567, 4);
  });
  test('6.13: the chain of losses', () => expect(illuminance(100000, 8) * 0.42 * 0.8).toBeCloseTo(525, 6));
  test('6.9: two units 4 m apart and 4 m up, between their centres', () => {
    const profile = twoAngleProfile(25, 40);
    const at = (x: number) =>
      [0, 4].reduce((sum, from) => {
        const gamma = (Math.atan2(Math.abs(x - from), 4) * 180) / Math.PI;
        return sum + illuminance(50000 * profile(gamma), Math.hypot(x - from, 4), gamma);
      }, 0);
    for (const [x, wanted] of [
      [0, 3125],
      [1, 1123.6],
      [2, 38.5],
      [3, 1123.6],
      [4, 3125],
    ] as const)
      expect(at(x)).toBeCloseTo(wanted, 0);
  });
  test('6.10, 6.11 and 6.14: evenness, square law, the line of 1000 lx', () => {
    const { overMean, overMost, ratio } = uniformity([3125, 1123.6, 38.5137, 1123.6, 3125]);
    expect(overMean).toBeCloseTo(0.0226, 4);
    expect(overMost).toBeCloseTo(0.0123, 4);
    expect(ratio).toBeCloseTo(81.1407, 1);
    expect([squareLaw(0.5), levelFor(0.5)]).toEqual([0.25, Math.SQRT1_2]);
    expect(isoRadius(50000, 4, 1000)).toBeCloseTo(4.2661, 4);
    expect(isoRadius(50000, 4, 1e6)).toBe(0);
    expect(crossingShare(1000, 1123, 877)).toBe(0.5);
  });
  test('any two angles give half and a tenth of the peak there', () => {
    const two = fc.tuple(fc.double({ min: 2, max: 60, noNaN: true }), fc.double({ min: 1.06, max: 3, noNaN: true }));
    fc.assert(
      fc.property(two, ([beam, ratio]) => {
        const profile = profileOf({ beam, field: beam * ratio });
        expect(profile(beam / 2)).toBeCloseTo(0.5, 6);
        expect(profile((beam * ratio) / 2)).toBeCloseTo(0.1, 6);
      }),
    );
  });
  test('a datum says which lumens it means, and the peak differs by it', () => {
    const type = { beam: 20, field: 36, lumens: 6000 };
    const [beam, field, total] = (['beam', 'field', 'total'] as const).map((lumensIn) => peakOf({ ...type, lumensIn }));
    expect(field).toBeCloseTo(49145.724, 2);
    expect(beam!).toBeGreaterThan(field!);
    expect(total!).toBeLessThan(field!);
    expect(peakOf(type)).toBe(field);
    expect(peakOf({ ...type, candela: 5 })).toBe(5);
    expect(peakOf({ beam: 0, field: 0, lumens: 0 })).toBe(0);
  });
  test('a field no wider than its beam is a uniform cone', () => {
    expect(profileOf({ beam: 20, field: 20 })(9)).toBe(1);
    expect(profileOf({ beam: 20, field: 20 })(11)).toBe(0);
    expect(fitPower(20, 20.0001)).toBe(50);
  });
  test('widths at a distance', () => expect(widthAt(6, 32)).toBeCloseTo(3.441, 3));
});
