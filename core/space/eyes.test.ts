/** Eyes: of seats, on paths, round the stage. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { baseRecords, SHOW } from '../model/show.arb.js';
import { showOf } from '../model/show.js';
import { EYE, type Eye, eased, eyeNames, eyeOnPath, eyeRound, namedEye, STANDING_EYE, seatEye, stageMiddle } from './eyes.js';

const show = makeDemo();
const place = fc.tuple(
  fc.integer({ min: -9000, max: 9000 }),
  fc.integer({ min: -9000, max: 9000 }),
  fc.integer({ min: 0, max: 6000 }),
);
const anyEye = fc.record({ at: place, to: place, angle: fc.integer({ min: 10, max: 100 }) }) as fc.Arbitrary<Eye>;

describe('eyes', () => {
  test('a seat of the third row is 1.2 m above its floor; on the stage one stands', () => {
    // Row 3 of the Boathouse stands at -0.1 m.
    expect(seatEye(show, [1000, -5600]).at[2]).toBe(-100 + EYE);
    expect(seatEye(show, [1000, 2000]).at[2]).toBe(STANDING_EYE);
    expect(seatEye(show, [1000, -5600]).to).toEqual(stageMiddle(show));
  });
  test('every stage has its eyes, with seats and without; they lie before, beside and above it', () => {
    for (const stage of [show, showOf(SHOW, baseRecords)]) {
      const at = (name: (typeof eyeNames)[number]) => namedEye(stage, name).at;
      expect(at('from the house')[1]).toBeLessThan(0);
      expect(at('from the desk')[1]).toBeLessThanOrEqual(at('from the front row')[1]);
      expect(at('from above')[2]).toBeGreaterThan(8000);
      expect(at('from the side')[0]).toBeGreaterThan(4000);
      for (const name of eyeNames) expect(namedEye(stage, name).angle).toBeGreaterThan(5);
    }
  });
  test('a path comes through all its eyes, in even times (law)', () =>
    fc.assert(
      fc.property(fc.array(anyEye, { minLength: 2, maxLength: 6 }), (eyes) => {
        eyes.forEach((eye, i) => {
          const there = eyeOnPath(eyes, i / (eyes.length - 1));
          for (const key of ['at', 'to'] as const) for (const k of [0, 1, 2]) expect(there[key][k]).toBeCloseTo(eye[key][k]!, 3);
          expect(there.angle).toBeCloseTo(eye.angle, 6);
        });
      }),
    ));
  test('going round keeps distance and height; a whole turn is where it began (law)', () =>
    fc.assert(
      fc.property(anyEye, fc.integer({ min: -720, max: 720 }), (eye, degrees) => {
        const far = ({ at, to }: Eye) => Math.hypot(at[0] - to[0], at[1] - to[1]);
        const there = eyeRound(eye, degrees);
        expect(far(there)).toBeCloseTo(far(eye), 4);
        expect(there.at[2]).toBe(eye.at[2]);
        expect(eyeRound(eye, 360).at[0]).toBeCloseTo(eye.at[0], 4);
      }),
    ));
  test('between two it is at both ends, slow there, and a path of none is refused', () => {
    const [a, b] = [namedEye(show, 'from the house'), namedEye(show, 'from above')];
    expect(eyeOnPath([a, b], 0)).toEqual(a);
    eyeOnPath([a, b], 1).at.forEach((value, i) => {
      expect(value).toBeCloseTo(b.at[i]!, 6);
    });
    expect([eased(-1), eased(0), eased(0.5), eased(1), eased(2)]).toEqual([0, 0, 0.5, 1, 1]);
    expect(eased(0.1)).toBeLessThan(0.1);
    expect(() => eyeOnPath([], 0)).toThrow('A path needs an eye.');
    expect(eyeOnPath([a], 0.7)).toBe(a);
  });
});
