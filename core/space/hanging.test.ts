/** Where a fixture hangs and points. Check value 5.5 of reference calculations 5; the handbook's ways to hang; plain geometry. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { apply, edit } from '../model/change.js';
import { makeFixture, makePosition } from '../model/make.js';
import type { Fixture, FocusArea, Position, Straight, Vertical } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, plainType, SHOW, pipe as shown, without } from '../model/show.arb.js';
import { get, settingsOf, showOf } from '../model/show.js';
import { frameAlong } from './curves.js';
import { ARM, bearingOfSpin, chordOffset, clampOf, place, placeOf, spinOfBearing, stands, targetOf } from './hanging.js';
import { cross, dot, norm, sub } from './vectors.js';

/** The root of a half, to four places. */
const HALF = Math.round(Math.SQRT1_2 * 1e4) / 1e4;

const pipe = (half: number, y = 0, z = 6000): Straight => ({ form: 'straight', a: [-half, y], b: [half, y], z });
const position = makePosition('p', 'l', 'LX', 'pipe', pipe(5000), 1);
const type = { ...plainType, hang: 0 };
const hung = (more: Partial<Fixture> = {}): Fixture => makeFixture('f', 'l', type, position, 5000, more);
const clampAt = (more: Partial<Fixture>, on: Position = position) => {
  const fixture = hung(more);
  return clampOf(fixture, on, frameAlong(on.curve, fixture.along)).clamp.map((value) => Math.round(value * 1000) / 1000 + 0);
};

describe('aimed', () => {
  const fixture = hung({ aim: { kind: 'point', at: [2000, 3000, 1500] } });
  const at = placeOf(fixture, position, type, undefined, 'aim');
  test('5.5 throw, elevation and plan bearing of a unit at (0,0,6000) aimed at (2000,3000,1500)', () => {
    // The throw of 5.5 is from where the axes cross; ours is from the lens, half a body nearer.
    expect(norm(sub([2000, 3000, 1500], at.axis))).toBeCloseTo(5766.281, 3);
    expect(at.throw).toBeCloseTo(5766.281 - type.length / 2, 3);
    expect(at.below).toBeCloseTo(51.297, 3);
    expect(at.bearing).toBeCloseTo(56.31, 2);
    expect(at.bearing - 90).toBeCloseTo(-33.69, 2);
    expect(at.target).toEqual([2000, 3000, 1500]);
    expect(norm(at.beam)).toBeCloseTo(1, 12);
  });
  test('5.10 along the diagonal of a cube the beam falls by 35.2644 degrees', () => {
    const { axis } = at;
    const down = placeOf(
      hung({ aim: { kind: 'point', at: [axis[0] + 3000, axis[1] + 3000, axis[2] - 3000] } }),
      position,
      type,
      undefined,
      'aim',
    );
    expect(down.below).toBeCloseTo(35.2644, 4);
  });
  test('an aim holds when the pipe moves: the beam still goes to the point', () => {
    fc.assert(
      fc.property(fc.integer({ min: -3000, max: 6000 }), fc.integer({ min: 3000, max: 9000 }), (y, z) => {
        const moved = placeOf(fixture, { ...position, curve: pipe(5000, y, z) }, type, undefined, 'aim');
        const v = sub([2000, 3000, 1500], moved.axis);
        expect(norm(cross(v, moved.beam))).toBeCloseTo(0, 5);
        expect(dot(v, moved.beam)).toBeGreaterThan(0);
      }),
    );
  });
  test('an aim within a millimetre of the axis says nothing: the unit idles; straight down keeps the bearing of its spin', () => {
    const near = placeOf(hung({ spin: 30, aim: { kind: 'point', at: [0, 0.5, 6000.5] } }), position, type, undefined, 'aim');
    expect([near.target, near.throw, near.bearing]).toEqual([null, null, -60]);
    const below = placeOf(hung({ spin: 30, aim: { kind: 'point', at: [0.5, 0.5, 0] } }), position, type, undefined, 'aim');
    expect([Math.round(below.throw!), below.bearing, Math.round(below.below)]).toEqual([5700, -60, 90]);
    const aside = placeOf(hung({ spin: 30, aim: { kind: 'point', at: [0, 1.5, 0] } }), position, type, undefined, 'aim');
    expect(aside.bearing).toBeCloseTo(90, 9);
  });
  test('drawn square, the nose stays square to the pipe at the side that the aim is on, and the beam aims all the same', () => {
    const square = (to: readonly [number, number, number]) =>
      placeOf(hung({ aim: { kind: 'point', at: to } }), position, type, undefined, 'square');
    expect(square([2000, 3000, 1500])).toMatchObject({ bearing: 90, beam: at.beam, throw: at.throw });
    expect(square([2000, -3000, 1500]).bearing).toBe(-90);
    expect(square([-4000, 1, 1500]).bearing).toBe(90);
  });
  test('an area is aimed at by its point; one that is gone, or another of another show, is no aim', () => {
    const area: FocusArea = { id: idOf(50), kind: 'area', layer: fixtureLayer, name: 'A', at: [2000, 3000, 1500], size: 2000 };
    const onArea = makeFixture(idOf(51), fixtureLayer, type, shown, 5000, { aim: { kind: 'area', area: area.id } });
    expect(placeOf(onArea, position, type, area, 'aim').target).toEqual([2000, 3000, 1500]);
    expect(placeOf(onArea, position, type, undefined, 'aim').target).toBeNull();
    const show = showOf(SHOW, [...baseRecords, area, onArea]);
    expect(targetOf(show, onArea)).toEqual([2000, 3000, 1500]);
    expect(targetOf(show, { ...onArea, aim: { kind: 'area', area: idOf(52) } })).toBeNull();
    expect(targetOf(show, { ...onArea, aim: { kind: 'point', at: [1, 2, 3] } })).toEqual([1, 2, 3]);
    expect(targetOf(show, { ...onArea, aim: null })).toBeNull();
  });
});

describe('idle', () => {
  const idle = (more: Partial<Fixture>, of = type, on = position) => placeOf(hung(more), on, of, undefined, 'aim');
  test('spin 0 is nose downstage, and grows anticlockwise; 45 degrees down (common practice, no source)', () => {
    expect([0, 90, 180, -90, 270].map(bearingOfSpin)).toEqual([-90, 0, 90, 180, 180]);
    expect([-90, 0, 90, 180, 120].map(spinOfBearing)).toEqual([0, 90, 180, -90, -150]);
    const at = idle({ spin: 90 });
    expect(at.beam.map((value) => Math.round(value * 1e4) / 1e4 + 0)).toEqual([HALF, 0, -HALF]);
    expect([at.bearing, at.below, at.target]).toEqual([0, 45, null]);
  });
  test('a unit that stands on the floor looks up; on a pipe it looks down all the same', () => {
    const floor = makePosition('p', 'l', 'Floor', 'floor', pipe(5000, 0, 0), 1);
    const up = idle({ hang: 'floor', spin: 0 }, type, floor);
    expect(up.beam.map((value) => Math.round(value * 1e4) / 1e4 + 0)).toEqual([0, -HALF, HALF]);
    expect(up.below).toBe(-45);
    expect(idle({ hang: 'over' }).below).toBe(45);
    expect(idle({ hang: 'under' }, type, floor).below).toBe(45);
  });
  test('a head that is at home looks straight down, standing straight up', () => {
    const head = { ...type, pan: 540, tilt: 270 };
    const floor = makePosition('p', 'l', 'Floor', 'floor', pipe(5000, 0, 0), 1);
    expect(idle({ spin: 90 }, head)).toMatchObject({ beam: [0, 0, -1], below: 90, bearing: 0 });
    expect(idle({ hang: 'floor' }, head, floor)).toMatchObject({ beam: [0, 0, 1], below: -90 });
  });
});

describe('ways to hang', () => {
  test('facing forward: its base is on a wall or it lies; its head stands out level to where its spin looks', () => {
    const head = { ...type, pan: 540, tilt: 270, hang: 250 };
    const at = (spin: number) => placeOf(hung({ hang: 'forward', spin }), position, head, undefined, 'aim');
    const out = at(0);
    expect(out.axis.map((value, i) => Math.round(value - out.clamp[i]!) + 0)).toEqual([0, -250, 0]);
    expect(out.beam.map((value) => Math.round(value) + 0)).toEqual([0, -1, 0]);
    expect(out.below).toBe(0);
    expect(at(90).axis.map((value, i) => Math.round(value - at(90).clamp[i]!) + 0)).toEqual([250, 0, 0]);
    // On a boom too it looks where its spin says, and not where the boom does.
    const boom = makePosition('p', 'l', 'Boom', 'boom', { form: 'vertical', at: [0, 0], z: 0, height: 4000, bearing: 180 }, 1);
    const onBoom = placeOf(hung({ hang: 'forward', spin: 0, along: 2000 }), boom, head, undefined, 'aim');
    expect(onBoom.axis.map((value) => Math.round(value) + 0)).toEqual([0, -250, 2000]);
  });
  test('on a tower a unit sits on its face, and an arm begins there', () => {
    const tower = {
      ...makePosition('p', 'l', 'Tower', 'boom', { form: 'vertical', at: [1000, 0], z: 0, height: 6000, bearing: 0 }, 1),
      section: 'box' as const,
      width: 400,
      depth: 400,
    };
    const clamp = (more: Partial<Fixture>) =>
      placeOf(hung({ along: 2000, ...more }), tower, type, undefined, 'aim').clamp.map((value) => Math.round(value) + 0);
    expect(clamp({})).toEqual([1200, 0, 2000]);
    expect(clamp({ hang: 'arm right', arm: 500 })).toEqual([1700, 0, 2000]);
    expect(clamp({ hang: 'arm left', arm: 500 })).toEqual([300, 0, 2000]);
  });
  test('under the pipe, with a drop and to the side (upstage of a pipe that runs to stage left)', () => {
    expect(clampAt({ along: 6500, drop: 400, side: 250 })).toEqual([1500, 250, 5600]);
    expect(stands(hung())).toBe(false);
  });
  test('over the pipe its drop is a rise, and the unit stands up from it', () => {
    expect(clampAt({ hang: 'over', drop: 400 })).toEqual([0, 0, 6400]);
    expect(placeOf(hung({ hang: 'over' }), position, plainType, undefined, 'aim').axis).toEqual([0, 0, 6250]);
    expect(placeOf(hung(), position, plainType, undefined, 'aim').axis).toEqual([0, 0, 5750]);
    expect([stands(hung({ hang: 'over' })), stands(hung({ hang: 'floor' })), stands(hung({ hang: 'arm left' }))]).toEqual([
      true,
      true,
      false,
    ]);
  });
  test('a side arm on a pipe goes upstage (left of the pipe as it runs) or downstage; 300 mm unless a length is given', () => {
    expect(ARM).toBe(300);
    expect(clampAt({ hang: 'arm left' })).toEqual([0, 300, 6000]);
    expect(clampAt({ hang: 'arm right' })).toEqual([0, -300, 6000]);
    expect(clampAt({ hang: 'arm left', arm: 450, side: 50 })).toEqual([0, 500, 6000]);
    // The length alone, without an arm, moves nothing.
    expect(clampAt({ arm: 450 })).toEqual([0, 0, 6000]);
  });
  test("on a boom left is as the house sees it: stage right; the unit hangs out along the boom's own bearing", () => {
    const curve: Vertical = { form: 'vertical', at: [-6000, 2000], z: 300, height: 4000, bearing: 0 };
    const boom = makePosition('b', 'l', 'Boom', 'boom', curve, 1);
    expect(clampAt({ along: 2000, hang: 'arm left' }, boom)).toEqual([-6300, 2000, 2300]);
    expect(clampAt({ along: 2000, hang: 'arm right', arm: 500 }, boom)).toEqual([-5500, 2000, 2300]);
    expect(clampAt({ along: 2000 }, boom)).toEqual([-6000, 2000, 2300]);
    // The drop is out along the bearing, the side is across it (upstage where it looks to stage left).
    expect(clampAt({ along: 2000, drop: 200, side: 100 }, boom)).toEqual([-5800, 2100, 2300]);
    const at = placeOf(hung({ along: 2000, hang: 'over' }), boom, plainType, undefined, 'aim');
    expect(at.axis.map(Math.round)).toEqual([-5750, 2000, 2300]);
  });
});

describe('chords of a truss', () => {
  const truss = (more: Partial<Position>, curve = pipe(5000)): Position => ({
    ...position,
    use: 'truss',
    width: 400,
    depth: 300,
    section: 'box',
    curve,
    ...more,
  });
  const offset = (on: Position, chord?: Parameters<typeof chordOffset>[1]) => chordOffset(on, chord, frameAlong(on.curve, 0));
  test('a truss hangs its units from the lower chord: axis at 3.0 m, clamps at 2.85 m (common practice, no source)', () => {
    const tube = { ...position, chord: 150, curve: pipe(5000, 0, 3000) };
    expect(placeOf({ ...hung(), aim: null }, tube, type, undefined, 'aim').clamp[2]).toBe(2850);
  });
  test('a box of 400 by 300: 150 below or above its axis, 200 to either side', () => {
    expect(offset(truss({}))).toEqual({ down: 150, side: 0 });
    expect(offset(truss({}), 'lower upstage')).toEqual({ down: 150, side: 200 });
    expect(offset(truss({}), 'lower downstage')).toEqual({ down: 150, side: -200 });
    expect(offset(truss({}), 'upper')).toEqual({ down: -150, side: 0 });
    expect(offset(truss({}), 'upper downstage')).toEqual({ down: -150, side: -200 });
    // Without a depth of its own it is 300 deep.
    expect(offset(without(truss({}), 'depth')).down).toBe(150);
    expect(offset(truss({ depth: 500 })).down).toBe(250);
    // Drawn from stage left upstage is at its other hand, and stays upstage.
    expect(offset(truss({}, { form: 'straight', a: [5000, 0], b: [-5000, 0], z: 6000 }), 'lower upstage')).toEqual({
      down: 150,
      side: -200,
    });
  });
  test('the apex of a triangle has one chord in the middle', () => {
    expect(offset(truss({ section: 'triangle up' }), 'upper upstage')).toEqual({ down: -150, side: 0 });
    expect(offset(truss({ section: 'triangle up' }), 'lower upstage')).toEqual({ down: 150, side: 200 });
    expect(offset(truss({ section: 'triangle down' }), 'lower upstage')).toEqual({ down: 150, side: 0 });
    expect(offset(truss({ section: 'triangle down' }), 'upper downstage')).toEqual({ down: -150, side: -200 });
  });
  test("the unit's chord wins over the position's; a tube, a pipe and a truss without a section have their figure", () => {
    expect(offset(truss({ from: 'upper upstage' }))).toEqual({ down: -150, side: 200 });
    expect(offset(truss({ from: 'upper upstage' }), 'lower')).toEqual({ down: 150, side: 0 });
    for (const other of [
      truss({ section: 'tube', chord: 25 }),
      without(truss({ chord: 25 }), 'section'),
      without(truss({ use: 'pipe', chord: 25 }), 'section'),
    ])
      expect(offset(other, 'upper upstage')).toEqual({ down: 25, side: 0 });
    // A ring or a boom made of truss is one as well.
    expect(offset(truss({ use: 'ring' }), 'upper upstage')).toEqual({ down: -150, side: 200 });
  });
  test('what stands on a truss stands on its axis unless a chord is named; what hangs, hangs from the chord', () => {
    expect(clampAt({ hang: 'over' }, truss({}))).toEqual([0, 0, 6000]);
    expect(clampAt({ hang: 'over', chord: 'upper upstage', drop: 100 }, truss({}))).toEqual([0, 200, 6250]);
    expect(clampAt({ chord: 'lower downstage', drop: 100 }, truss({}))).toEqual([0, -200, 5750]);
  });
});

describe('in its show', () => {
  const area: FocusArea = { id: idOf(50), kind: 'area', layer: fixtureLayer, name: 'A', at: [2000, 3000, 1500], size: 2000 };
  const fixture = makeFixture(idOf(51), fixtureLayer, plainType, shown, 5000, { aim: { kind: 'area', area: area.id } });
  const show = showOf(SHOW, [...baseRecords, area, fixture]);
  test('a place is remembered, and found anew when position, type, area or the way of drawing changes', () => {
    const before = place(show, fixture);
    expect(place(apply(show, edit([settingsOf(show)], { venue: 'Boathouse' })), fixture)).toBe(before);
    const moved = (change: Parameters<typeof apply>[1]) => {
      const next = apply(show, change);
      const at = place(next, fixture);
      expect(at).not.toBe(before);
      place(show, fixture);
      return at;
    };
    expect(moved(edit([get(show, 'position', shown.id)], { curve: { ...shown.curve, z: 7000 } })).clamp[2]).toBe(7000);
    expect(moved(edit([get(show, 'type', plainType.id)], { hang: 500 })).axis[2]).toBe(6000);
    expect(moved(edit([area], { at: [0, 0, 0] })).target).toEqual([0, 0, 0]);
    expect(moved(edit([settingsOf(show)], { nose: 'square' })).bearing).toBe(90);
  });
});
