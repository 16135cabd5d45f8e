/** Where light leaves a fixture. Plain geometry; the tree of the made-up head of the GDTF tests' form. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeFixture } from '../model/make.js';
import type { FixtureType, Vec3 } from '../model/records.js';
import { pipe, plainType } from '../model/show.arb.js';
import { axesOfBeam, inAxes } from './axes.js';
import { placeOf } from './hanging.js';
import { aimedFrom, lensFromClamp, lensOffset } from './lens.js';
import { axesOf } from './orientation.js';
import { add, cross, dot, norm, sub, unit } from './vectors.js';

const at = (x: number, y: number, z: number) => [1, 0, 0, x, 0, 1, 0, y, 0, 0, 1, z];
const head: FixtureType = {
  ...plainType,
  pan: 540,
  tilt: 270,
  geometry: [
    { name: 'Base', element: 'Geometry', parent: -1, place: at(0, 0, 0), size: [300, 300, 120] },
    { name: 'Yoke', element: 'Axis', parent: 0, place: at(0, 0, -120) },
    { name: 'Head', element: 'Axis', parent: 1, place: at(0, 0, -180), size: [200, 200, 300] },
    { name: 'Lens', element: 'Beam', parent: 2, place: at(0, 40, -150) },
  ],
};
const point = (most: number) =>
  fc.tuple(...[0, 1, 2].map(() => fc.double({ min: -most, max: most, noNaN: true }))) as unknown as fc.Arbitrary<Vec3>;
/** How far a beam passes from a point, mm. */
const miss = (lens: Vec3, beam: Vec3, target: Vec3) => norm(cross(sub(target, lens), beam));

describe('the lens', () => {
  test('is the front of the body, half its length from where it tilts; of a tree its beam after the last axis; a static tree turns about its beam', () => {
    expect(lensOffset(plainType)).toEqual([0, 0, -300]);
    expect(lensOffset(head)).toEqual([0, 40, -150]);
    expect(lensOffset({ ...head, pan: 0, tilt: 0 })).toEqual([0, 0, 0]);
    // Of two beams the middle.
    const two = {
      ...head,
      geometry: [...head.geometry!, { name: 'Lens 2', element: 'Beam' as const, parent: 2, place: at(20, 0, -150) }],
    };
    expect(lensOffset(two)).toEqual([10, 20, -150]);
  });
  test('turned as a whole it lies under the clamp by what the type hangs, or where its tree says', () => {
    expect(lensFromClamp(plainType)).toEqual([0, 0, -250]);
    expect(lensFromClamp(head)).toEqual([0, 40, -450]);
  });
});

describe('aimed from the lens', () => {
  const target = point(9000);
  test('the beam meets its target from the lens, however far the lens is off its axis (law)', () =>
    fc.assert(
      fc.property(target, point(150), fc.integer({ min: -180, max: 180 }), (to, offset, bearing) => {
        // Straight below, a lens beside its axis has no way to turn that is nearer than another.
        fc.pre(norm(to) > 2000 && Math.hypot(to[0], to[1]) > 3 * Math.hypot(offset[0], offset[1]));
        const { beam, lens } = aimedFrom([0, 0, 0], offset, to, bearing);
        expect(miss(lens, beam, to)).toBeLessThan(0.01);
        expect(dot(sub(to, lens), beam)).toBeGreaterThan(0);
        expect(norm(sub(lens, [0, 0, 0]))).toBeCloseTo(norm(offset), 6);
      }),
    ));
  test('what lies inside the lantern is looked at all the same', () =>
    expect(aimedFrom([0, 0, 0], [0, 0, -300], [0, 100, 0], 0)).toEqual({ beam: [0, 1, 0], lens: [0, 0, 0] }));
  test('a static unit: in the calculation and in the file, which turns it as a whole about its clamp, the beam meets its aim (law)', () =>
    fc.assert(
      fc.property(target, fc.constantFrom(plainType, { ...head, pan: 0, tilt: 0 }), (to, type) => {
        fc.pre(norm(sub(to, [0, 3000, 6500])) > 2000);
        const fixture = makeFixture('f', 'l', type, pipe, 5000, { aim: { kind: 'point', at: to } });
        const place = placeOf(fixture, pipe, type, undefined, 'aim');
        expect(miss(place.lens, place.beam, to)).toBeLessThan(0.001);
        expect(place.throw).toBeCloseTo(norm(sub(to, place.lens)), 9);
        const axes = axesOf(fixture, type, place);
        const written = add(place.clamp, inAxes(axes, lensFromClamp(type)));
        expect(miss(written, [-axes.w[0], -axes.w[1], -axes.w[2]], to)).toBeLessThan(0.001);
      }),
    ));
  test('by hand: straight down from a pipe at 6.5 m the lens is at 5.95, and the throw to the floor 5.95 m', () => {
    const fixture = makeFixture('f', 'l', plainType, pipe, 5000, { aim: { kind: 'point', at: [0, 3000, 0] } });
    const place = placeOf(fixture, pipe, plainType, undefined, 'aim');
    expect([place.lens[2], place.throw, place.below]).toEqual([5950, 5950, 90]);
    expect(place.pose).toBeNull();
  });
  test('a head beyond its range looks as near as it can, and says by how much it misses', () => {
    const short = { ...plainType, pan: 540, tilt: 60 };
    const fixture = makeFixture('f', 'l', short, pipe, 5000, { aim: { kind: 'point', at: [0, 8000, 6250] } });
    const place = placeOf(fixture, pipe, short, undefined, 'aim');
    expect(place.missing).toBeCloseTo(60, 6);
    expect(Math.abs(place.pose!.tilt)).toBe(30);
    expect(place.below).toBeCloseTo(60, 6);
    expect(place.beam[1]).toBeCloseTo(0.5, 9);
    const reached = placeOf({ ...fixture, aim: { kind: 'point', at: [0, 4000, 0] } }, pipe, short, undefined, 'aim');
    expect(reached.missing).toBe(0);
    expect(unit(sub([0, 4000, 0], reached.lens)).map((v, i) => Math.abs(v - reached.beam[i]!) < 1e-9)).toEqual([
      true,
      true,
      true,
    ]);
  });
  test('axes of the beam are those that the lens is placed by', () => {
    const { beam, lens } = aimedFrom([0, 0, 0], [30, 40, -200], [3000, 2000, -4000], 0);
    expect(norm(sub(lens, inAxes(axesOfBeam(beam, 0), [30, 40, -200])))).toBeLessThan(1e-9);
  });
});
