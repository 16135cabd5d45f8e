/** Lanterns and the pipe that they hang on: a plain reckoning of corners against the distance that is found. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fullAudit } from '../audit/audit.js';
import { makeFixture } from '../model/make.js';
import type { Fixture, FixtureType, Vec3 } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { showOf } from '../model/show.js';
import { place, yokeOf } from '../space/hanging.js';
import { intoPipe } from './own-pipe.js';

const type = (more: Partial<FixtureType>): FixtureType => ({ ...plainType, ...more });
const hung = (of: FixtureType, at: Vec3, more: Partial<Fixture> = {}) => {
  const unit = makeFixture(idOf(100), fixtureLayer, of, pipe, 5000, { aim: { kind: 'point', at }, ...more });
  const show = showOf(SHOW, [...baseRecords.filter(({ id }) => id !== of.id), of, unit]);
  return { show, unit };
};
const into = (of: FixtureType, at: Vec3, more: Partial<Fixture> = {}) => {
  const { show, unit } = hung(of, at, more);
  return intoPipe(show, unit);
};
/** Straight down below the pipe, and far downstage of it. */
const [down, away]: readonly Vec3[] = [
  [0, 3000, 0],
  [0, -6000, 1500],
];

describe('tilted into its pipe', () => {
  test('straight down it is in it by as much as its back is longer than the yoke; aimed away it is clear', () => {
    // 45 in a hundred of 700 lie behind the yoke: 315; the underside of the tube is 250 up, and so is all of it that a body could meet.
    expect(into(type({ length: 700, hang: 300 }), down!)).toBeCloseTo(15, 0);
    expect(into(type({ length: 700, hang: 320 }), down!)).toBe(0);
    expect(into(type({ length: 700, hang: 250 }), away!)).toBe(0);
  });
  test('at fifty degrees a lamp house of 400 is narrow enough to pass below the tube, and at seventy no more', () => {
    const at = (below: number): Vec3 => [0, 2000, 6250 - 1000 * Math.tan((below * Math.PI) / 180)];
    const deep = type({ length: 700, hang: 250, height: 400 });
    // The tube lies 250 cos 50 = 161 beside the axis of the body; six tenths of 200 are 120.
    expect(into(deep, at(50))).toBe(0);
    expect(into(deep, at(70))).toBeGreaterThan(20);
  });
  test('heads, lanterns without an aim and those on the floor are never told', () => {
    const long = type({ length: 900, hang: 250 });
    expect(into(long, down!)).toBeGreaterThan(20);
    expect(into({ ...long, pan: 540, tilt: 270 }, down!)).toBe(0);
    expect(into(long, down!, { aim: null })).toBe(0);
  });
  test('a snag says so where it is more than a few millimetres', () => {
    const snags = (of: FixtureType) => {
      const { show } = hung(of, down!);
      return fullAudit(show).filter(({ code }) => code === 'into its pipe');
    };
    expect(snags(type({ length: 900, hang: 250 }))[0]!.text).toBe(
      'LX 1 unit - is tilted so that its back meets what it hangs on.',
    );
    expect(snags(type({ length: 560, hang: 250 }))).toEqual([]);
  });
  test('a longer yoke never brings it nearer (law)', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 300, max: 900 }),
        fc.integer({ min: 150, max: 500 }),
        fc.integer({ min: -3000, max: 3000 }),
        (length, hang, y) => {
          const at: Vec3 = [0, 3000 + y, 0];
          expect(into(type({ length, hang: hang + 50 }), at)).toBeLessThanOrEqual(into(type({ length, hang }), at) + 0.5);
        },
      ),
      { numRuns: 40 },
    ));
});

test('a yoke is turned from square to the pipe towards what is aimed at', () => {
  const yoke = (at: Vec3) => {
    const { show, unit } = hung(plainType, at);
    return yokeOf(place(show, unit));
  };
  expect(yoke([0, -6000, 1500])).toBeCloseTo(0, 6);
  // As far to the side as away: 45 degrees; to stage left, seen from above, the other way round than the clock.
  expect(yoke([6000, -3000, 1500])).toBeCloseTo(45, 6);
  expect(yoke([-6000, -3000, 1500])).toBeCloseTo(-45, 6);
});
