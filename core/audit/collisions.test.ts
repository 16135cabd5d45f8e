/** Bodies and clamps on one position. Distances by plain geometry; a clamp of 60 mm is common practice, no source. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { symbolIn } from '../draw/symbols.js';
import { apply, edit } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import type { Fixture, FixtureType, Position } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, get, showOf } from '../model/show.js';
import { CLAMP, collisionsOf, collisionsOn } from './collisions.js';

/** A body without corners to argue about: 400 wide and 300 long. */
const flood: FixtureType = { ...plainType, id: idOf(70), family: 'flood', width: 400, length: 300, height: 200, hang: 100 };
const tiny: FixtureType = { ...flood, id: idOf(71), width: 20, length: 20, height: 20, hang: 10 };
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
const base = showOf(SHOW, [...baseRecords, flood, tiny, boom, floor, ring]);
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
