import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { firstOf, gathered, inOrder, itemAt, lastOf, pairs, present } from './list.js';

describe('what must be there', () => {
  test('is given, and what is not there is said with its place', () => {
    expect([itemAt([5, 6, 7], 1), firstOf([5, 6]), lastOf([5, 6, 7]), present(0), present('')]).toEqual([6, 5, 7, 0, '']);
    expect(itemAt(new Float64Array([0, 2]), 0)).toBe(0);
    for (const index of [-1, 2, 0.5, Number.NaN])
      expect(() => itemAt([1, 2], index)).toThrow(`There is no item ${index} in a list of 2.`);
    expect(() => firstOf([])).toThrow(RangeError);
    expect(() => lastOf([])).toThrow(RangeError);
    expect(() => present(new Map<string, string>().get('a'))).toThrow(RangeError);
    expect(() => present(null)).toThrow(RangeError);
  });
});

test('descriptors stand by their places, whatever they are called', () => {
  const [a, b, c] = [{ order: 30 }, { order: 5 }, { order: 10 }];
  expect(inOrder({ a, b, c })).toEqual([b, c, a]);
  expect(inOrder({})).toEqual([]);
});

test('pairs: one less than the list has, as many as it has when it is closed; each follows the other', () =>
  fc.assert(
    fc.property(fc.array(fc.nat()), fc.boolean(), (list, closed) => {
      const out = pairs(list, closed);
      expect(out).toHaveLength(list.length ? list.length - (closed ? 0 : 1) : 0);
      expect(out.map(([a]) => a)).toEqual(closed ? list : list.slice(0, -1));
      expect(out.map(([, b]) => b)).toEqual(closed ? [...list.slice(1), ...list.slice(0, 1)] : list.slice(1));
    }),
  ));

test('gathered: every item once, under its key, in its order', () =>
  fc.assert(
    fc.property(fc.array(fc.nat(99)), (list) => {
      const groups = gathered(list, (n) => n % 7);
      for (const [key, group] of groups) expect(group).toEqual(list.filter((n) => n % 7 === key));
      expect([...groups.values()].flat()).toHaveLength(list.length);
    }),
  ));
