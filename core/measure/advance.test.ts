/** Against the font itself, by another reader of fonts. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { advanceOf, cutTo, widthOf, wrapped } from './advance.js';

const require = createRequire(import.meta.url);
interface Font {
  readonly unitsPerEm: number;
  readonly hasGlyphForCodePoint: (code: number) => boolean;
  readonly glyphForCodePoint: (code: number) => { readonly advanceWidth: number };
}
const { create } = require('fontkit') as { create: (bytes: Buffer) => Font };
const words = fc
  .array(fc.stringMatching(/^[A-Za-z0-9.,é]{1,30}$/), { minLength: 1, maxLength: 12 })
  .map((list) => list.join(' '));

describe('the widths of letters', () => {
  test.each([400, 700])('are those of the shipped face, weight %i', (weight) => {
    const font = create(readFileSync(require.resolve(`@fontsource/b612/files/b612-latin-${weight}-normal.woff`)));
    for (const code of [
      ...Array.from({ length: 95 }, (_, i) => 32 + i),
      ...Array.from({ length: 96 }, (_, i) => 160 + i),
      0x2013,
      0x2014,
      0x2019,
      0x201c,
      0x2026,
      0x20ac,
    ])
      if (font.hasGlyphForCodePoint(code) && font.glyphForCodePoint(code).advanceWidth)
        expect(advanceOf(String.fromCodePoint(code)) * font.unitsPerEm).toBeCloseTo(font.glyphForCodePoint(code).advanceWidth, 6);
  });
  test('a text that is cut fits its room, and one that fits is left', () => {
    fc.assert(
      fc.property(words, fc.double({ min: 5, max: 60, noNaN: true }), (text, room) => {
        const cut = cutTo(text, room, 2.5);
        expect(widthOf(cut, 2.5) <= room || cut === '…').toBe(true);
        expect(widthOf(text, 2.5) <= room).toBe(cut === text);
      }),
      { numRuns: 60 },
    );
  });
  test('lines fit and lose no letter', () => {
    fc.assert(
      fc.property(words, fc.double({ min: 4, max: 60, noNaN: true }), (text, room) => {
        const list = wrapped(text, room, 2.5);
        for (const line of list) expect(widthOf(line, 2.5) <= room || line.length === 1).toBe(true);
        expect(list.join('').replaceAll(' ', '')).toBe(text.replaceAll(' ', ''));
      }),
      { numRuns: 60 },
    );
    expect(wrapped('one\ntwo', 50, 2.5)).toEqual(['one', 'two']);
  });
});
