/** ASCII 3.0 written: by its own reader, and by a second small one that was written from the grammar and shares nothing with it. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strToU8 } from 'fflate';
import type { ConsoleData } from './data.js';
import { readAscii } from './read.js';
import { isPlain, levelText, plainText, writeAscii } from './write.js';

const empty: ConsoleData = { manufacturer: 'Dessin', console: 'Plot', patch: [], groups: [], cues: [], subs: [] };
const shares = fc.oneof(
  fc.integer({ min: 0, max: 100 }).map((n) => n / 100),
  fc.integer({ min: 0, max: 255 }).map((n) => n / 255),
);
const levels = fc
  .uniqueArray(fc.record({ channel: fc.integer({ min: 1, max: 99_999 }), level: shares }), {
    selector: ({ channel }) => channel,
    maxLength: 40,
  })
  .map((list) => list.sort((a, b) => a.channel - b.channel));
const words = fc.stringMatching(/^[A-Za-z][A-Za-z0-9 <@,/;-]{0,20}[a-z]$/).map((text) => text.replace(/\s+/g, ' '));
const group = (number: string) => fc.record({ number: fc.constant(number), text: words, channels: levels });
const dataArb: fc.Arbitrary<ConsoleData> = fc.record({
  manufacturer: fc.constant('Dessin'),
  console: words,
  patch: fc
    .uniqueArray(
      fc.record({ channel: fc.integer({ min: 1, max: 9999 }), dimmer: fc.integer({ min: 1, max: 40_000 }), level: shares }),
      {
        selector: ({ dimmer }) => dimmer,
        maxLength: 60,
      },
    )
    .map((list) => list.sort((a, b) => a.channel - b.channel || a.dimmer - b.dimmer)),
  groups: fc.tuple(group('1'), group('2')).map((list) => [...list]),
  cues: group('1.5').map((cue) => [{ ...cue, up: [5, 0] as const, down: [7.5, 2] as const }]),
  subs: group('3').map((sub) => [sub]),
});

describe('what is written', () => {
  test('is read back as it was', () => {
    fc.assert(
      fc.property(dataArb, (data) => {
        const { value, report } = readAscii(strToU8(writeAscii(data)), 'a.asc');
        expect(report).toEqual([]);
        const near = (a: unknown): unknown =>
          JSON.parse(JSON.stringify(a), (key, v) => (key === 'level' ? Math.round(v * 1e9) / 1e9 : v));
        expect(near(value)).toEqual(near(data));
      }),
    );
  });
  test('is seven bits, CR LF, 80 characters a line at most, and ends with ENDDATA, with 500 channels and remarks', () => {
    const many = Array.from({ length: 500 }, (_, i) => ({ channel: i + 1, level: (i % 256) / 255 }));
    const text = writeAscii(
      {
        ...empty,
        console: 'Déjà vu! – grün',
        patch: many.map(({ channel }) => ({ channel, dimmer: channel * 3, level: 1 })),
        groups: [{ number: '1', text: 'Straße und Ærø 日本', channels: many }],
        cues: [{ number: '1', text: 'a'.repeat(200), channels: many }],
      },
      [`Left out: ${'a channel with a letter, '.repeat(12)}`],
    );
    expect(text).toMatch(/^[\x20-\x7e\r\n]*$/);
    const lines = text.split('\r\n');
    expect(lines.at(-2)).toBe('ENDDATA');
    expect(lines.at(-1)).toBe('');
    for (const line of lines) expect(line.length).toBeLessThanOrEqual(80);
    expect(lines[2]).toBe('CONSOLE Deja vu. - grun');
    expect(text).toContain('TEXT Strasse und AEro ??');
    // Nothing of a remark is read for data.
    expect(readAscii(strToU8(text), 'a').value.patch).toHaveLength(500);
  });
  test('levels: whole per cent as such, what lies between in 255 parts', () => {
    expect([1, 0, 0.5, 0.8, 128 / 255, 77 / 255].map(levelText)).toEqual(['100', '0', '50', '80', 'H80', 'H4D']);
  });
  test('texts in seven bits', () => {
    expect(plainText('Café\t– 1!')).toBe('Cafe - 1.');
    expect([isPlain('Front warm'), isPlain('Café')]).toEqual([true, false]);
  });
});

/** A reader from the grammar alone: a dozen lines, no leniency. */
function strict(text: string): { patch: number[][]; groups: Record<string, string>; cues: Record<string, number[][]> } {
  const out = { patch: [] as number[][], groups: {} as Record<string, string>, cues: {} as Record<string, number[][]> };
  let open: [string, string] = ['', ''];
  for (const line of text.split('\r\n')) {
    const [word, ...items] = line.split(' ');
    const level = (l: string) => (l.startsWith('H') ? Number.parseInt(l.slice(1), 16) / 2.55 : Number(l));
    if (word === 'PATCH')
      for (const item of items.slice(1))
        out.patch.push(item.split(/[<@]/).map((part, i) => (i === 2 ? level(part) : Number(part))));
    if (word === 'GROUP' || word === 'CUE' || word === 'SUB') open = [word, items[0]!];
    if (word === 'TEXT' && open[0] === 'GROUP') out.groups[open[1]] = items.join(' ');
    if (word === 'CHAN' && open[0] === 'CUE')
      out.cues[open[1]] = [
        ...(out.cues[open[1]] ?? []),
        ...items.map((item) => item.split('@').map((part, i) => (i ? level(part) : Number(part)))),
      ];
  }
  return out;
}
test('a second reader, written from the grammar, finds the same', () => {
  fc.assert(
    fc.property(dataArb, (data) => {
      const read = strict(writeAscii(data));
      expect(read.patch.map(([c, d]) => [c, d])).toEqual(data.patch.map(({ channel, dimmer }) => [channel, dimmer]));
      for (const [i, [, , level]] of read.patch.entries()) expect(level! / 100).toBeCloseTo(data.patch[i]!.level, 6);
      for (const { number, text } of data.groups) expect(read.groups[number]).toBe(text);
      expect((read.cues['1.5'] ?? []).map(([c]) => c)).toEqual(data.cues[0]!.channels.map(({ channel }) => channel));
    }),
  );
});
