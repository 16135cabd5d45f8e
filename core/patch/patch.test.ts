/** Check values of reference calculations 4 and formats 8.4 (ANSI E1.11: 512 slots; ANSI E1.31: universes 1 to 63999). */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { wrongSnags } from '../audit/snags.js';
import { dmxValue } from '../formats/gdtf/values.js';
import { Report } from '../formats/report.js';
import { apply } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, showOf } from '../model/show.js';
import { formatAddress, parseAddress, slotOf, toAbsolute, universeOf } from './address.js';
import { footprintOf, footprints } from './footprint.js';
import { nextFree } from './free.js';
import { pack } from './pack.js';
import { planPatch } from './plan.js';
import { bytesOf, shareOf, slotValue } from './values.js';

const read = (text: string) => {
  const parsed = parseAddress(text);
  return parsed.ok ? parsed.address : parsed.why;
};

describe('addresses', () => {
  test('4.1 2.101 is 613; 1024 is 2.512; 1025 is 3.1', () =>
    expect([toAbsolute(2, 101), formatAddress(1024), formatAddress(1025)]).toEqual([613, '2.512', '3.1']));
  test.each([
    ['1.101', 101],
    ['1/101', 101],
    ['1:101', 101],
    ['1-101', 101],
    ['1|101', 101],
    ['1 101', 101],
    ['A101', 101],
    ['A-101', 101],
    ['101', 101],
    ['2.101', 613],
    ['B101', 613],
    ['613', 613],
    ['U2 A101', 613],
    ['u2.101', 613],
    ['[2] 101', 613],
    ['2,101', 613],
    ['1/512', 512],
    ['2.1', 513],
    ['AA1', 13313],
    ['0', null],
    ['-', null],
    ['', null],
    ['TBD', null],
  ] as const)('%s is %p', (text, wanted) => expect(read(text)).toBe(wanted));
  test.each(['1.513', '-5', '64000.1', '1.0', 'abc', '99999999999', '1.2.3'])('%s is refused with a sentence', (text) =>
    expect(read(text)).toMatch(/\.$/),
  );
  test('every address is read back from its own spelling', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 63999 * 512 }), (address) => expect(read(formatAddress(address))).toBe(address)),
    );
  });
  test('170 RGB pixels fill a universe, the next one begins at 2.1 (common practice, no source)', () => {
    const given = pack(
      Array.from({ length: 171 }, () => 3),
      1,
    );
    expect([formatAddress(given[169]!), formatAddress(given[170]!)]).toEqual(['1.508', '2.1']);
  });
});

describe('packing', () => {
  test('4.2 in order, 20 x 38 from 1.1: last at 2.229, 13 in the first universe', () => {
    const given = pack(
      Array.from({ length: 20 }, () => 38),
      1,
    ) as number[];
    expect(formatAddress(given.at(-1)!)).toBe('2.229');
    expect(given.filter((address) => universeOf(address) === 1)).toHaveLength(13);
  });
  test('holes are used where they are large enough, in order', () =>
    expect(
      pack([16, 6, 40], 1, [
        { from: 1, to: 24 },
        { from: 31, to: 80 },
        { from: 500, to: 512 },
      ]),
    ).toEqual([81, 97, 103]));
  test('nothing straddles, overlaps or takes what is taken, and order is kept', () => {
    const span = fc
      .tuple(fc.integer({ min: 1, max: 1500 }), fc.integer({ min: 1, max: 60 }))
      .map(([from, size]) => ({ from, to: from + size }));
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 512 }), { maxLength: 40 }),
        fc.integer({ min: 1, max: 1200 }),
        fc.array(span, { maxLength: 20 }),
        (sizes, start, taken) => {
          const given = pack(sizes, start, taken) as number[];
          let last = start - 1;
          given.forEach((address, i) => {
            const end = address + sizes[i]! - 1;
            expect(address).toBeGreaterThan(last);
            expect(slotOf(address) + sizes[i]! - 1).toBeLessThanOrEqual(512);
            for (const { from, to } of taken) expect(end < from || address > to).toBe(true);
            last = end;
          });
        },
      ),
    );
  });
  test('a footprint of 0, or over 512, has no address', () => expect(pack([0, 513, 1], 1)).toEqual([null, null, 1]));
  test('the universes end', () => expect(pack([10], 63999 * 512 - 3)).toEqual([null]));
});

describe('values of slots', () => {
  test('4.7 half in 8, 16 and 24 bits', () =>
    expect([1, 2, 3].map((bytes) => slotValue(0.5, bytes))).toEqual([128, 32768, 8388608]));
  test('4.8 32896 in two bytes; value/bytes widened by repeating, or shifted with s (from memory)', () => {
    expect(bytesOf(32896, 2)).toEqual([128, 128]);
    const report = new Report();
    const wide = (text: string) => dmxValue(text, 2, report, 'test');
    expect([
      [wide('128/1'), wide('128/1s')],
      [wide('255/1'), wide('255/1s')],
    ]).toEqual([
      [32896, 32768],
      [65535, 65280],
    ]);
  });
  test('a value and its bytes are one: there and back', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 4 }), fc.float({ min: 0, max: 1, noNaN: true }), (bytes, share) => {
        const value = slotValue(share, bytes);
        expect(bytesOf(value, bytes).reduce((sum, byte) => sum * 256 + byte, 0)).toBe(value);
        expect(slotValue(shareOf(value, bytes), bytes)).toBe(value);
      }),
    );
  });
});

describe('a rig', () => {
  const rig = (...facts: [channel: string, address: number | null][]) =>
    showOf(SHOW, [
      ...baseRecords,
      ...facts.map(([channel, address], i) => {
        const fixture = makeFixture(idOf(200 + i), fixtureLayer, plainType, pipe, 500 * i, { unit: String(facts.length - i) });
        return { ...fixture, parts: [{ ...fixture.parts[0]!, channel, address }] };
      }),
    ]);
  test('slots are counted, not channels: offsets 1,2 and 4,3 take 4', () =>
    expect(
      footprintOf({
        name: 'm',
        channels: [
          { attribute: 'Pan', offset: [1, 2], break: 1 },
          { attribute: 'Tilt', offset: [4, 3], break: 1 },
        ],
      }),
    ).toBe(4));
  test('each break is counted by itself', () =>
    expect(
      footprints({
        name: 'm',
        channels: [
          { attribute: 'Dimmer', offset: [1], break: 2 },
          { attribute: 'Dimmer', offset: [3], break: 1 },
        ],
      }),
    ).toEqual([3, 1]));
  test('two that share an address are one snag that names both, and it says where the next free place is', () => {
    const show = rig(['33', 34], ['34', 34], ['35', 35]);
    expect(wrongSnags(show).map((snag) => snag.text)).toEqual(['Channel 33 and channel 34 share 1.34.']);
    expect(nextFree(show, all(show, 'fixture')[1]!, 0)).toBe(36);
  });
  test('one action patches in channel order, 2 before 10, around what stays', () => {
    const show = rig(['10', null], ['2', null], ['7', 1]);
    const fixtures = all(show, 'fixture').slice(0, 2);
    const plan = planPatch(show, fixtures, 1);
    const after = all(apply(show, plan.change), 'fixture').map((fixture) => fixture.parts[0]!.address);
    expect(after).toEqual([3, 2, 1]);
    expect(plan).toMatchObject({ patched: 2, failed: 0, last: 3 });
  });
});
