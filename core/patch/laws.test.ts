/** Laws of blocks and loads over generated rigs. Slots by ANSI E1.11; loads by reference calculations 8. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { wrongSnags } from '../audit/snags.js';
import { apply, compose, invert } from '../model/change.js';
import { makeFixture, makeWall } from '../model/make.js';
import type { Fixture, FixtureType } from '../model/records.js';
import { baseRecords, contentOf, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, type Show, showOf } from '../model/show.js';
import { balanced, loadsOf, partLoad, powerOf, withFeed } from '../power/loads.js';
import { slotOf } from './address.js';
import { cleared, firstAddressOf, modeEffect, shiftedBlock, swapped } from './block.js';
import { footprintOf, footprints } from './footprint.js';
import { nextFree } from './free.js';
import { pixelsOf, rewired, tileMatrix, turnedTiles, wallRuns, wired, withoutTiles } from './pixels.js';
import { planPatch } from './plan.js';
import { fixtureSpans, freeSlots, occupied, overlaps, universesOf } from './spans.js';

const mover: FixtureType = {
  ...plainType,
  id: idOf(6),
  name: 'Mover',
  watts: 600,
  lamp: 'LED',
  modes: [8, 20, 44].map((n) => ({ name: `${n}`, channels: [{ attribute: 'Dimmer', offset: [n], break: 1 }] })),
};

const hung = (n: number, address: number | null, mode: string | null, dimmer = ''): Fixture => {
  const fixture = makeFixture(
    idOf(100 + n),
    fixtureLayer,
    mode === null ? plainType : mover,
    pipe,
    n * 300,
    mode === null ? {} : { mode },
  );
  return {
    ...fixture,
    parts: fixture.parts.map((part) => ({ ...part, channel: String(n), address, ...(dimmer ? { dimmer } : {}) })),
  };
};

const facts = fc.array(
  fc.record({
    address: fc.option(fc.integer({ min: 1, max: 1400 })),
    mode: fc.option(fc.constantFrom('8', '20', '44')),
    dimmer: fc.constantFrom('', '1', '2', '3', '4'),
  }),
  { minLength: 2, maxLength: 14 },
);

const rigs: fc.Arbitrary<Show> = facts.map((list) =>
  showOf(SHOW, [...baseRecords, mover, ...list.map(({ address, mode, dimmer }, i) => hung(i, address, mode, dimmer))]),
);

const straddles = (show: Show, fixtures: readonly Fixture[]) =>
  fixtures.flatMap((fixture) => fixtureSpans(show, fixture)).filter((span) => slotOf(span.from) + span.to - span.from > 512);

describe('modes of many', () => {
  test('addresses that stay do stay; what moves leaves nobody of the block overlapping or straddling, and moves nobody that fitted', () => {
    fc.assert(
      fc.property(rigs, fc.constantFrom('8', '20', '44'), (show, mode) => {
        const chosen = all(show, 'fixture').filter((fixture) => fixture.type === mover.id);
        const effect = modeEffect(show, chosen, mover, mode);
        const plain = apply(show, effect.plain);
        const moved = apply(show, effect.moving);
        const ids = new Set(chosen.map((fixture) => fixture.id));
        for (const [i, fixture] of all(plain, 'fixture').entries())
          expect(fixture.parts[0]!.address).toBe(all(show, 'fixture')[i]!.parts[0]!.address);
        const mine = all(moved, 'fixture').filter((fixture) => ids.has(fixture.id));
        expect(mine.every((fixture) => fixture.mode === mode)).toBe(true);
        expect(straddles(moved, mine)).toEqual([]);
        expect(overlaps(occupied(moved)).filter(([a, b]) => ids.has(a.id) || ids.has(b.id))).toEqual([]);
        const elsewhere = mine.filter(
          (fixture) =>
            fixture.parts[0]!.address !== all(show, 'fixture').find((other) => other.id === fixture.id)!.parts[0]!.address,
        );
        expect(elsewhere).toHaveLength(effect.moves.length);
        if (!effect.shared.length && !effect.past.length) expect(effect.moves).toEqual([]);
        expect(contentOf(apply(moved, invert(effect.moving)))).toEqual(contentOf(show));
      }),
    );
  });
});

describe('blocks', () => {
  test('a shifted block keeps its shape; what it is told to meet it does meet', () => {
    fc.assert(
      fc.property(rigs, fc.integer({ min: -600, max: 1200 }), (show, by) => {
        const chosen = all(show, 'fixture').slice(0, Math.ceil(all(show, 'fixture').length / 2));
        const considered = shiftedBlock(show, chosen, by);
        if (!considered.ok) {
          expect(considered.why).toMatch(/\.$/);
          return;
        }
        const after = apply(show, considered.change);
        const ids = new Set(chosen.map((fixture) => fixture.id));
        const moved = all(after, 'fixture').filter((fixture) => ids.has(fixture.id));
        expect(firstAddressOf(moved)).toBe(firstAddressOf(chosen)! + by);
        expect(straddles(after, moved)).toEqual([]);
        expect(considered.notes).toHaveLength(
          overlaps(occupied(after), 2000).filter(([a, b]) => ids.has(a.id) || ids.has(b.id)).length,
        );
      }),
    );
  });
  test('swapping twice is nothing; clearing and undo is nothing', () => {
    fc.assert(
      fc.property(rigs, (show) => {
        const [a, b] = all(show, 'fixture') as [Fixture, Fixture];
        const once = swapped(show, a, b);
        if (once.ok) {
          const there = apply(show, once.change);
          const [c, d] = all(there, 'fixture') as [Fixture, Fixture];
          const back = swapped(there, c, d);
          // The way back may straddle where the show already did.
          if (back.ok) expect(contentOf(apply(there, back.change))).toEqual(contentOf(show));
        }
        const gone = cleared(all(show, 'fixture'));
        expect(firstAddressOf(all(apply(show, gone), 'fixture'))).toBeNull();
        expect(contentOf(apply(apply(show, gone), invert(gone)))).toEqual(contentOf(show));
      }),
    );
  });
  test('the next free place is free, at or after where it is, and does not straddle', () => {
    fc.assert(
      fc.property(rigs, (show) => {
        for (const fixture of all(show, 'fixture')) {
          const to = nextFree(show, fixture, 0)!;
          const [span] = fixtureSpans(show, { ...fixture, parts: [{ ...fixture.parts[0]!, address: to }] });
          expect(to).toBeGreaterThanOrEqual(fixture.parts[0]!.address ?? 1);
          expect(slotOf(to) + span!.to - span!.from).toBeLessThanOrEqual(512);
          expect(overlaps([span!, ...occupied(show, new Set([fixture.id]))]).filter((pair) => pair.includes(span!))).toEqual([]);
        }
      }),
    );
  });
  test('of every universe used and free are 512, and free is what nobody takes', () => {
    fc.assert(
      fc.property(rigs, (show) => {
        for (const { used, free, spans } of universesOf(show)) {
          expect(used + free.reduce((sum, { from, to }) => sum + to - from + 1, 0)).toBe(512);
          for (const hole of free) for (const span of spans) expect(span.to < hole.from || span.from > hole.to).toBe(true);
          expect(freeSlots([...spans, ...free])).toEqual([]);
        }
      }),
    );
  });
});

describe('walls', () => {
  const walls = fc
    .record({
      rows: fc.integer({ min: 1, max: 3 }),
      columns: fc.integer({ min: 1, max: 3 }),
      address: fc.integer({ min: 1, max: 600 }),
      slots: fc.integer({ min: 1, max: 6 }),
      order: fc.nat(),
    })
    .map(({ rows, columns, address, slots }) =>
      makeWall(idOf(700), 'Wall', {
        address,
        slots,
        tiles: tileMatrix({ rows: 3, columns: 4, width: 400, height: 300 }, rows, columns, [0, 0]),
      }),
    );
  test('every wiring numbers every pixel once, its slots are its spans, and taking a tile out leaves the others in their order', () => {
    fc.assert(
      fc.property(walls, fc.nat(), fc.constantFrom('turn' as const, 'mirror' as const), (wall, n, act) => {
        const turned = turnedTiles(wall, new Set([n % wall.tiles.length]), act);
        for (const made of [wall, turned, rewired(wall, [...wall.tiles.keys()].reverse())]) {
          const pixels = pixelsOf(made);
          expect(pixels.map((pixel) => pixel.index)).toEqual(pixels.map((_, i) => i));
          expect(new Set(pixels.map((pixel) => `${pixel.tile} ${pixel.row} ${pixel.column}`)).size).toBe(12 * wall.tiles.length);
          const slots = wallRuns(made).reduce((sum, { from, to }) => sum + to - from + 1, 0);
          expect(slots).toBe(pixels.length * made.slots);
        }
        const gone = n % wall.tiles.length;
        const left = withoutTiles(wall, new Set([gone]));
        const place = (index: number) => wall.tiles[index]!.at.join();
        expect(wired(left).map(({ tile }) => tile.at.join())).toEqual(
          wired(wall)
            .filter(({ index }) => index !== gone)
            .map(({ index }) => place(index)),
        );
      }),
    );
  });
});

describe('loads', () => {
  test('dimmers and what no dimmer feeds are the whole; balancing puts every dimmer on a phase and loses nothing', () => {
    fc.assert(
      fc.property(rigs, (show) => {
        let made = 800;
        const loads = loadsOf(show);
        const watts = (list: readonly { watts: number }[]) => list.reduce((sum, load) => sum + load.watts, 0);
        expect(watts(loads.dimmers) + loads.unfed).toBeCloseTo(loads.watts, 6);
        expect(watts(loads.positions)).toBeCloseTo(loads.watts, 6);
        expect(
          all(show, 'fixture').reduce((sum, fixture) => sum + partLoad(show, fixture, 0, powerOf(show)).watts, 0),
        ).toBeCloseTo(loads.watts, 6);
        const change = balanced(show, () => idOf(made++));
        const after = loadsOf(apply(show, change));
        expect(watts(after.phases)).toBeCloseTo(watts(loads.dimmers), 6);
        expect(after.dimmers.every((load) => load.phase !== null)).toBe(true);
        // Balanced again, nothing moves.
        const again = apply(show, change);
        expect(balanced(again, () => idOf(made++))).toEqual({ added: [], updated: [], removed: [] });
        expect(compose(change, invert(change))).toEqual({ added: [], updated: [], removed: [] });
        const [first] = loads.dimmers;
        if (first)
          expect(
            loadsOf(
              apply(
                show,
                withFeed(show, 'dimmer', first.name, { limit: 5 }, () => idOf(made++)),
              ),
            ).dimmers[0]!.limit,
          ).toBe(5);
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
