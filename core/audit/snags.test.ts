/** Snags: each in a sentence that names what and where. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { adding, apply, edit } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import type { Fixture, FixtureType, Outline } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, type Show, showOf } from '../model/show.js';
import { place } from '../space/hanging.js';
import { makeAudit } from './audit.js';
import { snagsByFixture, snagsOf, wrongSnags } from './snags.js';

const wide: FixtureType = {
  ...plainType,
  id: idOf(90),
  name: 'Wide',
  modes: [
    {
      name: '1 slot',
      channels: [
        { attribute: 'Dimmer', offset: [1], break: 1 },
        { attribute: 'Pan', offset: [2, 16], break: 1 },
      ],
    },
  ],
};
const short: FixtureType = { ...plainType, id: idOf(77), name: 'Short head', pan: 540, tilt: 60 };
type Facts = {
  readonly channel?: string;
  readonly address?: number | null;
  readonly along?: number;
  readonly unit?: string;
  readonly type?: FixtureType;
  readonly spare?: boolean;
  readonly aim?: Fixture['aim'];
};
const rig = (...facts: Facts[]): Show =>
  showOf(SHOW, [
    ...baseRecords,
    wide,
    short,
    ...facts.map((fact, i): Fixture => {
      const fixture = makeFixture(idOf(100 + i), fixtureLayer, fact.type ?? plainType, pipe, fact.along ?? 500 + i * 400, {
        // Units count from stage left, against the way of the pipe.
        unit: fact.unit ?? String(facts.length - i),
        spare: fact.spare ?? false,
        aim: fact.aim ?? null,
      });
      return {
        ...fixture,
        parts: [{ ...fixture.parts[0]!, channel: fact.channel ?? String(i + 1), address: fact.address ?? null }],
      };
    }),
  ]);
const texts = (show: Show) => wrongSnags(show).map((snag) => snag.text);

describe('addresses', () => {
  test('no address, no snag', () => expect(texts(rig({}, {}))).toEqual([]));
  test('neighbours that touch do not overlap', () => expect(texts(rig({ address: 1, type: wide }, { address: 17 }))).toEqual([]));
  test('a footprint of 16 reaches 16 slots', () =>
    expect(texts(rig({ address: 1, type: wide }, { address: 16 }))).toEqual(['Channel 1 and channel 2 share 1.16.']));
  test('three on one address are three pairs', () =>
    expect(texts(rig({ address: 5 }, { address: 5 }, { address: 5 }))).toHaveLength(3));
  test('a spare shares with nobody', () =>
    expect(wrongSnags(rig({ address: 5 }, { address: 5, spare: true })).map((snag) => snag.code)).toEqual(['spare patched']));
  test('past the end of a universe is a stop', () => {
    const show = rig({ address: 510, type: wide });
    expect(snagsOf(show)[0]).toMatchObject({ code: 'past the universe', weight: 'stop', field: 'address' });
    expect(texts(show)).toEqual(['Channel 1 at 1.510 needs 16 slots and runs past the end of its universe.']);
  });
  test('one without a channel is named by its position and unit', () =>
    expect(texts(rig({ address: 7, channel: '' }, { address: 7, channel: '9' }))[0]).toMatch(/LX 1 unit 2/));
  test('the sweep finds what comparing every pair finds (reference calculations 4.5)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ address: fc.integer({ min: 1, max: 60 }), big: fc.boolean() }), { maxLength: 14 }),
        (facts) => {
          const show = rig(...facts.map(({ address, big }) => ({ address, type: big ? wide : plainType })));
          let pairs = 0;
          const spans = facts.map(({ address, big }) => [address, address + (big ? 15 : 0)] as const);
          spans.forEach((a, i) => {
            for (const b of spans.slice(i + 1)) if (a[0] <= b[1] && b[0] <= a[1]) pairs++;
          });
          expect(snagsOf(show).filter((snag) => snag.code === 'address shared')).toHaveLength(pairs);
        },
      ),
    );
  });
});

describe('places and units', () => {
  test('off either end of the pipe', () => {
    expect(texts(rig({ along: 10200 }))).toEqual(['Channel 1 hangs off the end of LX 1.']);
    expect(texts(rig({ along: -300 }))).toHaveLength(1);
    expect(texts(rig({ along: 10000 }))).toEqual([]);
  });
  test('under the floor', () => {
    const show = rig({ along: 500 });
    const low = apply(show, edit(all(show, 'position'), { curve: { ...pipe.curve, z: -100 } }));
    expect(texts(low)).toEqual(['Channel 1 is under the floor: check the trim of LX 1.']);
  });
  test('a head that does not reach its aim says by how much, and is found anew when the point is moved', () => {
    const aimed = (at: readonly [number, number, number]) => [{ type: short, along: 1000, aim: { kind: 'point' as const, at } }];
    // By hand: level with its axis, 90 degrees from straight down; it tilts 30 to either side.
    expect(texts(rig(...aimed([-4000, 9000, 6250])))).toEqual([
      'Channel 1 looks 60.0° past its aim: its head pans 540° and tilts 60° in all.',
    ]);
    expect(texts(rig(...aimed([-4000, 4000, 0])))).toEqual([]);
  });
  test('through the floor: it hangs, but its body is lower than the floor', () => {
    const at = (z: number) =>
      apply(rig({ along: 500 }), edit(all(rig({ along: 500 }), 'position'), { curve: { ...pipe.curve, z } }));
    const { hang, width, length, height } = plainType;
    const touches = hang + Math.min(width, length, height) / 2;
    expect(texts(at(touches))).toEqual([]);
    expect(texts(at(touches - 120))).toEqual(['Channel 1 sticks 0.12 through the floor.']);
    expect(wrongSnags(at(touches - 120))[0]).toMatchObject({ code: 'through the floor', weight: 'doubt' });
  });
  test('into a wall: seen where the wall is drawn afterwards too; beside its end, above it and on its other side it is clear', () => {
    const { hang, width, length, height } = plainType;
    const radius = Math.min(width, length, height) / 2;
    const show = rig({ along: 500 });
    const [unit] = all(show, 'fixture');
    const { axis } = place(show, unit!);
    const wall = (off: number, more: Partial<Outline> = {}): Show =>
      apply(
        show,
        adding({
          id: idOf(900),
          kind: 'outline',
          layer: unit!.layer,
          name: 'Back wall',
          use: 'wall',
          points: [
            [axis[0] - 3000, axis[1] + off],
            [axis[0] + 3000, axis[1] + off],
          ],
          closed: false,
          zFrom: 0,
          zTo: 20_000,
          ...more,
        }),
      );
    expect(hang).toBeGreaterThan(0);
    expect(texts(wall(radius + 1))).toEqual([]);
    expect(texts(wall(radius - 50))).toEqual(['Channel 1 sticks 0.05 into Back wall.']);
    expect(texts(wall(50 - radius))).toEqual(['Channel 1 sticks 0.05 into Back wall.']);
    expect(texts(wall(radius - 50, { use: 'scenery' }))).toEqual([]);
    expect(texts(wall(radius - 50, { zTo: axis[2] - radius }))).toEqual([]);
    expect(
      texts(
        wall(0, {
          points: [
            [axis[0] + 500, axis[1]],
            [axis[0] + 900, axis[1]],
          ],
        }),
      ),
    ).toEqual([]);
    const later = makeAudit();
    later.of(show);
    expect(later.of(wall(radius - 50)).map(({ code }) => code)).toContain('through a wall');
  });
  test('two with one unit number are a doubt, and stops stand before doubts', () => {
    const show = rig({ unit: '3', address: 4 }, { unit: '3', address: 4 });
    expect(wrongSnags(show).map((snag) => [snag.code, snag.weight])).toEqual([
      ['address shared', 'stop'],
      ['unit doubled', 'doubt'],
    ]);
    expect(texts(show)[1]).toBe('2 fixtures on LX 1 are unit 3.');
  });
  test('every snag is found again at each of its fixtures', () => {
    const show = rig({ address: 4 }, { address: 4 }, { along: 20000 });
    const map = snagsByFixture(show);
    for (const snag of snagsOf(show)) for (const id of snag.fixtures) expect(map.get(id)).toContain(snag);
  });
  test('mending one snag leaves the others', () => {
    const show = rig({ address: 4 }, { address: 4 }, { along: 20000 });
    const second = all(show, 'fixture')[1]!;
    const mended = apply(show, edit([second], { parts: [{ ...second.parts[0]!, address: 5 }] }));
    expect(texts(mended)).toEqual(['Channel 3 hangs off the end of LX 1.']);
  });
});
