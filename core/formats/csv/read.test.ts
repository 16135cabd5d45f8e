/** CSV (RFC 4180), and formulas defused. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strToU8 } from 'fflate';
import { readCsv } from './read.js';
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

describe('the sign between fields', () => {
  const rows = (text: string) => readCsv(strToU8(text), 'a.csv', (heading) => heading === 'a').value;
  const headings = (text: string) => rows(text).headings;
  test('is the one that cuts most rows alike, then the one that cuts more', () => {
    expect(headings('a;b;c\n1;2;3\n4;5;6')).toEqual(['a', 'b', 'c']);
    expect(headings('a|b,c|d\n1|2,3|4\n')).toEqual(['a', 'b,c', 'd']);
    // Two commas in each row, one semicolon.
    expect(headings('a,b;c,d\n1,2;3,4\n')).toEqual(['a', 'b;c', 'd']);
  });
  test('of two that cut alike the tab goes before the semicolon, that before the comma, that before the bar', () => {
    expect(headings('a;b,c\n1;2,3\n')).toEqual(['a', 'b,c']);
    expect(headings('a\tb;c\n1\t2;3\n')).toEqual(['a', 'b;c']);
    expect(headings('a,b|c\n1,2|3\n')).toEqual(['a', 'b|c']);
  });
});
