/** Archives: what is written is read, bombs and nonsense are refused. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { refusal } from '../formats.arb.js';
import { limits, Report } from '../report.js';
import { openZip } from './read.js';
import { writeZip } from './write.js';

describe('zip', () => {
  const open = (bytes: Uint8Array, most = limits) => openZip(bytes, new Report(), 'test', { left: most.total }, most);
  test('10 MiB of zeros, ratio about 1028, is a bomb under a low limit', () => {
    const bomb = writeZip([['zeros', new Uint8Array(10 * 1024 * 1024)]]);
    expect(bomb.length).toBeLessThan(11_000);
    expect(refusal(() => open(bomb, { ...limits, ratioFrom: 1_000_000 }).read('zeros'))).toBe('ZIP_RATIO');
    expect(refusal(() => open(bomb, { ...limits, total: 1_000_000 }).read('zeros'))).toBe('ZIP_TOO_BIG');
  });
  test('what is written is read, whatever the bytes', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 2000 }), (bytes) => {
        expect([...open(writeZip([['a.bin', bytes]])).read('A.BIN')!]).toEqual([...bytes]);
      }),
      { numRuns: 50 },
    );
  });
  test('encrypted, too many, not a zip', () => {
    const zip = writeZip([['a', strToU8('hello')]]);
    const flagged = Uint8Array.from(zip);
    const central = flagged.findIndex(
      (_, i) => flagged[i] === 0x50 && flagged[i + 1] === 0x4b && flagged[i + 2] === 1 && flagged[i + 3] === 2,
    );
    flagged[central + 8] = flagged[central + 8]! | 1;
    expect(refusal(() => open(flagged))).toBe('ZIP_UNSUPPORTED');
    expect(refusal(() => open(zip, { ...limits, entries: 0 }))).toBe('ZIP_TOO_MANY_ENTRIES');
    expect(refusal(() => open(strToU8('no zip at all')))).toBe('ZIP_BAD');
  });

  describe('there is one reading of it, or none', () => {
    const plain = () => writeZip([['a', strToU8('one')]]);
    const evil = writeZip([['a', strToU8('two')] as const, ['b', strToU8('three')]]);
    const end = (zip: Uint8Array) => zip.length - 22;
    const changed = (zip: Uint8Array, at: number, ...values: number[]) => {
      const out = Uint8Array.from(zip);
      out.set(values, at);
      return out;
    };
    const joined = (...parts: Uint8Array[]) => Uint8Array.from(parts.flatMap((part) => [...part]));
    test('a comment is no harm', () => {
      const zip = joined(changed(plain(), end(plain()) + 20, 3, 0), strToU8('abc'));
      expect(open(zip).names).toEqual(['a']);
    });
    test('an archive that lies in it as it is, with an end of its own, is no harm', () => {
      const outer = zipSync({ 'type.gdtf': [plain(), { level: 0 }] });
      expect(open(open(outer).read('type.gdtf')!).names).toEqual(['a']);
    });
    test.each<[string, Uint8Array]>([
      // A reader that looks from the end finds the one, one that trusts the length of the comment the other.
      [
        'a second end in the comment of the first',
        (() => {
          const [zip, tail] = [plain(), evil.subarray(evil.length - 22)];
          return joined(changed(zip, end(zip) + 20, 22, 0), tail);
        })(),
      ],
      ['a whole archive behind it', joined(plain(), evil)],
      ['bytes behind the end', joined(plain(), Uint8Array.of(0))],
      ['a comment that is longer than the file', changed(plain(), end(plain()) + 20, 9, 0)],
      ['fewer entries than are listed', changed(evil, end(evil) + 8, 1, 0, 1, 0)],
      ['two numbers of entries', changed(evil, end(evil) + 8, 1, 0)],
      ['a table that ends before the end', changed(plain(), end(plain()) + 12, 1, 0, 0, 0)],
      ['another name at the entry than in the table', changed(plain(), 30, 'b'.charCodeAt(0))],
    ])('%s', (_, zip) => {
      expect(refusal(() => open(zip))).toBe('ZIP_TWOFOLD');
    });
  });
});
