/** Check values of reference calculations 2; plain geometry. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makePosition } from '../model/make.js';
import type { Arc, Chain, Straight, Vec3, Vertical } from '../model/records.js';
import {
  alongOf,
  centreAlong,
  curveLength,
  curvePoints,
  dropOn,
  frameAlong,
  fromOrigin,
  isClosed,
  originAlong,
  piecesOf,
  reshapedAlong,
  sense,
  snapAlong,
  snapSplit,
  snapTo,
  tickMarks,
  ticks,
  ticksOf,
  turnSense,
} from './curves.js';
import { cross, dot, norm } from './vectors.js';

/** The root of a half, to four places. */
const HALF = Math.round(Math.SQRT1_2 * 1e4) / 1e4;

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
  test('2.1 chord and sagitta of the arc: 7517.54 and 2631.92', () => {
    const [a, b, middle] = [0, 9773.84, 4886.92].map((along) => frameAlong(arc, along).point) as [Vec3, Vec3, Vec3];
    expect(Math.hypot(b[0] - a[0], b[1] - a[1])).toBeCloseTo(7517.54, 1);
    expect(Math.hypot(middle[0] - (a[0] + b[0]) / 2, middle[1] - (a[1] + b[1]) / 2)).toBeCloseTo(2631.92, 1);
  });
  const raked: Straight = { form: 'straight', a: [-5200, 1000], b: [5200, 2000], z: 5500, rise: 1000 };
  test('2.4 a raked pipe: its true length, a drop on it, its centre line', () => {
    expect(curveLength(raked)).toBeCloseTo(10495.71, 2);
    expect(dropOn(raked, [1300, 4000]).along).toBeCloseTo(6788.18, 1);
    expect(centreAlong(raked)).toBeCloseTo(5247.86, 2);
    expect(frameAlong(raked, curveLength(raked) / 2).point.map(Math.round)).toEqual([0, 1500, 6000]);
  });
  test('2.5 its hanging frame: down square to it, the side level', () => {
    const { d, s } = frameAlong(raked, 0);
    expect(d.map((value) => Math.round(value * 1e4) / 1e4)).toEqual([0.0948, 0.0091, -0.9955]);
    expect(s.map((value) => Math.round(value * 1e4) / 1e4 + 0)).toEqual([-0.0957, 0.9954, 0]);
  });
  test('2.7 split snap of 500 and -100 to 457.2 mm; 0 goes to stage left', () =>
    expect([500, -100, 0].map((value) => snapSplit(value, 457.2))).toEqual(
      [685.8, -228.6, 228.6].map((value) => expect.closeTo(value, 6)),
    ));

  const boom: Vertical = { form: 'vertical', at: [-6000, 2000], z: 300, height: 4000, bearing: 90 };
  const full: Arc = { form: 'arc', centre: [100, 200], z: 5000, radius: 1000, start: 30, sweep: -360 };
  const corner: Chain = {
    form: 'chain',
    z: 4000,
    pieces: [
      { form: 'straight', a: [0, 0], b: [1000, 0] },
      { form: 'straight', a: [1000, 0], b: [1000, 2000] },
    ],
  };
  test('lengths: a boom is its height, a circle is 2 pi r and no more, a chain the sum of its pieces', () => {
    expect(curveLength(boom)).toBe(4000);
    expect(curveLength(full)).toBeCloseTo(2 * Math.PI * 1000, 9);
    expect(curveLength({ ...full, sweep: 500 })).toBeCloseTo(2 * Math.PI * 1000, 9);
    expect(curveLength(corner)).toBe(3000);
    expect(piecesOf(corner)).toMatchObject({ starts: [0, 1000], length: 3000 });
    expect(piecesOf(corner).curves.map((curve) => curve.z)).toEqual([4000, 4000]);
  });
  test('a boom counts from its foot up, and its arms go out to its bearing', () =>
    expect(frameAlong(boom, 1500)).toMatchObject({ point: [-6000, 2000, 1800], t: [0, 0, 1], d: [expect.closeTo(0, 12), 1, 0] }));
  test('an arc that runs clockwise: its point, and its tangent the other way', () => {
    const { point, t } = frameAlong(full, (Math.PI / 2) * 1000);
    expect(point.map(Math.round)).toEqual([100 + 500, 200 - 866, 5000]);
    expect(t[0]).toBeCloseTo(-Math.cos(Math.PI / 6), 9);
    expect(t[1]).toBeCloseTo(-0.5, 9);
  });
  test('a straight pipe goes on beyond its ends; a chain goes on along its first and last piece', () => {
    expect(frameAlong(raked, curveLength(raked) + 1049.571).point.map(Math.round)).toEqual([6240, 2100, 6600]);
    expect(frameAlong(corner, -100).point).toEqual([-100, 0, 4000]);
    expect(frameAlong(corner, 3100).point).toEqual([1000, 2100, 4000]);
  });
  test('on the joint of a chain the tangents are averaged, half a millimetre on they are not, and a hairpin keeps its own', () => {
    const t = (along: number) => frameAlong(corner, along).t.map((value) => Math.round(value * 1e4) / 1e4);
    expect(t(999)).toEqual([1, 0, 0]);
    expect(t(1000)).toEqual([HALF, HALF, 0]);
    expect(t(1000.4)).toEqual([HALF, HALF, 0]);
    expect(t(1000.6)).toEqual([0, 1, 0]);
    const hairpin: Chain = {
      ...corner,
      pieces: [
        { form: 'straight', a: [0, 0], b: [1000, 0] },
        { form: 'straight', a: [1000, 0], b: [0, 0] },
      ],
    };
    expect(frameAlong(hairpin, 1000).t).toEqual([-1, 0, 0]);
  });
  test('a drop past an end of an arc goes to the end that is nearer in angle, with its distance', () => {
    // From 200 over 340 degrees: 350 is nearer to the far end, 190 to the near one; 90 lies 110 from both.
    const at = (angle: number, r = 4000) =>
      [r * Math.cos((angle * Math.PI) / 180), r * Math.sin((angle * Math.PI) / 180)] as const;
    expect(dropOn(arc, at(350)).along).toBeCloseTo(9773.84, 2);
    expect(dropOn(arc, at(190)).along).toBe(0);
    expect(dropOn(arc, at(80)).along).toBeCloseTo(9773.84, 2);
    expect(dropOn(arc, at(100)).along).toBe(0);
    expect(dropOn(arc, at(270, 5000)).distance).toBeCloseTo(1000, 6);
    expect(dropOn(arc, [0, 0])).toEqual({ along: 0, distance: expect.closeTo(4000, 6) });
    // The same arc drawn the other way: its far end is now at 200 degrees.
    const back: Arc = { ...arc, start: 340, sweep: -140 };
    expect(dropOn(back, at(350)).along).toBe(0);
    expect(dropOn(back, at(190)).along).toBeCloseTo(9773.84, 2);
    expect(dropOn(back, at(270)).along).toBeCloseTo((4000 * 70 * Math.PI) / 180, 6);
  });
  test('a drop past the end of a pipe is the end, with the distance from it; on a boom it is the foot', () => {
    expect(dropOn(pipe(1000), [1300, 400])).toEqual({ along: 2000, distance: 500 });
    expect(dropOn(pipe(1000), [-1300, -400])).toEqual({ along: 0, distance: 500 });
    expect(dropOn(boom, [-5700, 2400])).toEqual({ along: 0, distance: 500 });
    expect(dropOn(corner, [1300, 900])).toEqual({ along: 1900, distance: 300 });
  });
  test('zero of the measure: the centre line where it crosses, else the middle; the foot of a boom, the start of an arc', () => {
    expect(originAlong({ form: 'straight', a: [-2000, 0], b: [6000, 0], z: 0 })).toBe(2000);
    expect(originAlong({ form: 'straight', a: [1000, 0], b: [5000, 0], z: 0 })).toBe(2000);
    expect(originAlong({ form: 'straight', a: [-5000, 0], b: [-1000, 0], z: 0 })).toBe(2000);
    expect(originAlong({ form: 'straight', a: [0, 0], b: [4000, 0], z: 0 })).toBe(0);
    expect(originAlong({ form: 'straight', a: [-4000, 0], b: [0, 0], z: 0 })).toBe(4000);
    expect(originAlong({ form: 'straight', a: [300, 0], b: [300, 3000], z: 0 })).toBe(1500);
    expect(centreAlong({ form: 'straight', a: [300, 0], b: [300, 3000], z: 0 })).toBeNull();
    expect([boom, arc, corner].map((curve) => [originAlong(curve), centreAlong(curve)])).toEqual([
      [0, null],
      [0, null],
      [0, null],
    ]);
  });
  test('the measure grows to stage left, or upstage, or as an arc is drawn', () => {
    const straight = (a: readonly [number, number], b: readonly [number, number]): Straight => ({ form: 'straight', a, b, z: 0 });
    expect(
      [straight([0, 0], [1, 0]), straight([1, 0], [0, 0]), straight([0, 0], [0, 1]), straight([0, 1], [0, 0])].map(sense),
    ).toEqual([1, -1, 1, -1]);
    expect([arc, full, boom, corner].map(sense)).toEqual([1, -1, 1, 1]);
  });
  test('a pipe that was lengthened and one that became an arc: units keep their measure, or their distance along', () => {
    expect(reshapedAlong(pipe(5000), { form: 'straight', a: [6000, 0], b: [-6000, 0], z: 0 }, 7500)).toBe(3500);
    expect(reshapedAlong(pipe(5000), arc, 7500)).toBe(7500);
  });
  test('past an end the snap takes the last increment inside; where none lies inside, the place itself', () => {
    const off: Straight = { form: 'straight', a: [-1030, 0], b: [2070, 0], z: 0 };
    expect(snapAlong(off, 3300, 100)).toBe(1030 + 2000);
    expect(snapAlong(off, -50, 100)).toBe(1030 - 1000);
    expect(snapAlong(off, 1085, 100)).toBe(1130);
    expect(snapAlong(off, 1075, 100)).toBe(1030);
    expect(snapAlong(pipe(1000), 1999, 100)).toBe(2000);
    // The foot of a short boom of which no increment but 0 lies inside, and a pipe beside the centre line with none at all.
    expect(snapAlong({ ...boom, height: 40 }, 30, 100)).toBe(0);
    const beside: Straight = { form: 'straight', a: [1010, 0], b: [1090, 0], z: 0 };
    expect(snapAlong(beside, 75, 100)).toBe(40);
    const narrow = { ...arc, radius: 10, sweep: 100 };
    expect(snapAlong(narrow, 60, 15)).toBe(15);
  });
  test('ticks: on the centre, split about it, from either end; with the figure from where they are measured', () => {
    const off: Straight = { form: 'straight', a: [-700, 0], b: [1300, 0], z: 0 };
    expect(tickMarks(off, 500)).toEqual([
      { along: 200, figure: 500 },
      { along: 700, figure: 0 },
      { along: 1200, figure: 500 },
      { along: 1700, figure: 1000 },
    ]);
    expect(ticks(off, 500, 'split')).toEqual([450, 950, 1450, 1950]);
    expect(tickMarks(off, 800, 'end')).toEqual([
      { along: 400, figure: 1600 },
      { along: 1200, figure: 800 },
      { along: 2000, figure: 0 },
    ]);
    expect(ticks(off, 1000, 'start')).toEqual([0, 1000, 2000]);
    // A mark that falls on an end but for a rounding is on it.
    expect(ticks({ ...off, a: [-999.9999995, 0] }, 500).at(0)).toBe(0);
    // Ten thousand marks are enough for any pipe.
    expect(ticks(pipe(1e6), 1)).toHaveLength(10000);
  });
  test("a position's own ticks win over the show's", () => {
    const lx = makePosition('p', 'l', 'LX', 'pipe', pipe(1000), 1);
    expect(ticksOf(lx, 500).map((tick) => tick.along)).toEqual([0, 500, 1000, 1500, 2000]);
    expect(ticksOf({ ...lx, ticks: { step: 800, from: 'start', figures: true } }, 500).map((tick) => tick.along)).toEqual([
      0, 800, 1600,
    ]);
  });
  test('an arc as points stays within its sagitta, with few of them; a chain has no point twice', () => {
    const points = curvePoints(arc, 5);
    // 140 degrees of r 4000: a step of 2 acos(1 - 5/4000) = 5.73 degrees, so 25 pieces.
    expect(points).toHaveLength(26);
    const between = points.slice(1).map((b, i) => {
      const a = points[i]!;
      return 4000 - Math.hypot((a[0] + b[0]) / 2, (a[1] + b[1]) / 2);
    });
    expect(Math.max(...between)).toBeLessThanOrEqual(5);
    expect(Math.max(...between)).toBeGreaterThan(4);
    expect(curvePoints({ ...arc, sweep: 10 }, 500)).toHaveLength(5);
    // Of a very small circle no piece is longer than 120 degrees, and there are four at least.
    expect(curvePoints({ ...full, radius: 3 }, 5)).toHaveLength(5);
    expect(curvePoints({ ...full, radius: 20 }, 20).length).toBe(5);
    expect(curvePoints(corner).map((point) => point.slice(0, 2))).toEqual([
      [0, 0],
      [1000, 0],
      [1000, 2000],
    ]);
    const apart: Chain = { ...corner, pieces: [corner.pieces[0]!, { form: 'straight', a: [1000, 1], b: [1000, 2000] }] };
    expect(curvePoints(apart)).toHaveLength(4);
    expect(curvePoints(pipe(1000))).toHaveLength(2);
    expect(curvePoints(boom)).toHaveLength(2);
  });
  test('closed: a whole circle, a chain that ends where it began', () => {
    const triangle: Chain = { ...corner, pieces: [...corner.pieces, { form: 'straight', a: [1000, 2000], b: [0, 0] }] };
    const open: Chain = { ...corner, pieces: [...corner.pieces, { form: 'straight', a: [1000, 2000], b: [0, 1.5] }] };
    expect(
      [full, { ...full, sweep: 360 }, { ...full, sweep: 359 }, arc, corner, triangle, open, pipe(1), boom].map(isClosed),
    ).toEqual([true, true, false, false, false, true, false, false, false]);
    expect(turnSense(triangle)).toBe(1);
    expect(
      turnSense({
        ...triangle,
        pieces: [...triangle.pieces]
          .reverse()
          .map((piece) => (piece.form === 'straight' ? { ...piece, a: piece.b, b: piece.a } : piece)),
      }),
    ).toBe(-1);
    expect([arc, full, pipe(1), boom].map(turnSense)).toEqual([1, -1, 1, 1]);
  });
  test('every frame is right-handed and square, whatever the curve', () => {
    const curve = fc.constantFrom<Arc | Straight | Vertical | Chain>(arc, full, raked, boom, corner, pipe(3000));
    fc.assert(
      fc.property(curve, fc.double({ min: -0.2, max: 1.2, noNaN: true }), (shape, share) => {
        const { t, d, s } = frameAlong(shape, share * curveLength(shape));
        expect([norm(t), norm(d), norm(s), dot(t, d)].map((value) => Math.round(value * 1e9) / 1e9 + 0)).toEqual([1, 1, 1, 0]);
        expect(dot(cross(t, d), s)).toBeCloseTo(1, 9);
      }),
    );
  });
  test('2.4 again: length, s of drop (1300,4000), s of the centre line', () => {
    expect(curveLength(raked)).toBeCloseTo(10495.71, 2);
    expect(dropOn(raked, [1300, 4000]).along).toBeCloseTo(6788.18, 2);
    expect(originAlong(raked)).toBeCloseTo(5247.86, 2);
  });
  test('2.5 anywhere along it', () => {
    const { d, s } = frameAlong(raked, 3000);
    [0.0948, 0.0091, -0.9955].forEach((value, i) => {
      expect(d[i]).toBeCloseTo(value, 4);
    });
    [-0.0957, 0.9954, 0].forEach((value, i) => {
      expect(s[i]).toBeCloseTo(value, 4);
    });
  });
  test('2.6 and 2.7 snap, on and split about the centre', () => {
    expect([1234, -1234, 150, -150].map((value) => snapTo(value, 100))).toEqual([1200, -1200, 200, -200]);
    expect([500, -100].map((value) => Math.round(snapSplit(value, 457.2) * 10) / 10)).toEqual([685.8, -228.6]);
    expect(snapSplit(0, 100)).toBe(50);
  });
  test('2.8 chord 8000 and sagitta 1000 make a radius of 8500', () => {
    // r = (c^2 / 4 + h^2) / 2h, tried on the arc itself.
    const half = (Math.asin(4000 / 8500) * 180) / Math.PI;
    const points = curvePoints({ form: 'arc', centre: [0, 0], z: 0, radius: 8500, start: 90 - half, sweep: 2 * half }, 0.01);
    expect(Math.hypot(points[0]![0] - points.at(-1)![0], points[0]![1] - points.at(-1)![1])).toBeCloseTo(8000, 6);
    expect(Math.max(...points.map((p) => p[1])) - points[0]![1]).toBeCloseTo(1000, 1);
  });
  test('11.6 ticks each 500 on -1300 to 1300, centred and split; from the ends', () => {
    const curve: Straight = { form: 'straight', a: [-1300, 0], b: [1300, 0], z: 0 };
    expect(ticks(curve, 500).map((along) => along - 1300)).toEqual([-1000, -500, 0, 500, 1000]);
    expect(ticks(curve, 500, 'split').map((along) => along - 1300)).toEqual([-1250, -750, -250, 250, 750, 1250]);
    expect(ticks(curve, 500, 'start')).toEqual([0, 500, 1000, 1500, 2000, 2500]);
    expect(ticks(curve, 500, 'end')).toEqual([100, 600, 1100, 1600, 2100, 2600]);
    expect(tickMarks(curve, 500, 'split').map((tick) => tick.figure)).toEqual([1250, 750, 250, 250, 750, 1250]);
  });
});
