/** What stands beside a dark light, over the demo. */
import { expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { apply, edit } from '../model/change.js';
import type { Fixture } from '../model/records.js';
import { all, get } from '../model/show.js';
import { formatAddress, slotOf } from '../patch/address.js';
import { aroundOf, onCircuit } from './around.js';
import { lightAddress } from './check-order.js';

const demo = makeDemo();
const at = (address: number): Fixture => {
  const fixture = all(demo, 'fixture').find((one) => lightAddress(one) === address);
  if (!fixture) throw new Error(`nothing at ${address}`);
  return fixture;
};

test('its own slot, and two on either side with what is patched there and what they say', () => {
  const slots = new Uint8Array(512);
  slots[4] = 255;
  slots[5] = 7;
  const around = aroundOf(demo, at(5), new Map([[1, slots]]));
  expect(around.map(({ address, level, own }) => [address, level, own])).toEqual([
    ['1.3', 0, false],
    ['1.4', 0, false],
    ['1.5', 255, true],
    ['1.6', 7, false],
    ['1.7', 0, false],
  ]);
  for (const { address, said } of around) {
    const there = all(demo, 'fixture').filter((fixture) => formatAddress(lightAddress(fixture)) === address);
    for (const fixture of there) expect(said).toContain(`channel ${fixture.parts[0]?.channel}`);
  }
});
test('at the ends of a universe it stays inside; where nobody is heard there is no level', () => {
  const around = aroundOf(demo, at(1), new Map());
  expect(around[0]?.address).toBe('1.1');
  expect(around.map(({ level }) => level)).toEqual([null, null, null]);
  const last = apply(
    demo,
    edit([at(5)], ({ parts }) => ({ parts: parts.map((part) => ({ ...part, address: 512 })) })),
  );
  expect(aroundOf(last, get(last, 'fixture', at(5).id), new Map()).map(({ address }) => address)).toEqual([
    '1.510',
    '1.511',
    '1.512',
  ]);
});
test('of a light with many slots the first ones, each with its number; two on one address are both told', () => {
  const wide = all(demo, 'fixture').find((fixture) => {
    const address = lightAddress(fixture);
    return address !== null && slotOf(address) > 3 && aroundOf(demo, fixture, new Map()).filter(({ own }) => own).length === 4;
  });
  if (!wide) throw new Error('no wide light');
  const own = aroundOf(demo, wide, new Map()).filter((slot) => slot.own);
  expect(own.map(({ said }) => /slot (\d)/.exec(said)?.[1])).toEqual(['1', '2', '3', '4']);
  const doubled = apply(
    demo,
    edit([at(5)], ({ parts }) => ({ parts: parts.map((part) => ({ ...part, address: 1 })) })),
  );
  expect(aroundOf(doubled, get(doubled, 'fixture', at(1).id), new Map())[0]?.said).toMatch(/^channel \d+ and channel \d+$/);
});
test('without an address there is nothing around', () => {
  const none = apply(
    demo,
    edit([at(5)], ({ parts }) => ({ parts: parts.map((part) => ({ ...part, address: null })) })),
  );
  expect(aroundOf(none, get(none, 'fixture', at(5).id), new Map())).toEqual([]);
});
test('who shares a circuit is told, both ways, and nobody is told of itself', () => {
  for (const fixture of all(demo, 'fixture'))
    for (const other of onCircuit(demo, fixture)) {
      expect(other).not.toBe(fixture.id);
      expect(onCircuit(demo, get(demo, 'fixture', other))).toContain(fixture.id);
    }
  const [a, b] = [at(5), at(6)];
  const shared = apply(
    demo,
    edit([b], ({ parts }) => ({
      parts: parts.map((part) => ({
        ...part,
        circuit: a.parts[0]?.circuit ?? '',
        circuitNumber: a.parts[0]?.circuitNumber ?? '',
      })),
    })),
  );
  expect(onCircuit(shared, get(shared, 'fixture', a.id))).toContain(b.id);
});
