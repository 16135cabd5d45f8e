/** GDTF: what we wrote is read again, hostile files are answered. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strToU8 } from 'fflate';
import { types } from '#demo/types';
import type { FixtureType } from '../../model/records.js';
import { footprintOf } from '../../patch/footprint.js';
import { codesOf, refusal } from '../formats.arb.js';
import { FormatError, type Oddity, Report } from '../report.js';
import { writeZip } from '../zip/write.js';
import { gdtfXml } from './describe.js';
import { archive, foreign, glb, hash, png, read, resources } from './gdtf.arb.js';
import { readGdtf } from './read.js';
import { meshIsSound, pngSize } from './resources.js';
import { writeGdtf } from './write.js';

const codes = (xml: string, files = resources): string[] => {
  try {
    return read(xml, files).report.map((item) => item.code);
  } catch (error) {
    if (error instanceof FormatError) return [`fatal ${error.code}`];
    throw error;
  }
};

describe('hostile files', () => {
  const rows: [string, string, string][] = [
    ['no such version', foreign.replace('DataVersion="1.2"', 'DataVersion="2.0"'), 'fatal GDTF_VERSION'],
    ['a newer version', foreign.replace('DataVersion="1.2"', 'DataVersion="1.7"'), 'GDTF_VERSION'],
    ['a document type', foreign.replace('<GDTF', '<!DOCTYPE x [<!ENTITY a "b">]><GDTF'), 'fatal XML_DTD'],
    ['no id', foreign.replace(/FixtureTypeID="[^"]*"/, ''), 'GDTF_ID'],
    ['a nil id', foreign.replace(/FixtureTypeID="[^"]*"/, 'FixtureTypeID="00000000-0000-0000-0000-000000000000"'), 'GDTF_ID'],
    ['an offset of 0', foreign.replace('Offset="3"', 'Offset="0"'), 'GDTF_OFFSET'],
    ['an offset of 4e9', foreign.replace('Offset="3"', 'Offset="4e9"'), 'GDTF_OFFSET'],
    ['nine offsets', foreign.replace('Offset="3"', 'Offset="1,2,3,4,5,6,7,8,9"'), 'GDTF_OFFSET'],
    ['a slot twice', foreign.replace('Offset="3"', 'Offset="3,3"'), 'GDTF_OFFSET'],
    ['break 0', foreign.replace('DMXBreak="1" Offset="3"', 'DMXBreak="0" Offset="3"'), 'GDTF_BREAK'],
    ['break 1e9', foreign.replace('DMXBreak="1" Offset="3"', 'DMXBreak="1e9" Offset="3"'), 'GDTF_BREAK'],
    ['a value of 300/1', foreign.replace('Default="5/1"', 'Default="300/1"'), 'GDTF_DMX_VALUE'],
    [
      'functions that fall',
      foreign.replace('Name="Index" Attribute="Color1" DMXFrom="0/1"', 'Name="Index" Attribute="Color1" DMXFrom="200/1"'),
      'GDTF_ORDER',
    ],
    [
      'a mode of no geometry',
      foreign.replace('Name="Full" Geometry="Root"', 'Name="Full" Geometry="Nowhere"'),
      'GDTF_MODE_GEOMETRY',
    ],
    [
      'two modes of a name',
      foreign.replace('</DMXModes>', '<DMXMode Name="Full" Geometry="Root"><DMXChannels/></DMXMode></DMXModes>'),
      'GDTF_DOUBLE_NAME',
    ],
    ['two geometries of a name', foreign.replace('Name="Yoke"', 'Name="Lens"'), 'GDTF_DOUBLE_NAME'],
    ['no mode', foreign.replace(/<DMXModes>[\s\S]*<\/DMXModes>/, '<DMXModes/>'), 'GDTF_NO_MODE'],
    [
      'a cycle',
      foreign.replace(
        '<Geometry Name="Pixel"/>',
        '<Geometry Name="Pixel"><GeometryReference Name="x" Geometry="Pixel"/></Geometry>',
      ),
      'GDTF_GEOMETRY_CYCLE',
    ],
    ['a broken matrix', foreign.replace('{0,0,1,-0.2}', '{0,0,NaN,-0.2}'), 'GDTF_MATRIX'],
    ['a flat matrix', foreign.replace('{1,0,0,0}{0,1,0,0}{0,0,1,-0.2}', '{1,0,0,0}{1,0,0,0}{0,0,1,-0.2}'), 'GDTF_MATRIX'],
    ['a beam of 400 degrees', foreign.replace('BeamAngle="14"', 'BeamAngle="400"'), 'GDTF_VALUE'],
    ['a field inside the beam', foreign.replace('FieldAngle="20"', 'FieldAngle="9"'), 'GDTF_VALUE'],
    ['a negative weight', foreign.replace('Weight Value="21.5"', 'Weight Value="-3"'), 'GDTF_VALUE'],
    ['a negative model', foreign.replace('Height="0.35"', 'Height="-0.35"'), 'GDTF_VALUE'],
    ['dim colours', foreign.replace('0.3290,100', '0.3290,1').replace('0.33,21.27', '0.33,0.2'), 'CIE_SCALE'],
    ['a thumbnail outside', foreign.replace('Thumbnail="thumb"', 'Thumbnail="../a"'), 'ZIP_BAD_NAME'],
  ];
  test.each(rows)('%s is answered', (_, xml, code) => expect(codes(xml)).toContain(code));
  const swap = (name: string, bytes: Uint8Array): [string, Uint8Array][] =>
    resources.map(([file, old]) => [file, file === name ? bytes : old]);
  test.each<[string, [string, Uint8Array][], string]>([
    ['a picture of 40 000 pixels', swap('thumb.png', png(40000, 40000)), 'PICTURE_SIZE'],
    ['a picture that is none', swap('thumb.png', strToU8('<svg onload="x"/>')), 'PICTURE_BAD'],
    ['a mesh that lies about its length', swap('models/gltf/head.glb', glb({}, 5)), 'MESH_LENGTH'],
    [
      'a mesh of 50 million triangles',
      swap('models/gltf/head.glb', glb({ meshes: [{ primitives: [{ indices: 0 }] }], accessors: [{ count: 15e7 }] })),
      'MESH_SIZE',
    ],
    [
      'a mesh that points outside',
      swap('models/gltf/head.glb', glb({ buffers: [{ uri: 'http://example.org/a.bin' }] })),
      'MESH_OUTSIDE',
    ],
    ['a mesh that is none', swap('models/gltf/head.glb', strToU8('hello, this is no mesh at all')), 'MESH_BAD'],
  ])('%s is refused, and the type is read all the same', (_, files, code) => {
    expect(codes(foreign, files)).toContain(code);
    expect(read(foreign, files).value.name).toBe('Lapwing 300');
  });
  test('one of a thousand triangles more than allowed is refused, the limit itself is not', () => {
    const with3 = (count: number) =>
      meshIsSound(glb({ meshes: [{ primitives: [{ indices: 0 }] }], accessors: [{ count }] }), new Report(), '');
    expect([with3(6_000_000), with3(6_003_000)]).toEqual([true, false]);
    expect(pngSize(png(3, 4))).toEqual({ width: 3, height: 4 });
  });
  test('pictures of 4096 pixels are shown, each way one more is not', () => {
    const size = (width: number, height: number) =>
      codes(foreign, swap('thumb.png', png(width, height))).includes('PICTURE_SIZE');
    expect([size(4096, 4096), size(4097, 8), size(8, 4097)]).toEqual([false, true, true]);
  });
  test('what a light is follows from its beam where the file does not say: Fresnel, PC, Spot, else LED or not', () => {
    const still = foreign
      .replace(/<DMXChannel [^>]*InitialFunction="Yoke_Pan[\s\S]*?<\/DMXChannel>/, '')
      .replaceAll('Attribute="Pan"', 'Attribute="Dimmer"');
    const family = (beam: string, lamp = 'LED') =>
      read(still.replace('BeamType="Spot"', `BeamType="${beam}"`).replace('LampType="LED"', `LampType="${lamp}"`)).value.family;
    expect(['Fresnel', 'PC', 'Spot', 'None'].map((beam) => family(beam))).toEqual([
      'fresnel',
      'plano-convex',
      'profile',
      'effect',
    ]);
    expect([family('Wash'), family('Wash', 'Halogen')]).toEqual(['LED wash', 'PAR']);
  });
  test('power is that of the consumers where the properties say none; consumers of nothing are no power', () => {
    const with2 = (loads: readonly string[]) =>
      read(
        foreign
          .replace(/<PowerConsumption [^>]*\/>/, '')
          .replace('PowerConsumption="450" ', '')
          .replace(
            '<Geometry Name="Pixel"/>',
            `<Geometry Name="Pixel"/>${loads
              .map((load, i) => `<WiringObject Name="w${i}" ComponentType="Consumer" ElectricalPayLoad="${load}"/>`)
              .join('')}`,
          ),
      ).value.watts;
    expect([with2(['120', '30.5']), with2(['1000000']), with2(['0']), with2(['1000001'])]).toEqual([
      150.5,
      1e6,
      with2([]),
      with2([]),
    ]);
    // A consumer that gives back takes nothing away.
    expect(with2(['100', '-40'])).toBe(100);
  });
  test('a million references end at the limit', () => {
    const many = foreign.replace(
      '<Geometry Name="Pixel"/>',
      `<Geometry Name="Pixel">${'<GeometryReference Name="p" Geometry="Deep"/>'.repeat(200)}</Geometry><Geometry Name="Deep">${'<GeometryReference Name="q" Geometry="Deeper"/>'.repeat(200)}</Geometry><Geometry Name="Deeper"/>`,
    );
    expect(codes(many)).toContain('GDTF_GEOMETRY_CYCLE');
  });
  test('200 files with a piece cut out, doubled or changed: a type or a sentence with a code, and what comes back can be written', () => {
    const known = /^(fatal )?(GDTF|ZIP|XML|CIE|MATRIX|PICTURE|MESH)_[A-Z_0-9]+$/;
    let odd = 0;
    fc.assert(
      fc.property(
        fc.nat(foreign.length - 1),
        fc.integer({ min: 1, max: 60 }),
        fc.constantFrom('', 'x', '-1', '"', '<', '&', '1e999', '0', '\u0000'),
        fc.boolean(),
        (at, length, put, double) => {
          const piece = foreign.slice(at, at + length);
          const xml = foreign.slice(0, at) + (double ? piece + piece : put) + foreign.slice(at + length);
          const found = codes(xml);
          if (found.length) odd++;
          for (const code of found) expect(code).toMatch(known);
          if (found.some((code) => code.startsWith('fatal'))) return;
          const { value } = read(xml);
          const { report } = readGdtf(writeGdtf(value), 'again.gdtf');
          expect(report.filter((item) => item.severity === 'error')).toEqual([]);
        },
      ),
      { numRuns: 200 },
    );
    expect(odd).toBeGreaterThan(60);
  });
  test('200 archives with a byte changed: never anything but a result or a FormatError', () => {
    const good = archive(foreign);
    fc.assert(
      fc.property(fc.nat(good.length - 1), fc.nat(255), (at, value) => {
        const bytes = good.slice();
        bytes[at] = value;
        try {
          readGdtf(bytes, 'm.gdtf', { hash });
        } catch (error) {
          expect(error).toBeInstanceOf(FormatError);
        }
      }),
      { numRuns: 200 },
    );
  });
});

describe('GDTF', () => {
  const all19 = Object.values(types) as FixtureType[];
  test.each(all19.map((type) => [type.name, type] as const))('%s is the same after writing and reading', (_, type) => {
    const { value, report } = readGdtf(writeGdtf(type), type.name);
    expect(report).toEqual([]);
    const { geometry, ...said } = value;
    expect(geometry!.filter((item) => item.element === 'Beam')).toHaveLength(type.cells);
    // The size of a colour frame has no place in GDTF: it is the house's own.
    const { frame: _frame, ...written } = type;
    expect({ ...said, hang: Math.round(value.hang) }).toEqual({ ...written, field: Math.max(type.field, type.beam) });
    expect(value.modes.map(footprintOf)).toEqual(type.modes.map(footprintOf));
  });
  test('the wide end of a zoom is read from the degrees of its channel, and written there', () => {
    const bare = types.movingSpot.modes.map((mode) => ({
      ...mode,
      channels: mode.channels.map(({ physical: _, ...channel }) => channel),
    }));
    expect(types.movingSpot.zoom).toEqual({ beam: 30, field: 45 });
    expect(readGdtf(writeGdtf({ ...types.movingSpot, modes: bare }), 'a.gdtf').value.zoom).toEqual({ beam: 30, field: 45 });
    const { zoom: _, ...fixed } = types.movingSpot;
    expect(readGdtf(writeGdtf({ ...fixed, modes: bare }), 'a.gdtf').value.zoom).toBeUndefined();
  });
  test('two writes give identical bytes', () => expect(writeGdtf(types.movingSpot)).toEqual(writeGdtf(types.movingSpot)));

  const xml = gdtfXml(types.aster26);
  const broken = (change: (text: string) => string, name = 'description.xml') =>
    refusal(() => readGdtf(writeZip([[name, strToU8(change(xml))]]), 'a.gdtf'));
  const reportOf = (change: (text: string) => string) => codesOf((broken(change) as { report: Oddity[] }).report);
  test('no description.xml is refused; one in a folder is read with a warning', () => {
    expect(broken((text) => text, 'other.xml')).toBe('GDTF_NO_DESCRIPTION');
    expect(codesOf((broken((text) => text, 'sub/description.xml') as { report: Oddity[] }).report)).toEqual([
      'GDTF_NO_DESCRIPTION',
    ]);
  });
  test('version 2 is refused, 1.9 warned of', () => {
    expect(broken((text) => text.replace('"1.2"', '"2.0"'))).toBe('GDTF_VERSION');
    expect(reportOf((text) => text.replace('"1.2"', '"1.9"'))).toEqual(['GDTF_VERSION']);
  });
  test.each(['0', '-1', '513', '1,1', 'a', '1,2,3,4,5,6,7,8,9', '4e9'])(
    'the offset %s is an error and is not patched',
    (offset) => {
      const read = broken((text) => text.replace('Offset="1"', `Offset="${offset}"`)) as ReturnType<typeof readGdtf>;
      expect(codesOf(read.report)).toEqual(['GDTF_OFFSET']);
      expect(footprintOf(read.value.modes[0]!)).toBe(0);
    },
  );
  test.each([
    ['GDTF_BREAK', (text: string) => text.replace('DMXBreak="1"', 'DMXBreak="1000000000"')],
    ['GDTF_ID', (text: string) => text.replace(/FixtureTypeID="[^"]*"/, 'FixtureTypeID="nonsense"')],
    ['GDTF_MATRIX', (text: string) => text.replace('{1,0,0,0}', '{NaN,0,0,0}')],
    ['GDTF_MODE_GEOMETRY', (text: string) => text.replace('Geometry="Base"', 'Geometry="Nowhere"')],
    ['GDTF_VALUE', (text: string) => text.replace('BeamAngle="18"', 'BeamAngle="-5"')],
    ['GDTF_VALUE', (text: string) => text.replace('BeamAngle="18"', 'BeamAngle="40"')],
  ])('%s is reported and the type is kept', (code, change) => expect(reportOf(change)).toEqual([code]));
  test('template channels: offsets 1, 2, 3 at references 5, 8, 11, 14 take slots 5 to 16', () => {
    const channels = [1, 2, 3]
      .map(
        (offset) =>
          `<DMXChannel DMXBreak="1" Offset="${offset}" Geometry="Cell"><LogicalChannel Attribute="ColorAdd_${'RGB'[offset - 1]}"/></DMXChannel>`,
      )
      .join('');
    const references = [5, 8, 11, 14]
      .map(
        (offset, i) =>
          `<GeometryReference Name="r${i}" Geometry="Cell"><Break DMXOffset="${offset}" DMXBreak="1"/></GeometryReference>`,
      )
      .join('');
    const read = broken((text) =>
      text
        .replace(
          /<Geometries>.*<\/Geometries>/s,
          `<Geometries><Geometry Name="Base">${references}</Geometry><Beam Name="Cell"/></Geometries>`,
        )
        .replace(/<DMXChannels>.*<\/DMXChannels>/s, `<DMXChannels>${channels}</DMXChannels>`),
    ) as ReturnType<typeof readGdtf>;
    expect(read.value.modes[0]!.channels.flatMap((channel) => channel.offset).sort((a, b) => a - b)).toEqual([
      5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16,
    ]);
    expect(footprintOf(read.value.modes[0]!)).toBe(16);
  });
  test('geometries that refer to each other end', () => {
    const read = broken((text) =>
      text.replace(
        /<Geometries>.*<\/Geometries>/s,
        '<Geometries><Geometry Name="Base"><GeometryReference Name="x" Geometry="B"/></Geometry><Geometry Name="B"><GeometryReference Name="y" Geometry="Base"/></Geometry></Geometries>',
      ),
    ) as ReturnType<typeof readGdtf>;
    expect(codesOf(read.report)).toContain('GDTF_GEOMETRY_CYCLE');
  });
});
