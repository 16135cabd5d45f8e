/** A type as GDTF 1.2 has it (DIN SPEC 15800, reference formats 1): where its beam is, what it gives, how its channels are told. */
import { describe, expect, test } from '@jest/globals';
import { XMLParser } from 'fast-xml-parser';
import type { FixtureType } from '../../model/records.js';
import { plainType } from '../../model/show.arb.js';
import { attributesOf, beamFigures, gdtfName, gdtfXml, isMoving, modeNames } from './describe.js';

// biome-ignore lint/suspicious/noExplicitAny: a parsed file is what it is
type Node = any;
const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '',
  isArray: (name, _path, _leaf, attribute) =>
    ['Beam', 'Axis', 'DMXMode', 'DMXChannel', 'Model', 'Slot', 'Wheel', 'ChannelFunction', 'Geometry'].includes(name) &&
    !attribute,
});
const parsed = (type: FixtureType): Node => parser.parse(gdtfXml(type)).GDTF.FixtureType;
const head: FixtureType = {
  ...plainType,
  name: 'Mover',
  family: 'moving wash',
  pan: 540,
  tilt: 270,
  modes: [
    {
      name: 'M',
      channels: [
        { attribute: 'Pan', offset: [1, 2], break: 1 },
        { attribute: 'Tilt', offset: [3], break: 1 },
        { attribute: 'Dimmer', offset: [4, 5], break: 1 },
        { attribute: 'Dimmer', offset: [6], break: 2 },
        { attribute: 'Zoom', offset: [7], break: 1 },
      ],
    },
  ],
};
/** Metres of a matrix's offset: the last column. */
const offset = (matrix: string): number[] =>
  [...matrix.matchAll(/\{([^}]*)\}/g)].slice(0, 3).map((row) => Number(row[1]!.split(',')[3]));

describe('geometry', () => {
  test('the beam of a lantern lies below its clamp, by its hang in metres', () => {
    const [base] = parsed({ ...plainType, hang: 250 }).Geometries.Geometry;
    expect(offset(base.Position)).toEqual([0, 0, 0]);
    expect(base.Beam).toHaveLength(1);
    expect(offset(base.Beam[0].Position)).toEqual([0, 0, -0.25]);
  });
  test('of a head the axis of tilt lies below, yoke and beam at no distance from what carries them', () => {
    const [base] = parsed({ ...head, hang: 400 }).Geometries.Geometry;
    const [yoke] = base.Axis;
    const [tilt] = yoke.Axis;
    expect([yoke.Name, tilt.Name, tilt.Beam[0].Name]).toEqual(['Yoke', 'Head', 'Beam']);
    expect([yoke.Position, tilt.Position, tilt.Beam[0].Position].map(offset)).toEqual([
      [0, 0, 0],
      [0, 0, -0.4],
      // Two cells stand beside each other, a quarter of the width from the middle.
      [-0.065, 0, 0],
    ]);
  });
  test('as many beams as cells, and as the mode with most needs', () => {
    const beams = (type: FixtureType) => parsed(type).Geometries.Geometry[0].Beam.map((beam: Node) => beam.Name);
    expect(beams({ ...plainType, cells: 3 })).toEqual(['Beam', 'Beam 2', 'Beam 3']);
    const two = { name: '2', channels: [1, 2].map((n) => ({ attribute: 'Dimmer', offset: [n], break: 1 })) };
    expect(beams({ ...plainType, modes: [...plainType.modes, two] })).toEqual(['Beam', 'Beam 2']);
  });
  test('the body in metres, as a head or a lantern', () => {
    const [body] = parsed(plainType).Models.Model;
    expect([body.Length, body.Width, body.Height, body.PrimitiveType].map(String)).toEqual([
      '0.26',
      '0.6',
      '0.3',
      'Conventional',
    ]);
    expect(parsed(head).Models.Model[0].PrimitiveType).toBe('Head');
    expect([isMoving(plainType), isMoving(head), isMoving({ ...plainType, tilt: 90 })]).toEqual([false, true, true]);
  });
  test('a tree that was read is written as it was: places in metres, bodies as models, names told apart', () => {
    const place = [1, 0, 0, 100, 0, 1, 0, 200, 0, 0, 1, -300];
    const type: FixtureType = {
      ...plainType,
      geometry: [
        {
          name: 'Root',
          element: 'Other',
          parent: -1,
          place: [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0],
          size: [100, 200, 300],
          form: 'box',
        },
        { name: 'Lens', element: 'Beam', parent: 0, place, size: [50, 50, 50], form: 'sphere' },
        { name: 'Lens', element: 'Beam', parent: 0, place, form: 'box' },
        { name: 'Can', element: 'Other', parent: 0, place, size: [50, 60, 70], form: 'cylinder' },
      ] as unknown as NonNullable<FixtureType['geometry']>,
    };
    const of = parsed(type);
    const [root] = of.Geometries.Geometry;
    expect([root.Name, ...root.Beam.map((beam: Node) => beam.Name)]).toEqual(['Root', 'Lens', 'Lens 2']);
    expect(offset(root.Beam[0].Position)).toEqual([0.1, 0.2, -0.3]);
    expect([root.Model, root.Beam[0].Model, root.Beam[1].Model]).toEqual(['Model 1', 'Model 2', undefined]);
    const [, one, two, four] = of.Models.Model;
    expect([one.Length, one.Width, one.Height, one.PrimitiveType].map(String)).toEqual(['0.1', '0.2', '0.3', 'Cube']);
    expect([two.PrimitiveType, four.PrimitiveType, four.Name]).toEqual(['Sphere', 'Cylinder', 'Model 4']);
    expect(of.DMXModes.DMXMode[0]).toMatchObject({ Geometry: 'Root' });
    expect(of.DMXModes.DMXMode[0].DMXChannels.DMXChannel[0].Geometry).toBe('Root');
  });
});

describe('light', () => {
  test('the field is never narrower than the beam (IES: field at 10 %, beam at 50 %)', () => {
    expect(beamFigures({ ...plainType, beam: 18, field: 26 })).toEqual({
      LampType: 'Halogen',
      PowerConsumption: 750,
      LuminousFlux: 9000,
      ColorTemperature: 3200,
      BeamAngle: 18,
      FieldAngle: 26,
    });
    expect(beamFigures({ ...plainType, beam: 30, field: 26 }).FieldAngle).toBe(30);
  });
  test('kinds of beams by family; what is not in the list is a wash', () => {
    const kind = (family: FixtureType['family']) => parsed({ ...plainType, family }).Geometries.Geometry[0].Beam[0].BeamType;
    expect(
      ['profile', 'fresnel', 'plano-convex', 'follow spot', 'effect', 'PAR'].map((family) =>
        kind(family as FixtureType['family']),
      ),
    ).toEqual(['Spot', 'Fresnel', 'PC', 'Spot', 'None', 'Wash']);
  });
});

describe('channels', () => {
  const [mode] = parsed(head).DMXModes.DMXMode;
  const channels = mode.DMXChannels.DMXChannel;
  test('pan turns the yoke, tilt the head, the n-th of one attribute is the n-th beam', () =>
    expect(channels.map((channel: Node) => channel.Geometry)).toEqual(['Yoke', 'Head', 'Beam', 'Beam 2', 'Head']));
  test('pan and tilt swing half their range to either side; anything else goes from 0 to 1', () =>
    expect(
      channels.map((channel: Node) =>
        [channel.LogicalChannel.ChannelFunction[0].PhysicalFrom, channel.LogicalChannel.ChannelFunction[0].PhysicalTo].map(
          Number,
        ),
      ),
    ).toEqual([
      [-270, 270],
      [-135, 135],
      [0, 1],
      [0, 1],
      // A zoom of which nothing is known stays where its field is.
      [26, 26],
    ]));
  test('breaks, offsets, and a highlight of full for dimmers alone: 255 of one byte, 65535 of two', () => {
    expect(channels.map((channel: Node) => [String(channel.DMXBreak), String(channel.Offset), channel.Highlight])).toEqual([
      ['1', '1,2', 'None'],
      ['1', '3', 'None'],
      ['1', '4,5', '65535/2'],
      ['2', '6', '255/1'],
      ['1', '7', 'None'],
    ]);
    expect(channels.map((channel: Node) => channel.LogicalChannel.Master)).toEqual(['None', 'None', 'Grand', 'Grand', 'None']);
    expect(channels[2].InitialFunction).toBe('Beam_Dimmer.Dimmer.Dimmer 1');
  });
  test('rest is the middle of pan and tilt (128 in each byte, as the standard widens a value), nothing of a dimmer', () =>
    expect(channels.slice(0, 3).map((channel: Node) => channel.LogicalChannel.ChannelFunction[0].Default)).toEqual([
      '32896/2',
      '128/1',
      '0/2',
    ]));
  test('attributes once each, in order, with the features that they need', () => {
    expect(attributesOf(head)).toEqual(['Dimmer', 'Pan', 'Tilt', 'Zoom']);
    const { AttributeDefinitions } = parsed(head);
    expect([AttributeDefinitions.Attributes.Attribute].flat().map((item: Node) => item.Name)).toEqual([
      'Dimmer',
      'Pan',
      'Tilt',
      'Zoom',
    ]);
    const groups = [AttributeDefinitions.FeatureGroups.FeatureGroup].flat().map((group: Node) => group.Name);
    expect(groups).toEqual(expect.arrayContaining(['Dimmer', 'Position']));
    expect(groups).not.toContain('Gobo');
  });
});

describe('what a strict reader asks for', () => {
  /** A batten of nine lamps in three circuits. */
  const batten: FixtureType = {
    ...plainType,
    name: 'Batten',
    cells: 9,
    width: 1800,
    watts: 900,
    lumens: 14_000,
    volts: 230,
    powerFactor: 0.9,
    modes: [{ name: '3', channels: [1, 2, 3].map((n) => ({ attribute: 'Dimmer', offset: [n], break: 1 })) }],
  };
  const [base] = parsed(batten).Geometries.Geometry;
  const cells: Node[] = base.Geometry;
  test('light and power of a unit of several cells are parted among its beams, and none is lost', () => {
    const beams = cells.flatMap((cell) => cell.Beam);
    expect(beams).toHaveLength(9);
    const sum = (key: string) => beams.reduce((all: number, beam: Node) => all + Number(beam[key]), 0);
    expect(sum('LuminousFlux')).toBeCloseTo(14_000, 3);
    expect(sum('PowerConsumption')).toBeCloseTo(900, 6);
  });
  test('its cells stand beside each other across its width, and its beams in them', () => {
    const across = cells.flatMap((cell) => cell.Beam.map((beam: Node) => offset(cell.Position)[0]! + offset(beam.Position)[0]!));
    across.forEach((x: number, i: number) => {
      expect(x).toBeCloseTo(-0.8 + 0.2 * i, 6);
    });
  });
  test('every beam hangs under a geometry that a channel names: circuit by circuit, or the whole of it', () => {
    const named = (type: FixtureType) =>
      parsed(type).DMXModes.DMXMode[0].DMXChannels.DMXChannel.map((channel: Node) => channel.Geometry);
    expect(named(batten)).toEqual(['Cell 1', 'Cell 2', 'Cell 3']);
    expect(cells.map((cell) => cell.Name)).toEqual(['Cell 1', 'Cell 2', 'Cell 3']);
    // Eight lamps on one dimmer: the channel is of all of them.
    const one = { ...batten, cells: 8, modes: [{ name: '1', channels: [{ attribute: 'Dimmer', offset: [1], break: 1 }] }] };
    expect(named(one)).toEqual(['Base']);
    expect(parsed(one).Geometries.Geometry[0].Beam).toHaveLength(8);
  });
  test('beams have a radius, no wider than their share of the body', () => {
    for (const beam of cells[0].Beam) {
      expect(Number(beam.BeamRadius)).toBeGreaterThan(0.01);
      expect(Number(beam.BeamRadius)).toBeLessThanOrEqual(0.1);
    }
  });
  const withChannels = (...attributes: string[]): Node[] =>
    parsed({
      ...plainType,
      kelvin: 6500,
      zoom: { beam: 30, field: 45 },
      modes: [{ name: 'm', channels: attributes.map((attribute, i) => ({ attribute, offset: [i + 1], break: 1 })) }],
    }).DMXModes.DMXMode[0].DMXChannels.DMXChannel;
  const fn = (channel: Node): Node => channel.LogicalChannel.ChannelFunction[0];
  test('shutters rest open and are found open; strobes do not', () => {
    const [shutter, strobe] = withChannels('Shutter1', 'Shutter1Strobe');
    expect([fn(shutter).Default, shutter.Highlight]).toEqual(['255/1', '255/1']);
    expect([fn(strobe).Default, strobe.Highlight]).toEqual(['0/1', 'None']);
  });
  test('a zoom goes in degrees, a correction in kelvin', () => {
    const [zoom, cto] = withChannels('Zoom', 'CTO');
    expect([fn(zoom).PhysicalFrom, fn(zoom).PhysicalTo].map(Number)).toEqual([26, 45]);
    expect([fn(cto).PhysicalFrom, fn(cto).PhysicalTo].map(Number)).toEqual([6500, 2700]);
  });
  test('power stands in the wiring, as 1.2 has it, and no more in the properties', () => {
    const type = parsed(batten);
    expect(type.PhysicalDescriptions.Properties).not.toHaveProperty('PowerConsumption');
    const wire = base.WiringObject;
    expect([wire.ComponentType, Number(wire.ElectricalPayLoad), Number(wire.VoltageRangeMax), Number(wire.CosPhi)]).toEqual([
      'Consumer',
      900,
      230,
      0.9,
    ]);
  });
  test('attributes that a desk takes together say so by a group that is defined', () => {
    const { AttributeDefinitions } = parsed(head);
    const groups = [AttributeDefinitions.ActivationGroups.ActivationGroup].flat().map((group: Node) => group.Name);
    const used = [AttributeDefinitions.Attributes.Attribute].flat().flatMap((item: Node) => item.ActivationGroup ?? []);
    expect(groups).toEqual(['PanTilt']);
    expect(used).toEqual(['PanTilt', 'PanTilt']);
  });
});

describe('names', () => {
  test('no separator of a node; never empty; modes told apart by a number', () => {
    expect([gdtfName('a.b,c{d}$e'), gdtfName('...'), gdtfName(' x ')]).toEqual(['a b c d  e', 'unnamed', 'x']);
    const modes = ['A', 'A', 'A.', 'B'].map((name) => ({ name, channels: [] }));
    expect(modeNames(modes)).toEqual(['A', 'A (2)', 'A (3)', 'B']);
    expect(modeNames(modes.slice(3), ['B'])).toEqual(['B (2)']);
  });
});
