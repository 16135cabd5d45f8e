/** The form of a type, modes as text, and the lists that houses keep (CSV by reference formats 8). */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strToU8 } from 'fflate';
import { v4 } from 'uuid';
import { types } from '#demo/types';
import { foldedHeading, readCsv, type Table } from '../formats/csv/read.js';
import { csvRows } from '../formats/csv/write.js';
import { FormatError } from '../formats/report.js';
import { lookOf } from '../light/filter.js';
import { type Family, type FixtureType, families } from '../model/records.js';
import { footprints } from '../patch/footprint.js';
import { channelsFromText, textFromChannels, usualAttributes } from './channels.js';
import { familyOf, filterColumns, filtersFromTable, isKnownHeading, mapColumns, typeColumns, typesFromTable } from './lists.js';
import { newType } from './new-type.js';
import { modeClashes, typedField, typeFaults, typeFields, typeText } from './type-form.js';

const aster = types.aster26 as FixtureType;
const typed = (key: string, text: string, type = aster) => {
  const out = typedField(type, key, text, 'metric');
  return out.ok ? (out.type as unknown as Record<string, unknown>)[key] : `refused: ${out.why}`;
};

describe('the form of a type', () => {
  test('asks only for what a family needs', () => {
    const keys = (family: Family, lamp: FixtureType['lamp']) => typeFields({ family, lamp }).map((field) => field.key);
    expect(keys('profile', 'Halogen')).toEqual(expect.arrayContaining(['beam', 'frame', 'goboSize']));
    expect(keys('profile', 'Halogen')).not.toEqual(expect.arrayContaining(['pan']));
    expect(keys('profile', 'LED')).not.toContain('frame');
    expect(keys('moving wash', 'LED')).toEqual(expect.arrayContaining(['pan', 'tilt', 'powerFactor']));
    expect(keys('effect', 'LED')).not.toContain('beam');
    expect(keys('fresnel', 'Halogen')).not.toContain('goboSize');
  });
  test('figures with units, commas and zooms; what cannot be is refused in a sentence', () => {
    expect(typed('weight', '7,5 kg')).toBe(7.5);
    expect(typed('watts', '1200W')).toBe(1200);
    expect(typed('length', '640')).toBe(640);
    expect(typed('length', "2'")).toBeCloseTo(609.6, 6);
    expect(typed('frame', '160x160')).toEqual([160, 160]);
    expect(typed('frame', '125')).toEqual([125, 125]);
    for (const wrong of ['1x2x3', 'wide x 160', '160 x high', '9x160', '160x2001'])
      expect(typed('frame', wrong)).toMatch(/^refused/);
    expect([typed('frame', '10x2000'), typed('frame', '2000x10')]).toEqual([
      [10, 2000],
      [2000, 10],
    ]);
    expect(typed('cells', '2.5')).toBe('refused: Only a whole number.');
    expect(typed('weight', 'heavy')).toBe('refused: "heavy" is not a figure.');
    expect(typed('beam', '200')).toMatch(/^refused: Between 0 and 180/);
    expect(typed('powerFactor', '1.2')).toMatch(/^refused/);
    expect(typed('name', '  ')).toMatch(/^refused/);
    expect(typed('volts', '')).toBeUndefined();
    const zoom = typedField(aster, 'field', '18-45', 'metric');
    expect(zoom.ok && [zoom.type.field, zoom.type.zoom]).toEqual([18, { beam: 45, field: 45 }]);
    expect(zoom.ok && typeText(zoom.type, 'field')).toBe('18-45');
    const plain = zoom.ok ? typedField(zoom.type, 'field', '26', 'metric') : zoom;
    expect(plain.ok && 'zoom' in plain.type).toBe(false);
  });
  test('limits are taken, and what is beyond them is told', () => {
    for (const [key, inside, outside] of [
      ['length', ['1', '20000'], ['0.9', '20001']],
      ['hang', ['0', '10000'], ['-1', '10001']],
      ['frame', ['10x10', '2000x2000', '10 x 2000'], ['9x100', '100x9', '2001x100', '100x2001', '1x2x3']],
      ['beam', ['0', '180', '10-10', '10 to 180'], ['-1', '181', '10-9', '10-181', '1-2-3', '']],
      ['weight', ['0', '100000'], ['-0.1', '100001']],
      ['watts', ['0', '1000000'], ['1000001']],
      ['volts', ['1', '100000'], ['0.9', '100001']],
      ['powerFactor', ['0.01', '1'], ['0', '1.01']],
      ['lumens', ['0', '100000000'], ['100000001']],
      ['candela', ['0', '1000000000000'], ['1000000000001']],
      ['kelvin', ['0', '100000'], ['100001']],
      ['pan', ['0', '10000'], ['10001']],
      ['tilt', ['0', '10000'], ['10001']],
      ['cells', ['1', '512'], ['0', '513', '1.5']],
      ['owned', ['0', '100000'], ['100001', '1.5']],
      ['name', ['x', 'x'.repeat(200)], ['', 'x'.repeat(201)]],
    ] as const) {
      for (const text of inside) expect([key, text, typedField(aster, key, text, 'metric').ok]).toEqual([key, text, true]);
      for (const text of outside) expect([key, text, typedField(aster, key, text, 'metric').ok]).toEqual([key, text, false]);
    }
    expect(typed('frame', '100x200')).toEqual([100, 200]);
    expect(typed('length', '1,5')).toBe(1.5);
    expect(typed('length', '30cm')).toBe(300);
  });
  test('the wide end of a zoom: what was said of the other angle stays, else it is as wide', () => {
    const zoomed = (key: 'beam' | 'field', text: string, from: FixtureType = aster) => {
      const out = typedField(from, key, text, 'metric');
      return out.ok ? [out.type.beam, out.type.field, out.type.zoom] : out.why;
    };
    const one: FixtureType = { ...aster, beam: 18, field: 26 };
    expect(zoomed('field', '20-45', one)).toEqual([18, 20, { beam: 45, field: 45 }]);
    expect(zoomed('beam', '10-20', one)).toEqual([10, 26, { beam: 20, field: 26 }]);
    expect(zoomed('beam', '10-30', { ...one, zoom: { beam: 25, field: 50 } })).toEqual([10, 26, { beam: 30, field: 50 }]);
  });
  test('a field at zero, a zoom whose field is narrower, power of nothing', () => {
    const keys = (more: Partial<FixtureType>) => typeFaults({ ...aster, ...more }).map(({ key, weight }) => `${key} ${weight}`);
    expect(keys({ beam: 0, field: 0 })).toEqual(['field doubt']);
    expect(keys({ beam: 26, field: 26 })).toEqual([]);
    expect(keys({ zoom: { beam: 40, field: 39 } })).toEqual(['field stop']);
    expect(keys({ zoom: { beam: 40, field: 40 } })).toEqual([]);
    expect(keys({ watts: 0 })).toEqual(['watts doubt']);
    expect(keys({ watts: 0, modes: [{ name: 'n', channels: [] }] })).toEqual([]);
    expect(keys({ lumens: 0, candela: 5 })).toEqual([]);
    expect(keys({ family: 'effect', beam: 9, field: 0, lumens: 0 })).toEqual([]);
    const two = {
      name: 'x',
      channels: [1, 2].flatMap((at) => ['A', 'B'].map((attribute) => ({ attribute, offset: [1], break: at }))),
    };
    expect(modeClashes(two)).toEqual(['slot 1 is taken by A and B.', 'slot 1 of break 2 is taken by A and B.']);
  });
  test('what a field shows can be typed back unchanged', () => {
    fc.assert(
      fc.property(fc.constantFrom(...(Object.values(types) as FixtureType[])), (type) => {
        for (const { key } of typeFields(type)) {
          const text = typeText(type, key);
          if (!text) continue;
          const again = typedField(type, key, text, 'metric');
          expect(again.ok && typeText(again.type, key)).toBe(text);
        }
      }),
    );
  });
  test('faults: stops and doubts', () => {
    expect(typeFaults(aster)).toEqual([]);
    expect(typeFaults({ ...aster, beam: 30 })).toMatchObject([{ key: 'field', weight: 'stop' }]);
    expect(typeFaults({ ...aster, lumens: 0 })).toMatchObject([{ key: 'lumens', weight: 'doubt' }]);
    expect(typeFaults({ ...aster, modes: [aster.modes[0]!, aster.modes[0]!] })[0]!.why).toContain('Two modes');
    const doubled = {
      name: 'x',
      channels: [
        { attribute: 'Pan', offset: [1, 2], break: 1 },
        { attribute: 'Tilt', offset: [2], break: 1 },
      ],
    };
    expect(modeClashes(doubled)).toEqual(['slot 2 is taken by Pan and Tilt.']);
    for (const type of Object.values(types)) expect(typeFaults(type).filter((fault) => fault.weight === 'stop')).toEqual([]);
  });
  test('a new type of any family is sound to begin with', () => {
    for (const family of families)
      expect(typeFaults(newType(v4(), family)).filter((fault) => fault.weight === 'stop')).toEqual([]);
  });
});

describe('channels as text', () => {
  test('widths and breaks; one after the other', () => {
    const made = channelsFromText('Dimmer, Pan 16, Tilt 24 @2; ColorAdd_R@2\nZoom 32');
    expect(made.ok && made.channels.map((channel) => [channel.attribute, channel.break, ...channel.offset])).toEqual([
      ['Dimmer', 1, 1],
      ['Pan', 1, 2, 3],
      ['Tilt', 2, 1, 2, 3],
      ['ColorAdd_R', 2, 4],
      ['Zoom', 1, 4, 5, 6, 7],
    ]);
    for (const text of ['Pan 12', '1st', 'Pan @0', 'Pan @99']) expect(channelsFromText(text).ok).toBe(false);
    expect(channelsFromText(Array(513).fill('Dimmer').join()).ok).toBe(false);
  });
  test('512 slots fit, and not one more; breaks go to 64', () => {
    expect(channelsFromText(Array(512).fill('Dimmer').join()).ok).toBe(true);
    expect(channelsFromText(`${Array(511).fill('Dimmer').join()}, Pan 16`)).toMatchObject({
      ok: false,
      why: expect.stringContaining('no slots left at Pan'),
    });
    expect(channelsFromText(`${Array(510).fill('Dimmer').join()}, Pan 16`).ok).toBe(true);
    expect([channelsFromText('Pan @64').ok, channelsFromText('Pan @65').ok, channelsFromText('Pan @1').ok]).toEqual([
      true,
      false,
      true,
    ]);
  });
  test('text and channels are two forms of one thing', () => {
    const one = fc.tuple(
      fc.constantFrom(...usualAttributes),
      fc.constantFrom('', ' 16', ' 24', ' 32'),
      fc.constantFrom('', ' @2', ' @3'),
    );
    fc.assert(
      fc.property(fc.array(one, { maxLength: 30 }), (list) => {
        const text = list.map((part) => part.join('')).join(', ');
        const made = channelsFromText(text);
        expect(made.ok && textFromChannels(made.channels)).toBe(text);
        if (made.ok && made.channels.length) {
          expect(modeClashes({ name: 'x', channels: made.channels })).toEqual([]);
          expect(footprints({ name: 'x', channels: made.channels }).reduce((a, b) => a + b, 0)).toBe(
            made.channels.reduce((n, item) => n + item.offset.length, 0),
          );
        }
      }),
    );
  });
});

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
  test('filters: uneven wavelengths, missing colours, codes twice', () => {
    const { items, report } = filters('Code,Name,RGB,400,410,450\nA,one,#ff0000,1,1,1\na,two,#00ff00,,,\nB,,,,,\nC,,blue,,,\n');
    expect(items.map((filter) => filter.code)).toEqual(['A']);
    expect(report.map((item) => item.code)).toEqual(['LIST_CURVE', 'LIST_TWICE', 'LIST_COLOUR', 'LIST_COLOUR', 'LIST_COLOUR']);
  });
});
