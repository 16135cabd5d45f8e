/** Fields as they are drawn. The closed form of check 6.14 of reference calculations 6 against the lines; levels by the series 1, 2, 5. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { isoRadius } from '../light/beam.js';
import { type Surface, shareOf, totalOf } from '../light/field.js';
import { labOf } from '../light/lab.js';
import { sourceWith } from '../light/light.arb.js';
import { D65, xyzOfHex } from '../light/srgb.js';
import { CLOSE, LINE, MOVE } from './list.js';
import { bandColour, differenceChunk, differenceLevels, lessColours, levelsUpTo, luxChunk, luxColours, mostOf } from './lux.js';

const surface: Surface = {
  id: 'floor',
  corner: [-8000, -8000, 0],
  u: [1, 0, 0],
  v: [0, 1, 0],
  across: 160,
  rows: 160,
  step: 100,
  normal: [0, 0, 1],
};

describe('levels', () => {
  test('1, 2, 5 below the most, no more than there are colours', () => {
    expect(levelsUpTo(1572)).toEqual([5, 10, 20, 50, 100, 200, 500, 1000]);
    expect(levelsUpTo(1000)).toEqual([2, 5, 10, 20, 50, 100, 200, 500]);
    expect(levelsUpTo(0)).toEqual([]);
    expect(levelsUpTo(Number.NaN)).toEqual([]);
    expect(levelsUpTo(0.3).every((level) => level > 0 && level < 0.3)).toBe(true);
  });
  test('whatever the most is they rise, stay below it, and each is a tenth, a fifth or a half of a power of ten (law)', () =>
    fc.assert(
      fc.property(fc.double({ min: 1, max: 1e6, noNaN: true }), (most) => {
        const levels = levelsUpTo(most);
        expect(levels.length).toBeGreaterThan(0);
        expect([...levels].sort((a, b) => a - b)).toEqual(levels);
        expect(levels.at(-1)).toBeLessThan(most);
        expect(most / levels.at(-1)!).toBeLessThan(2.5 + 1e-9);
        for (const level of levels)
          expect([1, 2, 5]).toContain(Number((level / 10 ** Math.floor(Math.log10(level) + 1e-9)).toFixed(6)));
      }),
    ));
  test('the brightest band has the darkest colour, and every colour is darker than the one before', () => {
    expect(bandColour([100, 200], 1)).toBe(luxColours.at(-1));
    const light = luxColours.map((hex) => [1, 3, 5].reduce((sum, i) => sum + Number.parseInt(hex.slice(i, i + 2), 16), 0));
    expect([...light].sort((a, b) => b - a)).toEqual(light);
  });
  test('one spot beside a lantern does not take all the levels for itself', () => {
    const lux = Array.from({ length: 1000 }, (_, i) => (i === 7 ? 1e6 : i % 2 ? 0 : 100 + i / 10));
    expect(mostOf(lux)).toBeLessThan(200);
    expect(mostOf(lux)).toBeGreaterThan(195);
    expect(mostOf([])).toBe(0);
  });
});

describe('lines', () => {
  const source = sourceWith(() => 1, 80, 50_000, [0, 0, 4000], [0, 0, -1]);
  const lux = totalOf(surface, [{ share: shareOf(source, surface)!, output: 1, xyz: [1, 1, 1] }]);
  test('6.14: a uniform source of 50 kcd 4 m up: the lines of equal light are circles of the radius of the closed form, within a centimetre', () => {
    for (const level of [500, 1000, 2000]) {
      const [band] = luxChunk(surface, lux, [level], 50).body;
      const radius = isoRadius(50_000, 4, level) * 1000;
      if (band?.op !== 'path') throw new Error('there is no line');
      const points: number[] = [];
      for (let i = 0; i < band.d.length; ) {
        const op = band.d[i]!;
        if (op === MOVE || op === LINE) points.push(Math.hypot(band.d[i + 1]!, band.d[i + 2]!));
        i += op === CLOSE ? 1 : 3;
      }
      expect(points.length).toBeGreaterThan(20);
      for (const r of points) expect(Math.abs(r - radius)).toBeLessThan(10);
    }
  });
  test('a band for each level that is met, the lowest first; nothing where there is no light', () => {
    const chunk = luxChunk(surface, lux, [100, 1000, 9000], 50);
    expect(chunk.body.map((prim) => prim.op === 'path' && prim.fill)).toEqual([
      bandColour([1, 2, 3], 0),
      bandColour([1, 2, 3], 1),
    ]);
    expect(chunk.tags.map((prim) => prim.op === 'text' && prim.text)).toEqual(['100', '1000']);
    expect(luxChunk(surface, new Float32Array(160 * 160), [1], 50).body).toEqual([]);
  });
});

describe('a difference', () => {
  // Two pools: what is taken from the left one is given to the right one.
  const difference = Float32Array.from({ length: 160 * 160 }, (_, k) => {
    const [i, j] = [k % 160, Math.floor(k / 160)];
    return 300 * Math.max(0, 1 - Math.hypot(i - 120, j - 80) / 20) - 300 * Math.max(0, 1 - Math.hypot(i - 40, j - 80) / 20);
  });
  test('is drawn where more falls in one hue and where less falls in another, in the same levels, with its sign', () => {
    const levels = differenceLevels(difference);
    expect(levels).toEqual([20, 50, 100, 200]);
    const { body, tags } = differenceChunk(surface, difference, levels, 50);
    const places = body.map((prim) => {
      if (prim.op !== 'path') throw new Error('a band is a path');
      return [prim.fill, (prim.d[1] ?? 0) > 0 ? 'right' : 'left'];
    });
    expect(places).toEqual([
      ...levels.map((_, i) => [bandColour(levels, i), 'right']),
      ...levels.map((_, i) => [bandColour(levels, i, lessColours), 'left']),
    ]);
    expect(tags.map((prim) => prim.op === 'text' && prim.text)).toEqual([
      '+20',
      '+50',
      '+100',
      '+200',
      '-20',
      '-50',
      '-100',
      '-200',
    ]);
  });
  test('of nothing there is none; both hues are as dark as each other', () => {
    expect(differenceLevels(new Float32Array(9))).toEqual([]);
    expect(differenceChunk(surface, new Float32Array(160 * 160), [], 50).body).toEqual([]);
    const light = (hex: string) => labOf(xyzOfHex(hex), D65)[0];
    luxColours.forEach((colour, i) => {
      expect(Math.abs(light(colour) - light(lessColours[i]!))).toBeLessThan(9);
    });
  });
});
