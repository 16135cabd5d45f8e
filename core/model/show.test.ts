import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { apply, diff, edit, invert, removing } from './change.js';
import { showArb } from './show.arb.js';
import { all, showOf } from './show.js';

describe('records of a kind', () => {
  test('are, after any changes, those of the same show made anew, in the same order', () => {
    fc.assert(
      fc.property(showArb, showArb, (a, b) => {
        all(a, 'fixture');
        const there = apply(a, diff(a, b));
        const back = apply(there, diff(there, a));
        const first = all(back, 'fixture')[0];
        const gone = first ? [apply(back, removing(first))] : [];
        const again = first ? [apply(gone[0]!, invert(removing(first)))] : [];
        for (const show of [there, back, ...gone, ...again, a])
          for (const kind of ['fixture', 'layer', 'position', 'type'] as const)
            expect(all(show, kind)).toEqual(all(showOf(show.id, show.records.values()), kind));
      }),
    );
  });

  test('are the same list where none of the kind was changed', () => {
    fc.assert(
      fc.property(showArb, (show) => {
        const types = all(show, 'type');
        const settings = all(show, 'settings')[0]!;
        const after = apply(show, edit([settings], { venue: 'Elsewhere' }));
        expect(all(after, 'type')).toBe(types);
        expect(all(after, 'settings')[0]).toMatchObject({ venue: 'Elsewhere' });
      }),
      { numRuns: 10 },
    );
  });
});
