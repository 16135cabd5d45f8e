/** Looks: levels, what comes out of them, and what is between two. Square law: check 6.11 of reference calculations 6. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeFixture } from '../model/make.js';
import type { Look } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { showOf } from '../model/show.js';
import { blended, channelsOf, levelFrom, levelIn, litBy, looksOf, withLevels } from './looks.js';

const unit = (n: number, ...channels: string[]) => {
  const fixture = makeFixture(idOf(100 + n), fixtureLayer, plainType, pipe, 1000 * n, {});
  return { ...fixture, parts: channels.map((channel) => ({ ...fixture.parts[0]!, channel })) };
};
const look = (n: number, order: number, levels: Look['levels']): Look => ({
  id: idOf(50 + n),
  kind: 'look',
  name: `L ${n}`,
  order,
  levels,
});
const [one, cells, none] = [unit(1, '1'), unit(2, '2', '3'), unit(3, '')];
const levels = fc.dictionary(
  fc.constantFrom('1', '2', '3', '4a'),
  fc.integer({ min: 1, max: 1000 }).map((n) => n / 1000),
);

const empty = showOf(SHOW, baseRecords);

describe('looks', () => {
  test('in their order; of a fixture with cells the highest level counts, without a channel none', () => {
    const show = showOf(SHOW, [...baseRecords, look(1, 2, {}), look(2, 1, {})]);
    expect(looksOf(show).map(({ name }) => name)).toEqual(['L 2', 'L 1']);
    const state = { levels: { '1': 0.5, '2': 0.2, '3': 0.9 } };
    expect([one, cells, none].map((fixture) => levelIn(state, fixture))).toEqual([0.5, 0.9, 0]);
    expect(channelsOf([one, cells, none, one])).toEqual(['1', '2', '3']);
  });
  test('6.11: half a level gives a quarter of the light; spares and what is out give none', () => {
    const show = showOf(SHOW, [...baseRecords, one, cells, none, { ...unit(4, '1'), spare: true }]);
    expect(litBy(show, { levels: { '1': 0.5 } }).map(([{ id }, output]) => [id, output])).toEqual([[one.id, 0.25]]);
  });
  test.each([
    ['70', 0.2, 0.7],
    ['70 %', 0.2, 0.7],
    ['12,5', 0, 0.125],
    ['+10', 0.2, 0.3],
    ['+90', 0.2, 1],
    ['_50', 0.2, 0],
    ['full', 0.2, 1],
    ['Out', 0.2, 0],
    ['', 0.2, 0],
  ])('%j from %d is %d', (text, now, wanted) => expect(levelFrom(text)!(now)).toBeCloseTo(wanted, 9));
  test.each(['101', '-5', 'seven', '7 8', '+'])('%j is no level', (text) => expect(levelFrom(text)).toBeNull());
  test('what is set is set, what is out is left out, the others stay (law)', () =>
    fc.assert(
      fc.property(levels, fc.constantFrom('1', '2', '9'), fc.integer({ min: 0, max: 100 }), (before, channel, percent) => {
        const after = withLevels(before, [channel, ''], percent / 100);
        expect(after[channel] ?? 0).toBeCloseTo(percent / 100, 9);
        expect(channel in after).toBe(percent > 0);
        for (const other of Object.keys(before)) if (other !== channel) expect(after[other]).toBe(before[other]);
        expect('' in after).toBe(false);
      }),
    ));
  test('between two looks: the first at 0, the second at 1, and half way the mean of both (law)', () =>
    fc.assert(
      fc.property(levels, levels, (a, b) => {
        const mix = (share: number) => blended(empty, { levels: a }, { levels: b }, share);
        expect([mix(0), mix(1)]).toEqual([{ levels: a }, { levels: b }]);
        const half = mix(0.5).levels;
        for (const channel of ['1', '2', '3', '4a'])
          expect(Math.abs((half[channel] ?? 0) - ((a[channel] ?? 0) + (b[channel] ?? 0)) / 2)).toBeLessThan(0.001);
      }),
    ));
});
