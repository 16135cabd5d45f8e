/** Laws of what is spread apart. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { keptApart } from './keep-apart.js';
import { pairs } from './list.js';

const things = fc
  .array(fc.tuple(fc.integer({ min: -5000, max: 5000 }), fc.integer({ min: 0, max: 800 })), { minLength: 1, maxLength: 30 })
  .map((list) => ({ at: list.map(([at]) => at).sort((a, b) => a - b), least: list.slice(1).map(([, gap]) => gap) }));
const sum = (values: readonly number[]) => values.reduce((all, value) => all + value, 0);

describe('kept apart', () => {
  test('three on one spot stand about it', () => {
    expect(keptApart([100, 100, 100], [100, 100])).toEqual([0, 100, 200]);
  });
  test('what stands apart already is not moved, and one beside a crowd only as far as the crowd comes', () => {
    expect(keptApart([0, 100, 500], [100, 100])).toEqual([0, 100, 500]);
    expect(keptApart([0, 0, 500], [100, 100])).toEqual([-50, 50, 500]);
    expect(keptApart([], [])).toEqual([]);
  });
  test('law: each is clear of the one before, the middle of all stays, and spreading again moves nothing', () => {
    fc.assert(
      fc.property(things, ({ at, least }) => {
        const out = keptApart(at, least);
        expect(out).toHaveLength(at.length);
        pairs(out).forEach(([a, b], i) => {
          expect(b - a).toBeGreaterThanOrEqual((least[i] ?? 0) - 1e-6);
        });
        expect(sum(out)).toBeCloseTo(sum(at), 4);
        keptApart(out, least).forEach((place, i) => {
          expect(place).toBeCloseTo(out[i] ?? 0, 4);
        });
      }),
    );
  });
  test('law: no other placement that keeps order and room is nearer to where all stood', () => {
    const moved = (at: readonly number[], places: readonly number[]) =>
      sum(at.map((place, i) => (place - (places[i] ?? 0)) ** 2));
    fc.assert(
      fc.property(
        things,
        fc.array(fc.integer({ min: -600, max: 600 }), { minLength: 30, maxLength: 30 }),
        ({ at, least }, by) => {
          const other = keptApart(
            at.map((place, i) => place + (by[i] ?? 0)),
            least,
          );
          expect(moved(at, other)).toBeGreaterThanOrEqual(moved(at, keptApart(at, least)) - 1e-3);
        },
      ),
    );
  });
});
