/** What goes along. */
import { expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { faults } from '../model/references.js';
import { all, get } from '../model/show.js';
import { universeOf } from '../patch/address.js';
import { handOverOf, partOf } from './part.js';
import { pixelRows, wallsSaid } from './pixels.js';

const demo = makeDemo();
test('everything, where nothing stays at home', () => {
  expect(partOf(demo, {})).toBe(demo);
  expect(handOverOf(demo)).toEqual({});
});
test('a family stays at home with its units alone; nothing points at what is not there', () => {
  const part = partOf(demo, { families: ['profile'] });
  expect(all(part, 'fixture').every(({ type }) => get(part, 'type', type).family !== 'profile')).toBe(true);
  const others = all(demo, 'fixture').filter(({ type }) => get(demo, 'type', type).family !== 'profile');
  expect(all(part, 'fixture')).toHaveLength(others.length);
  expect(faults(part)).toEqual([]);
});
test('a universe stays at home; who has addresses elsewhere too goes along', () => {
  const part = partOf(demo, { universes: [2] });
  for (const { parts } of all(part, 'fixture')) {
    const own = parts.flatMap(({ address }) => (address === null ? [] : [universeOf(address)]));
    expect(!own.length || own.some((universe) => universe !== 2)).toBe(true);
  }
  expect(all(part, 'fixture').length).toBeLessThan(all(demo, 'fixture').length);
});
test('a layer stays at home with what lies on it, but positions and areas go with the units that need them', () => {
  const focus = all(demo, 'layer').find(({ role }) => role === 'positions')!;
  const part = partOf(demo, { layers: [focus.id] });
  expect(all(part, 'fixture')).toHaveLength(all(demo, 'fixture').length);
  expect(faults(part)).toEqual([]);
  const scenery = all(demo, 'layer').find(({ role }) => role === 'scenery')!;
  expect(all(partOf(demo, { layers: [scenery.id] }), 'scenic').some(({ layer }) => layer === scenery.id)).toBe(false);
});
test('pixels: each with its tile, place and slot, in the order of the wiring', () => {
  const walls = wallsSaid(demo);
  const rows = pixelRows(walls);
  expect(rows).toHaveLength(1 + walls.reduce((sum, { pixels }) => sum + pixels.length, 0));
  const [first, second] = walls[0]!.pixels;
  expect(first).toMatchObject({ pixel: 1, tile: 1 });
  expect(second!.slot! - first!.slot!).toBe(walls[0]!.slots);
});
