/** Points to snap to and to hold on to: each where plain geometry has it. */
import { describe, expect, test } from '@jest/globals';
import { makeFixture } from '../model/make.js';
import type { DessinRecord, FocusArea, Masking, Note, Outline, Position } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { showOf } from '../model/show.js';
import { anchorAt, anchorOn, namedPoints, segmentsOf } from './anchors.js';

const fixture = makeFixture(idOf(900), fixtureLayer, plainType, pipe, 6500, { side: 200 });
const show = showOf(SHOW, [...baseRecords, fixture]);
const named = (record: DessinRecord) =>
  Object.fromEntries(namedPoints(show, record).map(({ point, at }) => [point, at.map((value) => Math.round(value) + 0)]));
const base = { id: idOf(901), layer: pipe.layer };
const outline: Outline = {
  ...base,
  kind: 'outline',
  name: 'O',
  use: 'scenery',
  points: [
    [0, 0],
    [2000, 0],
    [2000, 1000],
  ],
  closed: true,
  zFrom: 0,
  zTo: 0,
};
const cloth = {
  ...base,
  kind: 'masking',
  name: 'Leg',
  use: 'leg',
  at: [-4000, 2000],
  width: 2000,
  height: 6000,
  turn: 0,
  z: 0,
} as Masking;
const arc: Position = { ...pipe, curve: { form: 'arc', centre: [100, 200], z: 0, radius: 1000, start: 0, sweep: 180 } };
const boom: Position = { ...pipe, curve: { form: 'vertical', at: [-6000, 2000], z: 0, height: 4000, bearing: 0 } };

describe('named points', () => {
  test('corners and middles of sides; a side that is an arc has no middle, an open outline no last side', () => {
    expect(named(outline)).toEqual({
      c0: [0, 0],
      c1: [2000, 0],
      c2: [2000, 1000],
      m0: [1000, 0],
      m1: [2000, 500],
      m2: [1000, 500],
    });
    expect(Object.keys(named({ ...outline, closed: false, bulges: [0, 1, 0] }))).toEqual(['c0', 'c1', 'c2', 'm0']);
  });
  test('ends and middle of cloths and positions, the centre of arcs and booms', () => {
    expect(named(cloth)).toEqual({ a: [-5000, 2000], b: [-3000, 2000], middle: [-4000, 2000] });
    expect(named(pipe)).toEqual({ a: [-5000, 3000], b: [5000, 3000], middle: [0, 3000] });
    expect(named(arc)).toEqual({ a: [1100, 200], b: [-900, 200], middle: [100, 1200], centre: [100, 200] });
    expect(named(boom)).toEqual({ centre: [-6000, 2000] });
  });
  test('the clamp of a fixture, the middle of an area, the place of a note; a type has none', () => {
    expect(named(fixture)).toEqual({ clamp: [1500, 3200] });
    const area: FocusArea = { ...base, kind: 'area', name: 'A', at: [1, 2, 3], size: 1000 };
    const note: Note = { ...base, kind: 'note', at: [7, 8], text: 'x', size: 2, leader: null };
    expect([named(area), named(note), named(plainType)]).toEqual([{ centre: [1, 2] }, { a: [7, 8] }, {}]);
  });
});

describe('anchors', () => {
  test('hold on to the point they name; to what is gone, or has no such point, they keep their own place', () => {
    const [point] = namedPoints(show, pipe);
    const anchor = anchorOn(pipe.id, point!);
    expect(anchor).toEqual({ at: [-5000, 3000], to: { id: pipe.id, point: 'a' } });
    expect(anchorAt(show, { ...anchor, at: [0, 0] })).toEqual([-5000, 3000]);
    expect(anchorAt(show, { at: [7, 8], to: { id: idOf(999), point: 'a' } })).toEqual([7, 8]);
    expect(anchorAt(show, { at: [7, 8], to: { id: pipe.id, point: 'c9' } })).toEqual([7, 8]);
    expect(anchorAt(show, { at: [7, 8], to: null })).toEqual([7, 8]);
  });
});

describe('segments', () => {
  test('a cloth and a pipe are one, an arc many that meet end to end, a boom none', () => {
    expect(segmentsOf(cloth)).toEqual([
      [
        [-5000, 2000],
        [-3000, 2000],
      ],
    ]);
    expect(segmentsOf(pipe)).toEqual([
      [
        [-5000, 3000],
        [5000, 3000],
      ],
    ]);
    const pieces = segmentsOf(arc);
    expect(pieces.length).toBeGreaterThan(10);
    pieces.slice(1).forEach(([a], i) => {
      expect(a).toEqual(pieces[i]![1]);
    });
    expect([pieces[0]![0], pieces.at(-1)![1]].flat().map((value) => Math.round(value) + 0)).toEqual([1100, 200, -900, 200]);
    expect([segmentsOf(boom), segmentsOf(outline)]).toEqual([[], []]);
  });
});
