/** CSV (RFC 4180), and formulas defused. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { csvRows, guarded, unguarded } from './write.js';

describe('CSV (RFC 4180)', () => {
  test('quotes, commas and line breaks', () =>
    expect(csvRows([['a', 'b "c"', 'd, e', 'x\r\ny']])).toBe('a,"b ""c""","d, e","x\r\ny"\r\n'));
  test('a formula is defused, a number stays', () =>
    expect([guarded('=1+1'), guarded('-3.5'), guarded("'="), guarded('@x')]).toEqual(["'=1+1", '-3.5', "''=", "'@x"]));
  test('guarding and its inverse give the text back', () => {
    fc.assert(fc.property(fc.string(), (text) => expect(unguarded(guarded(text))).toBe(text)));
  });
});
