/** Motions of the plan, arcs of outlines, ends of cloths. Reference calculations 3 (mirror) and formats 9.4 (bulge); plain geometry. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Arc, Chain, Dimension, Masking, Note, Outline, Position, Straight, Vec2, Vertical } from '../model/records.js';
import { idOf, pipe, without } from '../model/show.arb.js';
import { curveLength, frameAlong } from './curves.js';
import {
  bulgePoints,
  bulgeThrough,
  isMovable,
  type Motion,
  maskingEnds,
  movedBearing,
  movedCurve,
  movedPoint,
  movedRecord,
  outlinePoints,
} from './transform.js';

const shift: Motion = { kind: 'shift', by: [100, -200, 300] };
const turn: Motion = { kind: 'turn', about: [1000, 0], angle: 90 };
const mirror: Motion = { kind: 'mirror' };
const round = (point: readonly number[]) => point.map((value) => Math.round(value * 1000) / 1000 + 0);
const base = { id: idOf(900), layer: pipe.layer };
const outline: Outline = {
  ...base,
  kind: 'outline',
  name: 'Rostrum',
  use: 'scenery',
  points: [
    [0, 0],
    [2000, 0],
    [2000, 1000],
  ],
  closed: true,
  zFrom: 100,
  zTo: 500,
};
const cloth: Masking = {
  ...base,
  kind: 'masking',
  name: 'Leg',
  use: 'leg',
  at: [-4000, 2000],
  width: 2000,
  height: 6000,
  turn: 30,
  z: 0,
} as Masking;

describe('points and bearings', () => {
  test('shifted, turned anticlockwise about a point, mirrored about the centre line', () => {
    expect(movedPoint([1, 2], shift)).toEqual([101, -198]);
    expect(round(movedPoint([1500, 100], turn))).toEqual([900, 500]);
    expect(movedPoint([5, 2], mirror)).toEqual([-5, 2]);
    expect(Object.is(movedPoint([0, 2], mirror)[0], 0)).toBe(true);
  });
  test('a bearing turns along, is 180 less itself in the mirror, and does not mind a shift', () => {
    expect([30, 170].map((bearing) => movedBearing(bearing, turn))).toEqual([120, -100]);
    expect([30, 0, -90, 180].map((bearing) => movedBearing(bearing, mirror))).toEqual([150, 180, -90, 0]);
    expect(movedBearing(30, shift)).toBe(30);
  });
});

describe('curves', () => {
  const straight: Straight = { form: 'straight', a: [-1000, 500], b: [3000, 700], z: 5000, rise: 400 };
  const arc: Arc = { form: 'arc', centre: [1000, 200], z: 5000, radius: 2000, start: 10, sweep: 120 };
  const boom: Vertical = { form: 'vertical', at: [2000, 1000], z: 200, height: 4000, bearing: 20 };
  const chain: Chain = {
    form: 'chain',
    z: 4000,
    pieces: [
      { form: 'straight', a: [0, 0], b: [1000, 0] },
      { form: 'arc', centre: [1000, 500], radius: 500, start: -90, sweep: 180 },
    ],
  };
  test('a straight one in the mirror keeps end A at stage right: its ends and its rake change places', () => {
    expect(movedCurve(straight, mirror)).toEqual({ form: 'straight', a: [-3000, 700], b: [1000, 500], z: 5400, rise: -400 });
    expect(movedCurve(without(straight, 'rise'), mirror)).toEqual({
      form: 'straight',
      a: [-3000, 700],
      b: [1000, 500],
      z: 5000,
    });
    expect(movedCurve(straight, shift)).toEqual({ ...straight, a: [-900, 300], b: [3100, 500], z: 5300 });
  });
  test('a boom and an arc take their bearings along; only a shift lifts', () => {
    expect(movedCurve(boom, turn)).toMatchObject({
      at: round([0, 1000]).map((value) => expect.closeTo(value, 9)),
      z: 200,
      bearing: 110,
      height: 4000,
    });
    expect(movedCurve(boom, mirror)).toMatchObject({ at: [-2000, 1000], bearing: 160 });
    expect(movedCurve(arc, shift)).toEqual({ ...arc, centre: [1100, 0], z: 5300 });
    expect(movedCurve(arc, mirror)).toMatchObject({ centre: [-1000, 200], start: 170, sweep: -120 });
    expect(movedCurve(arc, turn)).toMatchObject({ start: 100, sweep: 120 });
    expect(movedCurve(chain, shift)).toMatchObject({ z: 4300 });
  });
  test('a point at any distance along goes where the motion says; of a straight mirrored one at length less it', () => {
    const motion = fc.constantFrom(shift, turn, mirror);
    fc.assert(
      fc.property(
        fc.constantFrom<Straight | Arc | Chain | Vertical>(straight, arc, chain, boom),
        motion,
        fc.double({ min: 0, max: 1, noNaN: true }),
        (curve, how, share) => {
          const along = share * curveLength(curve);
          const moved = movedCurve(curve, how);
          expect(curveLength(moved)).toBeCloseTo(curveLength(curve), 6);
          const there = frameAlong(
            moved,
            how.kind === 'mirror' && curve.form === 'straight' ? curveLength(curve) - along : along,
          ).point;
          const here = frameAlong(curve, along).point;
          const wanted = movedPoint([here[0], here[1]], how);
          expect(there[0]).toBeCloseTo(wanted[0], 5);
          expect(there[1]).toBeCloseTo(wanted[1], 5);
          expect(there[2]).toBeCloseTo(here[2] + (how.kind === 'shift' ? 300 : 0), 5);
        },
      ),
    );
  });
});

describe('records', () => {
  test('what stands on the stage can be moved, fixtures and settings by other means', () => {
    expect([outline, cloth, pipe].map(isMovable)).toEqual([true, true, true]);
    expect(isMovable(undefined)).toBe(false);
    expect(isMovable({ id: idOf(1), kind: 'layer', name: '', role: 'house', order: 0, state: 'shown' })).toBe(false);
  });
  test('an outline is lifted at both its heights, and its arcs bulge to the other hand in the mirror', () => {
    expect(movedRecord(outline, shift)).toEqual({
      ...outline,
      points: [
        [100, -200],
        [2100, -200],
        [2100, 800],
      ],
      zFrom: 400,
      zTo: 800,
    });
    expect(movedRecord({ ...outline, bulges: [0.5, 0, -0.2] }, mirror).bulges).toEqual([-0.5, 0, 0.2]);
    expect(movedRecord({ ...outline, bulges: [0.5, 0, -0.2] }, turn).bulges).toEqual([0.5, 0, -0.2]);
  });
  test('a cloth turns the other way in the mirror: its line is the mirrored line', () => {
    for (const how of [shift, turn, mirror]) {
      const ends = maskingEnds(movedRecord(cloth, how)).map(round);
      const wanted = maskingEnds(cloth).map((end) => round(movedPoint(end, how)));
      expect(how.kind === 'mirror' ? [...ends].reverse() : ends).toEqual(wanted);
    }
    expect(movedRecord(cloth, shift).z).toBe(300);
  });
  test('a note takes its leader and its heights along; a dimension its ends, and stays outside in the mirror', () => {
    const note: Note = { ...base, kind: 'note', at: [100, 0], text: 'x', size: 2, leader: { at: [0, 0], to: null }, zFrom: 1000 };
    expect(movedRecord(note, shift)).toEqual({ ...note, at: [200, -200], leader: { at: [100, -200], to: null }, zFrom: 1300 });
    expect(movedRecord({ ...note, leader: null }, mirror)).toMatchObject({ at: [-100, 0], leader: null, zFrom: 1000 });
    const dimension: Dimension = {
      ...base,
      kind: 'dimension',
      from: { at: [0, 0], to: null },
      to: { at: [500, 0], to: null },
      along: 'x',
      offset: 300,
    };
    expect(movedRecord(dimension, mirror)).toMatchObject({ to: { at: [-500, 0] }, offset: -300 });
    expect(movedRecord(dimension, shift)).toMatchObject({ to: { at: [600, -200] }, offset: 300 });
  });
  test('a detail that was put somewhere finds its own place again, unless the position was merely shifted', () => {
    const placed: Position = { ...pipe, detail: { shown: true, at: [1, 2], size: 2 } };
    expect(movedRecord(placed, shift).detail!.at).toEqual([1, 2]);
    expect(movedRecord(placed, mirror).detail).toEqual({ shown: true, at: null, size: 2 });
    expect(movedRecord(pipe, turn)).not.toHaveProperty('detail');
  });
});

describe('arcs of outlines', () => {
  test('formats 9.4: a bulge of 1 is a half circle, to the right of the way for a positive one (anticlockwise)', () => {
    const points = bulgePoints([0, 0], [1000, 0], 1, 1);
    for (const [x, y] of points) expect(Math.hypot(x - 500, y)).toBeCloseTo(500, 6);
    expect(Math.min(...points.map((point) => point[1]))).toBeLessThan(-499);
    expect(points.at(-1)).toEqual([1000, 0]);
  });
  test('the bulge is the tangent of a quarter of the angle: tan(90/4) over a chord of 1000 has a radius of 707.1', () => {
    const bulge = Math.tan(((90 / 4) * Math.PI) / 180);
    const middle = bulgePoints([0, 0], [1000, 0], bulge, 0.01);
    // Centre of the quarter circle: 500 to the left of the middle of its chord.
    for (const [x, y] of middle) expect(Math.hypot(x - 500, y - 500)).toBeCloseTo(Math.SQRT1_2 * 1000, 6);
  });
  test('as many pieces as the sagitta asks for: two at least, 720 at most, never more than 120 degrees each', () => {
    expect(bulgePoints([0, 0], [1000, 0], 0)).toEqual([[1000, 0]]);
    expect(bulgePoints([0, 0], [0, 0], 1)).toEqual([[0, 0]]);
    expect(bulgePoints([0, 0], [1000, 0], 0.001)).toHaveLength(2);
    // r 500, sagitta 5: pieces of 2 acos(0.99) = 16.2 degrees, 12 in a half circle.
    expect(bulgePoints([0, 0], [1000, 0], 1, 5)).toHaveLength(12);
    expect(bulgePoints([0, 0], [1000, 0], -1, 5)).toHaveLength(12);
    expect(bulgePoints([0, 0], [1e6, 0], 1, 1e-3)).toHaveLength(720);
    // A large arc (sweep 4 atan 3 = 286 degrees) of a radius below the sagitta.
    expect(bulgePoints([0, 0], [6, 0], 3, 50)).toHaveLength(3);
  });
  test('through a third point: the bulge whose arc holds it; points in line are straight', () => {
    expect(bulgeThrough([0, 0], [500, -500], [1000, 0])).toBeCloseTo(1, 9);
    expect(bulgeThrough([0, 0], [500, 500], [1000, 0])).toBeCloseTo(-1, 9);
    expect(bulgeThrough([0, 0], [500, 0], [1000, 0])).toBeCloseTo(0, 9);
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }).filter((bulge) => Math.abs(bulge) > 0.01),
        fc.double({ min: 0.1, max: 0.9, noNaN: true }),
        (bulge, share) => {
          const [a, b]: [Vec2, Vec2] = [
            [100, 200],
            [1400, -300],
          ];
          const points = bulgePoints(a, b, bulge, 0.5);
          const through = points[Math.floor(share * (points.length - 1))]!;
          expect(bulgeThrough(a, through, b)).toBeCloseTo(bulge, 6);
        },
      ),
    );
  });
  test('an outline as a polyline: a closed one ends where it began, an open one at its last corner', () => {
    expect(outlinePoints(outline)).toEqual([...outline.points, [0, 0]]);
    expect(outlinePoints({ ...outline, closed: false })).toEqual(outline.points);
    const round = outlinePoints({ ...outline, bulges: [0, 1, 0] });
    expect(round.slice(0, 2)).toEqual([
      [0, 0],
      [2000, 0],
    ]);
    for (const [x, y] of round.slice(1, -1)) expect(Math.hypot(x - 2000, y - 500)).toBeCloseTo(500, 6);
    // The arc of an open outline's missing last side is not drawn.
    expect(outlinePoints({ ...outline, closed: false, bulges: [0, 0, 1] })).toEqual(outline.points);
  });
  test('a cloth has its width about its middle, along its turn', () => {
    expect(maskingEnds({ ...cloth, turn: 0 })).toEqual([
      [-5000, 2000],
      [-3000, 2000],
    ]);
    expect(maskingEnds(cloth).map(round)).toEqual([
      [-4866.025, 1500],
      [-3133.975, 2500],
    ]);
  });
});
