/** The work on stage, over the demo. */
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { apply, type Change, edit, isEmpty } from '../model/change.js';
import { rebase } from '../model/merge.js';
import type { Fixture, Said } from '../model/records.js';
import { idOf } from '../model/show.arb.js';
import { all, get, type Show } from '../model/show.js';
import { hungFixtures } from '../order/tray.js';
import {
  askedFor,
  doneAs,
  needs,
  progress,
  progressByPosition,
  progressOfAll,
  standing,
  ticked,
  unticked,
  type What,
  works,
} from './work.js';

const demo = makeDemo();
const rig = hungFixtures(demo);
const coloured = rig.find((fixture) => fixture.parts.length === 1 && askedFor(demo, fixture, 'coloured') && !fixture.spare)!;
const open = rig.find((fixture) => !askedFor(demo, fixture, 'coloured'))!;
let count = 8000;
let minute = 0;
const said = (by = 'Lena Vos'): Said => ({
  by,
  at: new Date(Date.UTC(2026, 10, 30, 12, minute++)).toISOString(),
  newId: () => idOf(count++),
});
const now = (show: Show, { id }: Fixture): Fixture => get(show, 'fixture', id);
const tickIn = (show: Show, fixture: Fixture, what: What, by = 'Lena Vos'): Show =>
  apply(show, ticked(show, [now(show, fixture)], what, said(by)));

test('a light is ticked by whom and when, once; the tick is taken back', () => {
  const show = tickIn(demo, coloured, 'hung');
  expect(standing(show, coloured, 'hung')).toMatchObject({ is: 'done', tick: { by: 'Lena Vos' } });
  for (const what of works.filter((each) => each !== 'hung')) expect(standing(show, coloured, what).is).toBe('open');
  expect(isEmpty(ticked(show, [coloured], 'hung', said('Other')))).toBe(true);
  const back = apply(show, unticked(show, [coloured], 'hung'));
  expect([standing(back, coloured, 'hung').is, all(back, 'work').length]).toEqual(['open', 0]);
});
test('what the plot asks for otherwise since is not done, and is told as changed; each work by what belongs to it', () => {
  let show = demo;
  for (const what of works) show = tickIn(show, coloured, what);
  const stands = (of: Show) => Object.fromEntries(works.map((what) => [what, standing(of, now(of, coloured), what).is]));
  const allDone = { hung: 'done', cabled: 'done', coloured: 'done', focused: 'done' };
  expect(stands(show)).toEqual(allDone);
  const [part] = coloured.parts;
  const changed = (patch: Partial<Fixture>) => stands(apply(show, edit([now(show, coloured)], patch)));
  expect(changed({ parts: [{ ...part!, colour: 'other 99' }] })).toEqual({ ...allDone, coloured: 'changed' });
  expect(changed({ parts: [{ ...part!, circuit: 'LX9-3' }] })).toEqual({ ...allDone, cabled: 'changed' });
  expect(changed({ purpose: 'Another' })).toEqual({ ...allDone, focused: 'changed' });
  // By less than a hand nobody hangs it anew, wherever it hangs.
  for (const by of [0, 40, 99, -99]) expect([by, changed({ along: coloured.along + by }).hung]).toEqual([by, 'done']);
  for (const by of [101, -101, 700]) expect([by, changed({ along: coloured.along + by }).hung]).toEqual([by, 'changed']);
  expect(changed({ along: coloured.along + 700 })).toMatchObject({ hung: 'changed', cabled: 'done' });
  expect(changed({ position: rig.find(({ position }) => position !== coloured.position)!.position }).hung).toBe('changed');
  expect(changed({ type: rig.find(({ type }) => type !== coloured.type)!.type }).hung).toBe('changed');
  expect(doneAs(demo, standing(show, coloured, 'hung').tick!)).toMatch(/, .+, \d/);
  expect(doneAs(demo, { ...standing(show, coloured, 'cabled').tick!, was: '' })).toBe('nothing');
  // Channel, address and notes ask nobody to climb again.
  expect(changed({ parts: [{ ...part!, channel: '999', address: 511 }], notes: 'x' })).toEqual(allDone);
  // Ticked anew it counts, and the old tick is gone.
  const moved = apply(show, edit([now(show, coloured)], { along: coloured.along + 700 }));
  const again = tickIn(moved, coloured, 'hung', 'Odd');
  expect(standing(again, now(again, coloured), 'hung')).toMatchObject({ is: 'done', tick: { by: 'Odd' } });
  expect(all(again, 'work').filter(({ what }) => what === 'hung')).toHaveLength(1);
});
test('what has no colour needs none; a spare is hung and cabled alone', () => {
  expect([needs(demo, open, 'coloured'), needs(demo, coloured, 'coloured')]).toEqual([false, true]);
  expect(isEmpty(ticked(demo, [open], 'coloured', said()))).toBe(true);
  const spare = { ...coloured, spare: true };
  expect(works.map((what) => needs(demo, spare, what))).toEqual([true, true, false, false]);
});
test('progress by position adds up to that of the rig', () => {
  const some = rig.filter((_, i) => i % 3 === 0);
  const show = apply(demo, ticked(demo, some, 'hung', said()));
  const lines = progressByPosition(show);
  for (const what of works) {
    const sum = (key: 'done' | 'of' | 'changed') => lines.reduce((n, line) => n + line.progress[what][key], 0);
    expect({ done: sum('done'), of: sum('of'), changed: sum('changed') }).toEqual(progressOfAll(show)[what]);
  }
  expect(progressOfAll(show).hung).toEqual({ done: some.length, of: rig.length, changed: 0 });
  expect(progress(show, []).hung).toEqual({ done: 0, of: 0, changed: 0 });
});
test('law: two who tick on one list, each without having heard of the other, undo nothing of each other', () => {
  const act = fc.record({ light: fc.integer({ min: 0, max: 5 }), what: fc.constantFrom(...works) });
  fc.assert(
    fc.property(fc.array(act, { maxLength: 12 }), fc.array(act, { maxLength: 12 }), (ours, theirs) => {
      const lights = rig.slice(0, 6);
      const do_ = (acts: readonly { light: number; what: What }[], by: string) =>
        acts.map(
          ({ light, what }) =>
            (show: Show): Change =>
              ticked(show, [now(show, lights[light]!)], what, said(by)),
        );
      const run = (show: Show, steps: readonly ((show: Show) => Change)[]) =>
        steps.reduce((at, step) => apply(at, step(at)), show);
      const theirShow = run(demo, do_(theirs, 'B'));
      // Ours were made on the show as it stood before, and come in one by one.
      let mine = demo;
      let server = theirShow;
      for (const step of do_(ours, 'A')) {
        const change = step(mine);
        mine = apply(mine, change);
        const { change: brought, collisions } = rebase(server, change);
        expect(collisions).toEqual([]);
        server = apply(server, brought);
      }
      for (const { light, what } of [...ours, ...theirs])
        if (needs(demo, lights[light]!, what)) expect(standing(server, lights[light]!, what).is).toBe('done');
      // Nobody finds a light ticked that neither has ticked.
      const both = new Set([...ours, ...theirs].map(({ light, what }) => `${light} ${what}`));
      for (const [i, light] of lights.entries())
        for (const what of works) if (!both.has(`${i} ${what}`)) expect(standing(server, light, what).is).toBe('open');
    }),
    { numRuns: 60 },
  );
});
