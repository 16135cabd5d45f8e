/** Deep equality, against the assertion library of Node. */
import { isDeepStrictEqual } from 'node:util';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { equal, nearly } from './equal.js';

const value = fc.jsonValue({ maxDepth: 3 }).map((json) => JSON.parse(JSON.stringify(json)) as unknown);

describe('equality of JSON', () => {
  test('as Node has it, for any two values and for copies', () => {
    fc.assert(
      fc.property(value, value, (a, b) => {
        expect(equal(a, b)).toBe(isDeepStrictEqual(a, b));
        expect(equal(a, structuredClone(a))).toBe(true);
        expect(nearly(a, structuredClone(a), 0)).toBe(true);
      }),
    );
  });
  test('a list is no object, null is nothing else, a key that is missing is not one without a value', () => {
    expect([
      equal([], {}),
      equal(null, {}),
      equal({}, null),
      equal({ a: undefined }, { b: undefined }),
      equal({ a: 1 }, { a: 1, b: 2 }),
      equal('1', 1),
    ]).toEqual(Array(6).fill(false));
    expect([
      nearly([], {}, 1),
      nearly(null, {}, 1),
      nearly({ a: undefined }, { b: undefined }, 1),
      nearly({ a: 1 }, { a: 1, b: 2 }, 1),
      nearly('1', 1, 5),
    ]).toEqual(Array(5).fill(false));
  });
  test('nearly is within the tolerance, and up to it', () => {
    expect([
      nearly(1, 1.5, 0.5),
      nearly(1, 1.6, 0.5),
      nearly({ a: [1, 2] }, { a: [1.1, 1.9] }, 0.2),
      nearly({ a: [1, 2] }, { a: [1.1, 2.4] }, 0.2),
      nearly('x', 'x', 0),
    ]).toEqual([true, false, true, false, true]);
  });
});
