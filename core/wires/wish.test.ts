/** What the check wants at a moment. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { all } from '../model/show.js';
import { universeOf } from '../patch/address.js';
import { inCheckOrder } from './check-order.js';
import { makeLives } from './lives.js';
import { addressesOf, kinOf, levelsAt, namesOf, noWish, paceAt, paces, togethers, wishAt } from './wish.js';

const demo = makeDemo();
const lights = inCheckOrder(demo, 'position');
const [one, two, three] = lights.map(({ id }) => id) as [string, string, string];

describe('paces', () => {
  test.each([
    ['steady', 0, [1, 1, 1, 1]],
    ['flash', 0, [1, 0, 1, 0]],
    ['chase', 0, [1, 0, 0, 1]],
    ['chase', 2, [0, 0, 1, 0]],
  ] as const)('%s of light %i', (pace, n, expected) => {
    expect([500, 1500, 2500, 3500].map((ms) => paceAt(pace, 1000, ms, n, 3))).toEqual(expected);
  });
  test('a ramp goes up and down, and does not jump', () => {
    expect([0, 250, 500, 1000, 1250, 1500, 2000].map((ms) => paceAt('ramp', 1000, ms, 0, 1))).toEqual([
      0, 0.25, 0.5, 1, 0.75, 0.5, 0,
    ]);
  });
  test('law: a share is a share; in a chase exactly one is up', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...paces),
        fc.integer({ min: 1, max: 5000 }),
        fc.nat(1e7),
        fc.integer({ min: 1, max: 40 }),
        (pace, step, ms, many) => {
          const shares = Array.from({ length: many }, (_, n) => paceAt(pace, step, ms, n, many));
          for (const share of shares) expect(share >= 0 && share <= 1).toBe(true);
          if (pace === 'chase') expect(shares.filter(Boolean)).toEqual([1]);
        },
      ),
    );
  });
});

test('those that are up, the others, and what is parked whatever else is wanted', () => {
  const wish = {
    ...noWish,
    up: [one, two],
    level: 0.8,
    others: 0.1,
    parked: new Map([
      [three, 0.4],
      [two, 0.3],
    ]),
  };
  const levels = levelsAt(demo, wish, 0);
  expect([one, two, three, lights[10]?.id ?? ''].map((id) => levels.get(id))).toEqual([0.8, 0.3, 0.4, 0.1]);
  const hazer = lights.find(({ purpose }) => purpose === 'Haze');
  expect(levels.has(hazer?.id ?? '')).toBe(false);
  // One that is dark in a flash glows as the others do.
  expect(levelsAt(demo, { ...wish, pace: 'flash', step: 100 }, 150).get(one)).toBe(0.1);
  expect(levelsAt(demo, { ...wish, up: ['not there'] }, 0).has('not there')).toBe(false);
});
test('a single slot is raised whatever is patched there, and found', () => {
  const slots = wishAt(demo, { ...noWish, raw: new Map([[513 + 99, 200]]) }, 0);
  expect([...slots.keys()]).toEqual([2]);
  expect(slots.get(2)?.[99]).toBe(200);
  expect(slots.get(2)?.filter(Boolean)).toHaveLength(1);
});

describe('kinds', () => {
  test.each(togethers)('by %s: all of each kind and no others come up', (by) => {
    const kin = kinOf(demo, by);
    expect(kin.length).toBeGreaterThan(1);
    expect(new Set(kin.map(({ name }) => name)).size).toBe(kin.length);
    for (const { name, lights: own } of kin.slice(0, 6)) {
      const lives = makeLives(demo);
      const slots = wishAt(demo, { ...noWish, up: own }, 0);
      lives.take(slots, slots.keys());
      for (const id of own) expect([name, id, (lives.of(id)?.level ?? 0) > 0.99]).toEqual([name, id, own.length > 0]);
    }
  });
  test('a universe is what is patched in it', () => {
    const [first] = kinOf(demo, 'universe');
    const expected = lights.filter(({ parts }) =>
      parts.some(({ address, accessory }) => address !== null && accessory === undefined && universeOf(address) === 1),
    );
    expect(first?.name).toBe('Universe 1');
    expect([...(first?.lights ?? [])].sort()).toEqual(expected.map(({ id }) => id).sort());
  });
});
test('names and addresses', () => {
  expect(namesOf(demo, [one], 6)).toBe(lights[0]?.parts[0]?.channel);
  expect(
    namesOf(
      demo,
      lights.slice(0, 9).map(({ id }) => id),
      2,
    ),
  ).toMatch(/^\S+, \S+ and 7 more$/);
  const addresses = addressesOf(demo);
  expect(addresses).toEqual([...addresses].sort((a, b) => a - b));
  expect(addresses[0]).toBe(
    Math.min(...all(demo, 'fixture').flatMap(({ parts }) => parts.flatMap(({ address }) => address ?? []))),
  );
});
