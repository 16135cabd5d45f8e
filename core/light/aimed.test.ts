/** What is said of an aim. Figures by the formulas of reference calculations 6 (throw, inverse square, pool). */
import { expect, test } from '@jest/globals';
import { makeFixture } from '../model/make.js';
import type { Fixture, FocusArea } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { showOf } from '../model/show.js';
import { aimSaid } from './aimed.js';
import { sourceOf } from './source.js';

const area: FocusArea = { id: idOf(50), kind: 'area', layer: fixtureLayer, name: 'C', at: [0, 3000, 1500], size: 2000 };
const head = { ...plainType, id: idOf(60), pan: 540, tilt: 100 };
const unit = (more: Partial<Fixture>) => makeFixture(idOf(100), fixtureLayer, plainType, pipe, 5000, more);
const said = (fixture: Fixture) => aimSaid(showOf(SHOW, [...baseRecords, head, area, fixture]), fixture);

test('straight down: throw, angle, a round pool and the light of the inverse square law', () => {
  const fixture = unit({ aim: { kind: 'area', area: area.id } });
  const text = said(fixture);
  // The lens is half a body below the axis, which hangs 250 below the clamp; the pool of 26 degrees is 2 d tan 13 wide.
  const d = 6500 - 250 - 300 - 1500;
  const below = /^C: (\S+), 90°, pool (\S+) x (\S+), (\d+) lx$/.exec(text)!;
  expect(Math.abs(Number(below[1]) * 1000 - d)).toBeLessThan(60);
  expect(Number(below[2])).toBeCloseTo(2 * Number(below[1]) * Math.tan((13 * Math.PI) / 180), 1);
  expect(below[2]).toBe(below[3]);
  const source = sourceOf(showOf(SHOW, [...baseRecords, area, fixture]), fixture)!;
  expect(Number(below[4]) / (source.candela / Number(below[1]) ** 2)).toBeCloseTo(1, 2);
});
test('a point is said by its coordinates, a head that cannot reach it by how much; without an aim nothing', () => {
  expect(said(unit({ aim: { kind: 'point', at: [1000, 2000, 0] } }))).toMatch(/^1\.00 SL {2}2\.00 US {2}\+0\.00: /);
  const high = { ...unit({ aim: { kind: 'point', at: [0, 3200, 9000] } }), type: head.id };
  expect(said(high)).toMatch(/, \d+\.\d° out of reach$/);
  expect(said(unit({ aim: null }))).toBe('');
});
