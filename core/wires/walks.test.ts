/** Threads, walks and their films, and what is set right from the check. */
import { describe, expect, test } from '@jest/globals';
import { v4 } from 'uuid';
import { makeDemo } from '#demo/show';
import { adding, apply } from '../model/change.js';
import { all, get } from '../model/show.js';
import { checkList, inCheckOrder, lightAddress, orderOfThread, ordersOf } from './check-order.js';
import { addressIs, clearing, fault, findingsOf, isOpen, modeIs, openFaults, standingOf } from './findings.js';
import { filmed, quietSteps, tickQuiet, walksOf } from './walks.js';

const demo = makeDemo();
const said = { by: 'Noor', at: '2026-11-30T20:00:00.000Z', newId: v4 };
const lights = inCheckOrder(demo, 'channel');
const [a, b, c] = lights.map(({ id }) => id) as [string, string, string];

test('a thread is an order of its own; what is struck or without an address is passed over', () => {
  const bare = all(demo, 'fixture').find((fixture) => lightAddress(fixture) === null);
  const id = v4();
  const show = apply(
    demo,
    adding({ id, kind: 'thread', name: 'By the ladders', order: 1, fixtures: [c, v4(), a, bare?.id ?? v4(), b] }),
  );
  expect(checkList(show, orderOfThread(id)).map((fixture) => fixture.id)).toEqual([c, a, b]);
  expect(ordersOf(show).at(-1)).toEqual([orderOfThread(id), 'By the ladders']);
  // One that is gone is by position.
  expect(checkList(demo, orderOfThread(id))).toEqual(inCheckOrder(demo, 'position'));
});

test('a walk is kept as a list; those of which nothing was noted are ticked in one step', () => {
  const steps = [
    { fixture: a, after: 0 },
    { fixture: b, after: 2.04, what: 'dark' as const },
    { fixture: c, after: 4 },
  ];
  let show = apply(demo, fault(demo, b, 'dark', '', said));
  show = apply(show, filmed(show, steps, 'channel', 2, said));
  const [walk] = walksOf(show);
  expect(walk).toMatchObject({ by: 'Noor', order: 'channel', each: 2 });
  expect(walk?.steps.map(({ channel, after, what }) => [channel, after, what])).toEqual([
    [get(demo, 'fixture', a).parts[0]?.channel, 0, undefined],
    [get(demo, 'fixture', b).parts[0]?.channel, 2, 'dark'],
    [get(demo, 'fixture', c).parts[0]?.channel, 4, undefined],
  ]);
  if (!walk) throw new Error('no walk');
  expect(quietSteps(show, walk)).toEqual([a, c]);
  // What was noted is no quiet light, though it was cleared since.
  const mended = apply(show, clearing(openFaults(show), said, 'new lamp'));
  expect(quietSteps(mended, walk)).toEqual([a, c]);
  show = apply(show, tickQuiet(show, walk, said));
  expect([a, b, c].map((id) => standingOf(show, id))).toEqual(['works', 'fault', 'works']);
  expect(filmed(demo, [], 'channel', 2, said).added).toEqual([]);
});

describe('set right from the check', () => {
  const mover = lights.find(({ type }) => get(demo, 'type', type).modes.length > 1);
  if (!mover) throw new Error('no mover');
  test('the mode that it is set to, with the fault that was thought', () => {
    const [now, other] = [mover.mode, get(demo, 'type', mover.type).modes.find(({ name }) => name !== mover.mode)?.name ?? ''];
    let show = apply(demo, fault(demo, mover.id, 'dark', '', said));
    show = apply(show, modeIs(show, mover.id, other, said));
    expect(get(show, 'fixture', mover.id).mode).toBe(other);
    const found = findingsOf(show, mover.id);
    expect(found.filter(isOpen)).toEqual([]);
    expect(found.map(({ what }) => what).sort()).toEqual(['dark', 'wrong mode']);
    expect(found[0]?.cleared?.how).toBe(`the plot says ${other} now, and said ${now}`);
    expect(modeIs(demo, mover.id, now, said).updated).toEqual([]);
  });
  test('the address that it is set to; what is none changes nothing', () => {
    const outcome = addressIs(demo, a, '7.101', said);
    if (!outcome.ok) throw new Error(outcome.why);
    const show = apply(demo, outcome.change);
    expect(lightAddress(get(show, 'fixture', a))).toBe(6 * 512 + 101);
    expect(findingsOf(show, a)[0]).toMatchObject({ what: 'wrong address', cleared: { by: 'Noor' } });
    expect(addressIs(demo, a, '7.900', said).ok).toBe(false);
  });
});
