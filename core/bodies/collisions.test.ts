/** Bodies and clamps on one position. Distances by plain geometry; a clamp of 60 mm is common practice, no source. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { symbolIn } from '../draw/symbols.js';
import { apply, edit } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import type { Fixture, FixtureType, Position, SymbolDef } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, get, showOf } from '../model/show.js';
import { place } from '../space/hanging.js';
import { CLAMP, collisionsOf, collisionsOn } from './collisions.js';

/** A body without corners to argue about: 400 wide and 300 long. */
const flood: FixtureType = { ...plainType, id: idOf(70), family: 'flood', width: 400, length: 300, height: 200, hang: 100 };
const tiny: FixtureType = { ...flood, id: idOf(71), width: 20, length: 20, height: 20, hang: 10 };
/** 400 to the right of the clamp and nothing to its left. */
const lopsided: SymbolDef = {
  id: idOf(80),
  kind: 'symbol',
  name: 'Beside',
  family: 'flood',
  origin: [0, 0],
  unitAt: [0, 0],
  nose: 90,
  shapes: [
    {
      form: 'line',
      role: 'outline',
      closed: true,
      points: [
        [0, -100],
        [400, -100],
        [400, 100],
        [0, 100],
      ],
    },
  ],
  anchors: [],
};
const beside: FixtureType = { ...flood, id: idOf(81), symbol: lopsided.id };
const boom: Position = {
  ...pipe,
  id: idOf(72),
  use: 'boom',
  curve: { form: 'vertical', at: [0, 0], z: 0, height: 5000, bearing: 0 },
};
const floor: Position = { ...pipe, id: idOf(73), use: 'floor', curve: { form: 'straight', a: [-5000, 0], b: [5000, 0], z: 0 } };
const hung = (n: number, along: number, more: Partial<Fixture> = {}, type = flood, on = pipe): Fixture =>
  makeFixture(idOf(100 + n), fixtureLayer, type, on, along, more);
/** On a narrow ring what is far along is near by. */
const ring: Position = {
  ...pipe,
  id: idOf(74),
  curve: { form: 'arc', centre: [0, 0], z: 5000, radius: 400, start: 0, sweep: 350 },
};
const base = showOf(SHOW, [...baseRecords, flood, tiny, lopsided, beside, boom, floor, ring]);
const found = (position: Position, ...fixtures: Fixture[]) =>
  collisionsOn(showOf(SHOW, [...base.records.values(), ...fixtures]), position, fixtures).map(({ what, missing }) => [
    what,
    Math.round(missing * 1000) / 1000,
  ]);
/** The width of the drawn body, which the plan takes for it. */
const { box } = symbolIn(base, flood);
const width = box[2] - box[0];
const length = box[3] - box[1];

describe('bodies', () => {
  test('side by side they need their width; what is missing is told to the millimetre', () => {
    expect(width).toBeGreaterThan(300);
    expect(found(pipe, hung(1, 1000), hung(2, 1000 + width))).toEqual([]);
    expect(found(pipe, hung(1, 1000), hung(2, 1000 + width - 1))).toEqual([]);
    expect(found(pipe, hung(1, 1000), hung(2, 1000 + width - 2))).toEqual([['bodies', 2]]);
    expect(found(pipe, hung(1, 1000), hung(2, 1000 + width - 100))).toEqual([['bodies', 100]]);
    expect(found(pipe, hung(1, 1000, { spin: 90 }), hung(2, 1000 + length - 30, { spin: 90 }))).toEqual([['bodies', 30]]);
  });
  test("three on one place are three pairs, in any order; one far away is in nobody's way", () => {
    const all = [hung(3, 1020), hung(1, 1000), hung(4, 9000), hung(2, 1010)];
    expect(found(pipe, ...all).map(([what]) => what)).toEqual(['bodies', 'bodies', 'bodies']);
  });
  test('what was moved that far along stands clear (law)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 700 }),
        fc.integer({ min: -180, max: 180 }),
        fc.integer({ min: -180, max: 180 }),
        (apart, a, b) => {
          const one = hung(1, 3000, { spin: a });
          const two = hung(2, 3000 + apart, { spin: b });
          const [met] = collisionsOn(showOf(SHOW, [...base.records.values(), one, two]), pipe, [one, two]).filter(
            ({ what }) => what === 'bodies',
          );
          if (!met) return;
          const moved = { ...two, along: two.along + met.missing };
          expect(
            collisionsOn(showOf(SHOW, [...base.records.values(), one, moved]), pipe, [one, moved]).filter(
              ({ what }) => what === 'bodies',
            ),
          ).toEqual([]);
          // And a little less does not do.
          const less = { ...two, along: two.along + met.missing - 3 };
          if (met.missing > 4)
            expect(collisionsOn(showOf(SHOW, [...base.records.values(), one, less]), pipe, [one, less])).not.toEqual([]);
        },
      ),
    );
  });
  test('what collides is what overlaps, by cutting one outline out of the other (Sutherland and Hodgman 1974), turned and out of the middle', () => {
    type Point = readonly [number, number];
    /** Corners of a drawn body in plan, anticlockwise: the box of the symbol, turned to the nose, at the clamp. */
    const outline = (type: FixtureType, fixture: Fixture): Point[] => {
      const show = showOf(SHOW, [...base.records.values(), fixture]);
      const { clamp, bearing } = place(show, fixture);
      const drawn = symbolIn(base, type).box;
      const turn = ((bearing - 90) * Math.PI) / 180;
      return (
        [
          [drawn[0], drawn[1]],
          [drawn[2], drawn[1]],
          [drawn[2], drawn[3]],
          [drawn[0], drawn[3]],
        ] as const
      ).map(
        ([x, y]): Point => [
          clamp[0] + x * Math.cos(turn) - y * Math.sin(turn),
          clamp[1] + x * Math.sin(turn) + y * Math.cos(turn),
        ],
      );
    };
    const cut = (subject: readonly Point[], by: readonly Point[]): Point[] =>
      by.reduce<Point[]>(
        (left, a, i) => {
          const b = by[(i + 1) % by.length]!;
          const side = (p: Point) => (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]);
          return left.flatMap((p, j): Point[] => {
            const q = left[(j + 1) % left.length]!;
            const [sp, sq] = [side(p), side(q)];
            const meet: Point = [p[0] + ((q[0] - p[0]) * sp) / (sp - sq), p[1] + ((q[1] - p[1]) * sp) / (sp - sq)];
            return sp >= 0 ? (sq >= 0 ? [p] : [p, meet]) : sq >= 0 ? [meet] : [];
          });
        },
        [...subject],
      );
    const area = (points: readonly Point[]) =>
      Math.abs(
        points.reduce(
          (sum, [x, y], i) => sum + x * points[(i + 1) % points.length]![1] - points[(i + 1) % points.length]![0] * y,
          0,
        ),
      ) / 2;
    const spin = fc.integer({ min: -180, max: 180 });
    let [met, clear] = [0, 0];
    fc.assert(
      fc.property(
        fc.constantFrom(flood, plainType, beside),
        fc.integer({ min: 62, max: 900 }),
        spin,
        spin,
        fc.constantFrom(0, 250),
        (type, apart, a, b, side) => {
          const one = hung(1, 3000, { spin: a }, type);
          const two = hung(2, 3000 + apart, { spin: b, side }, plainType);
          const shared = area(cut(outline(type, one), outline(plainType, two)));
          const hit = found(pipe, one, two).length > 0;
          // Those that barely touch are side by side: 1 mm along an edge of 600 is 600 mm2.
          if (shared > 650) {
            met++;
            expect(hit).toBe(true);
          } else if (shared === 0) {
            clear++;
            expect(hit).toBe(false);
          }
        },
      ),
      { numRuns: 300 },
    );
    expect([met > 20, clear > 20]).toEqual([true, true]);
  });
  test('on a boom the house sees them turned up or down with their beams, and straight at it as they hang', () => {
    // Aimed across the stage (to stage left) and down: seen from the house the nose points so.
    const at = (to: readonly [number, number, number], along: number, n: number) =>
      hung(n, along, { aim: { kind: 'point', at: to } }, plainType, boom);
    const missing = (a: Fixture, b: Fixture) => (found(boom, a, b)[0]?.[1] as number | undefined) ?? 0;
    const level = missing(at([9000, 0, 1000], 1000, 1), at([9000, 0, 1100], 1100, 2));
    // Side by side with level noses they need about their width (260); looking up or down, about their length.
    expect(level).toBeGreaterThan(140);
    expect(level).toBeLessThan(200);
    const down = missing(at([100, 0, -9000], 1000, 1), at([100, 0, -9000], 1100, 2));
    expect(down).toBeGreaterThan(400);
    const upstage = missing(at([0, 9000, 1000], 1000, 1), at([0, 9000, 1100], 1100, 2));
    expect(upstage).toBeGreaterThan(400);
  });
  test('on a boom the nose goes where the beam goes: back to back they are clear, nose to nose they meet', () => {
    const aimed = (n: number, along: number, z: number) =>
      hung(n, along, { aim: { kind: 'point', at: [1, 0, z] } }, plainType, boom);
    const apart = 600;
    const bodies = (...fixtures: Fixture[]) => found(boom, ...fixtures).filter(([what]) => what === 'bodies');
    expect(bodies(aimed(1, 1000, -9000), aimed(2, 1000 + apart, 20_000))).toEqual([]);
    expect(bodies(aimed(1, 1000, 20_000), aimed(2, 1000 + apart, -9000))).toHaveLength(1);
  });
  test('a body that lies beside its clamp is looked for there, whichever way it is turned', () => {
    const two = (a: number, b: number) => {
      const fixtures = [hung(1, 3000, { spin: a }, beside), hung(2, 3100, { spin: b }, beside)];
      const show = showOf(SHOW, [...base.records.values(), ...fixtures]);
      return collisionsOn(show, pipe, fixtures).map(({ what }) => what);
    };
    // A nose to the house turns the plan's right to stage right; the second unit hangs 100 mm nearer stage left.
    expect([two(180, 0), two(0, 180)]).toEqual([['bodies'], []]);
    expect(two(0, 0)).toEqual(['bodies']);
    const ways = [two(90, -90), two(-90, 90)];
    expect(ways).toEqual([[], []]);
  });
  test('what stands beside is clear, though it stands at the same place along', () =>
    expect(found(pipe, hung(1, 1000, { side: 1500 }), hung(2, 1000 + CLAMP, { side: -1500 }))).toEqual([]));
  test('one above the other by more than the mean of their heights is clear: under and over a pipe, or on an extension', () => {
    // Both 200 high: 200 apart is not yet clear. The axes lie 100 below and 100 above the pipe.
    expect(found(pipe, hung(1, 1000), hung(2, 1000 + CLAMP, { hang: 'over', drop: 1 }))).toEqual([]);
    expect(found(pipe, hung(1, 1000), hung(2, 1000 + CLAMP, { hang: 'over' }))).toEqual([
      ['bodies', Math.round((width - CLAMP) * 1000) / 1000],
    ]);
    expect(found(pipe, hung(1, 1000), hung(2, 1000 + CLAMP, { drop: 201 }))).toEqual([]);
    expect(found(pipe, hung(1, 1000), hung(2, 1000 + CLAMP, { drop: 199 }))).toHaveLength(1);
  });
  test('on a boom they are as the house sees them, and move apart upward', () => {
    const list = found(boom, hung(1, 1000, { spin: 0 }, flood, boom), hung(2, 1100, { spin: 0 }, flood, boom));
    expect(list).toHaveLength(1);
    expect(list[0]![0]).toBe('bodies');
    const missing = list[0]![1] as number;
    expect(found(boom, hung(1, 1000, {}, flood, boom), hung(2, 1100 + missing, {}, flood, boom))).toEqual([]);
  });
  test('what stands far along but near by is looked at too: the two ends of a ring', () => {
    const end = (400 * 350 * Math.PI) / 180;
    expect(found(ring, hung(1, 0, {}, flood, ring), hung(2, end, {}, flood, ring)).length).toBe(1);
  });
});

describe('clamps', () => {
  test('small bodies still need the 60 mm of their clamps, less a millimetre that nobody measures', () => {
    expect(CLAMP).toBe(60);
    expect(found(pipe, hung(1, 1000, {}, tiny), hung(2, 1058, {}, tiny))).toEqual([['clamps', 2]]);
    expect(found(pipe, hung(1, 1000, {}, tiny), hung(2, 1059, {}, tiny))).toEqual([]);
    expect(found(pipe, hung(1, 1000, {}, tiny), hung(2, 1030, {}, tiny))).toEqual([['clamps', 30]]);
  });
  test('on another chord of the truss, or standing on the floor, there is no clamp in the way', () => {
    expect(
      found(pipe, hung(1, 1000, { chord: 'lower upstage' }, tiny), hung(2, 1030, { chord: 'lower downstage' }, tiny)),
    ).toEqual([]);
    expect(found(pipe, hung(1, 1000, { chord: 'lower' }, tiny), hung(2, 1030, { chord: 'lower' }, tiny))).toHaveLength(1);
    expect(found(floor, hung(1, 1000, { hang: 'floor' }, tiny, floor), hung(2, 1030, { hang: 'floor' }, tiny, floor))).toEqual(
      [],
    );
  });
});

describe('of a show', () => {
  test('position by position, found anew when something moved, and the same list when nothing did', () => {
    const show = showOf(SHOW, [...base.records.values(), hung(1, 1000), hung(2, 1100), hung(3, 1000, {}, flood, boom)]);
    const before = collisionsOf(show);
    expect(before.map(({ a, b, position }) => [a, b, position])).toEqual([[idOf(101), idOf(102), pipe.id]]);
    expect(collisionsOf(show)).toBe(before);
    expect(collisionsOf(apply(show, edit([get(show, 'fixture', idOf(102))], { along: 5000 })))).toEqual([]);
    expect(collisionsOf(apply(show, edit([get(show, 'fixture', idOf(102))], { notes: 'x' })))).toEqual(before);
    expect(collisionsOf(showOf(SHOW, [...base.records.values(), ...all(show, 'fixture').slice(0, 1)]))).toEqual([]);
  });
});
