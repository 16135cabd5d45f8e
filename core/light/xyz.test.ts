/** Spectra to XYZ, chromaticity and colour temperature. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { near } from './colour.arb.js';
import { planck, planckAt, type Spectrum, sample, sources, spectrumBy, stacked } from './spectrum.js';
import { cct, duv, mired, miredShift, observer, shiftedKelvin, xyOf, xyzOf } from './xyz.js';

describe('spectra to XYZ', () => {
  test('7.1 to 7.3: x and y of Planck radiators', () => {
    near(xyOf(xyzOf(planck(2855.5)))!, [0.4464, 0.4085], 4);
    near(xyOf(xyzOf(planck(3200)))!, [0.4225, 0.3998], 4);
    near(xyOf(xyzOf(planck(5600)))!, [0.3301, 0.3393], 4);
  });
  test('how far the fit is off: CIE illuminant A, and the locus of single wavelengths (CIE 15; the values from memory)', () => {
    const locus: Record<number, readonly [number, number]> = {
      450: [0.1566, 0.0177],
      470: [0.1241, 0.0578],
      490: [0.0454, 0.295],
      510: [0.0139, 0.7502],
      520: [0.0743, 0.8338],
      530: [0.1547, 0.8059],
      550: [0.3016, 0.6923],
      570: [0.4441, 0.5547],
      590: [0.5752, 0.4242],
      610: [0.6658, 0.334],
      630: [0.7079, 0.292],
      650: [0.726, 0.274],
    };
    const off = (ours: readonly number[], theirs: readonly number[]) => Math.max(...ours.map((v, i) => Math.abs(v - theirs[i]!)));
    expect(off(xyOf(xyzOf(planck(2855.5)))!, [0.44757, 0.40745])).toBeLessThan(0.0013);
    const worst = Object.entries(locus).map(([nm, xy]) => off(xyOf(observer(Number(nm)))!, xy));
    expect(Math.max(...worst)).toBeGreaterThan(0.01);
    expect(Math.max(...worst)).toBeLessThan(0.015);
    expect(worst.sort((a, b) => a - b)[8]).toBeLessThan(0.0056);
    // Mixed half and half from three of the locus, as a filter of a broad band passes them.
    const mixed = (at: (nm: number) => readonly [number, number]) =>
      [0, 1].map((i) => [470, 550, 610].reduce((sum, nm) => sum + at(nm)[i]! / 3, 0));
    expect(
      off(
        mixed((nm) => xyOf(observer(nm))!),
        mixed((nm) => locus[nm]!),
      ),
    ).toBeLessThan(0.005);
  });
  test('7.4 to 7.6: the observer', () => {
    near(observer(555), [0.5173, 0.998, 0.0057], 4);
    near(observer(450), [0.3437, 0.0332, 1.7816], 4);
    const sum = [0, 0, 0];
    for (let nm = 380; nm <= 780; nm++)
      observer(nm).forEach((v, i) => {
        sum[i]! += v;
      });
    near(sum, [106.77, 106.92, 106.83], 2);
  });
  const cutOn = spectrumBy((nm) => (nm <= 570 ? 0 : nm >= 590 ? 0.85 : (0.85 * (nm - 570)) / 20));
  test('7.7 and 7.8: a cut-on filter under 3200 K', () => {
    const xyz = xyzOf(planck(3200), cutOn);
    near(xyz, [61.65, 33.72, 0], 2);
    near(xyOf(xyz)!, [0.6464, 0.3535], 4);
  });
  test('7.9: a neutral passes Y and leaves the chromaticity', () => {
    const xyz = xyzOf(
      planck(3200),
      spectrumBy(() => 0.5),
    );
    expect(xyz[1]).toBeCloseTo(50, 9);
    near(xyOf(xyz)!, xyOf(xyzOf(planck(3200)))!, 9);
  });
  test('7.10: the ideal filter from 3200 to 5600 K', () => {
    const raw = spectrumBy((nm) => planckAt(5600, nm) / planckAt(3200, nm));
    const peak = Math.max(...raw.values);
    const xyz = xyzOf(planck(3200), { ...raw, values: raw.values.map((v) => v / peak) });
    expect(xyz[1]).toBeCloseTo(19.6, 1);
    expect(cct(...xyOf(xyz)!)).toBeCloseTo(5606.6, 0);
  });
  test('7.11 to 7.14: mired and McCamy', () => {
    near([3200, 5600, 6500].map(mired), [312.5, 178.571, 153.846], 3);
    near([miredShift(3200, 5600), miredShift(5600, 3200), miredShift(3200, 2700)], [-133.929, 133.929, 57.87], 3);
    expect(shiftedKelvin(3200, -70)).toBeCloseTo(4123.71, 2);
    near([cct(0.3127, 0.329), cct(0.44757, 0.40745)], [6505.1, 2857.3], 1);
  });
  test('tables that stop early hold their ends; a black filter has no chromaticity', () => {
    const short: Spectrum = { from: 400, step: 20, values: [0.2, 0.4] };
    expect(sample(short, 380)).toBe(0.2);
    expect(sample(short, 410)).toBeCloseTo(0.3, 12);
    expect(sample(short, 780)).toBe(0.4);
    expect(
      xyOf(
        xyzOf(
          planck(3200),
          spectrumBy(() => 0),
        ),
      ),
    ).toBeNull();
  });
  test('stacking multiplies spectra, and never the luminous transmissions', () => {
    const other = spectrumBy((nm) => (nm < 500 ? 0.9 : 0.05));
    const both = xyzOf(planck(3200), stacked(cutOn, other));
    const product = (xyzOf(planck(3200), cutOn)[1] * xyzOf(planck(3200), other)[1]) / 100;
    expect(Math.abs(both[1] - product)).toBeGreaterThan(0.5);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (a, b) => {
        const flat = (v: number) => spectrumBy(() => v);
        expect(xyzOf(sources['white LED'], stacked(flat(a), flat(b)))[1]).toBeCloseTo(100 * a * b, 6);
      }),
    );
  });
  test('the distance from the Planck curve is small on it and large for saturated colours', () => {
    for (const kelvin of [2800, 4000, 6500]) expect(Math.abs(duv(...xyOf(xyzOf(planck(kelvin)))!))).toBeLessThan(0.002);
    expect(Math.abs(duv(...xyOf(xyzOf(planck(3200), cutOn))!))).toBeGreaterThan(0.03);
    expect(duv(0.3, 0.6)).toBeGreaterThan(0.05);
  });
});
