/** What the rig check finds, over the demo. */
import { expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { goingBack } from '../compare/back.js';
import { compare } from '../compare/compare.js';
import { apply, type Change, invert, isEmpty } from '../model/change.js';
import type { Fixture, Id, Said } from '../model/records.js';
import { idOf } from '../model/show.arb.js';
import { all, get, type Show } from '../model/show.js';
import { inScheduleOrder } from '../order/order.js';
import { lightAddress } from './check-order.js';
import { anew, clearing, exchanged, fault, faults, findingsOf, openFaults, standingOf, works } from './findings.js';

const demo = makeDemo();
let count = 9000;
let minute = 0;
const said = (by = 'Noor'): Said => ({
  by,
  at: `2026-11-29T18:${String(minute++).padStart(2, '0')}:00.000Z`,
  newId: () => idOf(count++),
});
const lights = inScheduleOrder(demo).filter((fixture) => lightAddress(fixture) !== null);
const [first, second, third] = lights as [Fixture, Fixture, Fixture];
const after = (show: Show, ...steps: ((show: Show) => Change)[]): Show =>
  steps.reduce((now, step) => apply(now, step(now)), show);

test('a fault is noted with where, who and when, listed as the positions hang, and cleared with what was done', () => {
  const last = lights.at(-1) as Fixture;
  const show = after(
    demo,
    (now) => fault(now, last.id, 'wrong colour', 'Sm 4c in it', said()),
    (now) => fault(now, first.id, 'dark', '', said('Ilse')),
  );
  expect(openFaults(show).map(({ fixture, what, by }) => [fixture, what, by])).toEqual([
    [first.id, 'dark', 'Ilse'],
    [last.id, 'wrong colour', 'Noor'],
  ]);
  expect(openFaults(show)[0]).toMatchObject({ position: get(demo, 'position', first.position).name, unit: first.unit });
  expect(standingOf(show, first.id)).toBe('fault');
  const mended = apply(show, clearing(openFaults(show).slice(0, 1), said('Tom'), 'lamp changed'));
  expect(openFaults(mended)).toHaveLength(1);
  expect(findingsOf(mended, first.id)[0]?.cleared).toMatchObject({ by: 'Tom', how: 'lamp changed' });
  expect(standingOf(mended, first.id)).toBe('open');
});
test('the same fault again is the same line; a word is always a new one', () => {
  const show = after(
    demo,
    (now) => fault(now, first.id, 'dark', '', said()),
    (now) => fault(now, first.id, 'dark', 'lamp?', said()),
    (now) => fault(now, first.id, 'dark', '', said()),
    (now) => fault(now, first.id, 'a word', 'rattles', said()),
    (now) => fault(now, first.id, 'a word', 'hot', said()),
  );
  expect(openFaults(show).map(({ what, note }) => [what, note])).toEqual([
    ['dark', 'lamp?'],
    ['a word', 'rattles'],
    ['a word', 'hot'],
  ]);
});
test('a light that works is ticked once, and its faults are cleared; the next check begins without ticks, faults stay', () => {
  const show = after(
    demo,
    (now) => fault(now, first.id, 'dark', '', said()),
    (now) => fault(now, second.id, 'wrong focus', '', said()),
    (now) => works(now, first.id, said()),
    (now) => works(now, first.id, said('Tom')),
  );
  expect(all(show, 'finding').filter(({ what }) => what === 'works')).toMatchObject([{ by: 'Tom' }]);
  expect([standingOf(show, first.id), standingOf(show, second.id), standingOf(show, third.id)]).toEqual([
    'works',
    'fault',
    'open',
  ]);
  const next = apply(show, anew(show));
  expect([standingOf(next, first.id), standingOf(next, second.id)]).toEqual(['open', 'fault']);
  expect(findingsOf(next, first.id)).toHaveLength(1);
});
test('what was found is no change of the rig: going back keeps it, and no comparison tells of it', () => {
  const show = apply(demo, fault(demo, first.id, 'dark', '', said()));
  expect(isEmpty(goingBack(show, demo))).toBe(true);
  expect(compare(demo, show).empty).toBe(true);
});
test('what was found stays when the light is struck', () => {
  const show = after(
    demo,
    (now) => fault(now, first.id, 'dark', '', said()),
    () => ({ added: [], updated: [], removed: [get(demo, 'fixture', first.id)] }),
  );
  expect(openFaults(show)).toHaveLength(1);
});

const alike = (): readonly [Fixture, Fixture] => {
  for (const a of lights)
    for (const b of lights)
      if (
        a !== b &&
        a.type === b.type &&
        a.mode === b.mode &&
        a.parts.length === 1 &&
        a.parts[0]?.address !== b.parts[0]?.address
      )
        return [a, b];
  throw new Error('no two are alike');
};
test('two addresses that are crossed are set right in one step, which is undone in one', () => {
  const [a, b] = alike();
  const thought = apply(demo, fault(demo, a.id, 'dark', '', said()));
  const outcome = exchanged(thought, a.id, b.id, said());
  if (!outcome.ok) throw new Error(outcome.why);
  const show = apply(thought, outcome.change);
  const address = (of: Show, id: Id) => get(of, 'fixture', id).parts[0]?.address;
  expect(address(show, a.id)).toBe(address(demo, b.id));
  expect(address(show, b.id)).toBe(address(demo, a.id));
  // All else of both is as it was: a circuit and a channel belong to the light that hangs there.
  for (const { id } of [a, b]) {
    const [was, is] = [get(demo, 'fixture', id), get(show, 'fixture', id)];
    expect({ ...is, parts: is.parts.map((part) => ({ ...part, address: null })) }).toEqual({
      ...was,
      parts: was.parts.map((part) => ({ ...part, address: null })),
    });
  }
  expect(openFaults(show)).toEqual([]);
  for (const id of [a.id, b.id])
    expect(findingsOf(show, id)[0]).toMatchObject({ what: 'wrong address', cleared: { by: 'Noor' } });
  expect(findingsOf(show, a.id)[1]).toMatchObject({ what: 'dark', cleared: { how: 'their addresses changed places' } });
  expect([...apply(show, invert(outcome.change)).records.values()]).toEqual(expect.arrayContaining([...demo.records.values()]));
});
test.each([
  ['the same light', (a: Fixture) => a, /the light that was asked for/],
  ['one of another type', (a: Fixture) => lights.find(({ type }) => type !== a.type) as Fixture, /not alike/],
  [
    'one without an address',
    () => all(demo, 'fixture').find((fixture) => lightAddress(fixture) === null) as Fixture,
    /no address/,
  ],
])('addresses do not change places with %s', (_, other, why) => {
  const [a] = alike();
  const outcome = exchanged(demo, a.id, other(a).id, said());
  expect(outcome.ok).toBe(false);
  if (!outcome.ok) expect(outcome.why).toMatch(why);
});
test('every kind of fault can be noted', () => {
  const show = faults.reduce((now, what) => apply(now, fault(now, first.id, what, '', said())), demo);
  expect(openFaults(show).map(({ what }) => what)).toEqual([...faults]);
});
