/** Automatic addressing, spans and blocks. Check values 4.3 to 4.6 of reference calculations 4; slots by ANSI E1.11, universes by ANSI E1.31; packing common practice, no source. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { apply, invert, isEmpty } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import type { Fixture, FixtureType, Position } from '../model/records.js';
import { baseRecords, contentOf, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, type Show, showOf } from '../model/show.js';
import { formatAddress, parseAddress, slotOf, universeOf } from './address.js';
import { cleared, firstAddressOf, modeEffect, movedBlock, shiftedBlock, swapped, typesOf } from './block.js';
import { partFootprint } from './footprint.js';
import type { Span } from './pack.js';
import { aligned, fits, type PlanRules, patchOrders, plainRules, planAddresses, readSlots } from './plan.js';
import { fixtureSpans, freeSlots, occupied, overlaps, spansText, universesOf, withUniverse } from './spans.js';

const sizes = [1, 3, 16, 38, 40, 6, 200];
const typeFor = (slots: number): FixtureType => ({
  ...plainType,
  id: idOf(20 + slots),
  name: `${slots} slots`,
  modes: [slots, slots + 10].map((n) => ({ name: `${n} slots`, channels: [{ attribute: 'Dimmer', offset: [n], break: 1 }] })),
});
const types = new Map(sizes.map((slots) => [slots, typeFor(slots)]));
const second: Position = { ...pipe, id: idOf(3), name: 'LX 2', order: 2 };
let made = 0;
const hung = (slots: number, address: number | null = null, channel = '', position = pipe): Fixture => {
  const fixture = makeFixture(idOf(1000 + made++), fixtureLayer, types.get(slots)!, position, made * 10);
  return { ...fixture, parts: [{ ...fixture.parts[0]!, address, channel }] };
};
const rig = (...fixtures: Fixture[]): Show => showOf(SHOW, [...baseRecords, second, ...types.values(), ...fixtures]);
const at = (text: string): number => {
  const parsed = parseAddress(text);
  if (!parsed.ok || parsed.address === null) throw new Error(text);
  return parsed.address;
};
const plan = (show: Show, rules: Partial<PlanRules> = {}, fixtures: readonly Fixture[] = all(show, 'fixture')) =>
  planAddresses(show, fixtures, { ...plainRules, order: 'as selected', ...rules });
const given = (show: Show, rules: Partial<PlanRules> = {}, fixtures?: readonly Fixture[]) =>
  [...plan(show, rules, fixtures).addresses.values()].flat().map((address) => formatAddress(address));

describe('plans', () => {
  test('4 align: the next slot of the grid at or after a slot, never before 1', () => {
    // a' = off + ceil((a - off) / k) k
    expect([1, 5, 6, 7].map((slot) => aligned(slot, 5, 1))).toEqual([1, 6, 6, 11]);
    expect([1, 4, 5].map((slot) => aligned(slot, 16, 4))).toEqual([4, 4, 20]);
    expect(aligned(1, 10, -5)).toBe(5);
    expect(aligned(1, 1, 0)).toBe(1);
  });
  test('align: off 1 gives 1, 11, 21; off 0 begins at 10, never at 0', () => {
    expect([1, 2, 11, 12].map((slot) => aligned(slot, 10, 1))).toEqual([1, 11, 11, 21]);
    expect([1, 10, 11].map((slot) => aligned(slot, 10, 0))).toEqual([10, 10, 20]);
  });
  test('4.3 in order with 1 to 24 reserved, on tens plus one: 38 38 16', () =>
    expect(
      given(rig(hung(38), hung(38), hung(16)), { reserved: [{ from: 1, to: 24 }], round: { every: 10, off: 1, of: 'fixture' } }),
    ).toEqual(['1.31', '1.71', '1.111']));
  test('4.6 first fit of 16 6 40 into the holes 25-30 and 81-499', () => {
    const show = rig(hung(16), hung(6), hung(40));
    const reserved = [
      { from: 1, to: 24 },
      { from: 31, to: 80 },
      { from: 500, to: 512 },
    ];
    expect(given(show, { reserved, fit: 'first hole' })).toEqual(['1.81', '1.25', '1.97']);
    expect(given(show, { reserved, fit: 'in order' })).toEqual(['1.81', '1.97', '1.103']);
  });
  test('the smallest hole is filled first', () => {
    const stays = [hung(200, at('1.7')), hung(200, at('1.223')), hung(16, at('1.423'))];
    const show = rig(...stays, hung(6), hung(6));
    expect(given(show, { fit: 'smallest hole' }, all(show, 'fixture').slice(3))).toEqual(['1.1', '1.207']);
  });
  test('largest first wastes no more than in order', () => {
    const show = rig(...[200, 38, 200, 200, 16, 40, 200].map((slots) => hung(slots)));
    const [plain, packed] = [plan(show), plan(show, { order: 'largest first', fit: 'first hole' })];
    expect(packed.wasted).toBeLessThanOrEqual(plain.wasted);
    expect(packed.universes.length).toBeLessThanOrEqual(plain.universes.length);
  });
  test('dimmers from 1, moving lights from 101 (common practice, no source)', () => {
    const show = rig(hung(38), hung(38));
    expect(given(show, { reserved: [{ from: 1, to: 100 }] })).toEqual(['1.101', '1.139']);
  });
  test('a gap is 0 to 512 slots, round slots are 1 apart at least', () => {
    expect(given(rig(hung(1), hung(1)), { gap: 511 })).toEqual(['1.1', '2.1']);
    expect(() => plan(rig(hung(1)), { gap: 513 })).toThrow('0 to 512');
    expect(() => plan(rig(hung(1)), { gap: -1 })).toThrow(RangeError);
    expect(() => plan(rig(hung(1)), { round: { every: 0.5, off: 0, of: 'fixture' } })).toThrow('1 apart');
    expect(given(rig(hung(1), hung(1)), { gap: 512 })).toEqual(['1.1', '2.2']);
  });
  test('each order is what it says: largest first, present address, position, type, channel; ties by channel', () => {
    const rigged = rig(
      hung(3, 400, '7'),
      hung(40, null, '2'),
      hung(3, 100, '10'),
      hung(16, null, '1', second),
      hung(3, null, '3'),
    );
    const fixtures = all(rigged, 'fixture');
    const order = (by: PlanRules['order']) => {
      const { addresses } = plan(rigged, { order: by });
      return [...fixtures]
        .sort((a, b) => addresses.get(a.id)![0]! - addresses.get(b.id)![0]!)
        .map((fixture) => fixture.parts[0]!.channel);
    };
    expect(order('channel')).toEqual(['1', '2', '3', '7', '10']);
    expect(order('largest first')).toEqual(['2', '1', '3', '7', '10']);
    expect(order('present address')).toEqual(['10', '7', '1', '2', '3']);
    expect(order('type')).toEqual(['3', '7', '10', '1', '2']);
    expect(order('as selected')).toEqual(['7', '2', '10', '1', '3']);
    // LX 1 from stage left, then LX 2.
    expect(order('position')).toEqual(['3', '10', '2', '7', '1']);
  });
  test('what a plan says of itself: how many, from where to where, what lies waste before its end, who moves', () => {
    const rigged = rig(hung(40, 1), hung(200, 300), hung(200), hung(200));
    const made = plan(rigged, { order: 'as selected' });
    expect([made.patched, made.failed, made.first, made.last, made.universes]).toEqual([4, 0, 1, 512 + 200, [1, 2]]);
    // 40 + 200 + 200 in the first universe leave 72 waste; the second ends with its last.
    expect(made.wasted).toBe(72);
    expect(made.moved).toBe(1);
    const none = plan(rig());
    expect([none.first, none.last, none.universes, none.wasted]).toEqual([null, null, [], 0]);
  });
  test('a gap after each; it may fall past the end of the universe', () => {
    expect(given(rig(hung(3), hung(3), hung(3)), { gap: 2 })).toEqual(['1.1', '1.6', '1.11']);
    expect(given(rig(hung(200), hung(200), hung(40)), { gap: 60 })).toEqual(['1.1', '1.261', '2.9']);
  });
  test('each type on a round slot, what follows it close behind', () =>
    expect(given(rig(hung(3), hung(3), hung(6), hung(6)), { order: 'type', round: { every: 100, off: 1, of: 'type' } })).toEqual([
      '1.1',
      '1.4',
      '1.101',
      '1.107',
    ]));
  test('a universe for each position, though they come mixed', () => {
    const show = rig(hung(3), hung(3, null, '', second), hung(3), hung(3, null, '', second));
    const addresses = plan(show, { universePer: 'position' }).addresses;
    expect(all(show, 'fixture').map((fixture) => formatAddress(addresses.get(fixture.id)![0]!))).toEqual([
      '1.1',
      '2.1',
      '1.4',
      '2.4',
    ]);
  });
  test('two plans are compared by universes, waste and who moves', () => {
    const show = rig(hung(200, at('1.1')), hung(200, at('1.201')), hung(200, at('2.1')), hung(40, at('2.201')));
    expect(plan(show)).toMatchObject({ universes: [1, 2], wasted: 112, moved: 0 });
    expect(plan(show, { fit: 'first hole' })).toMatchObject({ universes: [1, 2], wasted: 72, moved: 1 });
  });
  test('what cannot be is said', () => {
    expect(() => plan(rig(hung(3)), { reserved: [{ from: 1, to: 512 }] })).toThrow('Every slot is reserved');
    expect(() => plan(rig(hung(3)), { gap: -1 })).toThrow('A gap is');
    expect(() => plan(rig(hung(3)), { round: { every: 0, off: 1, of: 'fixture' } })).toThrow('Round slots');
    expect(plan(rig(hung(200)), { reserved: [{ from: 100, to: 400 }] })).toMatchObject({ patched: 0, failed: 1 });
    expect(plan(rig(hung(38)), { start: at('63999.500') })).toMatchObject({ patched: 0, failed: 1 });
  });
  const rigs = fc.array(
    fc.record({
      slots: fc.constantFrom(...sizes),
      address: fc.option(fc.integer({ min: 1, max: 1500 })),
      channel: fc.constantFrom('', '1', '2', '33'),
      there: fc.boolean(),
      staying: fc.boolean(),
    }),
    { minLength: 1, maxLength: 30 },
  );
  const rules: fc.Arbitrary<PlanRules> = fc.record({
    order: fc.constantFrom(...patchOrders),
    start: fc.integer({ min: 1, max: 1200 }),
    gap: fc.integer({ min: 0, max: 20 }),
    round: fc.option(
      fc.record({
        every: fc.integer({ min: 1, max: 100 }),
        off: fc.integer({ min: 0, max: 20 }),
        of: fc.constantFrom('fixture' as const, 'type' as const, 'position' as const),
      }),
    ),
    reserved: fc.array(
      fc
        .tuple(fc.integer({ min: 1, max: 400 }), fc.integer({ min: 0, max: 60 }))
        .map(([from, n]): Span => ({ from, to: from + n })),
      { maxLength: 2 },
    ),
    universePer: fc.constantFrom('nothing' as const, 'position' as const, 'type' as const),
    fit: fc.constantFrom(...fits),
    together: fc.boolean(),
  });
  test('for any rig and rules: nothing overlaps, straddles, lies in what is reserved or before the start; undo is nothing', () => {
    fc.assert(
      fc.property(rigs, rules, (facts, how) => {
        const fixtures = facts.map(({ slots, address, channel, there }) =>
          hung(slots, address === null || slotOf(address) + slots > 512 ? null : address, channel, there ? second : pipe),
        );
        const show = rig(...fixtures);
        const moving = fixtures.filter((_, i) => !facts[i]!.staying);
        const result = planAddresses(show, moving, how);
        const after = apply(show, result.change);
        const ids = new Set(moving.map((fixture) => fixture.id));
        const mine = all(after, 'fixture').filter((fixture) => ids.has(fixture.id));
        const spans = mine.flatMap((fixture) => fixtureSpans(after, fixture));
        for (const { from, to } of spans) {
          expect(slotOf(from) + to - from).toBeLessThanOrEqual(512);
          expect(from).toBeGreaterThanOrEqual(how.start);
          for (const block of how.reserved) expect(slotOf(from) > block.to || slotOf(from) + to - from < block.from).toBe(true);
          if (how.round?.of === 'fixture') expect(Math.abs((slotOf(from) - how.round.off) % how.round.every)).toBe(0);
        }
        expect(overlaps([...spans, ...occupied(show, ids)]).filter(([a, b]) => ids.has(a.id) || ids.has(b.id))).toEqual([]);
        expect(result.patched + result.failed).toBe(
          moving.reduce((sum, fixture) => sum + fixture.parts.filter((_, i) => partFootprint(show, fixture, i) > 0).length, 0),
        );
        if (how.universePer !== 'nothing') {
          const owners = new Map<number, string>();
          for (const fixture of mine)
            for (const { from } of fixtureSpans(after, fixture)) {
              const key = how.universePer === 'type' ? fixture.type : fixture.position;
              expect(owners.get(universeOf(from)) ?? key).toBe(key);
              owners.set(universeOf(from), key);
            }
        }
        expect(contentOf(apply(after, invert(result.change)))).toEqual(contentOf(show));
      }),
      { numRuns: 300 },
    );
  });
});

describe('spans', () => {
  test('4.4 free between 1-24, 31-68, 60-80 and 500-512', () =>
    expect(
      spansText(
        freeSlots([
          { from: 1, to: 24 },
          { from: 31, to: 68 },
          { from: 60, to: 80 },
          { from: 500, to: 512 },
        ]),
      ),
    ).toBe('25-30, 81-499'));
  test('4.5 overlaps of A 1-40, B 40-50, C 51-60, D 30-55', () => {
    const named = (name: string, from: number, to: number) => ({ name, from, to });
    expect(
      overlaps([named('A', 1, 40), named('B', 40, 50), named('C', 51, 60), named('D', 30, 55)])
        .map((pair) =>
          pair
            .map((span) => span.name)
            .sort()
            .join(''),
        )
        .sort(),
    ).toEqual(['AB', 'AD', 'BD', 'CD']);
  });
  test('the sweep finds what comparing all with all finds', () => {
    const span = fc
      .tuple(fc.integer({ min: 1, max: 200 }), fc.integer({ min: 0, max: 30 }))
      .map(([from, n]) => ({ from, to: from + n }));
    fc.assert(
      fc.property(fc.array(span, { maxLength: 40 }), (spans) => {
        let pairs = 0;
        for (let i = 0; i < spans.length; i++)
          for (let j = i + 1; j < spans.length; j++)
            if (spans[i]!.from <= spans[j]!.to && spans[j]!.from <= spans[i]!.to) pairs++;
        expect(overlaps(spans)).toHaveLength(pairs);
        expect(overlaps(spans, 3).length).toBe(Math.min(3, pairs));
      }),
    );
  });
  test('a map of universes: used, free, overlapping; a named one is there though nothing sits in it', () => {
    const show = rig(hung(40, at('2.101')), hung(16, at('2.120')), hung(38, at('2.500')));
    const named = apply(show, {
      added: [{ id: idOf(900), kind: 'universe', number: 7, name: 'Deck', protocol: 'sACN', node: 'A', port: '1' }],
      updated: [],
      removed: [],
    });
    const map = universesOf(named);
    expect(map.map(({ number }) => number)).toEqual([2, 3, 7]);
    expect(map[0]).toMatchObject({ used: 40 + 13, overlapping: [{ from: 120, to: 135 }] });
    expect(spansText(map[0]!.free)).toBe('1-100, 141-499');
    // What runs past the end is seen on the next universe too: that is where it would be heard.
    expect(map[1]).toMatchObject({ used: 25 });
    expect(map[2]).toMatchObject({ used: 0, free: [{ from: 1, to: 512 }] });
  });
});

describe('the record of a universe', () => {
  let made = 950;
  const named = rig();
  test('is made when it says something, changed, and taken away when it says nothing any more', () => {
    const first = withUniverse(named, 40, { name: 'Deck' }, () => idOf(made++));
    expect(first.added).toMatchObject([{ kind: 'universe', number: 40, name: 'Deck', port: '' }]);
    const there = apply(named, first);
    const second = withUniverse(there, 40, { node: 'Node SL' }, () => idOf(made++));
    expect(second.updated).toMatchObject([[{ node: '' }, { name: 'Deck', node: 'Node SL' }]]);
    expect(withUniverse(there, 40, { name: '' }, () => idOf(made++)).removed).toHaveLength(1);
    expect(isEmpty(withUniverse(named, 41, { name: '' }, () => idOf(made++)))).toBe(true);
  });
});

describe('blocks', () => {
  const texts = (show: Show) => all(show, 'fixture').map((fixture) => formatAddress(fixture.parts[0]!.address));
  test('a block goes to another universe as it stands', () => {
    const show = rig(hung(3, at('1.10')), hung(3, at('1.20')));
    const moved = shiftedBlock(show, all(show, 'fixture'), 3 * 512);
    expect(moved.ok && [texts(apply(show, moved.change)), moved.notes]).toEqual([['4.10', '4.20'], []]);
    expect(firstAddressOf(all(show, 'fixture'))).toBe(10);
  });
  test('a block is moved as it is typed: to an address, by universes, by slots; everything else is a sentence', () => {
    const show = rig(hung(3, at('1.10')), hung(3, at('1.20')));
    const to = (text: string) => {
      const moved = movedBlock(show, all(show, 'fixture'), text);
      return moved.ok ? texts(apply(show, moved.change)).join(' ') : moved.why;
    };
    expect(['3.1', '+2 universes', '+1u', '- 9', '+100', '1033'].map(to)).toEqual([
      '3.1 3.11',
      '3.10 3.20',
      '2.10 2.20',
      '1.1 1.11',
      '1.110 1.120',
      '3.9 3.19',
    ]);
    for (const text of ['', '0', '1.513', '64000.1', 'up', '-10', '-1 universe', '1.511']) expect(to(text)).toMatch(/\.$/);
  });
  test('blocks of slots are read, or said to be none', () => {
    expect(readSlots('1-100, 500 to 512; 7')).toEqual([
      { from: 1, to: 100 },
      { from: 500, to: 512 },
      { from: 7, to: 7 },
    ]);
    expect(readSlots('')).toEqual([]);
    for (const text of ['0-10', '500-513', '9-3', 'a', '1-'])
      expect(typeof readSlots(text)).toBe(text === '1-' ? 'object' : 'string');
  });
  test('what it would meet is said before; what would straddle is refused with nothing changed', () => {
    const show = rig(hung(40, at('1.10'), '5'), hung(40, at('1.100'), '6'));
    const [first] = all(show, 'fixture');
    expect(shiftedBlock(show, [first!], 80)).toMatchObject({
      ok: true,
      notes: ['Channel 5 and channel 6 would share 1.100 to 1.129.'],
    });
    expect(shiftedBlock(show, [first!], 480)).toMatchObject({
      ok: false,
      why: expect.stringContaining('Channel 5 would come to 1.490 and run past the end of universe 1.'),
    });
    expect(shiftedBlock(show, [first!], -10)).toMatchObject({
      ok: false,
      why: expect.stringContaining('would leave the universes'),
    });
    expect(shiftedBlock(rig(hung(3)), [hung(3)], 1)).toMatchObject({
      ok: false,
      why: expect.stringContaining('Nothing of the selection has an address'),
    });
  });
  test('two swap; of different sizes it is said what they then meet', () => {
    const show = rig(hung(3, at('1.1'), '1'), hung(16, at('1.4'), '2'));
    const [a, b] = all(show, 'fixture') as [Fixture, Fixture];
    const swap = swapped(show, a, b);
    expect(swap.ok && [texts(apply(show, swap.change)), swap.notes]).toEqual([
      ['1.4', '1.1'],
      ['They take 3 and 16 slots.', 'Channel 2 and channel 1 would share 1.4 to 1.6.'],
    ]);
    expect(swapped(show, a, a).ok).toBe(false);
    const late = rig(hung(3, at('1.510')), hung(16, at('1.4')));
    expect(swapped(late, all(late, 'fixture')[0]!, all(late, 'fixture')[1]!)).toMatchObject({
      ok: false,
      why: expect.stringContaining('run past the end'),
    });
  });
  test('a block that is shifted and shifted back, and two that swap twice, are as they were', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 300 }), fc.integer({ min: 1, max: 40 }), (from, by) => {
        const show = rig(hung(3, from), hung(6, from + 30));
        const there = shiftedBlock(show, all(show, 'fixture'), by);
        if (!there.ok) throw new Error(there.why);
        const moved = apply(show, there.change);
        const back = shiftedBlock(moved, all(moved, 'fixture'), -by);
        expect(back.ok && contentOf(apply(moved, back.change))).toEqual(contentOf(show));
      }),
    );
  });
  test('clearing takes every address and nothing else', () => {
    const show = rig(hung(3, 5, '9'), hung(3));
    const after = apply(show, cleared(all(show, 'fixture')));
    expect(texts(after)).toEqual(['', '']);
    expect(all(after, 'fixture')[0]!.parts[0]!.channel).toBe('9');
    expect(isEmpty(cleared([]))).toBe(true);
  });
  test('a larger mode: who would share or straddle is said, and moving finds room for them alone', () => {
    const show = rig(hung(16, at('1.1'), '1'), hung(16, at('1.17'), '2'), hung(3, at('1.43'), '3'), hung(16, at('1.490'), '4'));
    const type = types.get(16)!;
    const fixtures = all(show, 'fixture');
    expect(typesOf(show, fixtures).map(({ type: { name }, count }) => `${name} ${count}`)).toEqual(['16 slots 3', '3 slots 1']);
    const effect = modeEffect(show, fixtures, type, '26 slots');
    expect(effect).toMatchObject({
      slotsBefore: 48,
      slotsAfter: 78,
      shared: ['channel 1 and channel 2 would share 1.17'],
      past: ['channel 4 at 1.490 would run past the end of universe 1'],
    });
    expect(texts(apply(show, effect.plain))).toEqual(['1.1', '1.17', '1.43', '1.490']);
    const moved = apply(show, effect.moving);
    expect(overlaps(occupied(moved))).toEqual([]);
    expect(texts(moved)).toEqual(['1.1', '1.46', '1.43', '2.1']);
    expect(effect.moves).toEqual(['channel 2: 1.17 to 1.46', 'channel 4: 1.490 to 2.1']);
    expect(() => modeEffect(show, fixtures, type, 'none')).toThrow('no mode named');
  });
});

test('a hole of one slot takes one fixture, and no second', () => {
  const singles = [hung(1), hung(1), hung(1)];
  const show = rig(hung(200, 1), hung(200, 201), hung(38, 401), hung(40, 439), hung(16, 479), hung(16, 496), ...singles);
  for (const fit of fits) expect(given(show, { fit }, singles)).toEqual(['1.495', '1.512', '2.1']);
});
test('by position, cells that are addressed each by itself keep their order, and the units of a pipe theirs', () => {
  const cells: FixtureType = {
    ...plainType,
    id: idOf(90),
    modes: [{ name: 'c', channels: [1, 2, 3].map((n) => ({ attribute: 'Dimmer', offset: [2], break: n })) }],
  };
  const [a, b] = [2000, 1000].map((along, i) => makeFixture(idOf(3000 + i), fixtureLayer, cells, pipe, along));
  const show = showOf(SHOW, [...baseRecords, cells, a!, b!]);
  const { addresses } = planAddresses(show, [b!, a!], { ...plainRules, order: 'position', together: false });
  // Pipes are counted from stage left, where `along` ends.
  expect([a!, b!].map(({ id }) => addresses.get(id))).toEqual([
    [1, 3, 5],
    [7, 9, 11],
  ]);
});
