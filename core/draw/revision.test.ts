/** Revision marks on paper. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type Box, boxOf, CUBIC, type Prim } from './list.js';
import { cloud, joined, revisionMarks } from './revision.js';

const room: Box = [0, 0, 400, 300];
const boxArb = fc
  .tuple(
    fc.integer({ min: 30, max: 300 }),
    fc.integer({ min: 30, max: 200 }),
    fc.integer({ min: 5, max: 50 }),
    fc.integer({ min: 5, max: 50 }),
  )
  .map(([x, y, w, h]): Box => [x, y, x + w, y + h]);
const holds = (a: Box, b: Box): boolean =>
  a[0] <= b[0] + 1e-9 && a[1] <= b[1] + 1e-9 && a[2] >= b[2] - 1e-9 && a[3] >= b[3] - 1e-9;
const trianglesOf = (prims: readonly Prim[]) => prims.filter((prim) => prim.op === 'path' && prim.fill === 'paper');

describe('a cloud', () => {
  test('is closed, goes round its box and bulges outward by a good millimetre', () => {
    fc.assert(
      fc.property(boxArb, (box) => {
        const d = cloud(box);
        const ends: (readonly [number, number])[] = [];
        for (let i = 3; d[i] === CUBIC; i += 7) ends.push([d[i + 5]!, d[i + 6]!]);
        // Every bow ends on the box.
        for (const [x, y] of ends)
          expect(Math.min(Math.abs(x - box[0]), Math.abs(x - box[2]), Math.abs(y - box[1]), Math.abs(y - box[3]))).toBeLessThan(
            1e-9,
          );
        expect(ends.at(-1)).toEqual([box[0], box[1]]);
        // The middle of the first bow, by de Casteljau at a half: it lies below the lower side.
        const middle = (d[2]! + 3 * d[5]! + 3 * d[7]! + d[9]!) / 8;
        expect(middle).toBeCloseTo(box[1] - 1.1, 6);
      }),
      // One whose steps do not add up to its side.
      { examples: [[[30, 30, 35, 59]]] },
    );
  });
});

describe('neighbours', () => {
  test('of one letter share a cloud, those of two do not, and nobody is left out', () => {
    const row = [0, 1, 2].map((i) => ({ box: [i * 12, 0, i * 12 + 11, 20] as Box, letter: 'B' }));
    expect(joined(row)).toHaveLength(1);
    expect(joined([row[0]!, { ...row[1]!, letter: 'C' }])).toHaveLength(2);
    fc.assert(
      fc.property(fc.array(boxArb, { minLength: 1, maxLength: 12 }), (boxes) => {
        const clouds = joined(boxes.map((box) => ({ box, letter: 'B' })));
        for (const box of boxes) expect(clouds.some((mark) => holds(mark.box, box))).toBe(true);
      }),
    );
  });
  test('a cloud for two that stand far apart across would take in all between: they have two', () => {
    const two = [[0, 0, 30, 4] as Box, [29, 3, 33, 60] as Box].map((box) => ({ box, letter: 'B' }));
    expect(joined(two)).toHaveLength(2);
  });
});

test('each cloud has a triangle inside the window, clear of what stands round it', () => {
  const box: Box = [100, 100, 120, 110];
  const alone = trianglesOf(revisionMarks([{ box, letter: 'B' }], [], room));
  expect(alone).toHaveLength(1);
  // Everything above and to the right is taken: it goes elsewhere.
  const wall: Box = [95, 111, 140, 140];
  const crowded = trianglesOf(revisionMarks([{ box, letter: 'B' }], [wall], room));
  expect(boxOf(crowded)[3]).toBeLessThanOrEqual(wall[1] + 1e-9);
  const corner = revisionMarks([{ box: [380, 280, 399, 299], letter: 'B1' }], [], room);
  expect(holds(room, boxOf(trianglesOf(corner)))).toBe(true);
});
test('what is struck is crossed out', () => {
  const [, cross] = revisionMarks([{ box: [10, 10, 20, 20], letter: 'B', struck: true }], [], room);
  expect(cross).toMatchObject({ op: 'path' });
  expect(boxOf([cross!])).toEqual([9.2, 9.2, 20.8, 20.8]);
});
