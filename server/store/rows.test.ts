/** Rows on their way into the database: all of them, in their order, and in statements that hold up nobody. */
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { LETTERS, listsOf, ROWS, textsOf } from './rows.js';

test('law: in lists of JSON all records come in their order, few enough and short enough for one statement', () =>
  fc.assert(
    fc.asyncProperty(fc.array(fc.constantFrom(1, 10, 1000, 150_000, 500_000), { maxLength: 400 }), async (sizes) => {
      const heavy = sizes.filter((size) => size > 1000).length;
      fc.pre(heavy < 12);
      const records = sizes.map((size, i) => ({ id: String(i), text: 'x'.repeat(size) }));
      const lists = listsOf(await textsOf(records));
      expect(lists.flatMap((list) => JSON.parse(list).map(({ id }: { id: string }) => id))).toEqual(records.map(({ id }) => id));
      for (const list of lists) {
        const { length } = JSON.parse(list) as unknown[];
        expect(length).toBeLessThanOrEqual(ROWS);
        if (length > 1) expect(list.length).toBeLessThanOrEqual(LETTERS + ROWS + 1);
      }
    }),
    { numRuns: 40 },
  ));
