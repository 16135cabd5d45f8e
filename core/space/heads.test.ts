/** Pan and tilt. Check values 5.1 to 5.4 of reference calculations 5; turning by three's own quaternions; brute force over all poses. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Quaternion, Vector3 } from 'three';
import type { Vec3 } from '../model/records.js';
import type { Axes } from './axes.js';
import { localBeam } from './frames.js';
import { beamOfPose, codedAngle, HOME, lookAt, posesOf } from './heads.js';
import { dot, sub, unit } from './vectors.js';

const hung: Axes = { u: [1, 0, 0], v: [0, 1, 0], w: [0, 0, 1] };
/** Turned 180 degrees about y. */
const standing: Axes = { u: [-1, 0, 0], v: [0, 1, 0], w: [0, 0, -1] };
const wide = { pan: 540, tilt: 270 };
const figures = (poses: readonly { pan: number; tilt: number }[]) =>
  poses.map(({ pan, tilt }) => [pan, tilt].map((value) => Math.round(value * 1000) / 1000));
const angleBetween = (a: Vec3, b: Vec3) => (Math.acos(Math.max(-1, Math.min(1, dot(a, b)))) * 180) / Math.PI;
const anyBase = fc
  .tuple(
    fc.double({ min: -3.1, max: 3.1, noNaN: true }),
    fc.double({ min: -3.1, max: 3.1, noNaN: true }),
    fc.double({ min: -3.1, max: 3.1, noNaN: true }),
  )
  .map(([a, b, c]): Axes => {
    const turn = new Quaternion().setFromAxisAngle(
      new Vector3(Math.cos(a), Math.sin(a) * Math.cos(b), Math.sin(a) * Math.sin(b)),
      c,
    );
    const image = (...v: Vec3): Vec3 => new Vector3(...v).applyQuaternion(turn).toArray() as unknown as Vec3;
    return { u: image(1, 0, 0), v: image(0, 1, 0), w: image(0, 0, 1) };
  });
const direction = fc
  .tuple(
    fc.double({ min: -1, max: 1, noNaN: true }),
    fc.double({ min: -1, max: 1, noNaN: true }),
    fc.double({ min: -1, max: 1, noNaN: true }),
  )
  .filter((v) => Math.hypot(...v) > 0.1)
  .map((v): Vec3 => unit(v));

describe('poses', () => {
  const to = sub([2000, 3000, 1500], [0, 0, 6000]);
  test('5.1 all that look there, nearest to home first', () =>
    expect(figures(posesOf(hung, to, wide))).toEqual([
      [-33.69, 38.703],
      [146.31, -38.703],
      [-213.69, -38.703],
    ]));
  test('5.2 a unit on the floor', () => {
    const [first] = posesOf(standing, sub([1000, -1000, 1800], [-2000, 1000, 300]), wide);
    expect(first!.pan).toBeCloseTo(-56.3099, 4);
    expect(first!.tilt).toBeCloseTo(-67.4115, 4);
  });
  test('5.3 from where it stands now the one that is soonest there', () =>
    expect(figures([posesOf(hung, to, wide, { pan: 180, tilt: 0 })[0]!])).toEqual([[146.31, -38.703]]));
  test('5.4 in 16 bits', () =>
    expect([codedAngle(-33.69, 540, 2), codedAngle(38.703, 270, 2), codedAngle(999, 540, 2), codedAngle(-999, 270, 1)]).toEqual([
      28679, 42162, 65535, 0,
    ]));
  test('straight down pan is free, and stays what it was', () => {
    expect(posesOf(hung, [0, 0, -1], wide)[0]).toEqual({ pan: 0, tilt: 0 });
    expect(posesOf(hung, [0, 0, -1], wide, { pan: 77, tilt: 10 })[0]).toEqual({ pan: 77, tilt: 0 });
  });
  test('forward and back: each looks where it was told, inside its ranges; none twice (law)', () =>
    fc.assert(
      fc.property(
        anyBase,
        direction,
        fc.integer({ min: 1, max: 720 }),
        fc.integer({ min: 1, max: 300 }),
        (base, beam, pan, tilt) => {
          const poses = posesOf(base, beam, { pan, tilt });
          for (const pose of poses) {
            expect(angleBetween(beamOfPose(base, pose), beam)).toBeLessThan(0.01);
            expect(Math.abs(pose.pan)).toBeLessThanOrEqual(pan / 2 + 1e-6);
            expect(Math.abs(pose.tilt)).toBeLessThanOrEqual(tilt / 2 + 1e-6);
          }
          expect(new Set(figures(poses).map(String)).size).toBe(poses.length);
          const [first] = poses;
          if (first) expect(lookAt(base, beam, { pan, tilt })).toMatchObject({ pose: first, missing: 0 });
        },
      ),
    ));
});

describe('what it cannot reach', () => {
  test('by hand: a head of 90 degrees of tilt looks 45 from straight down; a point level with it is missed by 45', () => {
    const looked = lookAt(hung, [0, 1, 0], { pan: 540, tilt: 90 });
    expect(looked.pose).toEqual({ pan: 0, tilt: 45 });
    expect(looked.missing).toBeCloseTo(45, 9);
    looked.beam.forEach((value, i) => {
      expect(value).toBeCloseTo([0, Math.SQRT1_2, -Math.SQRT1_2][i]!, 9);
    });
  });
  test('by hand: 90 degrees of pan do not turn it round: it stays at the edge of its pan', () => {
    // Level to stage left is 90 from the way it looks; its own edge is at 45, or at 45 with the tilt behind it.
    const looked = lookAt(hung, [1, 0, 0], { pan: 90, tilt: 270 });
    expect(Math.abs(looked.pose.pan)).toBe(45);
    expect(looked.missing).toBeCloseTo(45, 6);
  });
  test('no pose of its ranges looks nearer, by trying them all (law)', () =>
    fc.assert(
      fc.property(
        anyBase,
        direction,
        fc.constantFrom(40, 90, 170, 350),
        fc.constantFrom(30, 60, 120, 260),
        (base, beam, pan, tilt) => {
          const looked = lookAt(base, beam, { pan, tilt });
          expect(angleBetween(beamOfPose(base, looked.pose), looked.beam)).toBeLessThan(0.01);
          expect(angleBetween(looked.beam, beam)).toBeCloseTo(looked.missing, 4);
          expect(Math.abs(looked.pose.pan)).toBeLessThanOrEqual(pan / 2 + 1e-6);
          expect(Math.abs(looked.pose.tilt)).toBeLessThanOrEqual(tilt / 2 + 1e-6);
          const local: Vec3 = [dot(base.u, beam), dot(base.v, beam), dot(base.w, beam)];
          let nearest = 180;
          for (let p = 0; p <= 60; p++)
            for (let t = 0; t <= 60; t++)
              nearest = Math.min(nearest, angleBetween(localBeam((p / 60 - 0.5) * pan, (t / 60 - 0.5) * tilt), local));
          expect(looked.missing).toBeLessThanOrEqual(nearest + 1e-6);
        },
      ),
      { numRuns: 60 },
    ));
  test('home is straight down of a base that hangs', () => expect(beamOfPose(hung, HOME).map((v) => v + 0)).toEqual([0, 0, -1]));
});
