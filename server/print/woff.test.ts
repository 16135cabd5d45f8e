/** Against another reader of faces: what it reads from the WOFF it reads from the plain face too. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, test } from '@jest/globals';
import { plainFace } from './woff.js';

const require = createRequire(import.meta.url);
interface Font {
  readonly postscriptName: string;
  readonly numGlyphs: number;
  readonly unitsPerEm: number;
  readonly glyphForCodePoint: (code: number) => {
    readonly advanceWidth: number;
    readonly path: { readonly commands: readonly unknown[] };
  };
}
const { create } = require('fontkit') as { create: (bytes: Buffer) => Font };

test.each([400, 700])('the shipped face of weight %i has the same letters, widths and outlines as its plain form', (weight) => {
  const woff = readFileSync(require.resolve(`@fontsource/b612/files/b612-latin-${weight}-normal.woff`));
  const plain = plainFace(woff);
  expect(plain.subarray(0, 4)).not.toEqual(woff.subarray(0, 4));
  const [a, b] = [create(woff), create(plain)];
  expect([b.postscriptName, b.numGlyphs, b.unitsPerEm]).toEqual([a.postscriptName, a.numGlyphs, a.unitsPerEm]);
  for (const letter of 'AaZz09&é') {
    const code = letter.codePointAt(0)!;
    expect(b.glyphForCodePoint(code).advanceWidth).toBe(a.glyphForCodePoint(code).advanceWidth);
    expect(b.glyphForCodePoint(code).path.commands).toEqual(a.glyphForCodePoint(code).path.commands);
  }
});
test('what is no such file, or breaks off, is refused in a sentence', () => {
  const woff = readFileSync(require.resolve('@fontsource/b612/files/b612-latin-400-normal.woff'));
  expect(() => plainFace(Buffer.from('no face'))).toThrow('This is no WOFF file.');
  expect(() => plainFace(woff.subarray(0, 2000))).toThrow('The WOFF file breaks off.');
});
