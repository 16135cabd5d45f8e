/** Things by what is typed, in the demo show. */
import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import type { Fixture } from '../model/records.js';
import { all, get } from '../model/show.js';
import { fixtureSpans } from '../patch/spans.js';
import { thingsNamed } from './things.js';

const show = makeDemo();
const names = (text: string) => thingsNamed(show, text).map(({ name }) => name);
const first = (text: string) => thingsNamed(show, text)[0]!;
const unit = (id: string): Fixture => get(show, 'fixture', id);

describe('things by what is typed', () => {
  test('a number is a channel, a dimmer, a circuit, and the units that have it', () => {
    const [found] = all(show, 'fixture').filter((fixture) => fixture.parts.some(({ channel }) => channel === '92'));
    expect(first('92')).toMatchObject({ name: 'Channel 92', ids: [found!.id] });
    expect(first(' 92 ').more).toMatch(/^unit .* on .*, /);
    const twos = thingsNamed(show, '2');
    expect(twos.map(({ name }) => name)).toEqual(expect.arrayContaining(['Channel 2', 'Unit 2']));
    for (const { name, ids } of twos) if (name === 'Unit 2') expect(unit(ids[0]!).unit).toBe('2');
  });
  test('a position and a unit, however it is spelt', () => {
    const wanted = all(show, 'fixture').find(
      (fixture) => fixture.unit === '5' && get(show, 'position', fixture.position).name === 'LX 2',
    )!;
    for (const text of ['LX 2 5', 'lx 2  unit 5', 'lx 2 #5'])
      expect(first(text)).toMatchObject({ name: 'LX 2 unit 5', ids: [wanted.id] });
    expect(names('LX 2 500')).toEqual([]);
  });
  test('an address is whoever has that slot, not only the one that begins there', () => {
    const wide = all(show, 'fixture').find((fixture) => fixtureSpans(show, fixture).some(({ from, to }) => to - from > 4))!;
    const span = fixtureSpans(show, wide).find(({ from, to }) => to - from > 4)!;
    const inside = span.from + 3;
    const text = `${Math.floor((inside - 1) / 512) + 1}.${((inside - 1) % 512) + 1}`;
    expect(first(text)).toMatchObject({ name: `Address ${text}`, ids: [wide.id] });
    expect(first(text.replace('.', '/')).ids).toEqual([wide.id]);
    expect(names('60.512')).toEqual([]);
  });
  test('a pixel wall that stands on the stage', () => {
    const wall = all(show, 'wall').find(({ name }) => name === 'Tide glass')!;
    expect(first('tide gl')).toMatchObject({ name: 'Tide glass', ids: [wall.id] });
  });
  test('names: positions, areas, types with their units, purposes', () => {
    expect(names('lx').slice(0, 4)).toEqual(['LX 1', 'LX 2', 'LX 3', 'LX 4']);
    expect(names('lx 2')[0]).toBe('LX 2');
    expect(names('Go to LX 1')[0]).toBe('LX 1');
    expect(names('ring')).toContain('Ring truss');
    const aster = thingsNamed(show, 'aster 26').find(({ name }) => name === 'Aster 26')!;
    expect(new Set(aster.ids.map((id) => get(show, 'type', unit(id).type).name))).toEqual(new Set(['Aster 26']));
    expect(aster.more).toBe(`type, ${aster.ids.length} units`);
    const warm = thingsNamed(show, 'front warm').find(({ name }) => name === 'Front warm')!;
    expect(warm.ids.every((id) => unit(id).purpose === 'Front warm')).toBe(true);
    const area = thingsNamed(show, 'area a').find(({ name }) => name === 'Area A')!;
    expect(area.more).toMatch(/^focus area of \d+ units?$/);
  });
  test('nothing for nothing, and no more than asked', () => {
    expect([thingsNamed(show, ''), thingsNamed(show, '   '), thingsNamed(show, 'zzzz')]).toEqual([[], [], []]);
    expect(thingsNamed(show, 'a', 3)).toHaveLength(3);
  });
});
