/** Slots as lights: levels of 8 to 32 bits, cells by their breaks, colours without a dimmer, pan and tilt; by law against what codes them. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { apply, edit } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import type { Fixture, FixtureType } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, get, type Show, showOf } from '../model/show.js';
import { SLOTS, slotOf, toAbsolute, universeOf } from '../patch/address.js';
import { bytesOf, slotValue } from '../patch/values.js';
import { codedAngle } from '../space/heads.js';
import { frameAt, spotsOf, strangers, valueOfFrame } from './decode.js';
import { slotsOf } from './lighting.js';
import { makeLives } from './lives.js';

/** A show of one light of some channels at an address. */
function rig(channels: FixtureType['modes'][number]['channels'], address = 1, more: Partial<FixtureType> = {}): Show {
  const type: FixtureType = { ...plainType, id: idOf(77), modes: [{ name: 'm', channels }], ...more };
  const fixture: Fixture = makeFixture(idOf(500), fixtureLayer, type, pipe, 1000);
  return showOf(SHOW, [
    ...baseRecords,
    type,
    { ...fixture, parts: fixture.parts.map((part, i) => ({ ...part, address: address + i * 40 })) },
  ]);
}
const one = (show: Show, universe = 1) => {
  const [spot] = spotsOf(show).get(universe) ?? [];
  if (!spot) throw new Error('nothing is patched there');
  return spot;
};
const slots = (...pairs: readonly (readonly [slot: number, ...bytes: number[]])[]) => {
  const out = new Uint8Array(SLOTS);
  for (const [slot, ...bytes] of pairs) out.set(bytes, slot - 1);
  return out;
};

describe('levels', () => {
  test('law: a level of one to four bytes is read as it is coded (reference calculations 4)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 1, max: 508 }),
        (share, bytes, address) => {
          const show = rig([{ attribute: 'Dimmer', offset: Array.from({ length: bytes }, (_, i) => i + 1), break: 1 }], address);
          const said = one(show).read(slots([address, ...bytesOf(slotValue(share, bytes), bytes)]));
          expect(Math.abs(said.level - share)).toBeLessThanOrEqual(0.51 / (256 ** bytes - 1));
          expect([said.colour, said.pan, said.tilt]).toEqual([null, null, null]);
        },
      ),
    );
  });
  test('coarse and fine need not stand side by side', () => {
    const show = rig([{ attribute: 'Dimmer', offset: [1, 4], break: 1 }], 10);
    expect(one(show).read(slots([10, 128, 9, 9, 1])).level).toBeCloseTo(0x8001 / 0xffff, 9);
  });
  test('each cell by its break, where it is patched', () => {
    const show = rig(
      [1, 2, 3].map((n) => ({ attribute: 'Dimmer', offset: [1], break: n })),
      100,
    );
    const spots = spotsOf(show).get(1) ?? [];
    expect(spots.map(({ part, from, count }) => [part, from, count])).toEqual([
      [0, 100, 1],
      [1, 140, 1],
      [2, 180, 1],
    ]);
    const said = slots([100, 255], [140, 51], [180, 0]);
    expect(spots.map(({ read }) => read(said).level)).toEqual([1, 0.2, 0]);
  });
  test('a light at the end of its universe reads what is there', () => {
    const show = rig([{ attribute: 'Dimmer', offset: [2], break: 1 }], 512);
    expect(one(show).read(slots([512, 255])).level).toBe(0);
    expect(one(show).count).toBe(1);
  });
});

describe('colours', () => {
  const rgbw = ['ColorAdd_R', 'ColorAdd_G', 'ColorAdd_B', 'ColorAdd_W'].map((attribute, i) => ({
    attribute,
    offset: [i + 1],
    break: 1,
  }));
  test('without a dimmer a light is as bright as its brightest colour', () => {
    expect(one(rig(rgbw)).read(slots([1, 51, 0, 0, 0]))).toMatchObject({ level: 0.2, colour: [1, 0, 0] });
    expect(one(rig(rgbw)).read(slots([1, 0, 0, 0, 255]))).toMatchObject({ level: 1, colour: [1, 1, 1] });
    expect(one(rig(rgbw)).read(slots([1, 0, 0, 0, 0])).level).toBe(0);
  });
  test('with a dimmer that says how bright, and the colours only which', () => {
    const show = rig([{ attribute: 'Dimmer', offset: [5], break: 1 }, ...rgbw]);
    expect(one(show).read(slots([1, 255, 0, 255, 0, 51]))).toMatchObject({ level: 0.2, colour: [1, 0, 1] });
  });
  test('cyan, magenta and yellow take away', () => {
    const show = rig(
      ['Dimmer', 'ColorSub_C', 'ColorSub_M', 'ColorSub_Y'].map((attribute, i) => ({ attribute, offset: [i + 1], break: 1 })),
    );
    expect(one(show).read(slots([1, 255, 255, 0, 0])).colour).toEqual([0, 1, 1]);
    expect(one(show).read(slots([1, 255, 0, 0, 0])).colour).toEqual([1, 1, 1]);
  });
});

describe('movers', () => {
  test('law: angles are read as they are coded, within half a step', () => {
    const show = rig(
      [
        { attribute: 'Pan', offset: [1, 2], break: 1 },
        { attribute: 'Tilt', offset: [3, 4], break: 1 },
        { attribute: 'Dimmer', offset: [5], break: 1 },
      ],
      1,
      { pan: 540, tilt: 270 },
    );
    fc.assert(
      fc.property(
        fc.double({ min: -270, max: 270, noNaN: true }),
        fc.double({ min: -135, max: 135, noNaN: true }),
        (pan, tilt) => {
          const said = one(show).read(
            slots([1, ...bytesOf(codedAngle(pan, 540, 2), 2), ...bytesOf(codedAngle(tilt, 270, 2), 2), 255]),
          );
          expect(Math.abs((said.pan ?? 999) - pan)).toBeLessThan(540 / 65535);
          expect(Math.abs((said.tilt ?? 999) - tilt)).toBeLessThan(270 / 65535);
          expect(said.level).toBe(1);
        },
      ),
    );
  });
});

describe('the demo', () => {
  const demo = makeDemo();
  test('every patched light is read once, in its universe', () => {
    const spots = [...spotsOf(demo).values()].flat();
    const patched = all(demo, 'fixture').flatMap(({ id, parts }) =>
      parts.flatMap(({ address, accessory }, part) =>
        address === null || accessory ? [] : [`${id} ${part} ${universeOf(address)}`],
      ),
    );
    expect(spots.map(({ fixture, part, universe }) => `${fixture} ${part} ${universe}`).sort()).toEqual(patched.sort());
  });
  test('an edit of one light reads the others by what was made for them', () => {
    const [unit] = all(demo, 'fixture').filter(({ parts }) => parts[0]?.address);
    if (!unit) throw new Error('something is patched');
    const before = new Map([...spotsOf(demo).values()].flat().map((spot) => [`${spot.fixture} ${spot.part}`, spot]));
    const after = [
      ...spotsOf(
        apply(demo, edit([unit], { parts: unit.parts.map((part) => ({ ...part, address: toAbsolute(9, 1) })) })),
      ).values(),
    ].flat();
    for (const spot of after) expect(before.get(`${spot.fixture} ${spot.part}`) === spot).toBe(spot.fixture !== unit.id);
    expect(after.find(({ fixture }) => fixture === unit.id)).toMatchObject({ universe: 9, from: 1 });
  });
  test('levels on slots where nothing is patched are told', () => {
    const [unit] = all(demo, 'fixture').filter(({ parts }) => parts[0]?.address && universeOf(parts[0].address) === 1);
    const own = slotOf(get(demo, 'fixture', unit?.id ?? '').parts[0]?.address ?? 1);
    expect(strangers(demo, 1, slots([own, 255], [512, 1]))).toEqual([512]);
    expect(strangers(demo, 60, slots([7, 1]))).toEqual([7]);
  });
});

describe('a scroller', () => {
  test('law: the middle of a frame is read as that frame; the ends of the slot are the ends of the string', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 1, max: 60 }), (frames, wish) => {
        const frame = ((wish - 1) % frames) + 1;
        expect(frameAt(valueOfFrame(frame, frames), frames)).toBe(frame);
        expect([frameAt(0, frames), frameAt(255, frames)]).toEqual([1, frames]);
      }),
    );
  });

  test('colours the light that it hangs on, and is run to the colour of the plot', () => {
    const show = rig([{ attribute: 'Dimmer', offset: [1], break: 1 }]);
    const [fixture] = all(show, 'fixture');
    if (!fixture) throw new Error('no light');
    const scroller = {
      id: idOf(900),
      kind: 'accessory' as const,
      name: 'String of three',
      form: 'scroller' as const,
      stock: null,
      slots: 2,
      string: ['', '#ff0000', '#0000ff'],
      shelf: null,
    };
    const [part] = fixture.parts;
    if (!part) throw new Error('no part');
    const hung: Fixture = {
      ...fixture,
      accessories: [scroller.id],
      parts: [
        { ...part, colour: '#0000ff' },
        { ...part, channel: '', address: 101, accessory: scroller.id, slots: 2 },
      ],
    };
    const { shelf: _, ...bare } = scroller;
    const made = apply(show, { added: [bare], updated: [[fixture, hung]], removed: [] });
    const at = (...levels: [number, number][]) => {
      const lives = makeLives(made);
      lives.take(new Map([[1, slots(...levels)]]), [1]);
      expect(lives.strangers()).toEqual([]);
      return lives.of(fixture.id);
    };
    expect(at([1, 255], [101, 0])).toMatchObject({ level: 1, colour: null, frame: 1 });
    expect(at([1, 255], [101, 128])).toMatchObject({ level: 1, colour: [1, 0, 0], frame: 2 });
    // The string turns while the light is out: its level is the light's own.
    expect(at([1, 0], [101, 255])).toMatchObject({ level: 0, colour: [0, 0, 1], frame: 3 });
    const run = slotsOf(made, new Map([[fixture.id, 1]])).get(1);
    expect(frameAt(run?.[100] ?? 0, 3)).toBe(3);
  });
});
