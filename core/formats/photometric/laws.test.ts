/** Photometric tables against formulas. */
import { describe, expect, test } from '@jest/globals';
import { aFromC, angleAt, bFromC, foldedH, lumensOf } from '../../light/candela.js';
import { steps, table } from '../../light/table.arb.js';
import { cos } from './photometric.arb.js';

describe('the main job against formulas', () => {
  test('1 cd over the sphere is 4 pi lm; I0 cos is pi I0, at any step', () => {
    expect(lumensOf(table('C', steps(0, 180, 7.5), [0], () => 1))).toBeCloseTo(4 * Math.PI, 9);
    for (const step of [1, 5, 15])
      expect(lumensOf(table('C', steps(0, 90, step), [0], (v) => 1000 * cos(v)))).toBeCloseTo(3141.5927, 3);
    expect(lumensOf(table('A', steps(-90, 90, 5), steps(-90, 90, 5), () => 1))).toBeCloseTo(2 * Math.PI, 9);
    expect(lumensOf(table('B', steps(0, 90, 5), steps(0, 90, 5), () => 1))).toBeCloseTo(2 * Math.PI, 9);
  });
  test('cos to the n: angles and flux', () => {
    const cases: [number, number, number][] = [
      [10, 42.175, 74.816],
      [50, 19.037, 34.511],
      [100, 13.477, 24.497],
    ];
    for (const [n, beam, field] of cases) {
      const light = table('C', steps(0, 90, 0.25), [0], (v) => 1000 * cos(v) ** n);
      expect(angleAt(light, 0.5)).toBeCloseTo(beam, 1);
      expect(angleAt(light, 0.1)).toBeCloseTo(field, 1);
    }
    expect(lumensOf(table('C', steps(0, 90, 1), [0], (v) => 1000 * cos(v) ** 10))).toBeCloseTo(571.489, 2);
  });
  test('folding of the horizontal angle', () => {
    const files: readonly number[][] = [[0], [0, 90], [0, 180], [0, 180, 360], [90, 270]];
    const wanted: [number, number[]][] = [
      [100, [0, 80, 100, 100, 100]],
      [200, [0, 20, 160, 200, 200]],
      [300, [0, 60, 60, 300, 240]],
      [-30, [0, 30, 30, 330, 210]],
      [10, [0, 10, 10, 10, 170]],
    ];
    for (const [H, folds] of wanted)
      files.forEach((horizontal, i) => {
        expect(foldedH({ form: 'C', horizontal }, H)).toBe(folds[i]);
      });
  });
  test('directions of C in A and B [axis naming from memory]', () => {
    expect(aFromC(30, 40).X).toBeCloseTo(36.0052, 4);
    expect(aFromC(30, 40).Y).toBeCloseTo(18.7472, 4);
    expect(bFromC(30, 40).V).toBeCloseTo(22.7605, 4);
    expect(bFromC(30, 40).H).toBeCloseTo(33.8258, 4);
  });
  test('light that never falls below half has no beam angle', () =>
    expect(
      angleAt(
        table('C', steps(0, 90, 5), [0], () => 7),
        0.5,
      ),
    ).toBeNull());
  test('an oval beam has two angles', () => {
    const oval = table('C', steps(0, 90, 1), [0, 90], (v, h) => 1000 * cos(v) ** (h ? 100 : 10));
    expect(angleAt(oval, 0.5, 0)!).toBeGreaterThan(2.9 * angleAt(oval, 0.5, 90)!);
  });
});
