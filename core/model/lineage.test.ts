import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { apply, diff, edit, invert, removing } from './change.js';
import { changedBetween, differing } from './lineage.js';
import { showArb } from './show.arb.js';
import { all, type Show, showOf } from './show.js';

/** What really differs, record by record. */
const plainly = (a: Show, b: Show): string[] =>
  [...new Set([...a.records.keys(), ...b.records.keys()])].filter((id) => a.records.get(id) !== b.records.get(id)).sort();

describe('what changed between two shows', () => {
  test('is told by what made them, in either direction, over several changes', () => {
    fc.assert(
      fc.property(showArb, showArb, showArb, (a, b, c) => {
        const line = [a, apply(a, diff(a, b))];
        line.push(apply(line[1]!, diff(line[1]!, c)), apply(a, diff(a, c)));
        for (const [from, to] of [
          [0, 1],
          [1, 2],
          [0, 2],
          [2, 0],
          [0, 3],
        ] as const) {
          const told = changedBetween(line[from]!, line[to]!);
          expect(told).not.toBeNull();
          for (const id of plainly(line[from]!, line[to]!)) expect(told!.ids.has(id)).toBe(true);
        }
        // Two that came from the same show by different ways need not know each other: they are compared.
        const told = differing(line[2]!, line[3]!);
        for (const id of plainly(line[2]!, line[3]!)) expect(told.has(id)).toBe(true);
      }),
    );
  });

  test('is not known of shows that did not come from each other, and is then compared', () => {
    fc.assert(
      fc.property(showArb, (show) => {
        const settings = all(show, 'settings')[0]!;
        const other = showOf(
          show.id,
          [...show.records.values()].map((record) => (record === settings ? { ...settings } : record)),
        );
        expect(changedBetween(show, other)).toBeNull();
        expect([...differing(show, other)]).toEqual([settings.id]);
      }),
      { numRuns: 10 },
    );
  });

  test('names what was removed, and what came back', () => {
    fc.assert(
      fc.property(showArb, (show) => {
        const record = all(show, 'fixture')[0];
        if (!record) return;
        const change = removing(record);
        const without = apply(show, change);
        expect([...changedBetween(show, without)!.ids]).toEqual([record.id]);
        const again = apply(without, invert(change));
        expect([...changedBetween(without, again)!.ids]).toEqual([record.id]);
        // Two steps back the same record is named, though it is the same again: it stands at another place now.
        expect(changedBetween(show, again)!.inPlace).toBe(false);
        expect([...changedBetween(show, again)!.ids]).toEqual([record.id]);
      }),
      { numRuns: 10 },
    );
  });

  test('goes six steps back and no further', () => {
    fc.assert(
      fc.property(showArb, (show) => {
        const line = [show];
        for (let i = 0; i < 7; i++)
          line.push(apply(line.at(-1)!, edit([all(line.at(-1)!, 'settings')[0]!], { name: `Name ${i}` })));
        expect(changedBetween(show, line[6]!)).not.toBeNull();
        expect(changedBetween(show, line[7]!)).toBeNull();
      }),
      { numRuns: 5 },
    );
  });
});
