/** What is alive, over the demo and by law: kept up universe by universe, or read at once, it is the same. */
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import type { Fixture } from '../model/records.js';
import { all } from '../model/show.js';
import { formatAddress, slotOf, universeOf } from '../patch/address.js';
import type { Slots } from './frames.js';
import { channelLevels, levelText, makeLives, patchedUniverses } from './lives.js';

const demo = makeDemo();
const byChannel = (channel: string): Fixture => {
  const fixture = all(demo, 'fixture').find((item) => item.parts.some((part) => part.channel === channel));
  if (!fixture) throw new Error(`no channel ${channel}`);
  return fixture;
};
const addressOf = (fixture: Fixture): number => {
  const address = fixture.parts[0]?.address;
  if (address == null) throw new Error('not patched');
  return address;
};
const lit = (fixture: Fixture, level: number): [number, Uint8Array] => {
  const out = new Uint8Array(512);
  out[slotOf(addressOf(fixture)) - 1] = level;
  return [universeOf(addressOf(fixture)), out];
};

test('a light of the demo comes up alone, and goes out again', () => {
  const lives = makeLives(demo);
  const one = byChannel('12');
  const [universe, slots] = lit(one, 255);
  const known = new Map<number, Slots>([[universe, slots]]);
  lives.take(known, [universe]);
  expect(lives.of(one.id)).toMatchObject({ level: 1, lost: false });
  const others = all(demo, 'fixture').filter(({ id }) => id !== one.id && (lives.of(id)?.level ?? 0) > 0);
  // Lights without a dimmer of their own, such as a profile with a shutter that is shut, may be full: none of the demo's are on this universe.
  expect(others.map(({ id }) => id)).toEqual([]);
  known.set(universe, new Uint8Array(512));
  expect(lives.take(known, [universe])).toEqual([one.id]);
  expect(lives.of(one.id)?.level).toBe(0);
});
test('levels by channel are those of a look: what is out is left out', () => {
  const lives = makeLives(demo);
  const one = byChannel('12');
  const [universe, slots] = lit(one, 51);
  lives.take(new Map([[universe, slots]]), [universe]);
  expect(channelLevels(demo, lives.of)).toEqual({ 12: 0.2 });
  expect(channelLevels(demo, () => undefined)).toEqual({});
});
test('loss keeps what stood last, and says so; what was never heard is nothing', () => {
  const lives = makeLives(demo);
  const one = byChannel('12');
  const [universe, slots] = lit(one, 128);
  const known = new Map<number, Slots>([[universe, slots]]);
  expect(lives.of(one.id)).toBeUndefined();
  lives.take(known, [universe]);
  known.set(universe, null);
  expect(lives.take(known, [universe])).toContain(one.id);
  expect(lives.of(one.id)).toMatchObject({ level: 128 / 255, lost: true });
  known.set(universe, slots);
  lives.take(known, [universe]);
  expect(lives.of(one.id)).toMatchObject({ lost: false });
});
test('a level where nothing is patched is a stranger, and none where something is', () => {
  const lives = makeLives(demo);
  const used = new Set(
    all(demo, 'fixture').flatMap(({ parts }) =>
      parts.flatMap(({ address }) => (address === null ? [] : [formatAddress(address)])),
    ),
  );
  const free = [...Array(512).keys()].reverse().find((slot) => !used.has(`1.${slot + 1}`)) ?? 0;
  const slots = new Uint8Array(512);
  slots[free] = 3;
  lives.take(new Map([[1, slots]]), [1]);
  expect(lives.strangers()).toEqual([[1, free + 1]]);
  lives.take(new Map([[1, null]]), [1]);
  expect(lives.strangers()).toEqual([]);
});
test('law: universes taken one after the other, or all at once, say the same', () => {
  const universes = patchedUniverses(demo);
  const slots = fc.uint8Array({ minLength: 512, maxLength: 512 });
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.constantFrom(...universes), fc.oneof(slots, slots, fc.constant(null))), { maxLength: 8 }),
      (steps) => {
        const slowly = makeLives(demo);
        const known = new Map<number, Slots>();
        const heard = new Map<number, Slots>();
        for (const [universe, next] of steps) {
          known.set(universe, next);
          slowly.take(known, [universe]);
          if (next || !heard.has(universe)) heard.set(universe, next);
        }
        const atOnce = makeLives(demo);
        atOnce.take(heard, heard.keys());
        atOnce.take(known, known.keys());
        for (const { id } of all(demo, 'fixture')) expect(slowly.of(id)).toEqual(atOnce.of(id));
      },
    ),
    { numRuns: 30 },
  );
});
test.each([
  [0, '0'],
  [1, '100'],
  [0.002, '1'],
  [0.999, '99'],
  [0.37, '37'],
])('level %d is written %s', (level, text) => {
  expect(levelText(level)).toBe(text);
});

test('a universe that is known no more leaves its lights as if nothing had been heard', () => {
  const lives = makeLives(demo);
  const [universe] = patchedUniverses(demo);
  if (!universe) throw new Error('nothing is patched');
  const known = new Map([[universe, new Uint8Array(512).fill(200)]]);
  const lit = lives.take(known, [universe]);
  expect(lit.length).toBeGreaterThan(10);
  known.delete(universe);
  const gone = lives.take(known, [universe]);
  expect(new Set(gone)).toEqual(new Set(lit));
  for (const id of gone) expect(lives.of(id)).toBeUndefined();
  expect(lives.strangers()).toEqual([]);
});
