/** People and things. Proportions of a body: Drillis and Contini 1966 [from memory]. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { adding, apply, edit } from '../model/change.js';
import type { Scenic, ScenicShape } from '../model/records.js';
import { postures, scenicShapes } from '../model/records.js';
import { baseRecords, idOf, SHOW } from '../model/show.arb.js';
import { all, showOf } from '../model/show.js';
import { carriedAt, eyesOf, feetOf, floorAt, footprint, houseFloor, scenicBodies, stepsOf, usual } from './scenic.js';
import { movedRecord } from './transform.js';

const layer = all(showOf(SHOW, baseRecords), 'layer')[0]!.id;
let made = 0;
const thing = (shape: ScenicShape, x: number, y: number, more: Partial<Scenic> = {}): Scenic => {
  const [width, depth, height] = usual[shape].size;
  return {
    id: idOf(7000 + made++),
    kind: 'scenic',
    layer,
    name: shape,
    shape,
    at: [x, y],
    turn: 0,
    width,
    depth,
    height,
    ...more,
  };
};
const showWith = (...things: Scenic[]) => showOf(SHOW, [...baseRecords, ...things]);
const anyThing = fc
  .record({
    shape: fc.constantFrom(...scenicShapes),
    posture: fc.constantFrom(...postures),
    x: fc.integer({ min: -4000, max: 4000 }),
    y: fc.integer({ min: 0, max: 8000 }),
    turn: fc.integer({ min: -180, max: 180 }),
  })
  .map(({ shape, posture, x, y, turn }) => thing(shape, x, y, { turn, ...(shape === 'person' ? { posture } : {}) }));
/** Lowest and highest point of upright and lying bodies, mm. */
const spanOf = (one: Scenic, foot: number): readonly [number, number] => {
  const ends = scenicBodies(one, foot).flatMap(({ centre, axes: { u, v, w }, size, shape }) => {
    const [a, b, c] = [u, v, w].map((axis, i) => Math.abs(axis[2]) * (size[i]! / 2)) as [number, number, number];
    const half = shape === 'sphere' ? Math.hypot(a, b, c) : a + b + c;
    return [centre[2] - half, centre[2] + half];
  });
  return [Math.min(...ends), Math.max(...ends)];
};

describe('bodies', () => {
  test('nothing floats and nothing is sunk: every thing begins at its foot and is as high as it says (law)', () =>
    fc.assert(
      fc.property(anyThing, fc.integer({ min: -600, max: 2000 }), (one, foot) => {
        const [low, high] = spanOf(one, foot);
        expect(low).toBeCloseTo(foot, 6);
        const seated = one.shape === 'person' && one.posture === 'seated';
        if (!seated && one.shape !== 'tree') expect(Math.abs(high - foot - one.height)).toBeLessThan(one.height * 0.02);
        expect(high - foot).toBeLessThanOrEqual(one.height * 1.01);
      }),
    ));
  test('eyes are at 0.936 of the height of one who stands; one who sits has them 0.245 lower', () => {
    expect(eyesOf({ height: 1750 })).toBeCloseTo(1638, 6);
    expect(eyesOf({ height: 1750, posture: 'seated' })).toBeCloseTo(0.691 * 1750, 6);
  });
  test('stairs of 720 mm have four steps of 180 (common practice, no source), each deeper up the stage higher', () => {
    const stairs = thing('stairs', 0, 0);
    expect(stepsOf(stairs)).toBe(4);
    expect([-500, -200, 100, 500].map((y) => carriedAt(stairs, [0, y]))).toEqual([180, 360, 540, 720]);
  });
  test('a thing that is turned turns its footprint, and its mirror image is the mirror image', () => {
    const riser = thing('riser', 1000, 2000, { turn: 90, width: 2000, depth: 1000 });
    const [first] = footprint(riser);
    expect(first![0]).toBeCloseTo(1500, 6);
    expect(first![1]).toBeCloseTo(1000, 6);
    const image = movedRecord({ ...riser, turn: 30 }, { kind: 'mirror' });
    expect(image.at).toEqual([-1000, 2000]);
    expect(image.turn).toBeCloseTo(-30, 9);
  });
});

describe('what it rests on', () => {
  test('a chair on a riser on the floor; moved off it stands on the floor; said it stands where it is said', () => {
    const riser = thing('riser', 0, 3000, { width: 3000, depth: 2000, height: 400 });
    const chair = thing('chair', 500, 3200);
    const box = thing('box', -500, 3000, { width: 500, depth: 500, height: 300 });
    const person = thing('person', -500, 3000);
    const show = showWith(person, chair, box, riser);
    const foot = (of: Scenic, now = show) => feetOf(now).get(of.id);
    expect([riser, chair, box, person].map((one) => foot(one))).toEqual([0, 400, 400, 700]);
    const moved = apply(show, edit([chair], { at: [4000, 3000] }));
    expect(foot(chair, moved)).toBe(0);
    expect(foot(chair, apply(show, edit([chair], { z: 1234 })))).toBe(1234);
    expect(feetOf(show)).toBe(feetOf(show));
  });
  test('two that lie over each other do not carry each other round in a circle', () => {
    const [a, b] = [thing('box', 0, 0), thing('box', 100, 0)];
    const feet = feetOf(showWith(a, b));
    expect([feet.get(a.id), feet.get(b.id)].sort()).toEqual([0, 600]);
  });
  test('in the house a person stands on the floor of the row, on the stage on the stage', () => {
    const seats = {
      id: idOf(7900),
      kind: 'outline' as const,
      layer,
      name: 'Row',
      use: 'seats' as const,
      points: [
        [-3000, -5000],
        [3000, -5000],
        [3000, -4000],
        [-3000, -4000],
      ] as const,
      closed: true,
      zFrom: -600,
      zTo: -150,
    };
    const show = apply(showWith(), adding(seats));
    expect(floorAt(show, [0, -4500])).toBe(-600);
    expect([floorAt(show, [0, -5500]), floorAt(show, [0, 1000])]).toEqual([-600, 0]);
    expect(houseFloor(show)).toBe(-600);
    expect(houseFloor(showWith())).toBe(0);
  });
});
