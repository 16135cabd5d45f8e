/** Tiles: what is drawn keeps its size, each point of the sheet is on a tile, and neighbours show the same where they overlap. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { LINE, MOVE, path } from '../draw/list.js';
import type { Sheet } from '../draw/sheet.js';
import { type Paper, paperNamed } from '../measure/scales.js';
import { EDGE, OVERLAP, tiled, tilingOf } from './tiles.js';

const a4 = paperNamed('A4')!;
const letter = paperNamed('letter')!;
const sheetOf = (width: number, height: number, clip: Sheet['panes'][number]['clip'] = null): Sheet => ({
  width,
  height,
  title: 'Test',
  panes: [{ k: 0.02, ox: 3, oy: 5, clip, prims: [path([MOVE, 0, 0, LINE, 10_000, 0], 'fixture')] }],
});
/** Where a point of the sheet lies on a tile, as far as it is shown there. */
const seen = (tile: Sheet, sheet: Sheet, [x, y]: readonly [number, number]) => {
  const [pane] = tile.panes;
  const [own] = sheet.panes;
  const at = [x + pane!.ox - own!.ox, y + pane!.oy - own!.oy] as const;
  const [cx, cy, cw, ch] = pane!.clip!;
  return at[0] >= cx - 1e-6 && at[0] <= cx + cw + 1e-6 && at[1] >= cy - 1e-6 && at[1] <= cy + ch + 1e-6 ? at : null;
};

describe('tiles', () => {
  test('a sheet that the paper holds, either way round, is left as it is', () => {
    for (const sheet of [sheetOf(297, 210), sheetOf(210, 297), sheetOf(100, 50)]) expect(tiled(sheet, a4)).toEqual([sheet]);
  });
  test('a drawing keeps its scale on every tile, and a length over the joint is whole: 200 mm from one tile to the next', () => {
    const sheet = sheetOf(594, 420);
    const tiles = tiled(sheet, a4);
    expect(tiles.length).toBeGreaterThan(3);
    for (const tile of tiles) expect(tile.panes[0]!.k).toBe(sheet.panes[0]!.k);
    // Two points 200 mm apart on the sheet, each on the tile that shows it: through a point that both tiles show they are 200 mm apart.
    const [a, b] = [
      [150, 200],
      [350, 200],
    ] as const;
    const one = tiles.find((tile) => seen(tile, sheet, a) && !seen(tile, sheet, b))!;
    const other = tiles.find((tile) => seen(tile, sheet, b) && !seen(tile, sheet, a))!;
    const joint = Array.from({ length: 200 }, (_, i) => [a[0] + i, 200] as const).find(
      (at) => seen(one, sheet, at) && seen(other, sheet, at),
    )!;
    const on = (tile: Sheet, at: readonly [number, number]) => seen(tile, sheet, at)!;
    expect(on(one, joint)[0] - on(one, a)[0] + (on(other, b)[0] - on(other, joint)[0])).toBeCloseTo(200, 9);
  });
  test('every point of a sheet is shown, inside the edges that a printer leaves, and neighbours overlap (law)', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 80, max: 1300 }),
        fc.integer({ min: 80, max: 1300 }),
        fc.constantFrom<Paper>(a4, letter, paperNamed('A3')!),
        fc.array(fc.tuple(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true })), {
          minLength: 1,
          maxLength: 5,
        }),
        (width, height, paper, points) => {
          const sheet = sheetOf(width, height);
          const tiles = tiled(sheet, paper);
          if (tiles.length === 1 && tiles[0] === sheet) return;
          const { columns, rows, size } = tilingOf(sheet, paper);
          expect(tiles).toHaveLength(columns * rows);
          for (const tile of tiles) {
            expect([tile.width, tile.height]).toEqual(size);
            const [x, y, w, h] = tile.panes[0]!.clip!;
            expect(Math.min(x, y, tile.width - x - w, tile.height - y - h)).toBeGreaterThanOrEqual(EDGE - 1e-6);
          }
          for (const [u, v] of points) {
            const at = [u * width, v * height] as const;
            expect(tiles.some((tile) => seen(tile, sheet, at))).toBe(true);
          }
          // A joint is shown by both.
          if (columns > 1) {
            const joint = tiles[0]!.panes[0]!.clip![2] - OVERLAP / 2;
            expect(tiles.filter((tile) => seen(tile, sheet, [joint, height / 2])).length).toBeGreaterThanOrEqual(2);
          }
        },
      ),
      { numRuns: 60 },
    ));
  test('what a window of the sheet cuts off stays cut off', () => {
    const sheet = sheetOf(594, 420, [50, 60, 100, 100]);
    for (const tile of tiled(sheet, a4)) {
      const [x, y, w, h] = tile.panes[0]!.clip!;
      const [dx, dy] = [tile.panes[0]!.ox - 3, tile.panes[0]!.oy - 5];
      if (w > 0 && h > 0) {
        expect(x - dx).toBeGreaterThanOrEqual(50 - 1e-6);
        expect(y - dy).toBeGreaterThanOrEqual(60 - 1e-6);
        expect(x - dx + w).toBeLessThanOrEqual(150 + 1e-6);
      }
    }
  });
  test('each says which it is, shows it in small, and has a bar of 50 mm', () => {
    const tiles = tiled(sheetOf(594, 420), a4);
    tiles.forEach((tile, i) => {
      const prims = tile.panes.at(-1)!.prims;
      const words = prims.flatMap((prim) => (prim.op === 'text' ? [prim.text] : []));
      expect(words.some((text) => text.startsWith(`Tile ${i + 1} of ${tiles.length}`))).toBe(true);
      expect(prims.filter((prim) => prim.op === 'path' && prim.fill === 'ink')).toHaveLength(1);
      const bar = prims.find((prim) => prim.op === 'path' && prim.d.length === 18);
      expect(bar?.op === 'path' && bar.d[4]! - bar.d[1]!).toBe(50);
    });
  });
  test('paper that is all edge is refused by a sentence', () =>
    expect(() => tilingOf({ width: 500, height: 500 }, { name: 'stamp', width: 40, height: 30 })).toThrow(
      'stamp is too small to print tiles on',
    ));
});
