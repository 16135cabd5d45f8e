/** The order of the key: family, throw, watts, name (reference calculations 11). */
import { expect, test } from '@jest/globals';
import { makeFixture } from '../model/make.js';
import type { FixtureType } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { showOf } from '../model/show.js';
import { keyRows } from './key.js';

test('narrow before wide, then the stronger first, then by name as it is counted', () => {
  const types = (
    [
      ['B 10', 'profile', 26, 750],
      ['B 9', 'profile', 26, 750],
      ['Strong', 'profile', 26, 1200],
      ['Narrow', 'profile', 19, 500],
      ['Soft', 'fresnel', 10, 2000],
    ] as const
  ).map(([name, family, field, watts], i): FixtureType => ({ ...plainType, id: idOf(50 + i), name, family, field, watts }));
  const show = showOf(SHOW, [
    ...baseRecords,
    ...types,
    ...types.flatMap((type, i) => [
      makeFixture(idOf(100 + i), fixtureLayer, type, pipe, i * 600),
      makeFixture(idOf(200 + i), fixtureLayer, type, pipe, i * 600 + 300, { spare: true }),
    ]),
  ]);
  expect(keyRows(show).map(({ type, count }) => [type.name, count])).toEqual([
    ['Narrow', 1],
    ['Strong', 1],
    ['B 9', 1],
    ['B 10', 1],
    ['Soft', 1],
  ]);
});
