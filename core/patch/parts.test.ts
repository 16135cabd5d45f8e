/** Parts of a fixture: cells by the breaks of a mode, devices by its accessories. */
import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { channelText } from '../fields/texts.js';
import { adding, apply, edit } from '../model/change.js';
import { makeFixture, makePart } from '../model/make.js';
import type { Accessory, Fixture, FixtureType } from '../model/records.js';
import { faults } from '../model/references.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, find, showOf } from '../model/show.js';
import { fixtureFootprint, partFootprint } from './footprint.js';
import { inMode, isDevice, withDevices } from './parts.js';

const breaks = (name: string, ...sizes: number[]) => ({
  name,
  channels: sizes.map((size, i) => ({ attribute: 'Dimmer', offset: [size], break: i + 1 })),
});
const cells: FixtureType = {
  ...plainType,
  id: idOf(5),
  cells: 3,
  modes: [breaks('three', 1, 2, 3), breaks('one', 7), breaks('none')],
};
const scroller: Accessory = { id: idOf(50), kind: 'accessory', name: 'Scroller', form: 'scroller', stock: null, slots: 2 };
const doors: Accessory = { id: idOf(51), kind: 'accessory', name: 'Doors', form: 'barn doors', stock: null };
const show = showOf(SHOW, [...baseRecords, cells, scroller, doors]);
const three = makeFixture(idOf(100), fixtureLayer, cells, pipe, 0);
const numbered: Fixture = {
  ...three,
  parts: three.parts.map((part, i) => ({ ...part, channel: String(i + 1), address: 10 + i, colour: `c${i}` })),
};

describe('modes', () => {
  test('fewer cells keep the first ones, more of them take after the first without its address', () => {
    const one = inMode(numbered, cells, 'one');
    expect(one.parts).toEqual([{ ...numbered.parts[0]!, name: '' }]);
    const back = inMode(one, cells, 'three');
    expect(back.parts.map(({ name, channel, address, colour }) => [name, channel, address, colour])).toEqual([
      ['cell 1', '1', 10, 'c0'],
      ['cell 2', '1', null, 'c0'],
      ['cell 3', '1', null, 'c0'],
    ]);
    expect(back.mode).toBe('three');
  });
  test('without slots there is one part all the same; an unknown mode is the first; devices stay behind the cells', () => {
    expect(inMode(numbered, cells, 'none').parts).toHaveLength(1);
    expect(inMode(numbered, cells, 'what').parts).toHaveLength(3);
    const device = makePart({ name: 'Scroller', accessory: scroller.id, slots: 2 });
    expect(inMode({ ...numbered, parts: [...numbered.parts, device] }, cells, 'one').parts.map((part) => part.slots)).toEqual([
      undefined,
      2,
    ]);
    expect(inMode({ ...numbered, parts: [device] }, cells, 'one').parts).toEqual([makePart(), device]);
  });
});

describe('devices', () => {
  test('one that is hung has a part with its slots, what is no device has none; taken off it goes', () => {
    const hung = withDevices(show, { ...numbered, accessories: [doors.id, scroller.id] });
    expect(hung.parts.map((part) => [part.name, isDevice(part)])).toEqual([
      ['cell 1', false],
      ['cell 2', false],
      ['cell 3', false],
      ['Scroller', true],
    ]);
    expect(withDevices(show, hung)).toBe(hung);
    expect(withDevices(show, { ...hung, accessories: [doors.id] }).parts).toEqual(numbered.parts);
    expect(withDevices(show, numbered)).toBe(numbered);
  });
  test('its slots follow the accessory, and its address stays', () => {
    const hung = withDevices(show, { ...numbered, accessories: [scroller.id] });
    const patched = { ...hung, parts: hung.parts.map((part) => (isDevice(part) ? { ...part, address: 99 } : part)) };
    const wider = showOf(SHOW, [...baseRecords, cells, { ...scroller, slots: 4 }]);
    expect(withDevices(wider, patched).parts.at(-1)).toMatchObject({ slots: 4, address: 99 });
    const { slots: _, ...plain } = scroller;
    expect(withDevices(showOf(SHOW, [...baseRecords, cells, plain]), patched).parts).toHaveLength(3);
  });
});

describe('slots', () => {
  test('of a part by its break or its own, of a fixture in all', () => {
    const hung = withDevices(show, { ...numbered, accessories: [scroller.id] });
    const whole = showOf(SHOW, [...show.records.values(), hung]);
    expect([0, 1, 2, 3, 4].map((part) => partFootprint(whole, hung, part))).toEqual([1, 2, 3, 2, 0]);
    expect(fixtureFootprint(whole, hung)).toBe(8);
    expect(fixtureFootprint(whole, { ...hung, mode: 'what' })).toBe(2);
    expect(partFootprint(whole, { ...hung, mode: 'what' }, 0)).toBe(0);
    expect(fixtureFootprint(whole, { ...numbered, mode: 'one' })).toBe(7);
  });
});

describe('in the demo', () => {
  const demo = makeDemo();
  const device: Accessory = { id: idOf(20), kind: 'accessory', name: 'Scroller 8', form: 'scroller', stock: 4, slots: 2 };
  const base = apply(demo, adding(device));
  const [fixture] = all(base, 'fixture').filter((item) => item.parts.length === 1);
  test('a device that is hung becomes a part with slots of its own, and goes with it', () => {
    const hung = withDevices(base, { ...fixture!, accessories: [device.id] });
    expect(hung.parts.map((part) => [part.name, part.slots])).toEqual([
      ['', undefined],
      ['Scroller 8', 2],
    ]);
    const show = apply(base, edit([fixture!], hung));
    expect(faults(show)).toEqual([]);
    expect(partFootprint(show, hung, 1)).toBe(2);
    expect(fixtureFootprint(show, hung)).toBe(fixtureFootprint(base, fixture!) + 2);
    expect(withDevices(show, hung)).toBe(hung);
    // One body with several channels: the lamp's, then the device's.
    const numbered = { ...hung, parts: hung.parts.map((part, i) => ({ ...part, channel: i ? '901' : '12' })) };
    expect(channelText(numbered)).toBe('12 + 901');
    expect(channelText({ ...numbered, parts: numbered.parts.map((part) => ({ ...part, channel: '12' })) })).toBe('12');
    const { accessories, ...off } = hung;
    expect(withDevices(show, off).parts).toEqual(fixture!.parts);
  });
  test('a change of mode keeps the devices, and the cells that are in both', () => {
    const type = all(base, 'type').find((item) => item.name === 'Skyline 3')!;
    const three = { name: 'three', channels: [1, 2, 3].map((n) => ({ attribute: 'Dimmer', offset: [1], break: n })) };
    const two = { name: 'two', channels: three.channels.slice(0, 2) };
    const wide = { ...type, modes: [three, two] };
    const hung = withDevices(base, {
      ...fixture!,
      accessories: [device.id],
      parts: fixture!.parts.map((part) => ({ ...part, channel: '7', address: 9 })),
    });
    const cells = inMode(hung, wide, 'three');
    expect(cells.parts.map((part) => [part.name, part.channel, part.address])).toEqual([
      ['cell 1', '7', 9],
      ['cell 2', '7', null],
      ['cell 3', '7', null],
      ['Scroller 8', '', null],
    ]);
    expect(inMode(cells, wide, 'two').parts).toHaveLength(3);
    expect(inMode(inMode(cells, wide, 'two'), wide, 'three').parts[1]).toEqual(cells.parts[1]);
    expect(find(base, 'accessory', device.id)).toBe(device);
  });
});
