/** Many aimed at once. Plain geometry; spreading by reference calculations 3; the circle through three points by its own equation. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { frontElevation, projected, type SectionView } from '../draw/section-view.js';
import { apply, type Change } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import type { Fixture, FocusArea, Vec3 } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, find, get, showOf } from '../model/show.js';
import { place, targetOf } from '../space/hanging.js';
import { cross, norm, sub } from '../space/vectors.js';
import {
  aimAlong,
  aimAtArea,
  aimAtPoint,
  aimInOrder,
  aimInView,
  aimMirrored,
  aimParallel,
  aimRound,
  areaAt,
  areasInOrder,
} from './aims.js';
import { aimedAt, areaHandles, releasedAims, resizedArea } from './areas.js';
import { removeRecords } from './remove.js';

const area = (n: number, name: string, x: number, y = 2000): FocusArea => ({
  id: idOf(n),
  kind: 'area',
  layer: fixtureLayer,
  name,
  at: [x, y, 1500],
  size: 2000,
});
const [a, b, ten] = [area(50, 'A 2', -1500), area(51, 'A 9', 1500), area(52, 'A 10', 4000)];
const units = [0, 1, 2, 3].map((i) =>
  makeFixture(idOf(100 + i), fixtureLayer, plainType, pipe, 2000 + i * 1000, { unit: String(i) }),
);
const show = showOf(SHOW, [...baseRecords, ten, b, a, ...units]);
const aims = (change: Change) => {
  const after = apply(show, change);
  return units.map(({ id }) => get(after, 'fixture', id).aim);
};
const points = (change: Change): Vec3[] => aims(change).map((aim) => (aim?.kind === 'point' ? aim.at : [Number.NaN, 0, 0]));

test('areas are in the order of their names; a click means the one whose middle is nearest', () => {
  expect(areasInOrder(show).map(({ name }) => name)).toEqual(['A 2', 'A 9', 'A 10']);
  expect(areaAt(show, [-1000, 2000])?.name).toBe('A 2');
  expect(areaAt(show, [0, 2000])).toBeNull();
  expect(areaAt(show, [2300, 2000])?.name).toBe('A 9');
  expect(areaAt(show, [2300, 2000], new Set([fixtureLayer]))).toBeNull();
});

describe('ways', () => {
  test('all at an area or a point; without a height each keeps its own', () => {
    expect(aims(aimAtArea(units, a))).toEqual(units.map(() => ({ kind: 'area', area: a.id })));
    const high: Fixture = { ...units[0]!, aim: { kind: 'point', at: [0, 0, 2700] } };
    expect(aimAtPoint(show, [high, units[1]!], [1, 2], null, 1500).updated.map(([, to]) => (to as Fixture).aim)).toEqual([
      { kind: 'point', at: [1, 2, 2700] },
      { kind: 'point', at: [1, 2, 1500] },
    ]);
    expect(points(aimAtPoint(show, units, [1, 2], 900, 1500))).toEqual(units.map(() => [1, 2, 900]));
  });
  test('each in order, and round again', () => {
    expect(aims(aimInOrder(units, areasInOrder(show)))).toEqual([a, b, ten, a].map(({ id }) => ({ kind: 'area', area: id })));
    expect(() => aimInOrder(units, [])).toThrow(/no focus areas/);
  });
  test('parallel: all axes look in one direction, to the same height', () => {
    const after = apply(show, aimParallel(show, units, [500, -2000, 1500]));
    const beams = units.map(({ id }) => place(after, get(after, 'fixture', id)).beam);
    for (const beam of beams) expect(norm(cross(beam, beams[0]!))).toBeLessThan(1e-9);
    expect(new Set(points(aimParallel(show, units, [500, -2000, 1500])).map(([, , z]) => Math.round(z)))).toEqual(
      new Set([1500]),
    );
    expect(() => aimParallel(show, [], [0, 0, 0])).toThrow(/Choose the units/);
  });
  test('along a line: ends at its ends, even steps; one alone in the middle', () => {
    expect(points(aimAlong(units, [0, 0, 0], [3000, 0, 1500]))).toEqual([
      [0, 0, 0],
      [1000, 0, 500],
      [2000, 0, 1000],
      [3000, 0, 1500],
    ]);
    expect(points(aimAlong(units.slice(0, 1), [0, 0, 0], [3000, 0, 1500]))[0]).toEqual([1500, 0, 750]);
  });
  test('round an arc: all on the circle through the three points, the way that passes the third, even steps (law)', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 360, noNaN: true }),
        fc.double({ min: 20, max: 340, noNaN: true }),
        fc.double({ min: 0.1, max: 0.9, noNaN: true }),
        fc.boolean(),
        (start, sweep, share, back) => {
          const at = (angle: number): Vec3 => [
            100 + 3000 * Math.cos((angle * Math.PI) / 180),
            200 + 3000 * Math.sin((angle * Math.PI) / 180),
            1500,
          ];
          const way = back ? -sweep : sweep;
          const through = at(start + way * share);
          const made = points(aimRound(units, at(start), [through[0], through[1]], at(start + way)));
          made.forEach((point, i) => {
            expect(norm(sub(point, at(start + (way * i) / 3)))).toBeLessThan(0.01);
          });
        },
      ),
    ));
  test('three points in a line are a line', () =>
    expect(points(aimRound(units, [0, 0, 0], [1500, 0], [3000, 0, 0]))).toEqual(
      points(aimAlong(units, [0, 0, 0], [3000, 0, 0])),
    ));
  test('mirrored from the other side: to the area in the mirrored place, or the mirrored point; who has no aim gives none', () => {
    const [p, q, r, s] = units as [Fixture, Fixture, Fixture, Fixture];
    const from = [
      { ...p, aim: { kind: 'area' as const, area: a.id } },
      { ...q, aim: { kind: 'point' as const, at: [-700, 100, 900] as const } },
    ];
    // The third of them has no aim: who takes after it stays as it is.
    const change = aimMirrored(show, [...from, { ...p, aim: null }], [r, s, q]);
    expect(change.updated.map(([, to]) => (to as Fixture).aim)).toEqual([
      { kind: 'area', area: b.id },
      { kind: 'point', at: [700, 100, 900] },
    ]);
  });
});

test('in an upright view aims go along what is seen and in height; beyond its plane they stay', () => {
  const side: SectionView = { kind: 'section', at: [0, 0], look: 180 };
  const there = points(aimInView(show, side, units, projected(side, [0, -2500, 0]).x, 1200));
  there.forEach((at, i) => {
    const from = targetOf(show, units[i]!) ?? place(show, units[i]!).axis;
    expect(at).toEqual([expect.closeTo(from[0], 6), expect.closeTo(-2500, 6), 1200]);
  });
  // From the front the plane is the stage's width.
  const front = points(aimInView(show, frontElevation, units.slice(0, 1), 700, 900))[0]!;
  expect(front[0]).toBeCloseTo(700, 6);
  expect(front[2]).toBe(900);
});

describe('areas by hand', () => {
  test('a circle grows by its edge, an ellipse by its width and its depth, turned; a polygon by its corners', () => {
    expect(areaHandles(a)).toEqual([{ handle: 'width', at: [-500, 2000] }]);
    expect(resizedArea(a, 'width', [-1500, 3700]).size).toBe(3400);
    expect(resizedArea(a, 'width', [-1500, 2001]).size).toBe(100);
    const turned: FocusArea = { ...a, shape: 'ellipse', depth: 1000, turn: 90 };
    expect(areaHandles(turned).map(({ at }) => at.map(Math.round))).toEqual([
      [-1500, 3000],
      [-2000, 2000],
    ]);
    expect(resizedArea(turned, 'width', [-1500, 4000]).size).toBeCloseTo(4000, 6);
    expect(resizedArea(turned, 'depth', [-2300, 2000])).toMatchObject({ depth: expect.closeTo(1600, 6), size: 2000 });
    const polygon: FocusArea = {
      ...a,
      shape: 'polygon',
      points: [
        [0, 0],
        [3000, 0],
        [0, 3000],
      ],
    };
    expect(areaHandles(polygon)).toHaveLength(3);
    expect(resizedArea(polygon, 1, [6000, 0])).toMatchObject({ size: 6000, at: [2000, 1000, 1500] });
  });
  test('an area that goes lets the aims at it go, or leaves them its last point; nothing else is touched', () => {
    const aimed = apply(show, aimInOrder(units, areasInOrder(show)));
    expect(aimedAt(aimed, new Set([a.id])).map(({ unit }) => unit)).toEqual(['0', '3']);
    const after = apply(aimed, removeRecords(aimed, [get(aimed, 'area', a.id)]));
    expect(find(after, 'area', a.id)).toBeUndefined();
    expect(all(after, 'fixture').map(({ aim }) => aim?.kind)).toEqual([undefined, 'area', 'area', undefined]);
    const kept = releasedAims(aimed, new Set([a.id]), 'points');
    expect(kept.updated.map(([, to]) => (to as Fixture).aim)).toEqual([a, a].map(({ at }) => ({ kind: 'point', at })));
    // With a unit that is aimed there going too.
    expect(
      all(apply(aimed, removeRecords(aimed, [get(aimed, 'area', a.id), get(aimed, 'fixture', units[0]!.id)])), 'fixture'),
    ).toHaveLength(3);
  });
});
