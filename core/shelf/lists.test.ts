/** Lists of types and filters as tables. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strToU8 } from 'fflate';
import { v4 } from 'uuid';
import { foldedHeading, readCsv, type Table } from '../formats/csv/read.js';
import { csvRows } from '../formats/csv/write.js';
import { FormatError } from '../formats/report.js';
import { lookOf } from '../light/filter.js';
import { families } from '../model/records.js';
import { familyOf, filterColumns, filtersFromTable, isKnownHeading, mapColumns, typeColumns, typesFromTable } from './lists.js';
import { typeFaults } from './type-form.js';

describe('lists', () => {
  const table = (text: string | Uint8Array, columns = typeColumns) =>
    readCsv(typeof text === 'string' ? strToU8(text) : text, 'a.csv', isKnownHeading(columns));
  test('check values: quotes, line breaks, marks, delimiters', () => {
    expect(table('name,watts\r\na,"b ""c"", d"\r\n').value.rows).toEqual([['a', 'b "c", d']]);
    expect(table('name,watts\n"x\r\ny",1').value.rows).toEqual([['x\r\ny', '1']]);
    expect(table('\uFEFFname,watts\na,1').value.headings).toEqual(['name', 'watts']);
    expect(table('name;watts;beam\na;2,5;3').value).toMatchObject({ delimiter: ';', rows: [['a', '2,5', '3']] });
    expect(table('sep=|\nname|watts\na|1').value.rows).toEqual([['a', '1']]);
    expect(table('House stock of the Boathouse\n\nname\twatts\nA\t1\n').value).toMatchObject({
      title: ['House stock of the Boathouse'],
      rows: [['A', '1']],
    });
    expect(table("name,watts\n'=1+1,1").value.rows[0]![0]).toBe('=1+1');
    const wide = new Uint8Array([0xff, 0xfe, ...[...'name,watts\na,1'].flatMap((c) => [c.charCodeAt(0), 0])]);
    expect(table(wide).value.rows).toEqual([['a', '1']]);
    expect(foldedHeading('Weight (kg)')).toBe('weight');
  });
  test('a thousand rows come back as they were written', () => {
    const cell = fc.stringMatching(/^[a-z=+\-@;,"' ]{0,8}$/).map((text) => text.trim());
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell, cell), { minLength: 1, maxLength: 30 }), (rows) => {
        const kept = rows.filter((row) => row.some(Boolean));
        const { value } = table(csvRows([['name', 'watts', 'maker'], ...kept]));
        expect(value.rows).toEqual(kept);
      }),
      { numRuns: 60 },
    );
  });
  test('what is no table is refused with a code', () => {
    const code = (bytes: Uint8Array) => {
      try {
        return table(bytes).report.map((item) => item.code);
      } catch (error) {
        return error instanceof FormatError ? error.code : 'other';
      }
    };
    expect(code(new Uint8Array([0x50, 0x4b, 3, 4]))).toBe('CSV_ZIP');
    expect(code(strToU8('a\0b,c\nd,e,f,g,h,i,j,k,l,m,n,o,p'))).toBe('CSV_BINARY');
    expect(code(strToU8(''))).toBe('CSV_EMPTY');
    expect(code(strToU8('name,watts\na\nb,1,2'))).toEqual(['CSV_RAGGED']);
    expect(code(strToU8('x,y\na,b'))).toEqual(['CSV_HEADING']);
    expect(code(new Uint8Array([...strToU8('name,watts\nT'), 0xe4, ...strToU8(',1\n')]))).toEqual(['CSV_ENCODING']);
  });
  const types2 = (text: string) => {
    const { value } = table(text);
    return typesFromTable(value, mapColumns(value.headings, typeColumns), 'metric', v4);
  };
  test('types: headings by their synonyms, families by their words, figures as they are written', () => {
    const { items, report } = types2(
      'Instrument Type,Manufacturer,Category,Wattage,Wt,Field,Qty,DMX Mode\nPebble 26,Cinderpath,Profile,"1,2 kW",7.5 kg,26,12,\nTern,Quillon,moving head wash,300,11,40,,"Pan 16, Tilt 16, Dimmer"\n',
    );
    expect(report).toEqual([]);
    expect(items[0]).toMatchObject({
      name: 'Pebble 26',
      maker: 'Cinderpath',
      family: 'profile',
      watts: 1200,
      weight: 7.5,
      field: 26,
      owned: 12,
    });
    expect(items[1]).toMatchObject({ family: 'moving wash', modes: [{ name: '5 slots' }] });
    expect(items.every((type) => typeFaults(type).every((fault) => fault.weight !== 'stop'))).toBe(true);
  });
  test('what cannot be read is reported by its row, and left at what is usual', () => {
    const { items, report } = types2('Name,Watts,Family\nA,lots,profile\n,5,\nB,500,teapot\n');
    expect(items.map((type) => [type.name, type.watts, type.family])).toEqual([
      ['A', 1000, 'profile'],
      ['B', 500, 'profile'],
    ]);
    expect(report.map((item) => [item.code, item.where])).toEqual([
      ['LIST_FIGURE', 'row 2'],
      ['LIST_NAME', 'row 3'],
      ['LIST_FAMILY', 'row 4'],
    ]);
  });
  test('every family is known by its own name', () => {
    for (const family of families) expect(familyOf(family)).toBe(family);
    expect(familyOf('Followspots')).toBe('follow spot');
    expect(familyOf('')).toBeNull();
  });
  const filters = (text: string) => {
    const { value }: { value: Table } = table(text, filterColumns);
    return filtersFromTable(value, mapColumns(value.headings, filterColumns), 'Tide', v4);
  };
  test('filters: curves in percent or in shares give the same; colour and transmission follow from them', () => {
    const nm = Array.from({ length: 17 }, (_, i) => 400 + 20 * i);
    const row = (k: number) => nm.map((l) => (l > 560 ? 0.8 * k : 0.02 * k).toFixed(3)).join();
    const percent = filters(`Code,Name,${nm.join()}\nT 1,Rust,${row(100)}`).items[0]!;
    const share = filters(`Code,Name,${nm.join()}\nT 1,Rust,${row(1)}`).items[0]!;
    expect(percent.curve).toEqual(share.curve);
    expect(percent).toMatchObject({ code: 'T 1', name: 'Rust', book: 'Tide', hue: 0, curve: { from: 400, step: 20 } });
    expect(percent.transmission).toBeCloseTo(lookOf(percent).passes, 3);
    expect(percent.rgb).toBe(lookOf(percent).rgb);
  });
  test('a curve of percentages is one though no value reaches two of them; one without any value is no curve, and no fault', () => {
    const low = filters('Code,Name,RGB,400,410,420\nA,dark,#000001,0.5,1.5,1\n');
    expect(low.report).toEqual([]);
    const [curve] = low.items.flatMap((filter) => filter.curve ?? []);
    expect(curve?.values.map((value) => Math.round(value * 1e6) / 1e6)).toEqual([0.005, 0.015, 0.01]);
    const shares = filters('Code,Name,RGB,400,410,420\nA,open,#000001,0.5,1,1\n').items.flatMap((filter) => filter.curve ?? []);
    expect(shares[0]?.values).toEqual([0.5, 1, 1]);
    const none = filters('Code,Name,RGB,400,410,420\nB,none,#ff0000,,,\n');
    expect([none.report, none.items[0]?.curve]).toEqual([[], undefined]);
    const some = filters('Code,Name,RGB,400,410,420\nB,some,#ff0000,1,,1\n');
    expect(some.report.map(({ message }) => message)).toEqual(['1 values of the curve are missing; the curve was left out.']);
  });
  test('filters: uneven wavelengths, missing colours, codes twice', () => {
    const { items, report } = filters('Code,Name,RGB,400,410,450\nA,one,#ff0000,1,1,1\na,two,#00ff00,,,\nB,,,,,\nC,,blue,,,\n');
    expect(items.map((filter) => filter.code)).toEqual(['A']);
    expect(report.map((item) => item.code)).toEqual(['LIST_CURVE', 'LIST_TWICE', 'LIST_COLOUR', 'LIST_COLOUR', 'LIST_COLOUR']);
  });
});
