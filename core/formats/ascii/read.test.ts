/** ASCII 3.0 read: the check values and the hostile table of reference formats 6, line by line. */
import { describe, expect, test } from '@jest/globals';
import { strToU8 } from 'fflate';
import { FormatError } from '../report.js';
import { levelOf, readAscii } from './read.js';

const sample = `IDENT 3:0
MANUFACTURER Example
CONSOLE PlotExport
! made-up example
CLEAR PATCH
PATCH 1 101<1@100 101<2@100 102<3@HFF
PATCH 1 201<613@80
GROUP 1
TEXT Front warm
CHAN 101@100 102@100
CUE 1
TEXT Preset
UP 5
DOWN 7.5 2
CHAN 101@30 102@H80
SUB 1
CHAN 201@100
ENDDATA
`;
const read = (text: string | Uint8Array) => readAscii(typeof text === 'string' ? strToU8(text) : text, 'a.asc');
const codes = (text: string | Uint8Array) => read(text).report.map(({ code }) => code);
const why = (text: string | Uint8Array): string => {
  try {
    read(text);
    return '';
  } catch (error) {
    return error instanceof FormatError ? error.code : String(error);
  }
};
const body = (lines: string) => `IDENT 3:0\n${lines}\nENDDATA\n`;

describe('check values (reference formats 6)', () => {
  const { value, report } = read(sample);
  test('the sample: four patch items, a group, a cue, a submaster, and nothing odd', () => {
    expect(report).toEqual([]);
    expect(value.patch).toEqual([
      { channel: 101, dimmer: 1, level: 1 },
      { channel: 101, dimmer: 2, level: 1 },
      { channel: 102, dimmer: 3, level: 1 },
      { channel: 201, dimmer: 613, level: 0.8 },
    ]);
    expect(value.groups).toEqual([
      {
        number: '1',
        text: 'Front warm',
        channels: [
          { channel: 101, level: 1 },
          { channel: 102, level: 1 },
        ],
      },
    ]);
    expect(value.cues[0]).toMatchObject({ number: '1', text: 'Preset', up: [5, 0], down: [7.5, 2] });
    expect(value.cues[0]!.channels[1]!.level).toBeCloseTo(128 / 255, 9);
    expect(value.subs).toHaveLength(1);
    expect([value.manufacturer, value.console]).toEqual(['Example', 'PlotExport']);
  });
  test('levels: H80 is 50.196 %, H4D 30.196 %, HFF full, FL full', () => {
    expect(levelOf('H80')! * 100).toBeCloseTo(50.196, 3);
    expect(levelOf('h4d')! * 100).toBeCloseTo(30.196, 3);
    expect([levelOf('HFF'), levelOf('H00'), levelOf('FL'), levelOf('100'), levelOf('0')]).toEqual([1, 0, 1, 1, 0]);
  });
  test('all delimiters are alike: 1<5@50, 1,5,50 and 1 5 50', () => {
    const of = (items: string) => read(body(`PATCH 1 ${items}`)).value.patch;
    expect(of('1,5,50')).toEqual(of('1<5@50'));
    expect(of('1 5 50')).toEqual(of('1<5@50'));
    expect(of('1/5;50')).toEqual(of('1<5@50'));
  });
  test('minutes and seconds, small letters, line ends of all kinds', () => {
    expect(read(body('CUE 2\nUP 1:30')).value.cues[0]!.up).toEqual([90, 0]);
    expect(read('ident 3:0\rcue 1.5\rchan 1@50\renddata\r').value.cues[0]).toMatchObject({ number: '1.5' });
    expect(read(body('PATCH 1 1<1@100 ! two\n\n\nPATCH 1 2<2@100')).value.patch).toHaveLength(2);
  });
});

describe('hostile table', () => {
  test('without IDENT: a warning where the first word is known, else refused', () => {
    expect(codes('PATCH 1 1<1@100\nENDDATA')).toContain('ASCII_IDENT');
    expect(why('channel,address\n1,2\n')).toBe('ASCII_NOT_RECOGNISED');
    expect(why('')).toBe('ASCII_NOT_RECOGNISED');
  });
  test('another version, no end', () => {
    expect(codes('IDENT 2:0\nENDDATA')).toContain('ASCII_VERSION');
    expect(codes('IDENT 3:0\nPATCH 1 1<1@100\n')).toContain('ASCII_CUT');
  });
  test('what stands after the end is not read', () => {
    expect(read(`${body('PATCH 1 1<1@100')}PATCH 1 2<2@100\n`).value.patch).toHaveLength(1);
  });
  test('UTF-16 by its mark; letters beyond seven bits as windows-1252', () => {
    const wide = new Uint8Array([0xff, 0xfe, ...[...sample].flatMap((c) => [c.charCodeAt(0), 0])]);
    expect(read(wide).value.patch).toHaveLength(4);
    const bytes = strToU8(body('GROUP 1\nTEXT Caf#\nCHAN 1@100')).map((byte) => (byte === 35 ? 0xe9 : byte));
    expect(read(bytes).value.groups[0]!.text).toBe('Café');
    expect(codes(bytes)).toContain('ASCII_BYTES');
  });
  test.each([
    '1<5@101',
    '1<5@-1',
    '1<5@HZZ',
    '1<5@H100',
    '1<0@50',
    '1<-1@50',
    '1<1000000000@50',
    '1<99999999999@50',
    '0<5@50',
    '100000<5@50',
  ])('the item %s is left out, the others are kept', (item) => {
    const made = read(body(`PATCH 1 ${item} 7<7@100`));
    expect(made.value.patch).toEqual([{ channel: 7, dimmer: 7, level: 1 }]);
    expect(made.report.map(({ code, severity }) => [code, severity])).toEqual([['ASCII_PATCH', 'error']]);
  });
  test('items that are no triples: the whole ones are kept', () => {
    const made = read(body('PATCH 1 1<1@100 2<2'));
    expect(made.value.patch).toHaveLength(1);
    expect(made.report[0]).toMatchObject({ code: 'ASCII_ITEMS', where: 'a.asc, line 2' });
  });
  test('a dimmer that is patched twice belongs to the last one', () => {
    const made = read(body('PATCH 1 1<5@100 2<5@100'));
    expect(made.value.patch).toEqual([{ channel: 2, dimmer: 5, level: 1 }]);
    expect(made.report[0]!.code).toBe('ASCII_DOUBLED');
  });
  test('a maker’s own words are skipped with what belongs to them, each told once; unknown ones warn', () => {
    const made = read(body('$MASK 1\n$$DETAIL 2\nCHAN 1@50\n$MASK 2\nGROUP 4\nCHAN 5@50\nFADER 7\nCHAN 3@50'));
    expect(made.value.groups).toEqual([{ number: '4', text: '', channels: [{ channel: 5, level: 0.5 }] }]);
    expect(made.report.map(({ code }) => code)).toEqual(['ASCII_OWN', 'ASCII_OWN', 'ASCII_WORD']);
  });
  test('a line without end, bytes of no text, a cue without a number', () => {
    expect(codes(body(`PATCH 1 ${'1<1@100 '.repeat(600)}`))).toContain('ASCII_LINE');
    expect(why(new Uint8Array([73, 68, 0, 1]))).toBe('ASCII_BINARY');
    expect(codes(body('CUE abc\nCHAN 1@50'))).toEqual(['ASCII_NUMBER']);
  });
});
