/** Other frames of the world: check values 1.8, 1.10, 3.5 and 3.6 of the reference calculations; three.js, a library from the registry, as the judge. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import * as three from 'three';
import type { Vec3 } from '../model/records.js';
import {
  fromRenderer,
  localBeam,
  mirroredQuaternion,
  type Quaternion,
  quaternionOf,
  quaternionToRenderer,
  toRenderer,
  turnedBy,
} from './frames.js';

const rounded = (values: readonly number[], places = 4): number[] =>
  values.map((value) => Math.round(value * 10 ** places) / 10 ** places + 0);
const angle = fc.double({ min: -3.14, max: 3.14, noNaN: true });
const triple = fc.tuple(angle, angle, angle);
const vector = fc.tuple(
  fc.integer({ min: -9000, max: 9000 }),
  fc.integer({ min: -9000, max: 9000 }),
  fc.integer({ min: -9000, max: 9000 }),
);

describe('the renderer', () => {
  test('1.8 world to renderer, and back', () => {
    expect(toRenderer([1500, 3000, 6000])).toEqual([1.5, 6, -3]);
    fc.assert(
      fc.property(vector, (point) => {
        fromRenderer(toRenderer(point)).forEach((value, i) => {
          expect(value).toBeCloseTo(point[i]!, 6);
        });
      }),
    );
  });
  test('1.10 a quaternion of the world in the renderer', () =>
    expect(quaternionToRenderer([0.1, 0.2, 0.3, 0.9274])).toEqual([0.1, 0.3, -0.2, 0.9274]));
  test('turning and changing frames may change places', () => {
    fc.assert(
      fc.property(triple, vector, ([x, y, z], v) => {
        const q = quaternionOf(x, y, z);
        const there = new three.Vector3(...toRenderer(v))
          .applyQuaternion(new three.Quaternion(...quaternionToRenderer(q)))
          .toArray();
        toRenderer(turnedBy(q, v)).forEach((value, i) => {
          expect(value).toBeCloseTo(there[i]!, 9);
        });
      }),
    );
  });
});

describe('quaternions', () => {
  test('of angles about x, then y, then z: as three.js makes them of Euler angles in the order ZYX', () => {
    fc.assert(
      fc.property(triple, ([x, y, z]) => {
        const judge = new three.Quaternion().setFromEuler(new three.Euler(x, y, z, 'ZYX')).toArray();
        quaternionOf(x, y, z).forEach((value, i) => {
          expect(value).toBeCloseTo(judge[i]!, 12);
        });
      }),
    );
  });
  test('turn a vector as three.js does', () => {
    fc.assert(
      fc.property(triple, vector, ([x, y, z], v) => {
        const q = quaternionOf(x, y, z);
        const judge = new three.Vector3(...v).applyQuaternion(new three.Quaternion(...q)).toArray();
        turnedBy(q, v).forEach((value, i) => {
          expect(value).toBeCloseTo(judge[i]!, 6);
        });
      }),
    );
  });
  test('3.5 mirrored quaternion of .3 .5 .7 rad', () =>
    expect(rounded(mirroredQuaternion(quaternionOf(0.3, 0.5, 0.7)))).toEqual([0.0521, -0.2794, -0.2938, 0.9126]));
  test('3.6 a mirrored base with the pan turned round throws the mirrored beam', () => {
    // Rz 25, then Rx 15 in its own frame.
    const z = quaternionOf(0, 0, (25 * Math.PI) / 180);
    const x = quaternionOf((15 * Math.PI) / 180, 0, 0);
    const base = (by: (q: Quaternion) => Quaternion, v: Vec3) => turnedBy(by(z), turnedBy(by(x), v));
    expect(rounded(base((q) => q, localBeam(40, 55)))).toEqual([-0.7961, 0.4614, -0.3916]);
    expect(rounded(base(mirroredQuaternion, localBeam(-40, 55)))).toEqual([0.7961, 0.4614, -0.3916]);
  });
});

describe('the beam of a head', () => {
  test('home is straight down; tilt leans it to the front, pan turns that anticlockwise', () => {
    expect(rounded(localBeam(0, 0))).toEqual([0, 0, -1]);
    expect(rounded(localBeam(0, 90))).toEqual([0, 1, 0]);
    expect(rounded(localBeam(90, 90))).toEqual([-1, 0, 0]);
    expect(rounded(localBeam(0, 180))).toEqual([0, 0, 1]);
  });
});
