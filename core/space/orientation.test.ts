/** Rotations of fixtures: check values of reference calculations 5, and three.js (a library from the registry) beside them. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Matrix4, Vector3 } from 'three';
import { makeFixture, makePosition } from '../model/make.js';
import type { Vec3 } from '../model/records.js';
import { plainType } from '../model/show.arb.js';
import { placeOf } from './hanging.js';
import { axesOf, axesOfBase, axesOfBeam, bearingOfBase, isForward } from './orientation.js';
import { cross, dot } from './vectors.js';

const position = makePosition('p', 'l', 'LX', 'pipe', { form: 'straight', a: [-5000, 0], b: [5000, 0], z: 6000 }, 1);
const fixture = makeFixture('f', 'l', plainType, position, 5000, {});
const near = (values: Vec3) => values.map((value) => Math.round(value * 1e6) / 1e6 + 0);

describe('axes', () => {
  test('axes of a beam are a proper rotation with the beam along -w, u level', () => {
    fc.assert(
      fc.property(fc.double({ min: -3.1, max: 3.1, noNaN: true }), fc.double({ min: -1.57, max: 1.57, noNaN: true }), (a, e) => {
        const beam = [Math.cos(e) * Math.cos(a), Math.cos(e) * Math.sin(a), Math.sin(e)] as const;
        const { u, v, w } = axesOfBeam(beam, 0);
        expect(new Matrix4().makeBasis(new Vector3(...u), new Vector3(...v), new Vector3(...w)).determinant()).toBeCloseTo(1, 9);
        expect(dot(w, beam)).toBeCloseTo(-1, 9);
        expect(u[2]).toBeCloseTo(0, 9);
        // The top of the lantern is never below it: v looks up as far as the beam lets it.
        expect(v[2]).toBeLessThanOrEqual(1e-9);
      }),
    );
  });
  test('a level beam to stage left: w away from it, v down, u upstage', () => {
    const { u, v, w } = axesOfBeam([1, 0, 0], 0);
    expect([u, v, w].map(near)).toEqual([
      [0, 1, 0],
      [0, 0, -1],
      [-1, 0, 0],
    ]);
  });
  test('a beam straight down keeps the bearing of the nose as -v: the roll is not lost', () => {
    for (const bearing of [-90, 0, 37, 180]) {
      const { u, v, w } = axesOfBeam([0, 0, -1], bearing);
      const nose: Vec3 = [Math.cos((bearing * Math.PI) / 180), Math.sin((bearing * Math.PI) / 180), 0];
      expect(near(v)).toEqual(near([-nose[0], -nose[1], 0]));
      expect([near(w), near(cross(u, v))]).toEqual([
        [0, 0, 1],
        [0, 0, 1],
      ]);
      // Nearly straight down towards the nose is nearly the same rotation: nothing jumps.
      const almost = axesOfBeam([nose[0] * 1e-4, nose[1] * 1e-4, -Math.sqrt(1 - 1e-8)], 999);
      expect(dot(almost.v, v)).toBeGreaterThan(0.999);
    }
  });
  test('the base of a head: hung its front is to its spin and up is up; standing it is turned over about its front', () => {
    const hung = axesOfBase({ hang: 'under', spin: 0 });
    expect([hung.u, hung.v, hung.w].map(near)).toEqual([
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ]);
    const standing = axesOfBase({ hang: 'over', spin: 0 });
    expect([standing.u, standing.v, standing.w].map(near)).toEqual([
      [-1, 0, 0],
      [0, 1, 0],
      [0, 0, -1],
    ]);
    // Against a wall it looks out of it, and what was its front is up.
    const forward = axesOfBase({ hang: 'forward', spin: 0 });
    expect([forward.u, forward.v, forward.w].map(near)).toEqual([
      [1, 0, 0],
      [0, 0, -1],
      [0, 1, 0],
    ]);
    expect([hung, standing, forward].map(isForward)).toEqual([false, false, true]);
    // A base is held against a wall when it is tilted by more than 60 degrees from upright; cosine of 60 degrees is a half.
    const tilted = (degrees: number) => ({
      ...hung,
      w: [0, Math.sin((degrees * Math.PI) / 180), Math.cos((degrees * Math.PI) / 180)] as const,
    });
    expect([59, 61, 119, 121].map((degrees) => isForward(tilted(degrees)))).toEqual([false, true, true, false]);
    for (const hang of ['under', 'over', 'forward'] as const)
      expect(bearingOfBase(axesOfBase({ hang, spin: 30 }))).toBeCloseTo(-60, 9);
  });
  test('a moving light is written by its base, any other turned about its clamp so that its beam meets its aim', () => {
    const at = placeOf(
      { ...fixture, spin: 90, aim: { kind: 'point', at: [2000, 3000, 1500] } },
      position,
      plainType,
      undefined,
      'aim',
    );
    const turned = { ...fixture, spin: 90 };
    // By hand: the lens lies on the line through the clamp, which is at (0, 0, 6000).
    expect(axesOf(turned, plainType, at).w.map((value) => value * Math.hypot(2000, 3000, 4500))).toEqual(
      [-2000, -3000, 4500].map((value) => expect.closeTo(value, 6)),
    );
    const idle = placeOf(turned, position, plainType, undefined, 'aim');
    expect(axesOf(turned, plainType, idle)).toEqual(axesOfBeam(idle.beam, 0));
    expect(axesOf(turned, { ...plainType, pan: 540 }, at)).toEqual(axesOfBase(turned));
    const over = { ...turned, hang: 'over' as const };
    expect(axesOf(over, { ...plainType, pan: 540 }, at)).toEqual(axesOfBase(over));
    const below = { ...at, beam: [0, 0, -1] as const, target: null };
    expect(axesOf({ ...fixture, spin: 30 }, plainType, below)).toEqual(axesOfBeam([0, 0, -1], -60));
  });
});
