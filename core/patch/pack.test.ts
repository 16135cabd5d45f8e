/** Packing footprints into universes. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { formatAddress, slotOf, universeOf } from './address.js';
import { pack } from './pack.js';

describe('packing', () => {
  test('4.2 in order, 20 x 38 from 1.1: last at 2.229, 13 in the first universe', () => {
    const given = pack(
      Array.from({ length: 20 }, () => 38),
      1,
    ) as number[];
    expect(formatAddress(given.at(-1)!)).toBe('2.229');
    expect(given.filter((address) => universeOf(address) === 1)).toHaveLength(13);
  });
  test('holes are used where they are large enough, in order', () =>
    expect(
      pack([16, 6, 40], 1, [
        { from: 1, to: 24 },
        { from: 31, to: 80 },
        { from: 500, to: 512 },
      ]),
    ).toEqual([81, 97, 103]));
  test('nothing straddles, overlaps or takes what is taken, and order is kept', () => {
    const span = fc
      .tuple(fc.integer({ min: 1, max: 1500 }), fc.integer({ min: 1, max: 60 }))
      .map(([from, size]) => ({ from, to: from + size }));
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 512 }), { maxLength: 40 }),
        fc.integer({ min: 1, max: 1200 }),
        fc.array(span, { maxLength: 20 }),
        (sizes, start, taken) => {
          const given = pack(sizes, start, taken) as number[];
          let last = start - 1;
          given.forEach((address, i) => {
            const end = address + sizes[i]! - 1;
            expect(address).toBeGreaterThan(last);
            expect(slotOf(address) + sizes[i]! - 1).toBeLessThanOrEqual(512);
            for (const { from, to } of taken) expect(end < from || address > to).toBe(true);
            last = end;
          });
        },
      ),
    );
  });
  test('a footprint of 0, or over 512, has no address', () => expect(pack([0, 513, 1], 1)).toEqual([null, null, 1]));
  test('the universes end', () => expect(pack([10], 63999 * 512 - 3)).toEqual([null]));
});
