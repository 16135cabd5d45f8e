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
  test.each([
    ' =1',
    '\n=1',
    '\r\n+1',
    '\u00A0@x',
    '\uFF1D1+1',
    ' \uFF0B1',
    '\uFF0Dx',
    '\uFF20x',
    '\u200B=1',
    "' =1",
    '\t',
    ' - 5',
  ])('a formula that hides behind a beginning is guarded too: %j', (text) => {
    expect(guarded(text)).toBe(`'${text}`);
    expect(unguarded(guarded(text))).toBe(text);
  });
  test('what is no formula stays as it is', () => {
    for (const text of [' x=1', 'a\n=1', '', ' ', '5 - 3', "'x"]) expect(guarded(text)).toBe(text);
  });
  test('guarding and its inverse give the text back', () => {
    fc.assert(fc.property(fc.string(), (text) => expect(unguarded(guarded(text))).toBe(text)));
    const odd = fc.string({ unit: fc.constantFrom("'", '=', ' ', '\n', '\t', '-', '\uFF1D', '\u200B', '1') });
    fc.assert(fc.property(odd, (text) => expect(unguarded(guarded(text))).toBe(text)));
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

describe('a table that holds too much is refused before it is taken apart', () => {
  const read = (text: string) => readCsv(strToU8(text), 'a.csv', () => false);
  const why = (text: string) => {
    try {
      read(text);
      return '';
    } catch (error) {
      return (error as Error).message;
    }
  };
  test('50 MB of quotes', () => expect(why('"'.repeat(50_000_000))).toMatch(/a cell of more than 1000000 letters in row 1/));
  test('rows, columns, cells', () => {
    expect(why('a\n'.repeat(200_012))).toMatch(/more than 200000 rows/);
    expect(why(`a${','.repeat(500)}`)).toMatch(/more than 500 columns/);
    expect(why(`${','.repeat(49)}\n`.repeat(80_001))).toMatch(/more than 4000000 cells/);
  });
  test('as many as may be are read, with blank rows between them that count as none', () => {
    expect(read('a,b\n\n'.repeat(199_000)).value.rows).toHaveLength(198_999);
    expect(read(`a${',b'.repeat(499)}\n`).value.headings).toHaveLength(500);
  });
  test('inches are no quotes, and a quoted cell may hold them, rows and signs', () => {
    const inches = `length,note\n6",7"\n${'12\'6",x\n'.repeat(300_000 / 2)}`;
    expect(read(inches).value.rows).toHaveLength(150_001);
    expect(read('a,b\n"x,\n""y""",2\n').value.rows).toEqual([['x,\n"y"', '2']]);
  });
});
