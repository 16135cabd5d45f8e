/** The order of the check, over the demo. */
import { expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { channelText } from '../fields/texts.js';
import { all } from '../model/show.js';
import { inScheduleOrder, natural } from '../order/order.js';
import { checkOrders, inCheckOrder, lightAddress } from './check-order.js';

const demo = makeDemo();

test('every order has every patched light once, and no other', () => {
  const patched = all(demo, 'fixture').filter((fixture) => lightAddress(fixture) !== null);
  expect(patched.length).toBeGreaterThan(100);
  for (const by of checkOrders) {
    const ids = inCheckOrder(demo, by).map(({ id }) => id);
    expect(new Set(ids)).toEqual(new Set(patched.map(({ id }) => id)));
    expect(ids).toHaveLength(patched.length);
  }
});
test('by position as the schedule, by channel and address as they count, by purpose as they hang', () => {
  const hung = inScheduleOrder(demo).map(({ id }) => id);
  const place = (id: string) => hung.indexOf(id);
  expect(inCheckOrder(demo, 'position').map(({ id }) => id)).toEqual(
    hung.filter((id) => inCheckOrder(demo, 'position').some((one) => one.id === id)),
  );
  const pairs = (by: (typeof checkOrders)[number]) => {
    const list = inCheckOrder(demo, by);
    return list.slice(1).map((fixture, i) => [list[i] ?? fixture, fixture] as const);
  };
  for (const [before, after] of pairs('channel'))
    if (channelText(after)) expect(natural(channelText(before), channelText(after))).toBeLessThanOrEqual(0);
  for (const [before, after] of pairs('address')) expect(lightAddress(before) ?? 0).toBeLessThanOrEqual(lightAddress(after) ?? 0);
  for (const [before, after] of pairs('purpose'))
    if (before.purpose === after.purpose) expect(place(before.id)).toBeLessThan(place(after.id));
  const purposes = inCheckOrder(demo, 'purpose').map(({ purpose }) => purpose);
  // Each purpose is one block, and those without stand at the end.
  expect(purposes.filter((purpose, i) => purpose !== purposes[i - 1]).length).toBe(new Set(purposes).size);
  expect(purposes.slice(0, purposes.indexOf('') < 0 ? undefined : purposes.indexOf('')).every(Boolean)).toBe(true);
});
