/** A GDTF file from elsewhere: read, written back with all that it held. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strFromU8, unzipSync } from 'fflate';
import type { FixtureType } from '../../model/records.js';
import { footprintOf } from '../../patch/footprint.js';
import { archive, foreign, hash, read, resources, said } from './gdtf.arb.js';
import { readGdtf } from './read.js';
import { writeGdtf } from './write.js';

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
