/** Walls of a thickness, and rooms of them. */
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Outline, Vec2 } from '../model/records.js';
import { roomPoints, wallFaces, wallLines } from './walls.js';

const wall = (points: readonly Vec2[], more: Partial<Outline> = {}): Outline => ({
  id: 'o',
  kind: 'outline',
  layer: 'l',
  name: 'W',
  use: 'wall',
  points,
  closed: true,
  zFrom: 0,
  zTo: 5000,
  thickness: 200,
  ...more,
});
const mm = fc.integer({ min: 1000, max: 50_000 });

test('a room is as wide and deep inside as it was asked for, whichever way its line goes round', () => {
  fc.assert(
    fc.property(mm, mm, fc.integer({ min: 50, max: 400 }), fc.boolean(), (width, depth, thickness, back) => {
      const line = roomPoints([300, -700], width, depth, thickness);
      const faces = wallFaces(wall(back ? [...line].reverse() : line, { thickness }))!;
      const size = (points: readonly Vec2[], i: 0 | 1) =>
        Math.max(...points.map((point) => point[i])) - Math.min(...points.map((point) => point[i]));
      expect([size(faces.inner, 0), size(faces.inner, 1)].map(Math.round)).toEqual([width, depth]);
      expect([size(faces.outer, 0), size(faces.outer, 1)].map(Math.round)).toEqual([
        width + 2 * thickness,
        depth + 2 * thickness,
      ]);
    }),
  );
});
test('a rectangle that is thinner than two walls is one wall: what its line encloses', () => {
  expect(wallFaces(wall(roomPoints([0, 0], 100, 5000, 100), { thickness: 200 }))).toBeNull();
  expect(wallFaces(wall(roomPoints([0, 0], 100, 100, 100), { thickness: 200 }))).toBeNull();
  expect(wallFaces(wall(roomPoints([0, 0], 201, 5000, 100), { thickness: 200 }))).not.toBeNull();
});
test('an open wall lies in the middle of its line, mitred at a corner', () => {
  const { outer, inner } = wallFaces(
    wall(
      [
        [0, 0],
        [4000, 0],
        [4000, 3000],
      ],
      { closed: false },
    ),
  )!;
  expect(outer.map((point) => point.map((value) => Math.round(value) + 0))).toEqual([
    [0, 100],
    [3900, 100],
    [3900, 3000],
  ]);
  expect(inner.map((point) => point.map((value) => Math.round(value) + 0))).toEqual([
    [0, -100],
    [4100, -100],
    [4100, 3000],
  ]);
});
test('without a thickness, and of anything but a wall, there is one line', () => {
  const { thickness: _, ...plain } = wall(roomPoints([0, 0], 5000, 4000, 200));
  expect(wallFaces(plain)).toBeNull();
  expect(wallLines(plain)).toEqual([{ points: expect.any(Array), closed: true }]);
  expect(wallFaces(wall(roomPoints([0, 0], 5000, 4000, 200), { use: 'seats' }))).toBeNull();
  expect(wallLines(wall(roomPoints([0, 0], 5000, 4000, 200)))).toHaveLength(2);
});
