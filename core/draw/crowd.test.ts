/** The table behind the crowd: how evenly it is filled decides whether a drawing takes a moment or a minute. */
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { nameOf, slotOf } from './crowd.js';

test('law: the cells of a drawing are spread over the whole table, however large it has grown', () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 13, max: 18 }),
      fc.integer({ min: -30_000, max: 30_000 }),
      fc.integer({ min: -30_000, max: 30_000 }),
      fc.constantFrom(1, 2, 8),
      (bits, left, bottom, shape) => {
        // A table is half full at most; a drawing is a field of cells, square or long.
        const n = 2 ** (bits - 1);
        const wide = Math.floor(Math.sqrt(n) * shape);
        const taken = new Uint8Array(2 ** bits);
        for (let i = 0; i < n; i++) taken[slotOf(nameOf(left + (i % wide), bottom + Math.floor(i / wide)), 2 ** bits - 1)] = 1;
        const slots = taken.reduce((sum, one) => sum + one, 0);
        // By chance alone it were 2 (1 - 1 / sqrt e) = 0.787 of the cells (balls into bins).
        expect(slots / n).toBeGreaterThan(0.75);
      },
    ),
    { numRuns: 20 },
  ));
