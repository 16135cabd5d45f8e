/** Lights that change: what they can do, and how they stand in a look. Attribute names by DIN SPEC 15800 (GDTF). */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { apply } from '../model/change.js';
import { withoutLooseEnds } from '../model/loose.js';
import { makeFixture } from '../model/make.js';
import type { Accessory, Aim, FixtureType, FocusArea, Look, LookState } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { get, showOf } from '../model/show.js';
import { removeRecords } from '../setout/remove.js';
import { place } from '../space/hanging.js';
import { canChange, changesOf, framesOf, posed, stringFrom, stringText } from './changers.js';
import { blended, litBy, standingAs, stateIn, withStates } from './looks.js';
import { sourceOf } from './source.js';
import { xyzOfHex } from './srgb.js';

const mode = (...attributes: string[]) => [
  { name: 'A', channels: attributes.map((attribute, i) => ({ attribute, offset: [i + 1], break: 1 })) },
];
const head: FixtureType = {
  ...plainType,
  id: idOf(21),
  family: 'moving spot',
  pan: 540,
  tilt: 270,
  zoom: { beam: 30, field: 45 },
  modes: mode('Pan', 'Tilt', 'Dimmer', 'Zoom', 'Color1'),
  wheels: [
    { name: 'Gobos', slots: [{ name: 'Leaf', colour: null, media: '' }] },
    {
      name: 'Colours',
      slots: [
        { name: 'Open', colour: null, media: '' },
        { name: 'White', colour: [0.3127, 0.329, 100], media: '' },
        { name: 'Red', colour: [0.64, 0.33, 21], media: '' },
        { name: '', colour: [0.15, 0.06, 7], media: '' },
      ],
    },
  ],
};
const wash: FixtureType = { ...plainType, id: idOf(22), modes: mode('Dimmer', 'ColorAdd_R', 'ColorAdd_G', 'ColorAdd_B') };
const scroller: Accessory = {
  id: idOf(23),
  kind: 'accessory',
  name: 'Scroller',
  form: 'scroller',
  stock: null,
  string: ['', '#ff8000', '#0000ff'],
};
const area: FocusArea = { id: idOf(24), kind: 'area', layer: fixtureLayer, name: 'A', at: [1000, 2000, 1500], size: 2000 };
const hung = (n: number, type: FixtureType, more = {}) => {
  const fixture = makeFixture(idOf(100 + n), fixtureLayer, type, pipe, 1000 * n, {
    aim: { kind: 'point', at: [0, 3000, 0] },
    ...more,
  });
  return { ...fixture, parts: [{ ...fixture.parts[0]!, channel: String(n) }] };
};
const [spot, led, gel, plain] = [
  hung(1, head),
  hung(2, wash),
  hung(3, plainType, { accessories: [scroller.id] }),
  hung(4, plainType),
];
const show = showOf(SHOW, [...baseRecords, head, wash, scroller, area, spot, led, gel, plain]);
const look = (states: Look['states'], levels: Look['levels'] = { '1': 1, '2': 1, '3': 1, '4': 1 }) => ({
  levels,
  ...(states ? { states } : {}),
});
const lit = (states: NonNullable<Look['states']>) =>
  new Map(litBy(show, look(states)).map(([fixture, output]) => [fixture.id, { fixture, output }]));

describe('what a light can change', () => {
  test('by its type, its mode and what hangs on it', () => {
    const can = (fixture: typeof spot) => {
      const { frames, ...rest } = changesOf(show, fixture);
      return { frames: frames.length, ...rest };
    };
    expect(can(spot)).toEqual({ frames: 4, mixes: false, aims: true, zooms: true });
    expect(can(led)).toEqual({ frames: 0, mixes: true, aims: false, zooms: false });
    expect(can(gel)).toEqual({ frames: 3, mixes: false, aims: false, zooms: false });
    expect(can(plain)).toEqual({ frames: 0, mixes: false, aims: false, zooms: false });
    expect([spot, led, gel, plain].map((fixture) => canChange(changesOf(show, fixture)))).toEqual([true, true, true, false]);
  });
  test('frames of a string are its colours; of a wheel their chromaticity, with what each lets through', () => {
    expect(framesOf(show, gel).map(({ name, colour, passes }) => [name, colour, passes])).toEqual([
      ['clear', '', 1],
      ['#ff8000', '#ff8000', 1],
      ['#0000ff', '#0000ff', 1],
    ]);
    const [open, white, red, blue] = framesOf(show, spot);
    expect([open, white]).toEqual([
      { name: 'Open', colour: '', passes: 1 },
      { name: 'White', colour: '', passes: 1 },
    ]);
    // The primaries of sRGB (IEC 61966-2-1): their chromaticities are its corners.
    expect(red).toEqual({ name: 'Red', colour: '#ff0000', passes: 0.21 });
    expect(blue).toEqual({ name: 'slot 4', colour: '#0000ff', passes: 0.07 });
  });
});

test('a string is typed with commas; clear is a frame like others', () => {
  expect(stringFrom([], 'clear, #FF8000,open , Sm 3a+Sm 8a')).toEqual(['', '#ff8000', '', 'Sm 3a + Sm 8a']);
  expect(stringFrom([], ' ')).toEqual([]);
  expect(stringFrom([], stringText(['', '#ff8000']))).toEqual(['', '#ff8000']);
});

describe('as it stands in a look', () => {
  test('a mover aims and zooms, a wheel and a string show their frames, a mixer its colour; others stand as they are', () => {
    const aim: Aim = { kind: 'area', area: area.id };
    const now = lit({
      '1': { aim, zoom: 1, frame: 3 },
      '2': { colour: '#00ff00' },
      '3': { frame: 2 },
      '4': { aim, zoom: 1, colour: '#ff0000', frame: 1 },
    });
    const one = now.get(spot.id)!;
    expect(place(show, one.fixture).target).toEqual(area.at);
    expect([one.fixture.optics?.zoom, one.output]).toEqual([1, 0.21]);
    expect(now.get(led.id)!.fixture.parts[0]!.colour).toBe('#00ff00');
    expect(now.get(gel.id)!.fixture.parts[0]!.colour).toBe('#ff8000');
    expect(now.get(plain.id)!.fixture).toBe(plain);
    const source = sourceOf(show, one.fixture)!;
    const [X, Y, Z] = xyzOfHex('#ff0000');
    expect([source.xyz[0], source.xyz[2]]).toEqual([expect.closeTo(X / Y, 6), expect.closeTo(Z / Y, 6)]);
    // The same object again: what was computed of it is found.
    expect(lit({ '1': { aim, zoom: 1, frame: 3 } }).get(spot.id)!.fixture).toBe(one.fixture);
    expect(place(standingAs(show, [one.fixture]), get(standingAs(show, [one.fixture]), 'fixture', spot.id)).target).toEqual(
      area.at,
    );
    expect(standingAs(show, [spot, led])).toBe(show);
  });
  test('a frame that there is not, and an empty state, change nothing', () => {
    expect(posed(show, gel, { frame: 9 })).toEqual({ fixture: gel, passes: 1 });
    expect(posed(show, spot, undefined).fixture).toBe(spot);
    expect(stateIn({ states: { '9': { frame: 1 } } }, spot)).toBeUndefined();
  });
  test('another string shows another colour in the same look', () => {
    const other = apply(show, { added: [], removed: [], updated: [[scroller, { ...scroller, string: ['', '#123456'] }]] });
    expect(posed(other, gel, { frame: 2 }).fixture.parts[0]!.colour).toBe('#123456');
    expect(posed(show, gel, { frame: 2 }).fixture.parts[0]!.colour).toBe('#ff8000');
  });
  test('an area that is deleted stays in the look as the point where it was; from elsewhere without it the aim is let go', () => {
    const aim: Aim = { kind: 'area', area: area.id };
    const made: Look = {
      id: idOf(60),
      kind: 'look',
      name: 'L',
      order: 1,
      levels: { '1': 1 },
      states: { '1': { aim, zoom: 0.5 }, '2': { colour: '#00ff00' } },
    };
    const before = showOf(SHOW, [...show.records.values(), made]);
    const left = get(apply(before, removeRecords(before, [area])), 'look', made.id);
    expect(left.states).toEqual({ '1': { zoom: 0.5, aim: { kind: 'point', at: area.at } }, '2': { colour: '#00ff00' } });
    expect(withoutLooseEnds([made, { ...made, states: { '1': { aim } } }])).toEqual([
      { ...made, states: { '1': { zoom: 0.5 }, '2': { colour: '#00ff00' } } },
      { id: made.id, kind: 'look', name: 'L', order: 1, levels: { '1': 1 } },
    ]);
  });
});

describe('states', () => {
  test('what is no more said is left out', () => {
    expect(withStates({ '1': { zoom: 1 } }, ['1', '2', ''], (now) => ({ ...now, frame: 2 }))).toEqual({
      states: { '1': { zoom: 1, frame: 2 }, '2': { frame: 2 } },
    });
    expect(withStates({ '1': { zoom: 1 } }, ['1'], () => ({ zoom: undefined }))).toEqual({});
  });
  const state = fc.record<LookState>(
    {
      zoom: fc.double({ min: 0, max: 1, noNaN: true }),
      frame: fc.integer({ min: 1, max: 4 }),
      aim: fc.record({
        kind: fc.constant('point' as const),
        at: fc.tuple(fc.integer({ min: -4000, max: 4000 }), fc.integer({ min: 0, max: 6000 }), fc.constant(1500)),
      }),
    },
    { requiredKeys: [] },
  ) as fc.Arbitrary<LookState>;
  test('between two looks a mover wanders from one aim to the other: at the ends as in them, half way in the middle (law)', () =>
    fc.assert(
      fc.property(state, state, (a, b) => {
        const [from, to] = [look({ '1': a }), look({ '1': b })];
        const at = (share: number) => {
          const mix = blended(show, from, to, share);
          const { fixture } = posed(show, spot, stateIn(mix, spot));
          return { target: place(show, fixture).target!, zoom: fixture.optics?.zoom ?? 0 };
        };
        const stands = (own: LookState) => {
          const { fixture } = posed(show, spot, own);
          return { target: place(show, fixture).target!, zoom: fixture.optics?.zoom ?? 0 };
        };
        expect([at(0), at(1)]).toEqual([stands(a), stands(b)]);
        const half = at(0.5);
        half.target.forEach((value, i) => {
          expect(value).toBeCloseTo((stands(a).target[i]! + stands(b).target[i]!) / 2, 6);
        });
        expect(half.zoom).toBeCloseTo((stands(a).zoom + stands(b).zoom) / 2, 9);
      }),
      { numRuns: 50 },
    ));
  test('a light that is out in one of them already stands as in the other; frames change at the half; mixed colours evenly', () => {
    const out = blended(show, look({ '1': { zoom: 0 } }, {}), look({ '1': { zoom: 1 } }), 0.1);
    expect(out.states).toEqual({ '1': { zoom: 1 } });
    const frames = (share: number) =>
      blended(show, look({ '1': { frame: 1 } }), look({ '1': { frame: 3 } }), share).states!['1']!.frame;
    expect([0.1, 0.49, 0.5, 0.9].map(frames)).toEqual([1, 1, 3, 3]);
    const half = blended(show, look({ '2': { colour: '#ff0000' } }), look({ '2': { colour: '#0000ff' } }), 0.5).states!['2']!
      .colour!;
    // Half of each in linear light: sRGB writes 0.5 as 188.
    expect(half).toBe('#bc00bc');
  });
});
