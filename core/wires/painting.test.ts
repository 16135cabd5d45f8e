/** Painted pixels: in wiring order, each at its own slots and nothing else. Addresses: reference calculations 13. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import type { Wall } from '../model/records.js';
import { all } from '../model/show.js';
import { pixelsOf } from '../patch/pixels.js';
import { strangers } from './decode.js';
import { patchedUniverses } from './lives.js';
import { brushes, paintedSlots, seenPixels, strokeAt, strokeCount } from './painting.js';

const demo = makeDemo();
const [glass] = all(demo, 'wall');
if (!glass) throw new Error('the demo has no wall');
const plain = (more: Partial<Wall>): Wall => ({
  ...glass,
  address: 1,
  slots: 3,
  colours: 'RGB',
  fresh: 'nothing',
  most: null,
  tiles: glass.tiles.slice(0, 1).map((tile) => ({ ...tile, rows: 16, columns: 16, place: 0 })),
  ...more,
});

describe('strokes', () => {
  test.each(brushes)('law: strokes of "%s" paint every pixel, and "so far" ends with all', (brush) => {
    const many = strokeCount(glass, brush);
    const painted = Array.from({ length: Math.min(many, 40) }, (_, at) =>
      strokeAt(glass, brush, brush === 'so far' ? many - 1 - at : at),
    );
    if (many <= 40) expect(new Set(painted.flatMap((own) => [...own])).size).toBe(pixelsOf(glass).length);
    if (brush === 'so far') expect(painted[0]?.size).toBe(pixelsOf(glass).length);
    else if (many <= 40) expect(painted.reduce((sum, { size }) => sum + size, 0)).toBe(pixelsOf(glass).length);
  });
  test('a universe of RGB holds 170 pixels, the next one begins at its first slot (reference calculations 13.1)', () => {
    const wall = plain({});
    expect(strokeCount(wall, 'universe')).toBe(2);
    expect(strokeAt(wall, 'universe', 0).size).toBe(170);
    const slots = paintedSlots(wall, strokeAt(wall, 'pixel', 169), [1, 0, 0], [0, 0, 0]);
    expect(slots.get(1)?.[507]).toBe(255);
    expect(paintedSlots(wall, strokeAt(wall, 'pixel', 170), [1, 0, 0], [0, 0, 0]).get(2)?.[0]).toBe(255);
  });
});

describe('colours', () => {
  test.each([
    ['RGB', 3, [255, 128, 0]],
    ['GRB', 3, [128, 255, 0]],
    ['RGBW', 4, [255, 128, 0, 0]],
    ['RGB-16', 6, [255, 255, 128, 0, 0, 0]],
    ['W', 1, [255]],
  ] as const)('%s in %i slots', (colours, slots, expected) => {
    const made = paintedSlots(plain({ colours, slots }), new Set([0]), [1, 0.5, 0], [0, 0, 0]).get(1);
    expect([...(made?.slice(0, slots) ?? [])]).toEqual(expected);
    expect(made?.slice(slots).some(Boolean)).toBe(false);
  });
  test('law: what is painted is what is seen', () => {
    const byte = fc.integer({ min: 0, max: 255 }).map((value) => value / 255);
    const paint = fc.tuple(byte, byte, byte);
    fc.assert(
      fc.property(paint, paint, fc.nat(), fc.constantFrom('RGB', 'GRB', 'RGBW'), (front, behind, n, colours) => {
        const wall = plain({ colours, slots: colours.length });
        const at = n % 256;
        const seen = seenPixels(wall, paintedSlots(wall, new Set([at]), front, behind));
        for (const { index } of pixelsOf(wall)) {
          const wanted = index === at ? front : behind;
          seen.get(index)?.forEach((share, i) => {
            expect(share).toBeCloseTo(wanted[i as 0 | 1 | 2], 2);
          });
        }
      }),
      { numRuns: 20 },
    );
  });
});

test('a wall is patched: its universes are looked at, and its levels are no strangers', () => {
  const universes = new Set(paintedSlots(glass, new Set(), [1, 1, 1], [1, 1, 1]).keys());
  for (const universe of universes) expect(patchedUniverses(demo)).toContain(universe);
  for (const [universe, slots] of paintedSlots(glass, new Set(), [1, 1, 1], [1, 1, 1]))
    expect(strangers(demo, universe, slots)).toEqual([]);
});
