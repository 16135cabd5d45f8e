/** Values of slots and their bytes. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { dmxValue } from '../formats/gdtf/values.js';
import { Report } from '../formats/report.js';
import { bytesOf, shareOf, slotValue } from './values.js';

describe('values of slots', () => {
  test('4.7 half in 8, 16 and 24 bits', () =>
    expect([1, 2, 3].map((bytes) => slotValue(0.5, bytes))).toEqual([128, 32768, 8388608]));
  test('4.8 32896 in two bytes; value/bytes widened by repeating, or shifted with s (from memory)', () => {
    expect(bytesOf(32896, 2)).toEqual([128, 128]);
    const report = new Report();
    const wide = (text: string) => dmxValue(text, 2, report, 'test');
    expect([
      [wide('128/1'), wide('128/1s')],
      [wide('255/1'), wide('255/1s')],
    ]).toEqual([
      [32896, 32768],
      [65535, 65280],
    ]);
  });
  test('a value and its bytes are one: there and back', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4 }), fc.float({ min: 0, max: 1, noNaN: true }), (bytes, share) => {
        const value = slotValue(share, bytes);
        expect(bytesOf(value, bytes).reduce((sum, byte) => sum * 256 + byte, 0)).toBe(value);
        expect(slotValue(shareOf(value, bytes), bytes)).toBe(value);
      }),
    );
  });
});
