/** Racetracks, and what their figures make of them. */
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Curve } from '../model/records.js';
import { curveLength, frameAlong } from '../space/curves.js';
import { movedCurve } from '../space/transform.js';
import { racetrack, racetrackOf, withFigures } from './racetrack.js';

const figure = fc.integer({ min: 300, max: 20_000 });
const place = fc.tuple(fc.integer({ min: -20_000, max: 20_000 }), fc.integer({ min: -20_000, max: 20_000 }));
const rotated = (curve: Curve, by: number): Curve =>
  curve.form === 'chain' ? { ...curve, pieces: [...curve.pieces.slice(by), ...curve.pieces.slice(0, by)] } : curve;

test('its figures are read back, turned by any angle and begun at any piece', () => {
  fc.assert(
    fc.property(
      place,
      figure,
      figure,
      fc.integer({ min: -180, max: 180 }),
      fc.integer({ min: 0, max: 3 }),
      (centre, l, r, angle, by) => {
        const curve = rotated(movedCurve(racetrack(centre, l, r, 5000), { kind: 'turn', about: centre, angle }), by);
        const read = racetrackOf(curve)!;
        expect(read.straight).toBeCloseTo(l, 3);
        expect(read.radius).toBeCloseTo(r, 3);
        expect(read.centre[0]).toBeCloseTo(centre[0], 3);
        expect(read.centre[1]).toBeCloseTo(centre[1], 3);
      },
    ),
  );
});

test('with other figures it stays closed and as it was turned: 2 l + 2 pi r long', () => {
  fc.assert(
    fc.property(place, figure, figure, figure, figure, fc.integer({ min: -180, max: 180 }), (centre, l, r, l2, r2, angle) => {
      const curve = movedCurve(racetrack(centre, l, r, 5000), { kind: 'turn', about: centre, angle });
      const next = withFigures(curve, { centre, straight: l2, radius: r2 });
      expect(curveLength(next)).toBeCloseTo(2 * l2 + 2 * Math.PI * r2, 3);
      const [start, end] = [frameAlong(next, 0).point, frameAlong(next, curveLength(next)).point];
      expect(Math.hypot(start[0] - end[0], start[1] - end[1])).toBeLessThan(0.01);
      const [before, after] = [frameAlong(curve, 10).t, frameAlong(next, 10).t];
      expect(after[0]).toBeCloseTo(before[0], 3);
      expect(after[1]).toBeCloseTo(before[1], 3);
    }),
  );
});

test('a pipe, a ring and a chain of other pieces are none', () => {
  expect(racetrackOf({ form: 'straight', a: [0, 0], b: [1000, 0], z: 0 })).toBeNull();
  expect(racetrackOf({ form: 'arc', centre: [0, 0], z: 0, radius: 1000, start: 0, sweep: 360 })).toBeNull();
  const track = racetrack([0, 0], 4000, 1000, 0);
  if (track.form !== 'chain') throw new Error('a chain');
  expect(racetrackOf({ ...track, pieces: track.pieces.slice(0, 3) })).toBeNull();
  const [a, b, c, d] = track.pieces;
  if (d?.form !== 'arc') throw new Error('an arc');
  expect(racetrackOf({ ...track, pieces: [a!, b!, c!, { ...d, radius: 900 }] })).toBeNull();
  expect(racetrackOf({ ...track, pieces: [a!, c!, b!, d] })).toBeNull();
});
