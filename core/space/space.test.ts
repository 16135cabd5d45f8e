/** Check values of reference calculations 2 (curves) and 5 (aiming); plain geometry. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeFixture, makePosition } from '../model/make.js';
import type { Arc, Straight } from '../model/records.js';
import { plainType } from '../model/show.arb.js';
import { alongOf, curveLength, dropOn, frameAlong, fromOrigin, reshapedAlong, snapAlong, snapTo, ticks } from './curves.js';
import { placeOf } from './hanging.js';
import { axesOfBase, axesOfBeam, bearingOfBase, panTilt } from './orientation.js';
import { cross, dot, norm, sub } from './vectors.js';

const arc: Arc = { form: 'arc', centre: [0, 0], z: 6000, radius: 4000, start: 200, sweep: 140 };
const pipe = (half: number, y = 0, z = 6000): Straight => ({ form: 'straight', a: [-half, y], b: [half, y], z });

describe('curves', () => {
  test('2.1 length of an arc', () => expect(curveLength(arc)).toBeCloseTo(9773.84, 2));
  test('2.2 point on it', () => {
    const { point } = frameAlong(arc, 2000);
    expect(point[0]).toBeCloseTo(-2642.74, 2);
    expect(point[1]).toBeCloseTo(-3002.65, 2);
    expect(point[2]).toBe(6000);
  });
  test('2.3 drop on it', () => expect(dropOn(arc, [1000, -3000]).along).toBeCloseTo(6173.92, 2));
  test('2.6 snap is symmetric', () =>
    expect([1234, -1234, 150, -150].map((value) => snapTo(value, 100))).toEqual([1200, -1200, 200, -200]));
  test('2.9 frame of a pipe along +x: d down, s upstage', () =>
    expect(frameAlong(pipe(1000), 0)).toMatchObject({ t: [1, 0, 0], d: [0, 0, -1], s: [0, 1, 0] }));
  test('11.6 ticks each 500 on -1300 to 1300', () =>
    expect(ticks(pipe(1300), 500).map((along) => along - 1300)).toEqual([-1000, -500, 0, 500, 1000]));
  test('a pipe without length is refused', () => expect(() => frameAlong(pipe(0), 0)).toThrow(RangeError));
  test('snapping never leaves the pipe, and stays on the increment from the centre line', () => {
    fc.assert(
      fc.property(fc.integer({ min: 60, max: 9000 }), fc.double({ min: -2, max: 2, noNaN: true }), (half, share) => {
        const curve = pipe(half);
        const along = snapAlong(curve, half + half * share, 100);
        expect(along).toBeGreaterThanOrEqual(-1e-9);
        expect(along).toBeLessThanOrEqual(2 * half + 1e-9);
        expect(Math.abs(fromOrigin(curve, along) % 100)).toBeCloseTo(0, 6);
      }),
    );
  });
  test('distance from the centre line and distance along are inverse, whichever way the pipe was drawn', () => {
    fc.assert(
      fc.property(fc.integer({ min: -9000, max: 9000 }), fc.boolean(), (u, flipped) => {
        const curve: Straight = flipped ? { form: 'straight', a: [9000, 1], b: [-9000, 1], z: 0 } : pipe(9000);
        expect(fromOrigin(curve, alongOf(curve, u))).toBeCloseTo(u, 6);
        expect(frameAlong(curve, alongOf(curve, u)).point[0]).toBeCloseTo(u, 6);
      }),
    );
  });
  test('a lengthened pipe keeps its units where they are across the stage', () => {
    const [before, after] = [pipe(5000), pipe(6000)];
    expect(frameAlong(after, reshapedAlong(before, after, 7500)).point[0]).toBe(2500);
  });
});

describe('aiming', () => {
  const position = makePosition('p', 'l', 'LX', 'pipe', pipe(5000), 1);
  const type = { ...plainType, hang: 0 };
  const fixture = makeFixture('f', 'l', type, position, 5000, { aim: { kind: 'point', at: [2000, 3000, 1500] } });
  const at = placeOf(fixture, position, type, undefined, 'aim');
  test('5.5 throw, elevation and plan bearing of a unit at (0,0,6000) aimed at (2000,3000,1500)', () => {
    expect(at.throw).toBeCloseTo(5766.281, 3);
    expect(at.below).toBeCloseTo(51.297, 3);
    expect(at.bearing).toBeCloseTo(56.31, 2);
    expect(at.bearing - 90).toBeCloseTo(-33.69, 2);
  });
  test('5.1 pan and tilt, the solution nearest to home', () => {
    const solved = panTilt({ u: [1, 0, 0], v: [0, 1, 0], w: [0, 0, 1] }, [0, 0, 6000], [2000, 3000, 1500]);
    expect(solved.pan).toBeCloseTo(-33.69, 2);
    expect(solved.tilt).toBeCloseTo(38.703, 3);
  });
  test('5.2 a unit on the floor, turned 180 degrees about y', () => {
    const solved = panTilt({ u: [-1, 0, 0], v: [0, 1, 0], w: [0, 0, -1] }, [-2000, 1000, 300], [1000, -1000, 1800]);
    expect(solved.pan).toBeCloseTo(-56.3099, 3);
    expect(solved.tilt).toBeCloseTo(-67.4115, 3);
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
  test('axes of a beam are a proper rotation with the beam along -w', () => {
    fc.assert(
      fc.property(fc.double({ min: -3.1, max: 3.1, noNaN: true }), fc.double({ min: -1.57, max: 1.57, noNaN: true }), (a, e) => {
        const beam = [Math.cos(e) * Math.cos(a), Math.cos(e) * Math.sin(a), Math.sin(e)] as const;
        const { u, v, w } = axesOfBeam(beam, 0);
        expect(dot(cross(u, v), w)).toBeCloseTo(1, 9);
        expect(dot(w, beam)).toBeCloseTo(-1, 9);
        expect(u[2]).toBeCloseTo(0, 9);
      }),
    );
  });
  test('the bearing of a base is read back from its axes, hung and standing', () => {
    for (const standing of [false, true])
      expect(bearingOfBase(axesOfBase({ ...fixture, spin: 30 }, standing))).toBeCloseTo(-60, 9);
  });
  test('a truss hangs its units from the lower chord: axis at 3.0 m, clamps at 2.85 m (common practice, no source)', () => {
    const truss = { ...position, chord: 150, curve: pipe(5000, 0, 3000) };
    expect(placeOf({ ...fixture, aim: null }, truss, type, undefined, 'aim').clamp[2]).toBe(2850);
  });
});
