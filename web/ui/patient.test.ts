/** A part that cannot be fetched just now: nobody asks for it while the server is away, and it comes when that is back. */
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { patiently } from './patient';

test('law: however long the server is away, a part is asked for once, and when it is there; one that is lost is told', () =>
  fc.assert(
    fc.asyncProperty(fc.nat(20), fc.boolean(), async (away, lost) => {
      let left = away;
      const asked: boolean[] = [];
      const made = patiently(
        async () => {
          asked.push(left === 0);
          if (lost) throw new Error('Failed to fetch dynamically imported module');
          return 'part';
        },
        async () => left === 0,
        async () => void left--,
      );
      if (lost) await expect(made).rejects.toThrow('Failed to fetch');
      else expect(await made).toBe('part');
      expect(asked).toEqual([true]);
    }),
  ));
