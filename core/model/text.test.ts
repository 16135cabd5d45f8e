/** Texts and figures that can be kept. Source: Unicode 15 (3.9 D84 surrogates, UAX 15 normal forms), XML 1.0 fifth edition 2.2. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { cleanDeep, cleanText, cutText, faultOfValues } from './text.js';

const anyText = fc.string({
  unit: fc.oneof(
    fc.integer({ min: 0, max: 0xffff }).map((n) => String.fromCharCode(n)),
    fc.constantFrom('a', '\r', '\n', '\u0301', '💡', '\ufeff'),
  ),
});

describe('texts', () => {
  test.each([
    ['plain', 'plain'],
    ['two\r\nlines\rthree', 'two\nlines\nthree'],
    ['tab\tstays', 'tab\tstays'],
    ['bell\u0007 nul\u0000 escape\u001b delete\u007f next line\u0085', 'bell nul escape delete next line'],
    // UAX 15, table 1: e and combining acute compose to U+00E9.
    ['caf\u0065\u0301', 'caf\u00e9'],
    ['lamp 💡', 'lamp 💡'],
    ['half \ud83d and other half \udca1.', 'half  and other half .'],
    ['\uffff\ufffe', ''],
    // Unicode 15, 23.8: the byte order mark is no part of the text. A table from an office program begins with it.
    ['\ufeffPipe\ufeff 1', 'Pipe 1'],
  ])('%j is kept as %j', (from, to) => expect(cleanText(from)).toBe(to));

  test('law: what is cleaned is clean, stays the same, and can be written as UTF-8 and read back', () =>
    fc.assert(
      fc.property(anyText, (text) => {
        const clean = cleanText(text);
        expect(faultOfValues(clean)).toBeNull();
        expect(cleanText(clean)).toBe(clean);
        expect(new TextDecoder().decode(new TextEncoder().encode(clean))).toBe(clean);
      }),
      { numRuns: 2000 },
    ));
  test('law: what is well formed is well formed after cutting, and no longer than asked', () =>
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), fc.nat(12), (text, most) => {
        const cut = cutText(text, most);
        expect(cut.length).toBeLessThanOrEqual(most);
        expect(text.startsWith(cut)).toBe(true);
        expect(() => encodeURIComponent(cut)).not.toThrow();
      }),
    ));
});

describe('whole records', () => {
  test('the same object where nothing is to be done; names of fields too', () => {
    const record = { notes: 'fine', parts: [{ channel: '1' }], nothing: null };
    expect(cleanDeep(record)).toBe(record);
    expect(cleanDeep({ ...record, parts: [{ channel: '1\u0000' }] })).toEqual(record);
    expect(cleanDeep({ 'a\u0000': 1 })).toEqual({ a: 1 });
  });
  test('beside a clean value only what differs is looked at; the result is the same', () => {
    const from = { notes: 'x', parts: [{ channel: '1' }, { channel: '2' }] };
    const to = { ...from, notes: 'y\u0001', parts: [from.parts[0]!, { channel: '3\u0000' }] };
    expect(cleanDeep(to, from)).toEqual({ notes: 'y', parts: [{ channel: '1' }, { channel: '3' }] });
    expect(cleanDeep(to, from)).toEqual(cleanDeep(to));
    expect(cleanDeep(to, from).parts[0]).toBe(from.parts[0]);
    expect(cleanDeep({ ...from }, from).parts).toBe(from.parts);
    // What is the very same is taken on trust, by which one sees that it is not looked at.
    const odd = { text: 'z\u0000' };
    expect(cleanDeep({ odd, notes: 'a' }, { odd }).odd).toBe(odd);
  });
  test.each([
    [{ notes: '\ud83d' }, '/notes holds half a character'],
    [{ parts: [{ name: 'a\u0000' }] }, '/parts/0/name holds a control character (U+0000)'],
    [{ along: Number.POSITIVE_INFINITY }, '/along is a number out of all bounds'],
    [{ order: 1e300 }, '/order is a number out of all bounds'],
    [{ own: { 'x\ud83d': '' } }, 'half a character'],
  ])('%p is not kept: %s', (value, fault) => expect(faultOfValues(value)).toContain(fault));
  test('line ends of another system and a byte order mark are no fault', () =>
    expect(faultOfValues({ notes: '\ufeffa\r\nb' })).toBeNull());
});

test('as deep as a record may lie everything is cleaned; what lies deeper stays for the schemas to refuse', () => {
  const nest = (depth: number): unknown => Array.from({ length: depth }).reduce((inner: unknown) => [inner], 'a\u0000b');
  const innermost = (value: unknown): unknown => (Array.isArray(value) ? innermost(value[0]) : value);
  expect([100, 101].map((depth) => innermost(cleanDeep(nest(depth))))).toEqual(['ab', 'ab']);
  expect(innermost(cleanDeep(nest(102)))).toBe('a\u0000b');
});
