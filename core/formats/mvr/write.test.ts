/** What a console reads of our MVR 1.6 (DIN SPEC 15801, reference formats 2): each element of a fixture, by a parser from the registry. */
import { describe, expect, test } from '@jest/globals';
import { XMLParser } from 'fast-xml-parser';
import { strFromU8 } from 'fflate';
import { makeFixture } from '../../model/make.js';
import type { Fixture, FixtureType, FocusArea } from '../../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../../model/show.arb.js';
import { showOf } from '../../model/show.js';
import { gdtfNames, mvrEntries, pointAimId } from './write.js';

// biome-ignore lint/suspicious/noExplicitAny: a parsed file is what it is
type Node = any;
const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  parseTagValue: false,
  isArray: (name) => ['Fixture', 'Address', 'Layer', 'FocusPoint', 'Position'].includes(name),
});
const cyc: FixtureType = {
  ...plainType,
  id: idOf(5),
  name: 'Cyc',
  cells: 3,
  modes: [{ name: 'c', channels: [1, 2, 3].map((n) => ({ attribute: 'Dimmer', offset: [1], break: n })) }],
};
const area: FocusArea = { id: idOf(50), kind: 'area', layer: fixtureLayer, name: 'Area A', at: [1000, 2000, 1500], size: 2000 };
const hung = (n: number, more: Partial<Fixture> = {}, type = plainType): Fixture =>
  makeFixture(idOf(100 + n), fixtureLayer, type, pipe, 5000 + n * 500, { purpose: 'Front & "warm"', ...more });
const with_ = (fixture: Fixture, ...parts: Partial<Fixture['parts'][number]>[]): Fixture => ({
  ...fixture,
  parts: fixture.parts.map((part, i) => ({ ...part, ...parts[i] })),
});
const scene = (...fixtures: Fixture[]): Node =>
  parser.parse(strFromU8(mvrEntries(showOf(SHOW, [...baseRecords, cyc, area, ...fixtures]))[0]![1])).GeneralSceneDescription;
const layers = (root: Node): Node[] => root.Scene.Layers.Layer;
const fixturesOf = (root: Node): Node[] => layers(root).flatMap((layer) => layer.ChildList.Fixture ?? []);

describe('a fixture', () => {
  const [one] = fixturesOf(scene(with_(hung(1, { unit: '4A' }), { channel: '101', address: 513 })));
  test('numbers, unit, purpose, position; it casts no shadow and follows no rule of its own', () => {
    expect(one).toMatchObject({
      '@name': 'Test 26',
      GDTFSpec: 'Cinderpath@Test 26.gdtf',
      GDTFMode: '1 slot',
      CastShadow: 'false',
      Function: 'Front & "warm"',
      FixtureID: '101',
      FixtureIDNumeric: '101',
      CustomIdType: '0',
      CustomId: '0',
      Position: [pipe.id.toUpperCase()],
    });
    expect(one).not.toHaveProperty('Focus');
    // 4A is not 4: a unit with a letter has no number here.
    expect(one).not.toHaveProperty('UnitNumber');
  });
  test('its place is the last group of the matrix, in mm, at the clamp', () => {
    const groups = [...one.Matrix.matchAll(/\{([^}]*)\}/g)].map((group: RegExpMatchArray) => group[1]!.split(',').map(Number));
    expect(groups).toHaveLength(4);
    expect(groups[3]).toEqual([500, 3000, 6500]);
  });
  test('one address a break, from 0, absolute; cells without one and devices are left out', () => {
    expect(one.Addresses.Address.map((address: Node) => [address['@break'], address['#text']])).toEqual([['0', '513']]);
    const [cells] = fixturesOf(
      scene(with_(hung(1, {}, cyc), { address: 7 }, { address: null }, { address: 9, accessory: idOf(60), slots: 2 } as never)),
    );
    expect(cells.Addresses.Address.map((address: Node) => [address['@break'], address['#text']])).toEqual([['0', '7']]);
  });
  test('what is no whole number gets a free number above all channels, and no unit number', () => {
    const figures = (channel: string, unit: string) => {
      const [fixture] = fixturesOf(scene(with_(hung(1, { unit }), { channel })));
      return [fixture.FixtureID, fixture.FixtureIDNumeric, fixture.UnitNumber];
    };
    expect(figures('4A', 'B')).toEqual(['4A', '1', undefined]);
    expect(figures('1234567890', '12bc')).toEqual(['1234567890', '1', undefined]);
    expect(figures('7', '12')).toEqual(['7', '7', '12']);
  });
  test('no two fixtures share a number, and none has 0: lettered channels, doubled ones, none at all', () => {
    const list = ['4A', '4B', '7', '7', '', '900'].map((channel, i) => with_(hung(i, { unit: `${i}` }), { channel }));
    const numbers = fixturesOf(scene(...list)).map((fixture) => Number(fixture.FixtureIDNumeric));
    expect(new Set(numbers).size).toBe(6);
    expect(Math.min(...numbers)).toBe(7);
    expect(numbers).toEqual(expect.arrayContaining([7, 900, 901, 902, 903, 904]));
  });
  test('a unit of several cells says all its channels', () => {
    const [cells] = fixturesOf(scene(with_(hung(1, {}, cyc), { channel: '151' }, { channel: '152' }, { channel: '153' })));
    expect(cells.FixtureID).toBe('151-153');
    const [apart] = fixturesOf(scene(with_(hung(1, {}, cyc), { channel: '1' }, { channel: '20' }, { channel: '3A' })));
    expect(apart.FixtureID).toBe('1 + 20 + 3A');
  });
  test.each(['1.4', '1.5', '1.6'] as const)('as MVR %s it says its version, and nothing that came later', (version) => {
    const xml = strFromU8(mvrEntries(showOf(SHOW, [...baseRecords, hung(1)]), undefined, version)[0]![1]);
    const root = parser.parse(xml).GeneralSceneDescription;
    expect(root['@verMinor']).toBe(version.slice(2));
    expect('@provider' in root).toBe(version === '1.6');
    const [fixture] = fixturesOf(root);
    expect('FixtureIDNumeric' in fixture).toBe(version === '1.6');
    expect('CustomId' in fixture).toBe(version !== '1.4');
    expect(fixture.FixtureID).toBeDefined();
  });
  test('an aim at an area names it; one at a point has a focus point of its own', () => {
    const root = scene(hung(1, { aim: { kind: 'area', area: area.id } }), hung(2, { aim: { kind: 'point', at: [7, 8, 9] } }));
    const fixtures = fixturesOf(root);
    const byId = (n: number) => fixtures.find((fixture) => fixture['@uuid'].toLowerCase() === idOf(100 + n))!;
    expect(byId(1).Focus.toLowerCase()).toBe(area.id);
    const points = layers(root).flatMap((layer) => layer.ChildList.FocusPoint ?? []);
    const own = points.find((point) => point['@uuid'] === byId(2).Focus)!;
    expect(own.Matrix).toMatch(/\{7(\.0+)?,8(\.0+)?,9(\.0+)?\}$/);
    expect(points.map((point) => point['@name'])).toEqual(['Area A', 'Aim of a fixture']);
    expect(pointAimId(hung(2))).toBe(pointAimId(hung(2)));
  });
});

describe('the scene', () => {
  test('is of version 1.6, names its positions in the auxiliary data and its layers in their order', () => {
    const root = scene(hung(1));
    expect([root['@verMajor'], root['@verMinor']]).toEqual(['1', '6']);
    expect(root.Scene.AUXData.Position.map((position: Node) => [position['@uuid'].toLowerCase(), position['@name']])).toEqual([
      [pipe.id, 'LX 1'],
    ]);
    expect(layers(root).map((layer) => layer['@name'])).toEqual(['Focus', 'Fixtures']);
  });
  test('files of types are told apart also where only their letters differ in size', () => {
    const names = gdtfNames([
      { ...plainType, id: idOf(1), name: 'A/B' },
      { ...plainType, id: idOf(2), name: 'A_B' },
      { ...plainType, id: idOf(3), name: 'a_b' },
    ]);
    expect([...names.values()].sort()).toEqual(['Cinderpath@A_B 3.gdtf', 'Cinderpath@A_B.gdtf', 'Cinderpath@a_b 2.gdtf']);
  });
});
