/** Looks follow the numbers of their lights. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { apply, removing, updating } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import type { Fixture, Look } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, get, showOf } from '../model/show.js';
import { litBy } from './looks.js';
import { withLooks } from './renumbered.js';

const unit = (n: number, channel: string): Fixture => {
  const fixture = makeFixture(idOf(100 + n), fixtureLayer, plainType, pipe, 1000 * n);
  return { ...fixture, parts: [{ ...fixture.parts[0]!, channel }] };
};
const look: Look = {
  id: idOf(50),
  kind: 'look',
  name: 'L',
  order: 1,
  levels: { '1': 0.1, '2': 0.2, '3': 0.3 },
  states: { '1': { zoom: 0.5 } },
};
const units = [unit(1, '1'), unit(2, '2'), unit(3, '3'), unit(4, '3')];
const show = showOf(SHOW, [...baseRecords, ...units, look]);
const renumbered = (numbers: Readonly<Record<number, string>>) => {
  const change = updating(
    Object.entries(numbers).map(([i, channel]) => {
      const fixture = units[Number(i)]!;
      return [fixture, { ...fixture, parts: [{ ...fixture.parts[0]!, channel }] }] as const;
    }),
  );
  return get(apply(show, withLooks(show, change)), 'look', look.id);
};

describe('looks and numbers', () => {
  test('what is said of a channel goes with its light, also round in a circle', () => {
    expect(renumbered({ 0: '11' })).toMatchObject({ levels: { '11': 0.1, '2': 0.2, '3': 0.3 }, states: { '11': { zoom: 0.5 } } });
    expect(renumbered({ 0: '2', 1: '1' })).toMatchObject({
      levels: { '1': 0.2, '2': 0.1, '3': 0.3 },
      states: { '2': { zoom: 0.5 } },
    });
  });
  test('a number that another light keeps stays; one that is joined has its own level; one that is taken away is left as it was', () => {
    expect(renumbered({ 2: '7' }).levels).toEqual(look.levels);
    expect(renumbered({ 0: '2' }).levels).toEqual({ '2': 0.2, '3': 0.3 });
    expect(renumbered({ 0: '' }).levels).toEqual(look.levels);
    expect(renumbered({ 2: '7', 3: '8' }).levels).toEqual({ '1': 0.1, '2': 0.2, '7': 0.3, '8': 0.3 });
  });
  test('a change that touches the look itself, or no number, stays as it is', () => {
    const own = {
      ...updating([[units[0]!, { ...units[0]!, parts: [{ ...units[0]!.parts[0]!, channel: '9' }] }]]),
      removed: [look],
    };
    expect(withLooks(show, own)).toBe(own);
    const removal = removing(units[0]!);
    expect(withLooks(show, removal)).toBe(removal);
  });
  test('whatever the new numbers are, each light is as bright in the look as before, where all of a number go together (law)', () =>
    fc.assert(
      fc.property(fc.shuffledSubarray(['1', '2', '3', '14', '15'], { minLength: 3, maxLength: 3 }), ([a, b, c]) => {
        const after = renumbered({ 0: a!, 1: b!, 2: c!, 3: c! });
        const now = apply(
          show,
          withLooks(
            show,
            updating(
              units.map(
                (fixture, i) => [fixture, { ...fixture, parts: [{ ...fixture.parts[0]!, channel: [a, b, c, c][i]! }] }] as const,
              ),
            ),
          ),
        );
        const light = (from: typeof show, by: Look) => new Map(litBy(from, by).map(([{ id }, output]) => [id, output]));
        expect(light(now, after)).toEqual(light(show, look));
        expect(all(now, 'look')).toHaveLength(1);
      }),
    ));
});
