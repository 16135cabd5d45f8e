/** Notes to each other, over the demo. */
import { expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { compare } from '../compare/compare.js';
import { apply, type Change, isEmpty, removing } from '../model/change.js';
import { rebase } from '../model/merge.js';
import type { Fixture, Remark, Said } from '../model/records.js';
import { idOf } from '../model/show.arb.js';
import { all, get, type Show } from '../model/show.js';
import {
  aboutNow,
  aboutPlace,
  aboutRecord,
  aboutSheet,
  answering,
  isOpenTalk,
  isSame,
  openAbout,
  openOnSheet,
  recordOf,
  remarking,
  talksOf,
  ticking,
} from './remarks.js';

const demo = makeDemo();
const fixture = all(demo, 'fixture').find(({ parts }) => parts[0]?.channel) as Fixture;
const [position] = all(demo, 'position');
let count = 7000;
let minute = 0;
const said = (by: string): Said => ({
  by,
  at: `2026-11-30T18:${String(minute++).padStart(2, '0')}:00.000Z`,
  newId: () => idOf(count++),
});
const after = (show: Show, ...steps: ((show: Show) => Change)[]): Show =>
  steps.reduce((now, step) => apply(now, step(now)), show);
const only = (show: Show): Remark => talksOf(show)[0]!.remark;

test('a note says what it is about, in the words of today; what was struck keeps the name that it had', () => {
  const about = aboutRecord(demo, fixture.id)!;
  const place = get(demo, 'position', fixture.position).name;
  expect(about).toEqual({ fixture: fixture.id, name: `${place} ${fixture.unit}, channel ${fixture.parts[0]?.channel}` });
  const show = after(demo, () => remarking(about, ' Is this meant to be a 26? ', said('Lena Vos')));
  expect(only(show)).toMatchObject({ text: 'Is this meant to be a 26?', by: 'Lena Vos', on: about });
  expect(recordOf(show, about)).toBe(fixture.id);
  const renumbered = apply(show, { added: [], updated: [[fixture, { ...fixture, unit: '77' }]], removed: [] });
  expect(aboutNow(renumbered, about)).toContain(' 77,');
  const struck = apply(show, removing(fixture));
  expect([aboutNow(struck, about), recordOf(struck, about)]).toEqual([about.name, null]);
  expect(openAbout(struck, fixture.id)).toHaveLength(1);
});
test('on a position, a place and a sheet; each is told apart from the others', () => {
  const abouts = [
    aboutRecord(demo, position!.id)!,
    aboutPlace(demo, [1003, 2004]),
    aboutPlace(demo, [1003, 2005]),
    aboutSheet('Plot'),
    aboutSheet('Hookup'),
    aboutRecord(demo, fixture.id)!,
  ];
  expect(abouts[0]).toEqual({ thing: position!.id, name: position!.name });
  expect(abouts[1]).toMatchObject({ at: [1003, 2004], name: expect.stringMatching(/1[.,]0/) });
  for (const [i, a] of abouts.entries()) for (const [j, b] of abouts.entries()) expect(isSame(a, b)).toBe(i === j);
  expect(aboutRecord(demo, idOf(1))).toBeNull();
  const show = after(demo, () => remarking(abouts[3]!, 'Title is wrong', said('Tomas')));
  expect([openOnSheet(show, 'Plot').length, openOnSheet(show, 'Hookup').length]).toEqual([1, 0]);
});
test('it is answered and ticked off; an answer takes the tick away, and a second tick changes nothing', () => {
  const about = aboutRecord(demo, fixture.id)!;
  let show = after(
    demo,
    () => remarking(about, 'Which circuit?', said('Lena')),
    (now) => answering(only(now), 'Twelve.', said('Tomas')),
    (now) => answering(only(now), 'Twelve is taken.', said('Lena')),
  );
  const [talk] = talksOf(show);
  expect(talk?.answers.map(({ text, by }) => [text, by])).toEqual([
    ['Twelve.', 'Tomas'],
    ['Twelve is taken.', 'Lena'],
  ]);
  expect(talk?.last).toBe(talk?.answers[1]?.at);
  show = after(show, (now) => ticking(only(now), true, said('Tomas')));
  expect([isOpenTalk(talksOf(show)[0]!), only(show).done?.by]).toEqual([false, 'Tomas']);
  expect(openAbout(show, fixture.id)).toEqual([]);
  expect(isEmpty(ticking(only(show), true, said('Lena')))).toBe(true);
  show = after(show, (now) => answering(only(now), 'Not yet.', said('Lena')));
  expect(isOpenTalk(talksOf(show)[0]!)).toBe(true);
  expect(isEmpty(remarking(about, '  \n', said('x')))).toBe(true);
  expect(isEmpty(answering(only(show), '', said('x')))).toBe(true);
});
test('who answers at the same moment undoes nobody; an answer whose note is gone stands by itself', () => {
  const show = after(demo, () => remarking(aboutSheet('Plot'), 'Look at this', said('Ines')));
  const [mine, theirs] = [answering(only(show), 'Mine', said('A')), answering(only(show), 'Theirs', said('B'))];
  const first = apply(show, theirs);
  const { change, collisions } = rebase(first, mine);
  expect(collisions).toEqual([]);
  const both = apply(first, change);
  expect(talksOf(both)[0]?.answers).toHaveLength(2);
  const gone = apply(both, removing(only(both)));
  expect(
    talksOf(gone)
      .map(({ remark }) => remark.text)
      .sort(),
  ).toEqual(['Mine', 'Theirs']);
});
test('talks stand newest first by what was last said; they are no difference between two shows', () => {
  const show = after(
    demo,
    () => remarking(aboutSheet('Plot'), 'First', said('Ines')),
    () => remarking(aboutSheet('Plot'), 'Second', said('Ines')),
  );
  expect(talksOf(show).map(({ remark }) => remark.text)).toEqual(['Second', 'First']);
  const answered = apply(show, answering(talksOf(show)[1]!.remark, 'Yes', said('Tomas')));
  expect(talksOf(answered).map(({ remark }) => remark.text)).toEqual(['First', 'Second']);
  expect(compare(demo, answered)).toEqual(compare(demo, demo));
});
