/** Pictures traced to shapes. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { box } from './picture.arb.js';
import { shapesOfPaths, traced } from './trace.js';

const grey = (width: number, height: number, light: (x: number, y: number) => number) => ({
  width,
  height,
  values: Array.from({ length: width * height }, (_, i) => light(i % width, Math.floor(i / width))),
});

describe('tracing', () => {
  test('a black square on white is a square of its size, centred, y up', () => {
    const square = traced(
      grey(100, 100, (x, y) => (x >= 30 && x < 70 && y >= 10 && y < 50 ? 0 : 1)),
      500,
    );
    expect(square).toHaveLength(1);
    const [x0, y0, x1, y1] = box(square);
    for (const [value, wanted] of [
      [x0, -100],
      [x1, 100],
      [y0, 0],
      [y1, 200],
    ] as const)
      expect(Math.abs(value - wanted)).toBeLessThan(5);
    expect('points' in square[0]! && square[0].points.length).toBeLessThanOrEqual(12);
  });
  test('what touches the edge is closed; a hole is a shape of its own; specks are left out', () => {
    const ring = traced(
      grey(80, 80, (x, y) => (Math.hypot(x - 40, y - 40) > 15 ? 0 : 1)),
      400,
    );
    expect(ring).toHaveLength(2);
    expect(ring[0]).toMatchObject({ role: 'outline', closed: true });
    expect(
      traced(
        grey(200, 200, (x, y) => (x === 50 && y === 50 ? 0 : 1)),
        400,
      ),
    ).toEqual([]);
    expect(
      traced(
        grey(20, 20, () => 1),
        400,
      ),
    ).toEqual([]);
  });
  test('a disc is round to within a pixel, at any size and threshold', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 45 }),
        fc.integer({ min: 50, max: 2000 }),
        fc.constantFrom(0.3, 0.5, 0.7),
        (r, width, threshold) => {
          const shapes = traced(
            grey(100, 100, (x, y) => Math.min(1, Math.max(0, Math.hypot(x + 0.5 - 50, y + 0.5 - 50) - r + 0.5))),
            width,
            threshold,
          );
          const [shape] = shapes;
          if (!shape || !('points' in shape)) throw new Error('no outline');
          for (const [x, y] of shape.points)
            expect(Math.abs(Math.hypot(x, y) - (r * width) / 100)).toBeLessThan((1.6 * width) / 100);
        },
      ),
      { numRuns: 40 },
    );
  });
  test('polylines of a drawing are scaled to a width; the largest closed one is the outline', () => {
    const shapes = shapesOfPaths(
      [
        [0, 0, 1, 0],
        [0, 0, 4, 0, 4, 2, 0, 2, 0, 0],
      ],
      400,
    );
    expect(box(shapes)).toEqual([-200, -100, 200, 100]);
    expect(shapes.map((shape) => 'role' in shape && shape.role)).toEqual(['outline', 'detail']);
    expect(shapesOfPaths([], 100)).toEqual([]);
  });
});
