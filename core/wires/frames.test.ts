/** Levels between server and windows: bytes by hand, laws, and messages that are none. */
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { joined, type Slots, takeSlots, writeSlots } from './frames.js';

const slotsWith = (levels: Readonly<Record<number, number>>): Uint8Array => {
  const out = new Uint8Array(512);
  for (const [slot, level] of Object.entries(levels)) out[Number(slot) - 1] = level;
  return out;
};
const wide = fc.uint8Array({ minLength: 512, maxLength: 512 });
/** Mostly equal to what stood before, as on a real stage. */
const few = fc.dictionary(fc.integer({ min: 1, max: 512 }).map(String), fc.integer({ min: 0, max: 255 }), { maxKeys: 40 });

test('one changed slot is eight octets; nothing changed is nothing; all of an unknown universe is 517', () => {
  const [dark, lit] = [slotsWith({}), slotsWith({ 36: 255 })];
  expect([...(writeSlots(300, dark, lit) ?? [])]).toEqual([1, 44, 2, 0, 1, 0, 35, 255]);
  expect(writeSlots(300, lit, slotsWith({ 36: 255 }))).toBeNull();
  expect(writeSlots(1, undefined, dark)).toHaveLength(5 + 512);
  expect(writeSlots(1, null, dark)).toHaveLength(5 + 512);
});
test('loss is said once, and is not black', () => {
  expect([...(writeSlots(2, slotsWith({ 1: 9 }), null) ?? [])]).toEqual([0, 2, 0, 0, 0]);
  expect(writeSlots(2, null, null)).toBeNull();
  const known = new Map<number, Slots>([[2, slotsWith({ 1: 9 })]]);
  expect(takeSlots(known, Uint8Array.of(0, 2, 0, 0, 0))).toEqual([2]);
  expect(known.get(2)).toBeNull();
});
test('what is done is known no more, which is not loss', () => {
  expect([...(writeSlots(2, slotsWith({ 1: 9 }), undefined) ?? [])]).toEqual([0, 2, 3, 0, 0]);
  expect(writeSlots(2, undefined, undefined)).toBeNull();
  const known = new Map<number, Slots>([[2, slotsWith({ 1: 9 })]]);
  expect(takeSlots(known, Uint8Array.of(0, 2, 3, 0, 0))).toEqual([2]);
  expect(known.has(2)).toBe(false);
});
test('many changes are never more than the universe whole', () => {
  fc.assert(
    fc.property(wide, wide, (before, after) => (writeSlots(1, before, after)?.length ?? 0) <= 5 + 512),
    { numRuns: 50 },
  );
});
test('law: who knew before and takes what is written knows after, whatever else is in the message', () => {
  const state = fc.oneof(fc.constant(null), wide, few.map(slotsWith));
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 1, max: 63999 }), fc.option(state, { nil: undefined }), state), { maxLength: 6 }),
      (all) => {
        const each = [...new Map(all.map((one) => [one[0], one])).values()];
        const known = new Map<number, Slots>(
          each.flatMap(([universe, before]) => (before === undefined ? [] : [[universe, before]])),
        );
        const message = joined(each.flatMap(([universe, before, after]) => writeSlots(universe, before, after) ?? []));
        expect(takeSlots(known, message)).not.toBeNull();
        for (const [universe, , after] of each) expect(known.get(universe)).toEqual(after);
      },
    ),
    { numRuns: 150 },
  );
});
test('a changed universe is another list, an unchanged one the same', () => {
  const [one, two] = [slotsWith({ 1: 1 }), slotsWith({ 2: 2 })];
  const known = new Map<number, Slots>([
    [1, one],
    [2, two],
  ]);
  takeSlots(known, Uint8Array.of(0, 1, 2, 0, 1, 0, 0, 77));
  expect(known.get(1)?.[0]).toBe(77);
  expect(one[0]).toBe(1);
  expect(known.get(2)).toBe(two);
});
test.each([
  ['cut in the head', [0, 1, 2]],
  ['cut in the slots', [0, 1, 2, 0, 1, 0, 0]],
  ['cut in a whole universe', [0, 1, 1, 2, 0, 1, 2, 3]],
  ['an unknown code', [0, 1, 9, 0, 0]],
  ['more slots than there are', [0, 1, 2, 2, 1, ...new Array(513 * 3).fill(0)]],
  ['a slot beyond the universe', [0, 1, 2, 0, 1, 2, 0, 5]],
  ['good, and then rubbish', [0, 1, 2, 0, 1, 0, 0, 77, 255]],
])('%s: nothing is taken', (_, bytes) => {
  const before = slotsWith({ 1: 5 });
  const known = new Map<number, Slots>([[1, before]]);
  expect(takeSlots(known, Uint8Array.from(bytes))).toBeNull();
  expect(known.get(1)).toBe(before);
});
test('law: no bytes throw', () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 700 }), (bytes) => {
      takeSlots(new Map(), bytes);
    }),
  );
});
