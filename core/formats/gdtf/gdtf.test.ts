/** GDTF by reference formats 1: check values, wheels, bodies, pictures; what is not understood is kept; mutated files are answered with the right codes. */
import { createHash } from 'node:crypto';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync } from 'fflate';
import { types } from '#demo/types';
import type { FixtureType } from '../../model/records.js';
import { footprintOf } from '../../patch/footprint.js';
import { within } from '../../space/places.js';
import { FormatError, Report } from '../report.js';
import { writeZip } from '../zip/write.js';
import { gdtfXml } from './describe.js';
import { gdtfFields } from './keep.js';
import { type GdtfRead, readGdtf } from './read.js';
import { meshIsSound, pngSize } from './resources.js';
import { cieOf, dmxValue, matrixOf, resized } from './values.js';
import { writeGdtf } from './write.js';

const hash = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
const said = (type: FixtureType) => Object.fromEntries(gdtfFields.map((key) => [key, type[key]]));
const png = (width: number, height: number): Uint8Array => {
  const bytes = new Uint8Array(40);
  bytes.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52]);
  new DataView(bytes.buffer).setUint32(16, width);
  new DataView(bytes.buffer).setUint32(20, height);
  return bytes;
};
const glb = (json: object, length?: number): Uint8Array => {
  const text = strToU8(JSON.stringify(json));
  const bytes = new Uint8Array(20 + text.length);
  const view = new DataView(bytes.buffer);
  bytes.set(strToU8('glTF'));
  view.setUint32(4, 2, true);
  view.setUint32(8, length ?? bytes.length, true);
  view.setUint32(12, text.length, true);
  view.setUint32(16, 0x4e4f534a, true);
  bytes.set(text, 20);
  return bytes;
};

/** A moving light as another program might write it: wheels, emitters, models, references to cells, and much that Dessin does not know. */
const foreign = `<?xml version="1.0" encoding="UTF-8"?>
<GDTF DataVersion="1.2"><FixtureType Name="Lapwing" ShortName="LW" LongName="Lapwing 300" Manufacturer="Quillon" Description="made up" FixtureTypeID="11111111-2222-4333-8444-555555555555" Thumbnail="thumb" RefFT="" CanHaveChildren="No" Flavour="salted">
<AttributeDefinitions><ActivationGroups><ActivationGroup Name="PanTilt"/></ActivationGroups><FeatureGroups><FeatureGroup Name="Dimmer" Pretty="Dim"><Feature Name="Dimmer"/></FeatureGroup></FeatureGroups>
<Attributes><Attribute Name="Dimmer" Pretty="Dim" Feature="Dimmer.Dimmer" PhysicalUnit="LuminousIntensity"/><Attribute Name="Pan" Pretty="P" Feature="Position.PanTilt" PhysicalUnit="Angle"/></Attributes></AttributeDefinitions>
<Wheels><Wheel Name="Colours"><Slot Name="Open" Color="0.3127,0.3290,100"/><Slot Name="Brick" Color="0.64,0.33,21.27" MediaFileName="brick"/></Wheel></Wheels>
<PhysicalDescriptions><Emitters><Emitter Name="Amber" Color="0.57,0.42,40" DominantWaveLength="590"/></Emitters><CRIs><CRIGroup ColorTemperature="6000"/></CRIs><Properties><OperatingTemperature Low="-5" High="45"/><Weight Value="21.5"/><PowerConsumption Value="480" PowerFactor="0.95" VoltageLow="100" VoltageHigh="240"/></Properties></PhysicalDescriptions>
<Models><Model Name="Base" Length="0.4" Width="0.3" Height="0.12" PrimitiveType="Base"/><Model Name="Head" Length="0.3" Width="0.3" Height="0.35" PrimitiveType="Head" File="head"/></Models>
<Geometries><Geometry Name="Root" Model="Base" Position="{1,0,0,0}{0,1,0,0}{0,0,1,0}{0,0,0,1}"><Axis Name="Yoke" Position="{1,0,0,0}{0,1,0,0}{0,0,1,-0.12}{0,0,0,1}"><Axis Name="Tilt" Model="Head" Position="{1,0,0,0}{0,1,0,0}{0,0,1,-0.2}{0,0,0,1}"><Beam Name="Lens" LampType="LED" PowerConsumption="450" LuminousFlux="11000" ColorTemperature="6800" BeamAngle="14" FieldAngle="20" BeamType="Spot" Position="{1,0,0,0}{0,1,0,0}{0,0,1,-0.1}{0,0,0,1}"/></Axis></Axis>
<GeometryReference Name="Ring 1" Geometry="Pixel"><Break DMXOffset="10" DMXBreak="1"/></GeometryReference><GeometryReference Name="Ring 2" Geometry="Pixel"><Break DMXOffset="13" DMXBreak="1"/></GeometryReference></Geometry>
<Geometry Name="Pixel"/></Geometries>
<DMXModes><DMXMode Name="Full" Geometry="Root" Description="all of it"><DMXChannels>
<DMXChannel DMXBreak="1" Offset="1,2" Highlight="255/1" Geometry="Yoke" InitialFunction="Yoke_Pan.Pan.Pan 1"><LogicalChannel Attribute="Pan"><ChannelFunction Name="Pan 1" Attribute="Pan" DMXFrom="0/1" Default="128/1" PhysicalFrom="-270" PhysicalTo="270" RealFade="2.5"/></LogicalChannel></DMXChannel>
<DMXChannel DMXBreak="1" Offset="3" Highlight="255/1" Geometry="Lens"><LogicalChannel Attribute="Dimmer" Master="Grand"><ChannelFunction Name="Dimmer 1" Attribute="Dimmer" DMXFrom="0/1" Default="0/1" PhysicalFrom="0" PhysicalTo="1"/></LogicalChannel></DMXChannel>
<DMXChannel DMXBreak="1" Offset="4" Highlight="None" Geometry="Lens"><LogicalChannel Attribute="Color1"><ChannelFunction Name="Index" Attribute="Color1" DMXFrom="0/1" Default="5/1" PhysicalFrom="0" PhysicalTo="1" Wheel="Colours"><ChannelSet Name="Brick" DMXFrom="10/1" WheelSlotIndex="2"/></ChannelFunction><ChannelFunction Name="Spin" Attribute="Color1WheelSpin" DMXFrom="128/1" PhysicalFrom="-100" PhysicalTo="100"/></LogicalChannel></DMXChannel>
<DMXChannel DMXBreak="1" Offset="1" Highlight="255/1" Geometry="Pixel"><LogicalChannel Attribute="ColorAdd_R"><ChannelFunction Name="R" Attribute="ColorAdd_R" DMXFrom="0/1"/></LogicalChannel></DMXChannel>
<DMXChannel DMXBreak="1" Offset="None" Geometry="Lens"><LogicalChannel Attribute="Zoom"><ChannelFunction Name="Virtual" Attribute="Zoom" DMXFrom="0/1"/></LogicalChannel></DMXChannel>
</DMXChannels><Relations><Relation Name="Half" Master="Lens_Dimmer" Follower="Lens_Color1" Type="Multiply"/></Relations><FTMacros><FTMacro Name="Shake"/></FTMacros></DMXMode></DMXModes>
<Revisions><Revision Text="first" Date="2025-01-01T00:00:00" UserID="7"/></Revisions><FTPresets><Preset Odd="yes"/></FTPresets><Protocols><FTRDM ManufacturerID="0x1234"/></Protocols><SomethingNew Deep="1"><Inside/></SomethingNew></FixtureType></GDTF>`;
const resources: [string, Uint8Array][] = [
  ['thumb.png', png(256, 256)],
  ['wheels/brick.png', png(64, 64)],
  ['models/gltf/head.glb', glb({ meshes: [{ primitives: [{ attributes: { POSITION: 0 } }] }], accessors: [{ count: 36 }] })],
  ['notes/readme.txt', strToU8('kept')],
];
const archive = (xml: string, files = resources) => writeZip([['description.xml', strToU8(xml)], ...files]);
const read = (xml: string, files = resources): GdtfRead => readGdtf(archive(xml, files), 'a.gdtf', { hash });
const codes = (xml: string, files = resources): string[] => {
  try {
    return read(xml, files).report.map((item) => item.code);
  } catch (error) {
    if (error instanceof FormatError) return [`fatal ${error.code}`];
    throw error;
  }
};

describe('values', () => {
  const report = () => new Report();
  test('DMX values in other resolutions (check values of the reference)', () => {
    const at = (text: string, bytes: number) => dmxValue(text, bytes, report(), '');
    expect([at('255/1', 2), at('255/1s', 2)]).toEqual([65535, 65280]);
    expect([at('127/1', 2), at('127/1s', 2)]).toEqual([32639, 32512]);
    expect([at('128/1', 2), at('128/1', 3), at('128/1s', 2), at('128/1s', 3)]).toEqual([32896, 8421504, 32768, 8388608]);
    expect([at('32639/2', 1), at('32769/2', 3)]).toEqual([127, 0x800180]);
    expect([at('1/1', 2), at('1/1', 4)]).toEqual([257, 16843009]);
    expect(at('None', 1)).toBeNull();
  });
  test('resolution up and down again gives the value back', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 3 }), fc.integer({ min: 1, max: 4 }), fc.nat(0xffffff), (n, m, raw) => {
        const value = raw % 256 ** n;
        if (m >= n) expect(resized(resized(value, n, m), m, n)).toBe(value);
        expect(resized(256 ** n - 1, n, m)).toBe(256 ** m - 1);
      }),
    );
  });
  test.each([
    ['300/1', 'warning', 255],
    ['1/0', 'error', 0],
    ['5/9', 'error', 0],
    ['x', 'error', 0],
  ])('the DMX value "%s" is a %s and counts as %i', (text, severity, value) => {
    const found = report();
    expect(dmxValue(text, 1, found, '')).toBe(value);
    expect(found.list.map((item) => [item.severity, item.code])).toEqual([[severity, 'GDTF_DMX_VALUE']]);
  });
  test('a matrix maps points as the reference says, in mm', () => {
    const m = matrixOf('{0,-1,0,1}{1,0,0,2}{0,0,1,3}{0,0,0,1}', report(), '');
    const point = [0, 1, 2].map((i) => m[4 * i]! * 1000 + m[4 * i + 3]!);
    expect(point).toEqual([1000, 3000, 3000]);
    expect(within(m, matrixOf(undefined, report(), ''))).toEqual([...m]);
  });
  test.each([
    ['{1,0,0,0}{0,1,0,0}{0,0,1,0}', 'GDTF_MATRIX'],
    ['{1,0,0,NaN}{0,1,0,0}{0,0,1,0}{0,0,0,1}', 'GDTF_MATRIX'],
    ['{1,0,0}{0,1,0}{0,0,1}{0,0,0}', 'GDTF_MATRIX'],
    ['{1,0,0,0}{1,0,0,0}{0,0,1,0}{0,0,0,1}', 'GDTF_MATRIX'],
    ['{1,0,0,0}{0,1,0,0}{0,0,1,0}{0,0,-0.4,1}', 'MATRIX_TRANSPOSED'],
  ])('the matrix %s is reported as %s', (text, code) => {
    const found = report();
    const m = matrixOf(text, found, '');
    expect(found.list[0]!.code).toBe(code);
    expect(m[11]).toBe(code === 'MATRIX_TRANSPOSED' ? -400 : 0);
  });
  test('colours', () => {
    expect(cieOf('0.3127,0.3290,100')).toEqual([0.3127, 0.329, 100]);
    for (const text of [undefined, '', '1,2', '0.3;0.3;1', '2,0.3,5', 'nan,0,0']) expect(cieOf(text)).toBeNull();
  });
});

describe('a file from elsewhere', () => {
  const { value: type, files, report } = read(foreign);
  test('is read without a word of complaint', () => expect(report).toEqual([]));
  test('physical data, light, ranges', () => {
    expect(said(type)).toMatchObject({
      name: 'Lapwing 300',
      maker: 'Quillon',
      family: 'moving spot',
      lamp: 'LED',
      watts: 480,
      weight: 21.5,
      powerFactor: 0.95,
      volts: 240,
      beam: 14,
      field: 20,
      lumens: 11000,
      kelvin: 6800,
      pan: 540,
      cells: 1,
    });
    expect(type.hang).toBeCloseTo(420, 6);
    expect([type.width, type.length, type.height]).toEqual([400, 300, 350]);
  });
  test('modes: slots of references, functions, values', () => {
    const [mode] = type.modes;
    expect(footprintOf(mode!)).toBe(13);
    expect(mode!.channels.map((channel) => [channel.attribute, ...channel.offset])).toEqual([
      ['Pan', 1, 2],
      ['Dimmer', 3],
      ['Color1', 4],
      ['ColorAdd_R', 10],
      ['ColorAdd_R', 13],
    ]);
    expect(mode!.channels[2]).toMatchObject({
      default: 5,
      functions: [
        { name: 'Index', from: 0, wheel: 'Colours' },
        { name: 'Spin', attribute: 'Color1WheelSpin', from: 128, physical: [-100, 100] },
      ],
    });
  });
  test('wheels with colours; bodies with a mesh; thumbnail and original by their hashes', () => {
    expect(type.wheels).toEqual([
      {
        name: 'Colours',
        slots: [
          { name: 'Open', colour: [0.3127, 0.329, 100], media: '' },
          { name: 'Brick', colour: [0.64, 0.33, 21.27], media: 'brick' },
        ],
      },
    ]);
    expect(type.geometry!.map((item) => [item.name, item.element, item.parent])).toEqual([
      ['Root', 'Geometry', -1],
      ['Yoke', 'Axis', 0],
      ['Tilt', 'Axis', 1],
      ['Lens', 'Beam', 2],
      ['Ring 1', 'Geometry', 0],
      ['Ring 2', 'Geometry', 0],
    ]);
    expect(type.geometry![2]).toMatchObject({ size: [300, 300, 350], form: 'cylinder', file: hash(resources[2]![1]) });
    expect(type.thumbnail).toBe(hash(resources[0]![1]));
    expect(files.get(type.gdtf!)!.bytes).toEqual(archive(foreign));
    expect(files.size).toBe(3);
  });
  test('written back unchanged it is the same file, byte for byte', () =>
    expect(writeGdtf(type, archive(foreign))).toEqual(archive(foreign)));
  test('written back with changes it says them, and keeps all that is not understood', () => {
    const changed: FixtureType = {
      ...type,
      name: 'Lapwing 400',
      maker: 'Quillon & Co',
      watts: 500,
      weight: 22,
      lumens: 12000,
      beam: 12,
      width: 420,
      modes: [
        ...type.modes,
        {
          name: 'Short',
          channels: [
            { attribute: 'Dimmer', offset: [1], break: 1 },
            { attribute: 'Iris', offset: [2], break: 1 },
          ],
        },
      ],
    };
    const bytes = writeGdtf(changed, archive(foreign));
    const again = readGdtf(bytes, 'b.gdtf', { hash });
    expect(again.report).toEqual([]);
    expect(said(again.value)).toEqual(said(changed));
    const parts = unzipSync(bytes);
    const xml = strFromU8(parts['description.xml']!);
    for (const kept of [
      'Flavour="salted"',
      '<SomethingNew Deep="1"><Inside/></SomethingNew>',
      '<Preset Odd="yes"/>',
      'FTRDM ManufacturerID="0x1234"',
      'RealFade="2.5"',
      '<ChannelSet Name="Brick"',
      '<Relation Name="Half"',
      '<FTMacro Name="Shake"/>',
      '<Emitter Name="Amber"',
      'OperatingTemperature Low="-5"',
      'Description="all of it"',
      'BeamType="Spot"',
      'Text="first"',
    ])
      expect(xml).toContain(kept);
    expect(xml).toContain('<Attribute Name="Iris"');
    for (const [name, content] of resources) expect(parts[name]).toEqual(content);
  });
  test('a changed mode is written anew, the others keep their text', () => {
    const two = foreign.replace(
      '</DMXModes>',
      '<DMXMode Name="Other" Geometry="Root" Odd="kept"><DMXChannels/></DMXMode></DMXModes>',
    );
    const { value } = read(two);
    const moved = value.modes.map((mode) => (mode.name === 'Full' ? { ...mode, channels: mode.channels.slice(0, 2) } : mode));
    const xml = strFromU8(unzipSync(writeGdtf({ ...value, modes: moved }, archive(two)))['description.xml']!);
    expect(xml).toContain('Odd="kept"');
    expect(xml).not.toContain('Color1WheelSpin" DMXFrom');
    expect(read(xml).value.modes).toEqual(moved);
  });
  test('without its original the tree, the wheels and the functions are written from the type itself', () => {
    const again = readGdtf(writeGdtf(type), 'c.gdtf').value;
    const { gdtf, thumbnail, geometry, ...rest } = type;
    expect(again).toMatchObject({ ...said(rest as FixtureType), name: 'Lapwing 300' });
    expect(again.geometry!.map((item) => [item.name, item.parent, item.form])).toEqual(
      geometry!.map((item) => [item.name, item.parent, item.form]),
    );
  });
  test('any order of modes, any small change comes back', () => {
    const edits = fc.record(
      {
        watts: fc.integer({ min: 0, max: 5000 }),
        weight: fc.integer({ min: 0, max: 90 }),
        kelvin: fc.integer({ min: 2000, max: 9000 }),
        name: fc.stringMatching(/^[A-Za-z0-9]{1,20}$/),
        pan: fc.constantFrom(0, 360, 540),
      },
      { requiredKeys: [] },
    );
    fc.assert(
      fc.property(edits, (patch) => {
        const wanted = { ...type, ...patch } as FixtureType;
        expect(said(readGdtf(writeGdtf(wanted, archive(foreign)), 'd.gdtf').value)).toEqual(said(wanted));
      }),
      { numRuns: 60 },
    );
  });
});

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

test.each(Object.values(types as Record<string, FixtureType>).map((type) => [type.name, type] as const))(
  '%s: write, read, compare; and with its own file as the original it is that file',
  (_, type) => {
    const bytes = writeGdtf(type);
    const { value } = readGdtf(bytes, 'x.gdtf');
    expect({ ...said(value), hang: Math.round(value.hang) }).toEqual({ ...said(type), field: Math.max(type.field, type.beam) });
    expect(writeGdtf(value, bytes)).toEqual(bytes);
    expect(gdtfXml(type)).toBe(strFromU8(unzipSync(bytes)['description.xml']!));
  },
);
