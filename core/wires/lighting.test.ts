/** Lights that are made to come up: what is written is what the reading of levels then reads, for the whole rig of the demo and by law. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { makeFixture } from '../model/make.js';
import type { Fixture, FixtureType } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, find, get, showOf } from '../model/show.js';
import { slotOf, universeOf } from '../patch/address.js';
import { modeOf } from '../patch/footprint.js';
import { place } from '../space/hanging.js';
import { isLamp, slotsOf } from './lighting.js';
import { makeLives } from './lives.js';

const demo = makeDemo();
const lights = all(demo, 'fixture').filter(({ parts }) =>
  parts.some(({ address, accessory }) => address !== null && accessory === undefined),
);
const attributesOf = (fixture: Fixture): string[] =>
  modeOf(get(demo, 'type', fixture.type), fixture.mode)?.channels.map(({ attribute }) => attribute) ?? [];
const seen = (levels: ReadonlyMap<string, number>) => {
  const lives = makeLives(demo);
  const slots = slotsOf(demo, levels);
  lives.take(slots, slots.keys());
  return lives;
};

describe('one light at a time', () => {
  test('each light of the demo comes up alone: every other one that is heard is out', () => {
    for (const light of lights) {
      const lives = seen(new Map([[light.id, 1]]));
      expect([light.id, lives.of(light.id)?.level]).toEqual([light.id, 1]);
      const others = lights.filter(({ id }) => id !== light.id && (lives.of(id)?.level ?? 0) > 0);
      // Two units on one dimmer come up together: that is what is patched.
      const addresses = new Set(light.parts.map(({ address }) => address));
      expect(others.filter(({ parts }) => !parts.some(({ address }) => addresses.has(address))).map(({ id }) => id)).toEqual([]);
      expect(lives.strangers()).toEqual([]);
    }
  });
  test('movers look where the plot aims them, to a step of their channels', () => {
    const movers = lights.filter((light) => attributesOf(light).includes('Pan') && place(demo, light).target);
    expect(movers.length).toBeGreaterThan(3);
    for (const mover of movers) {
      const live = seen(new Map([[mover.id, 1]])).of(mover.id);
      const { pose } = place(demo, mover);
      const { pan, tilt } = get(demo, 'type', mover.type);
      const channels = modeOf(get(demo, 'type', mover.type), mover.mode)?.channels ?? [];
      const step = (attribute: string, whole: number) =>
        whole / (256 ** (channels.find((channel) => channel.attribute === attribute)?.offset.length ?? 1) - 1);
      expect(Math.abs((live?.pan ?? 1e9) - (pose?.pan ?? 0))).toBeLessThanOrEqual(step('Pan', pan) * 0.51);
      expect(Math.abs((live?.tilt ?? 1e9) - (pose?.tilt ?? 0))).toBeLessThanOrEqual(step('Tilt', tilt) * 0.51);
    }
  });
});
test('law: levels are read as they are written, to a step of eight bits', () => {
  fc.assert(
    fc.property(
      fc.dictionary(fc.constantFrom(...lights.map(({ id }) => id)), fc.double({ min: 0, max: 1, noNaN: true }), { maxKeys: 12 }),
      (levels) => {
        const lives = seen(new Map(Object.entries(levels)));
        for (const [id, level] of Object.entries(levels)) {
          const light = find(demo, 'fixture', id);
          // Of two on one dimmer the last one that is written says the level.
          const shared = lights.some(
            (other) =>
              other.id !== id &&
              other.id in levels &&
              other.parts.some(({ address }) => light?.parts.some((part) => part.address === address)),
          );
          if (!shared) expect(Math.abs((lives.of(id)?.level ?? -1) - level)).toBeLessThanOrEqual(0.51 / 255);
        }
      },
    ),
    { numRuns: 60 },
  );
});
test('a light without a planned colour is white, and one with a colour has its hue', () => {
  const mixing = lights.filter(
    (light) => attributesOf(light).includes('ColorAdd_R') && attributesOf(light).includes('ColorAdd_B'),
  );
  expect(mixing.length).toBeGreaterThan(0);
  const [light] = mixing;
  if (!light) return;
  const coloured = (text: string) => {
    const show = {
      ...demo,
      records: new Map(demo.records).set(light.id, { ...light, parts: light.parts.map((part) => ({ ...part, colour: text })) }),
    };
    const lives = makeLives(show as typeof demo);
    const slots = slotsOf(show as typeof demo, new Map([[light.id, 1]]));
    lives.take(slots, slots.keys());
    return lives.of(light.id)?.colour;
  };
  const red = coloured('#ff0000');
  expect(red?.[0]).toBe(1);
  expect(Math.max(red?.[1] ?? 1, red?.[2] ?? 1)).toBeLessThan(0.02);
  const [r, g, b] = coloured('') ?? [0, 0, 0];
  expect(Math.min(r, g, b)).toBeGreaterThan(0.5);
});
test('what is not patched, or not there, asks for nothing', () => {
  expect(slotsOf(demo, new Map([['00000000-0000-4000-8000-00000000dead', 1]])).size).toBe(0);
  const spare = all(demo, 'fixture').find(({ parts }) => parts.every(({ address }) => address === null));
  if (spare) expect(slotsOf(demo, new Map([[spare.id, 1]])).size).toBe(0);
  const [light] = lights;
  const address = light?.parts[0]?.address ?? 1;
  const slots = slotsOf(demo, new Map([[light?.id ?? '', 0.5]]));
  expect([...slots.keys()]).toEqual([universeOf(address)]);
  expect(slots.get(universeOf(address))?.[slotOf(address) - 1]).toBe(128);
});

test('a hazer is no lamp, and all others of the demo that are dimmed or coloured are', () => {
  const none = lights.filter((light) => !isLamp(demo, light)).map(({ type }) => get(demo, 'type', type).name);
  expect([...new Set(none)]).toEqual(['Estuary hazer']);
});

test('a lamp that must be struck is struck while its light is up, and not beside it', () => {
  const type: FixtureType = {
    ...plainType,
    id: idOf(77),
    modes: [
      {
        name: 'm',
        channels: [
          { attribute: 'Dimmer', offset: [1], break: 1 },
          {
            attribute: 'Control1',
            offset: [2],
            break: 1,
            default: 0,
            functions: [
              { name: 'Nothing', attribute: 'Control1', from: 0, physical: [0, 0] },
              { name: 'Lamp on', attribute: 'Control1', from: 130, physical: [0, 0] },
            ],
          },
        ],
      },
    ],
  };
  const fixture: Fixture = makeFixture(idOf(500), fixtureLayer, type, pipe, 1000);
  const show = showOf(SHOW, [
    ...baseRecords,
    type,
    { ...fixture, parts: fixture.parts.map((part) => ({ ...part, address: 1 })) },
  ]);
  expect([...(slotsOf(show, new Map([[fixture.id, 1]])).get(1) ?? [])].slice(0, 2)).toEqual([255, 130]);
  expect([...(slotsOf(show, new Map([[fixture.id, 0]])).get(1) ?? [])].slice(0, 2)).toEqual([0, 0]);
});
