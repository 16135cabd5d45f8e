/** Shapes of focus areas and their grid. Plain geometry; letters by reference calculations 3. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { FocusArea, Vec2 } from '../model/records.js';
import { fixtureLayer, idOf } from '../model/show.arb.js';
import { areaBox, areaGrid, areaPoints, type GridWish, insideArea, middleOfPolygon } from './areas.js';
import { movedRecord } from './transform.js';

const area: FocusArea = { id: idOf(1), kind: 'area', layer: fixtureLayer, name: 'A', at: [1000, 2000, 1500], size: 2000 };
const ellipse: FocusArea = { ...area, shape: 'ellipse', depth: 1000, turn: 30 };
const corner: FocusArea = {
  ...area,
  shape: 'polygon',
  points: [
    [0, 0],
    [3000, 0],
    [3000, 1000],
    [1000, 1000],
    [1000, 3000],
    [0, 3000],
  ],
};
let n = 0;
const newId = () => idOf(1000 + n++);
const wish: GridWish = { across: 3, rows: 2, overlap: 0.25, naming: 'letters', order: 'stage right first', from: 'downstage' };
const base = { layer: fixtureLayer, height: 1500, taken: new Set<string>() };
const names = (areas: readonly FocusArea[]) => areas.map(({ name }) => name).join(' ');

describe('shapes', () => {
  test('a circle by its diameter, an ellipse by its width and depth, turned; a corner by its corners', () => {
    expect(insideArea(area, [1990, 2000])).toBe(true);
    expect(insideArea(area, [2010, 2000])).toBe(false);
    expect(areaBox(area).map(Math.round)).toEqual([0, 1000, 2000, 3000]);
    const along = (d: number, turn: number): Vec2 => [
      1000 + d * Math.cos((turn * Math.PI) / 180),
      2000 + d * Math.sin((turn * Math.PI) / 180),
    ];
    expect([990, 1010].map((d) => insideArea(ellipse, along(d, 30)))).toEqual([true, false]);
    expect([490, 510].map((d) => insideArea(ellipse, along(d, 120)))).toEqual([true, false]);
    expect(insideArea(corner, [500, 2500])).toBe(true);
    expect(insideArea(corner, [2500, 2500])).toBe(false);
    expect(areaBox(corner)).toEqual([0, 0, 3000, 3000]);
  });
  test('what lies inside is what the edge encloses, by winding (law)', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(area, ellipse, corner),
        fc.double({ min: -1000, max: 4000, noNaN: true }),
        fc.double({ min: -1000, max: 4000, noNaN: true }),
        (of, x, y) => {
          const points = areaPoints(of);
          let turn = 0;
          let near = Number.POSITIVE_INFINITY;
          points.forEach(([ax, ay], i) => {
            const [bx, by] = points[(i + 1) % points.length]!;
            turn += Math.atan2((ax - x) * (by - y) - (bx - x) * (ay - y), (ax - x) * (bx - x) + (ay - y) * (by - y));
            near = Math.min(
              near,
              Math.hypot(ax - x, ay - y),
              Math.abs((bx - ax) * (ay - y) - (ax - x) * (by - ay)) / Math.hypot(bx - ax, by - ay),
            );
          });
          // The polygon of 48 sides leaves the circle by 2 mm.
          fc.pre(near > 5);
          expect(insideArea(of, [x, y])).toBe(Math.abs(turn) > 3);
        },
      ),
    ));
  test('the middle of a corner lies where its surface balances, by hand; of a line in the middle of its ends', () => {
    // 3000 x 1000 about (1500, 500) and 1000 x 2000 about (500, 2000).
    expect(middleOfPolygon(corner.points!)).toEqual([(1500 * 3 + 500 * 2) / 5, (500 * 3 + 2000 * 2) / 5]);
    expect(
      middleOfPolygon([
        [0, 0],
        [10, 0],
        [20, 0],
      ]),
    ).toEqual([10, 0]);
  });
  test('mirrored twice it is what it was; mirrored once its inside is the mirrored inside (law)', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(area, ellipse, corner),
        fc.integer({ min: -4000, max: 4000 }),
        fc.integer({ min: -1000, max: 4000 }),
        (of, px, py) => {
          // Not on an edge, which belongs to one side of it only.
          const [x, y] = [px + 0.37, py + 0.37];
          const image = movedRecord(of, { kind: 'mirror' });
          expect(image.at).toEqual([-of.at[0], of.at[1], of.at[2]]);
          expect(insideArea(image, [-x, y])).toBe(insideArea(of, [x, y]));
          expect(movedRecord(image, { kind: 'mirror' })).toEqual(of);
          const up = movedRecord(of, { kind: 'shift', by: [100, -50, 30] });
          expect(up.at).toEqual([of.at[0] + 100, of.at[1] - 50, of.at[2] + 30]);
          expect(insideArea(up, [x + 100, y - 50])).toBe(insideArea(of, [x, y]));
        },
      ),
    ));
});

describe('a grid', () => {
  test('by hand: 3 across 10 m with a quarter in common are 4 m wide, 3 m apart; 2 rows over 7 m are 4 m deep: circles', () => {
    const grid = areaGrid([-5000, 0], [5000, 7000], wish, base, newId);
    expect(names(grid)).toBe('A B C D E F');
    expect(grid.map(({ at, size, shape }) => [at[0], at[1], size, shape])).toEqual([
      [-3000, 2000, 4000, undefined],
      [0, 2000, 4000, undefined],
      [3000, 2000, 4000, undefined],
      [-3000, 5000, 4000, undefined],
      [0, 5000, 4000, undefined],
      [3000, 5000, 4000, undefined],
    ]);
  });
  test('from stage left, from upstage, by figures; names that are taken are left out; after Z comes AA', () => {
    const first = areaGrid(
      [-5000, 0],
      [5000, 7000],
      { ...wish, order: 'stage left first', from: 'upstage', naming: 'figures' },
      base,
      newId,
    )[0]!;
    expect([first.name, first.at[0], first.at[1]]).toEqual(['1', 3000, 5000]);
    expect(names(areaGrid([0, 0], [5000, 5000], { ...wish, rows: 1 }, { ...base, taken: new Set(['a', 'c']) }, newId))).toBe(
      'B D E',
    );
    expect(
      areaGrid([0, 0], [50000, 5000], { ...wish, across: 28, rows: 1 }, base, newId)
        .slice(25)
        .map(({ name }) => name),
    ).toEqual(['Z', 'AA', 'AB']);
  });
  test('it covers the rectangle from edge to edge, whichever corners are given (law)', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 1, max: 9 }),
        fc.integer({ min: 0, max: 90 }),
        fc.boolean(),
        (across, rows, overlap, turned) => {
          const corners: [Vec2, Vec2] = turned
            ? [
                [4000, 9000],
                [-3000, 1000],
              ]
            : [
                [-3000, 1000],
                [4000, 9000],
              ];
          const grid = areaGrid(...corners, { ...wish, across, rows, overlap: overlap / 100 }, base, newId);
          expect(grid).toHaveLength(across * rows);
          const half = (of: FocusArea) => [of.size / 2, (of.depth ?? of.size) / 2] as const;
          expect(Math.min(...grid.map((of) => of.at[0] - half(of)[0]))).toBeCloseTo(-3000, 6);
          expect(Math.max(...grid.map((of) => of.at[0] + half(of)[0]))).toBeCloseTo(4000, 6);
          expect(Math.min(...grid.map((of) => of.at[1] - half(of)[1]))).toBeCloseTo(1000, 0);
          expect(Math.max(...grid.map((of) => of.at[1] + half(of)[1]))).toBeCloseTo(9000, 0);
          expect(new Set(grid.map(({ name }) => name)).size).toBe(grid.length);
        },
      ),
    ));
  test.each([
    [{ across: 0 }, /From 1 to 400/],
    [{ across: 2.5 }, /From 1 to 400/],
    [{ across: 100, rows: 100 }, /From 1 to 400/],
    [{ overlap: 0.95 }, /0 to 90 %/],
    [{ overlap: Number.NaN }, /0 to 90 %/],
  ])('%j is refused', (more, why) =>
    expect(() => areaGrid([0, 0], [1000, 1000], { ...wish, ...more }, base, newId)).toThrow(why),
  );
  test('a rectangle without a size is refused', () =>
    expect(() => areaGrid([0, 0], [5, 1000], wish, base, newId)).toThrow(/no size/));
});
