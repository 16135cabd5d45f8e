import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Layered } from './layered.js';

const key = fc.integer({ min: 0, max: 60 });
const change = fc.array(fc.tuple(key, fc.option(fc.integer({ min: 1 }), { nil: undefined })), { maxLength: 12 });

const every = Array.from({ length: 61 }, (_, i) => i);

describe('a map that shares what did not change', () => {
  test('is, after any changes, the same as a Map that was changed so: entries, order, size, lookups', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(key, fc.integer({ min: 1 })), { maxLength: 60 }),
        fc.array(change, { maxLength: 6 }),
        (start, changes) => {
          const plain = new Map(start);
          let ours: ReadonlyMap<number, number> = new Map(start);
          const before: [ReadonlyMap<number, number>, [number, number][]][] = [];
          for (const list of changes) {
            before.push([ours, [...plain]]);
            ours = Layered.with(ours, list);
            for (const [at, value] of list) {
              if (value === undefined) plain.delete(at);
              else plain.set(at, value);
            }
            expect([...ours]).toEqual([...plain]);
            expect([...ours.keys()]).toEqual([...plain.keys()]);
            expect([...ours.values()]).toEqual([...plain.values()]);
            expect(ours.size).toBe(plain.size);
            const asked = (map: ReadonlyMap<number, number>) => every.map((at) => `${map.has(at)} ${map.get(at)}`).join();
            expect(asked(ours)).toBe(asked(plain));
            const told: [number, number][] = [];
            ours.forEach((value, at) => {
              told.push([at, value]);
            });
            expect(told).toEqual([...plain]);
          }
          // Those that it came from are as they were.
          for (const [map, entries] of before) expect([...map]).toEqual(entries);
        },
      ),
      { numRuns: 300 },
    );
  });

  test('shares the base while little changed, and is copied when much did', () => {
    const base = new Map(Array.from({ length: 100 }, (_, i) => [i, i + 1] as const));
    expect(Layered.with(base, [[3, 99]])).toBeInstanceOf(Layered);
    expect(
      Layered.with(
        base,
        Array.from({ length: 26 }, (_, i) => [i, 7] as const),
      ),
    ).toBeInstanceOf(Map);
  });
});
