/**
 * Light on surfaces. Check values of reference calculations 6; laws of light (inverse square, sums, flux through a closed surface); brute force over every point;
 * rays against triangles (Moeller and Trumbore 1997).
 */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { isNear } from '../measure/near.arb.js';
import type { Vec3 } from '../model/records.js';
import { cross, dot, scaled, sub, unit } from '../space/vectors.js';
import { illuminance, isoRadius, peakFromLumens, twoAngleProfile } from './beam.js';
import { type Blocker, blockedBy, isBlocked, type Plate, type Sheet } from './blockers.js';
import { coloursOf, evennessOf, luxAt, pointOf, type Share, type Surface, shareOf, totalOf } from './field.js';
import { anySource, floor, sourceWith } from './light.arb.js';

const down: Vec3 = [0, 0, -1];
const at = (share: Share | null, i: number, j: number): number =>
  share && i >= share.i && j >= share.j && i < share.i + share.across && j < share.j + share.rows
    ? share.lux[(j - share.j) * share.across + i - share.i]!
    : 0;
const all = (surface: Surface, share: Share | null): number[] =>
  Array.from({ length: surface.across * surface.rows }, (_, k) => at(share, k % surface.across, Math.floor(k / surface.across)));

describe('one source', () => {
  test('6.1 and 6.2: 100,000 cd at 8 m, square and tilted by 45 degrees', () => {
    const source = sourceWith(() => 1, 60, 100_000, [0, 0, 8000], down);
    expect(luxAt(source, [0, 0, 0], [0, 0, 1])).toBeCloseTo(1562.5, 2);
    expect(luxAt(source, [0, 0, 0], unit([0, 1, 1]))).toBeCloseTo(1104.85, 2);
    expect(luxAt(source, [0, 0, 0], [0, 0, -1])).toBe(0);
  });
  test('double the distance is a quarter (law)', () =>
    fc.assert(
      fc.property(anySource, (source) => {
        const to = (k: number): Vec3 => [
          source.at[0] + source.beam[0] * k,
          source.at[1] + source.beam[1] * k,
          source.at[2] + source.beam[2] * k,
        ];
        const faces = scaled(source.beam, -1);
        expect(luxAt(source, to(8000), faces) * 4).toBeCloseTo(luxAt(source, to(4000), faces), 6);
        expect(luxAt(source, to(4000), faces)).toBeCloseTo(source.candela / 16, -1);
      }),
    ));
  test('the mean over all level directions is what a ring of faces gives on average; upright light gives it nothing', () => {
    const source = sourceWith(() => 1, 60, 50_000, [2000, 1000, 5000], [-2000, -1000, -3500]);
    const point: Vec3 = [0, 0, 1500];
    const n = 720;
    // Every vertical face of a cylinder in turn.
    const mean = Array.from({ length: n }, (_, k) =>
      luxAt(source, point, [Math.cos((k * 2 * Math.PI) / n), Math.sin((k * 2 * Math.PI) / n), 0]),
    ).reduce((a, b) => a + b, 0);
    expect(luxAt(source, point, 'round')).toBeCloseTo(mean / n, 2);
    expect(
      luxAt(
        sourceWith(() => 1, 60, 50_000, [0, 0, 5000], down),
        point,
        'round',
      ),
    ).toBe(0);
  });
  test('nearer than 0.1 m counts as 0.1 m', () => {
    const source = sourceWith(() => 1, 60, 100, [0, 0, 50], down);
    expect(luxAt(source, [0, 0, 0], [0, 0, 1])).toBeCloseTo(illuminance(100, 0.1), 6);
  });
});

describe('a surface', () => {
  test('6.9 and 6.10: two units 4 m apart, 4 m up, 50 kcd, beam 25 field 40, and how even', () => {
    const surface = floor(1000, { corner: [-500, -500, 0], across: 5, rows: 1 });
    const shares = [0, 4000].map((x) => shareOf(sourceWith(twoAngleProfile(25, 40), 80, 50_000, [x, 0, 4000], down), surface)!);
    const lux = totalOf(
      surface,
      shares.map((share) => ({ share, output: 1, xyz: [1, 1, 1] })),
    );
    [3125, 1123.6, 38.5, 1123.6, 3125].forEach((value, i) => {
      expect(Math.abs(lux[i]! - value)).toBeLessThan(0.3);
    });
    const figures = evennessOf(lux)!;
    // The reference's figures are of its rounded values.
    expect(figures.even).toBeCloseTo(0.0226, 3);
    expect(figures.least / figures.most).toBeCloseTo(0.0123, 3);
    expect(figures.most / figures.least).toBeCloseTo(81.14, 0);
    expect(evennessOf(lux, () => false)).toBeNull();
  });
  test('6.14: a uniform source 4 m up: where 1000 lx are met', () => {
    const source = sourceWith(() => 1, 80, 50_000, [0, 0, 4000], down);
    const radius = isoRadius(50_000, 4, 1000);
    expect(radius).toBeCloseTo(4.2661, 4);
    for (const turn of [0, 1, 2.5, 4])
      expect(luxAt(source, [radius * 1000 * Math.cos(turn), radius * 1000 * Math.sin(turn), 0], [0, 0, 1])).toBeCloseTo(1000, 0);
  });
  test('point by point it is what each point gets by itself: nothing of the beam is cut off, nothing added (law, brute force)', () =>
    fc.assert(
      fc.property(
        anySource,
        fc.constantFrom(
          floor(500),
          floor(500, { corner: [-6000, -1000, 1500], normal: 'round' }),
          floor(500, { corner: [-6000, -1000, 1500], normal: [0, -1, 0] }),
          // A cloth at the back, and one that stands slanting.
          floor(500, { corner: [-6000, 8000, 0], v: [0, 0, 1], rows: 14, normal: [0, -1, 0] }),
          floor(500, { corner: [-6000, 2000, 0], u: unit([1, 1, 0]), v: [0, 0, 1], rows: 14, normal: unit([1, -1, 0]) }),
        ),
        (source, surface) => {
          const got = all(surface, shareOf(source, surface));
          got.forEach((lux, k) => {
            const wanted = luxAt(source, pointOf(surface, k % surface.across, Math.floor(k / surface.across)), surface.normal);
            isNear(lux, wanted, 1e-3 + wanted * 1e-4);
          });
        },
      ),
      { numRuns: 60 },
    ));
  test('the flux through a closed box round a source is its lumens, within 1 % (law)', () => {
    for (const [beam, field] of [
      [20, 36],
      [45, 70],
      [10, 13],
    ] as const) {
      const profile = twoAngleProfile(beam, field);
      const candela = peakFromLumens(6000, profile, 85);
      const source = sourceWith(profile, 85, candela, [100, -200, 3000], [0.3, 0.5, -1]);
      const step = 25;
      const n = 4000 / step;
      const faces: Surface[] = (
        [
          [
            [-2000, -2000, 1000],
            [1, 0, 0],
            [0, 1, 0],
            [0, 0, 1],
          ],
          [
            [-2000, -2000, 5000],
            [1, 0, 0],
            [0, 1, 0],
            [0, 0, -1],
          ],
          [
            [-2000, -2000, 1000],
            [1, 0, 0],
            [0, 0, 1],
            [0, 1, 0],
          ],
          [
            [-2000, 2000, 1000],
            [1, 0, 0],
            [0, 0, 1],
            [0, -1, 0],
          ],
          [
            [-2000, -2000, 1000],
            [0, 1, 0],
            [0, 0, 1],
            [1, 0, 0],
          ],
          [
            [2000, -2000, 1000],
            [0, 1, 0],
            [0, 0, 1],
            [-1, 0, 0],
          ],
        ] as readonly [Vec3, Vec3, Vec3, Vec3][]
      ).map(([corner, u, v, normal], k) => ({ id: String(k), corner, u, v, across: n, rows: n, step, normal }));
      const lumens = faces.reduce(
        (sum, face) => sum + all(face, shareOf(source, face)).reduce((a, b) => a + b, 0) * (step / 1000) ** 2,
        0,
      );
      expect(Math.abs(lumens / 6000 - 1)).toBeLessThan(0.01);
    }
  });
  test('fields add, in any order, and levels scale them; colours keep lux in the middle (law)', () =>
    fc.assert(
      fc.property(
        fc.array(anySource, { minLength: 2, maxLength: 5 }),
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 5, maxLength: 5 }),
        (sources, levels) => {
          const surface = floor(750);
          const lit = sources.flatMap((source, k) => {
            const share = shareOf(source, surface);
            return share ? [{ share, output: levels[k]!, xyz: [1.1, 1, 0.3 + k / 10] as const }] : [];
          });
          const lux = totalOf(surface, lit);
          const turned = totalOf(surface, [...lit].reverse());
          const colours = coloursOf(surface, lit);
          lux.forEach((value, k) => {
            const one = lit.reduce(
              (sum, { share, output }) => sum + at(share, k % surface.across, Math.floor(k / surface.across)) * output,
              0,
            );
            const close = 1e-3 + Math.abs(one) * 1e-5;
            isNear(value, one, close);
            isNear(turned[k], one, close);
            isNear(colours[3 * k + 1], one, close);
            isNear(colours[3 * k], 1.1 * one, close * 2);
          });
        },
      ),
      { numRuns: 30 },
    ));
});

describe('what stands in the way', () => {
  /** Does a ray meet a triangle? */
  function triangle(from: Vec3, to: Vec3, [a, b, c]: readonly [Vec3, Vec3, Vec3]): boolean {
    const d = sub(to, from);
    const [e1, e2] = [sub(b, a), sub(c, a)];
    const p = cross(d, e2);
    const det = dot(e1, p);
    if (Math.abs(det) < 1e-9) return false;
    const s = sub(from, a);
    const u = dot(s, p) / det;
    const q = cross(s, e1);
    const v = dot(d, q) / det;
    const t = dot(e2, q) / det;
    return u >= 0 && v >= 0 && u + v <= 1 && t > 0 && t < 1 - 1e-4;
  }
  const place = fc.integer({ min: -4000, max: 4000 });
  const high = fc.integer({ min: 0, max: 6000 });
  const sheet = fc.tuple(place, place, place, place, high, fc.integer({ min: 200, max: 4000 })).map(
    ([ax, ay, bx, by, low, tall]): Sheet => ({
      form: 'sheet',
      id: 's',
      name: 's',
      a: [ax, ay],
      b: [bx, by],
      low,
      high: low + tall,
    }),
  );
  const plate = fc.tuple(place, place, fc.integer({ min: 500, max: 4000 }), fc.integer({ min: 500, max: 4000 }), high).map(
    ([x, y, w, d, z]): Plate => ({
      form: 'plate',
      id: 'p',
      name: 'p',
      z,
      points: [
        [x, y],
        [x + w, y],
        [x + w, y + d],
        [x, y + d],
      ],
      box: [x, y, x + w, y + d],
    }),
  );
  const halves = (blocker: Blocker): readonly (readonly [Vec3, Vec3, Vec3])[] => {
    const corners: Vec3[] =
      blocker.form === 'sheet'
        ? [
            [...blocker.a, blocker.low],
            [...blocker.b, blocker.low],
            [...blocker.b, blocker.high],
            [...blocker.a, blocker.high],
          ]
        : blocker.points.map(([x, y]): Vec3 => [x, y, blocker.z]);
    const [a, b, c, d] = corners as [Vec3, Vec3, Vec3, Vec3];
    return [
      [a, b, c],
      [a, c, d],
    ];
  };
  test('rays meet sheets and plates as they meet their two triangles (law, brute force)', () => {
    let met = 0;
    fc.assert(
      fc.property(
        fc.tuple(place, place, high),
        fc.tuple(place, place, high),
        fc.array(fc.oneof(sheet, plate), { minLength: 1, maxLength: 6 }),
        (from, to, blockers) => {
          fc.pre(Math.hypot(to[0] - from[0], to[1] - from[1], to[2] - from[2]) > 100);
          const brute = blockers.filter((blocker) => halves(blocker).some((half) => triangle(from, to, half)));
          if (brute.length) met++;
          expect(isBlocked(blockers, from, to)).toBe(brute.length > 0);
          const first = blockedBy(blockers, from, to);
          expect(first === null ? 0 : 1).toBe(Math.min(1, brute.length));
          if (first) expect(brute).toContain(first);
        },
      ),
      { numRuns: 400 },
    );
    expect(met).toBeGreaterThan(20);
  });
  test('a field with something in the way is the field without it, but for the points that it hides (law)', () =>
    fc.assert(
      fc.property(anySource, fc.array(fc.oneof(sheet, plate), { minLength: 1, maxLength: 4 }), (source, blockers) => {
        const surface = floor(750);
        const [free, cut] = [all(surface, shareOf(source, surface)), all(surface, shareOf(source, surface, blockers))];
        free.forEach((lux, k) => {
          const hidden = isBlocked(blockers, source.at, pointOf(surface, k % surface.across, Math.floor(k / surface.across)));
          isNear(cut[k], hidden ? 0 : lux, 0.005);
        });
      }),
      { numRuns: 60 },
    ));
  test('by hand: a cloth half way hides what lies beyond its lower edge, in the ratio of the distances', () => {
    // A lens at 5 m, a border 2 m upstage of it whose edge is at 4 m: the floor is hidden from 10 m on.
    const border: Sheet = { form: 'sheet', id: 'b', name: 'Border 1', a: [-9000, 2000], b: [9000, 2000], low: 4000, high: 9000 };
    const ray = (y: number) => blockedBy([border], [0, 0, 5000], [0, y, 0])?.name ?? '';
    expect([9900, 10100].map(ray)).toEqual(['', 'Border 1']);
    expect(isBlocked([border], [0, 0, 5000], [0, 2000, 4500])).toBe(false);
    // What lies on the cloth is lit, and a hand's breadth behind it is not.
    expect([2000.1, 2005].map((y) => isBlocked([border], [0, 0, 5000], [0, y, 4500]))).toEqual([false, true]);
  });
});

test('what is near passes; what is off, missing or no number does not', () => {
  expect(() => isNear(1.0009, 1, 0.001)).not.toThrow();
  expect(() => isNear(1.002, 1, 0.001)).toThrow('1.002 is not within 0.001 of 1');
  expect(() => isNear(1, 1.002, 0.001)).toThrow('1 is not within 0.001 of 1.002');
  for (const [found, wanted, within] of [
    [undefined, 0, 1],
    [0, undefined, 1],
    [Number.NaN, 1, 1],
    [1, 1, Number.NaN],
    [1, 1, 0],
  ] as const)
    expect(() => isNear(found, wanted, within)).toThrow('is not within');
});
