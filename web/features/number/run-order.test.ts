/** What the step Number makes ready before anything is applied. */
import { describe, expect, test } from '@jest/globals';
import { makeFixture } from '#core/model/make';
import type { Position } from '#core/model/records';
import { all, showOf } from '#core/model/show';
import { inScheduleOrder } from '#core/order/order';
import { plainSetup } from '../../state/run';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../../state/show.arb';
import { runOrder } from './run-order';

const ringTruss: Position = {
  ...pipe,
  id: idOf(3),
  name: 'Ring',
  use: 'ring',
  order: 5,
  curve: { form: 'arc', centre: [0, 4000], z: 5000, radius: 1500, start: 90, sweep: 360 },
};
const show = showOf(SHOW, [
  ...baseRecords,
  plainType,
  pipe,
  ringTruss,
  ...Array.from({ length: 20 }, (_, i) => makeFixture(idOf(100 + i), fixtureLayer, plainType, pipe, i * 450)),
  ...Array.from({ length: 8 }, (_, i) =>
    makeFixture(idOf(200 + i), fixtureLayer, plainType, ringTruss, i * 1170, { purpose: 'Ring down' }),
  ),
]);
const fixtures = inScheduleOrder(show).slice(0, 20);

describe('the order of a run', () => {
  test('as selected it is the selection; by position it is the paperwork', () => {
    const mixed = [...fixtures].reverse();
    expect(runOrder(show, mixed, plainSetup)).toEqual(mixed);
    expect(runOrder(show, mixed, { ...plainSetup, order: { ...plainSetup.order, by: 'by position' } })).toEqual(fixtures);
  });
  test('counting round begins with the fixture that was clicked', () => {
    const ring = all(show, 'fixture').filter((fixture) => fixture.purpose === 'Ring down');
    const order = { ...plainSetup.order, by: 'round' as const };
    expect(runOrder(show, ring, { ...plainSetup, order, first: ring[3]!.id })[0]).toBe(ring[3]);
    // One that is not among them any more begins nothing.
    expect(runOrder(show, ring, { ...plainSetup, order, first: fixtures[0]!.id })).toHaveLength(ring.length);
  });
});
