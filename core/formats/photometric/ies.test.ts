/** LM-63: read, refused, written and read by others. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strToU8 } from 'fflate';
import { FloatType } from 'three';
import { IESLoader } from 'three/examples/jsm/loaders/IESLoader.js';
import { illuminance, widthAt } from '../../light/beam.js';
import { angleAt, candelaAt, lumensOf, peakOfTable } from '../../light/candela.js';
import { steps, table } from '../../light/table.arb.js';
import type { Photometry } from '../../model/records.js';
import { readIes, writeIes } from './ies.js';
import { codeOf } from './photometric.arb.js';

const small = `IESNA:LM-63-2002
[TEST] made-up
[TESTLAB] none
[ISSUEDATE] 2024-01-01
[MANUFAC] Example
TILT=NONE
1 -1 1 10 1 1 2 0 0 0
1 1 750
0 5 10 15 20 25 30 45 60 90
0
10000 9500 8000 5500 3000 1200 500 100 0 0
`;
const ies = (text: string) => readIes(strToU8(text), 'test.ies');

describe('the small test file of the reference', () => {
  const { light, maker } = ies(small).value;
  test('peak, values between, angles, lumens, light at 6 m', () => {
    expect(maker).toBe('Example');
    expect(light.watts).toBe(750);
    expect(peakOfTable(light)).toEqual({ peak: 10000, onAxis: true });
    expect(candelaAt(light, 12.5, 77)).toBeCloseTo(6750, 6);
    expect(candelaAt(light, 22.5, 0)).toBeCloseTo(2100, 6);
    expect(angleAt(light, 0.5)).toBeCloseTo(32, 6);
    expect(angleAt(light, 0.1)).toBeCloseTo(52.857, 3);
    expect(lumensOf(light)).toBeCloseTo(3380.735, 2);
    expect(illuminance(10000, 6)).toBeCloseTo(277.78, 2);
    expect(widthAt(6, 32)).toBeCloseTo(3.441, 3);
    expect(widthAt(6, angleAt(light, 0.1)!)).toBeCloseTo(5.964, 3);
  });
  test('line breaks between figures mean nothing; commas part them too', () => {
    const [head, rest] = [small.slice(0, small.indexOf('1 -1')), small.slice(small.indexOf('1 -1'))];
    expect(ies(head + rest.replace(/\n/g, ' ')).value.light).toEqual(light);
    expect(ies(head + rest.replace(/ /g, '\n')).value.light).toEqual(light);
    expect(ies(head + rest.replace(/ /g, ', ')).value.light).toEqual(light);
  });
  test('multiplier and ballast factor count; the third factor only in old files', () => {
    const by = (from: string, line: string) => ies(small.replace(from, line)).value.light.candela[0];
    expect(by('1 -1 1 10', '1 -1 2 10')).toBe(20000);
    expect(by('1 1 750', '0.5 0.5 750')).toBe(5000);
    expect(ies(small.replace('LM-63-2002', 'LM-63-1995').replace('1 1 750', '0.5 0.5 750')).value.light.candela[0]).toBe(2500);
  });
});

describe('what we write is read by others', () => {
  const angles = fc
    .uniqueArray(fc.integer({ min: 1, max: 179 }), { minLength: 2, maxLength: 12 })
    .map((list) => [0, ...list.sort((a, b) => a - b), 180]);
  test("three's example loader reads the same candela, whatever the table", () => {
    const loader = Object.assign(new IESLoader(), { type: FloatType });
    fc.assert(
      fc.property(
        angles,
        fc.constantFrom<number[]>([0], [0, 90], [0, 45, 90, 180], [0, 120, 240, 360]),
        fc.nat(1000),
        (vertical, horizontal, seed) => {
          const light = table('C', vertical, horizontal, (v, h) => Math.round(1000 * (2 + Math.sin(v + seed) + Math.cos(h))) / 4);
          const texture = loader.parse(writeIes(light, 'Example'));
          const data = texture.image.data as Float32Array;
          const most = Math.max(...light.candela);
          // Its texture has 180 rows over 0 to 180 degrees and 360 columns, or one; it scales by the greatest value.
          const rows = 180;
          const scale = Math.max(...data) > 1.5 ? 1 : most;
          for (const row of [0, 17, 90, 133, 179])
            for (const H of data.length > rows ? [0, 30, 90, 135, 200, 300] : [0]) {
              const V = (row * 180) / (rows - 1);
              expect(data[row + H * rows]! * scale).toBeCloseTo(candelaAt(light, V, H), 1);
            }
        },
      ),
      { numRuns: 40 },
    );
  });
  test('a street lantern of 37 by 13 angles: at 200 angles taken at random, between the tabulated ones too, the same candela within a thousandth of the peak', () => {
    const light = table('C', steps(0, 180, 5), steps(0, 180, 15), (v, h) =>
      Math.round(1000 * (4 + 3 * Math.cos((v * Math.PI) / 90) + Math.sin((h * Math.PI) / 120) * Math.sin((v * Math.PI) / 180))),
    );
    const { data } = Object.assign(new IESLoader(), { type: FloatType }).parse(writeIes(light, 'Example')).image;
    const peak = Math.max(...light.candela);
    // The reader scales by the peak; its rows are 180 over 0 to 180 degrees, its columns whole degrees.
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 179 }), fc.integer({ min: 0, max: 359 }), (row, H) => {
        const ours = candelaAt(light, (row * 180) / 179, H) / peak;
        expect(Math.abs((data as Float32Array)[row + H * 180]! - ours)).toBeLessThan(1e-3);
      }),
      { numRuns: 200 },
    );
  });
  test('and comes back to us unchanged', () => {
    const value = fc.integer({ min: 0, max: 4_000_000 }).map((n) => n / 4);
    fc.assert(
      fc.property(
        angles,
        fc.constantFrom<Photometry['form']>('A', 'B', 'C'),
        fc.array(value, { minLength: 60, maxLength: 60 }),
        (vertical, form, values) => {
          const light = table(form, vertical, [0, 30, 90], () => 0);
          const written = { ...light, candela: light.candela.map((_, i) => values[i]!), watts: 575 };
          const { value: read, report } = ies(writeIes(written, 'Example'));
          expect(read.light).toEqual(written);
          expect(report.filter((item) => item.code !== 'IES_DARK')).toEqual([]);
          expect(writeIes(read.light, read.maker)).toBe(writeIes(written, 'Example'));
        },
      ),
    );
  });
  test('no line is longer than 132 characters', () => {
    const light = table('C', steps(0, 180, 1), [0], (v) => 123456.789 * (1 + v));
    expect(
      Math.max(
        ...writeIes(light, 'x'.repeat(300))
          .split('\r\n')
          .map((line) => line.length),
      ),
    ).toBeLessThanOrEqual(132);
  });
});

describe('hostile LM-63', () => {
  test.each([
    ['1 -1 1 -10 1', 'IES_COUNT'],
    ['1 -1 1 0 1', 'IES_COUNT'],
    ['1 -1 1 2.5 1', 'IES_COUNT'],
    ['1 -1 1 9000000 9000000', 'IES_COUNT'],
    ['1 -1 1 11 1', 'IES_SHORT'],
    ['1 -1 1 nan 1', 'IES_NUMBER'],
    ['1 -1 1 10 one', 'IES_NUMBER'],
  ])('counts "%s" are refused with %s', (line, code) => expect(codeOf(() => ies(small.replace('1 -1 1 10 1', line)))).toBe(code));
  const said = (text: string) => ies(text).report.map((item) => item.code);
  test('odd values are reported and repaired', () => {
    expect(said(`${small} 5 6`)).toContain('IES_LONG');
    expect(said(small.replace('5 10 15', '10 5 15'))).toContain('IES_ANGLES');
    expect(ies(small.replace('5 10 15', '10 5 15')).value.light.vertical.slice(0, 4)).toEqual([0, 5, 10, 15]);
    expect(said(small.replace('9500', '-9500'))).toContain('IES_NEGATIVE');
    expect(said(small.replace('10000 9500 8000 5500 3000 1200 500 100', '0 0 0 0 0 0 0 0'))).toContain('IES_DARK');
    expect(said(small.replace('1 -1 1 10', '1 -1 0 10'))).toContain('IES_MULTIPLIER');
    expect(said(small.replace('10 1 1 2', '10 1 7 2'))).toContain('IES_TYPE');
    expect(said(small.replace('TILT=NONE', 'TILT=../../etc/x'))).toContain('IES_TILT');
  });
  test('no TILT is no LM-63; UTF-16 is read by its mark; INCLUDE is skipped', () => {
    expect(codeOf(() => ies('hello'))).toBe('IES_FORM');
    const wide = new Uint8Array([0xff, 0xfe, ...[...small].flatMap((c) => [c.charCodeAt(0), 0])]);
    expect(readIes(wide, 'wide.ies').value.light.candela[0]).toBe(10000);
    expect(ies(small.replace('TILT=NONE', 'TILT=INCLUDE\n1\n2\n0 90\n1 0.9')).value.light.candela[0]).toBe(10000);
  });
  test('any mutation gives a result or a sentence, never anything else', () => {
    fc.assert(
      fc.property(fc.nat(small.length - 1), fc.string({ minLength: 0, maxLength: 3 }), (at, put) => {
        codeOf(() => ies(small.slice(0, at) + put + small.slice(at + 1)));
      }),
      { numRuns: 500 },
    );
  });
});
