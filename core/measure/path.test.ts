/** Paths as numbers, against the circle and the rectangle that they stand for. Source: plane geometry. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { arc, CLOSE, CUBIC, capsule, eachCommand, LINE, lines, MOVE, polylines, rect } from './path.js';

type Op = readonly [number, ...number[]];
const commands = (d: readonly number[]): Op[] => {
  const out: Op[] = [];
  eachCommand(d, (op, at, count) => out.push([op, ...d.slice(at + 1, at + 1 + count)]));
  return out;
};
/** Points along a path, 20 to a cubic, by De Casteljau. */
function walked(d: readonly number[]): [number, number][] {
  const out: [number, number][] = [];
  for (const [op, ...n] of commands(d)) {
    const end = n.slice(-2) as [number, number];
    const from = out.at(-1);
    if (op === CUBIC && from)
      for (let t = 0.05; t < 1; t += 0.05) {
        const mix = (a: readonly number[], b: readonly number[]) => a.map((v, i) => v + (b[i]! - v) * t);
        const [p, q, r] = [from, n.slice(0, 2), n.slice(2, 4)] as const;
        const [pq, qr, re] = [mix(p, q), mix(q, r), mix(r, end)];
        out.push(mix(mix(pq, qr), mix(qr, re)) as [number, number]);
      }
    if (op !== CLOSE) out.push(end);
  }
  return out;
}

describe('commands', () => {
  test('each has its own count of numbers, and all are called, in order', () => {
    expect(commands([MOVE, 1, 2, LINE, 3, 4, CUBIC, 1, 2, 3, 4, 5, 6, CLOSE, MOVE, 7, 8])).toEqual([
      [0, 1, 2],
      [1, 3, 4],
      [2, 1, 2, 3, 4, 5, 6],
      [3],
      [0, 7, 8],
    ]);
    expect(commands([])).toEqual([]);
  });
  test('lines move to the first point, and are closed on demand', () => {
    expect(
      lines([
        [1, 2],
        [3, 4],
      ]),
    ).toEqual([0, 1, 2, 1, 3, 4]);
    expect(
      lines(
        [
          [1, 2],
          [3, 4],
          [5, 6],
        ],
        true,
      ),
    ).toEqual([0, 1, 2, 1, 3, 4, 1, 5, 6, 3]);
  });
  test('a rectangle goes round its corners', () =>
    expect(commands(rect(1, 2, 30, 40))).toEqual([[0, 1, 2], [1, 31, 2], [1, 31, 42], [1, 1, 42], [3]]));
});

describe('arcs', () => {
  test('one cubic for each 45 degrees, and never none', () => {
    const cubics = (sweep: number) => commands(arc(0, 0, 1, 0, sweep)).filter(([op]) => op === CUBIC).length;
    expect([0, 1, 45, 46, 90, 180, 360, -45, -46, -360].map(cubics)).toEqual([1, 1, 1, 2, 2, 4, 8, 1, 2, 8]);
  });
  test('begins and ends where it should, and stays on its circle to 4.3 millionths of the radius', () =>
    fc.assert(
      fc.property(
        fc.record({
          cx: fc.double({ min: -50, max: 50, noNaN: true }),
          cy: fc.double({ min: -50, max: 50, noNaN: true }),
          r: fc.double({ min: 1, max: 100, noNaN: true }),
          start: fc.double({ min: -360, max: 360, noNaN: true }),
          sweep: fc.double({ min: -360, max: 360, noNaN: true }),
        }),
        ({ cx, cy, r, start, sweep }) => {
          const points = walked(arc(cx, cy, r, start, sweep));
          const on = (degrees: number) => [
            cx + r * Math.cos((degrees * Math.PI) / 180),
            cy + r * Math.sin((degrees * Math.PI) / 180),
          ];
          for (const [point, at] of [
            [points[0], start],
            [points.at(-1), start + sweep],
          ] as const) {
            expect(point![0]).toBeCloseTo(on(at)[0]!, 6);
            expect(point![1]).toBeCloseTo(on(at)[1]!, 6);
          }
          for (const [x, y] of points) expect(Math.abs(Math.hypot(x - cx, y - cy) / r - 1)).toBeLessThan(4.3e-6);
        },
      ),
    ));
  test('goes round the way it is told: a quarter anticlockwise passes the middle of the quarter', () => {
    const middle = walked(arc(0, 0, 10, 0, 90)).some(([x, y]) => Math.hypot(x - 7.0710678, y - 7.0710678) < 0.2);
    const other = walked(arc(0, 0, 10, 0, -90)).some(([x, y]) => Math.hypot(x - 7.0710678, y + 7.0710678) < 0.2);
    expect([middle, other]).toEqual([true, true]);
  });
});

describe('capsules', () => {
  test('as wide and as high as they are said to be, one closed line, and a circle where there is no more width', () =>
    fc.assert(
      fc.property(fc.double({ min: 5, max: 50, noNaN: true }), fc.double({ min: 0, max: 100, noNaN: true }), (h, more) => {
        const d = capsule(3, 4, h + more, h);
        const points = walked(d);
        const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
        expect(Math.min(...xs)).toBeCloseTo(3 - (h + more) / 2, 3);
        expect(Math.max(...xs)).toBeCloseTo(3 + (h + more) / 2, 3);
        expect(Math.min(...ys)).toBeCloseTo(4 - h / 2, 3);
        expect(Math.max(...ys)).toBeCloseTo(4 + h / 2, 3);
        expect(commands(d).map(([op]) => op)).toEqual([MOVE, ...Array(4).fill(CUBIC), LINE, ...Array(4).fill(CUBIC), CLOSE]);
        // Straight above and below: the two half circles are joined without a step.
        expect(points[0]![1]).toBeCloseTo(4 - h / 2, 6);
        expect(points.at(-1)![1]).toBeCloseTo(4 - h / 2, 6);
      }),
    ));
  test('narrower than it is high it is a circle', () =>
    expect(walked(capsule(0, 0, 2, 10)).every(([x, y]) => Math.abs(Math.hypot(x, y) - 5) < 5e-5)).toBe(true));
});
describe('polylines', () => {
  test('a rectangle is one that is closed, two pieces are two, and a single point is none', () => {
    expect(polylines(rect(0, 0, 2, 1), 1)).toEqual([
      {
        points: [
          [0, 0],
          [2, 0],
          [2, 1],
          [0, 1],
        ],
        closed: true,
      },
    ]);
    expect(polylines([MOVE, 0, 0, LINE, 1, 0, MOVE, 5, 5, LINE, 6, 5, MOVE, 9, 9], 1).map(({ points }) => points.length)).toEqual(
      [2, 2],
    );
  });
  test('what goes on after a closed piece begins where that began', () => {
    const [, more] = polylines([MOVE, 1, 2, LINE, 3, 2, LINE, 3, 4, CLOSE, LINE, 0, 0], 1);
    expect(more).toEqual({
      points: [
        [1, 2],
        [0, 0],
      ],
      closed: false,
    });
  });
  test('law: no chord of an arc leaves its circle by more than was asked, and there are less than twice as many as it takes, beside one a cubic', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 20000 }),
        fc.integer({ min: 5, max: 360 }),
        fc.constantFrom(0.1, 0.5, 5),
        (r, sweep, sag) => {
          const [line] = polylines(arc(0, 0, r, 17, sweep), sag);
          const points = line!.points;
          for (let i = 1; i < points.length; i++) {
            const [a, b] = [points[i - 1]!, points[i]!];
            // 4.3e-6 of the radius is what the cubics themselves leave the circle by.
            expect(r - Math.hypot((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)).toBeLessThan(sag + 1e-5 * r);
          }
          const fewest = (sweep * Math.PI) / 180 / (2 * Math.acos(Math.max(0, 1 - sag / r)));
          expect(points.length - 1).toBeLessThan(2 * fewest + Math.ceil(sweep / 45) + 1);
        },
      ),
    ));
});
