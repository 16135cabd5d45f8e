/** Files are known by what they hold, whatever they are called; what is none of ours is said in a sentence. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strToU8 } from 'fflate';
import { makeDemo } from '#demo/show';
import { all } from '../model/show.js';
import { plateTags } from '../paper/windows/stage.js';
import { writeAscii } from './ascii/write.js';
import { csvFile } from './csv/write.js';
import { writeDxf } from './dxf/write.js';
import { writeGdtf } from './gdtf/write.js';
import { writeMvr } from './mvr/write.js';
import { recognise } from './recognise.js';
import { FormatError } from './report.js';
import { writeShowFile } from './show/archive.js';
import { writeZip } from './zip/write.js';

const demo = makeDemo();
const [type] = all(demo, 'type');
if (!type) throw new Error('the demo has types');
const utf16 = (text: string): Uint8Array =>
  Uint8Array.from([0xff, 0xfe, ...[...text].flatMap((letter) => [letter.charCodeAt(0) & 255, letter.charCodeAt(0) >> 8])]);
const files: readonly (readonly [string, Uint8Array])[] = [
  ['mvr', writeMvr(demo)],
  ['gdtf', writeGdtf(type)],
  ['show', writeShowFile({ id: demo.id, records: [...demo.records.values()], files: [], issues: [] })],
  [
    'package',
    writeZip([
      ['manifest.json', strToU8('{}')],
      ['rig.mvr', strToU8('x')],
    ]),
  ],
  ['shelf', writeZip([['shelf.json', strToU8('{}')]])],
  ['xlsx', writeZip([['xl/workbook.xml', strToU8('<workbook/>')]])],
  ['xlsx', Uint8Array.from([0xd0, 0xcf, 0x11, 0xe0, 0, 0])],
  [
    'desk',
    strToU8(
      writeAscii({
        manufacturer: 'M',
        console: 'C',
        patch: [{ channel: 1, dimmer: 1, level: 1 }],
        groups: [],
        cues: [],
        subs: [],
      }),
    ),
  ],
  ['desk', strToU8('! a remark\r\nIDENT 3:0\r\nCLEAR PATCH\r\nENDDATA\r\n')],
  ['dxf', strToU8(writeDxf(demo, { denominator: 50, tags: plateTags(demo) }))],
  ['svg', strToU8('<?xml version="1.0"?><!-- drawn --><svg xmlns="http://www.w3.org/2000/svg"/>')],
  ['picture', Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 13, 10])],
  ['pdf', strToU8('%PDF-1.7')],
  ['photometry', strToU8('IESNA:LM-63-2002\r\nTILT=NONE\r\n')],
  [
    'table',
    strToU8(
      csvFile([
        ['Channel', 'Address'],
        ['1', '1.1'],
      ]),
    ),
  ],
  ['table', strToU8('Channel\tAddress\n1\t1.1\n')],
  ['table', utf16('Channel;Address\r\n1;1.1\r\n')],
  ['table', strToU8('Position,Unit\nLX 1,"a, ""b"""\n')],
];
describe('a file at the door', () => {
  test.each(files)('is %s by what it holds, under any name', (kind, bytes) => {
    for (const name of ['a.csv', 'rig.mvr', 'x']) expect(recognise(bytes, name)).toBe(kind);
  });
  test('light of the European form is told by its name and its beginning', () => {
    const ldt = strToU8('A maker\r\n1\r\n1\r\n24\r\n');
    expect(recognise(ldt, 'a.ldt')).toBe('photometry');
    expect(recognise(ldt, 'a.csv')).toBe('table');
  });
  const why = (bytes: Uint8Array, name = 'a') => {
    try {
      return recognise(bytes, name);
    } catch (error) {
      if (!(error instanceof FormatError)) throw error;
      return error.message;
    }
  };
  test.each([
    ['nothing', new Uint8Array(), /is empty/],
    ['an archive of something else', writeZip([['notes.txt', strToU8('x')]]), /does not know/],
    ['a damaged archive', writeMvr(demo).slice(0, 400), /zip|archive|contents/],
    ['JSON', strToU8('{"a":1}'), /nothing that Dessin reads/],
    ['markup', strToU8('<html></html>'), /nothing that Dessin reads/],
    ['bytes', Uint8Array.from([1, 2, 0, 3, 0, 0, 9]), /nothing that Dessin reads/],
  ])('%s is answered in a sentence', (_, bytes, sentence) => {
    expect(why(bytes)).toMatch(sentence);
  });
  test('law: any bytes are a kind or a sentence, and truncated files too', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 400 }), (bytes) => {
        expect(typeof why(bytes)).toBe('string');
      }),
    );
    fc.assert(
      fc.property(fc.constantFrom(...files), fc.double({ min: 0, max: 1, noNaN: true }), ([, bytes], share) => {
        expect(typeof why(bytes.slice(0, Math.floor(bytes.length * share)))).toBe('string');
      }),
      { numRuns: 60 },
    );
  });
});
