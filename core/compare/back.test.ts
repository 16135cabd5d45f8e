/** Going back to an issue. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { itemAt } from '../measure/list.js';
import { apply, edit, isEmpty, removing } from '../model/change.js';
import { faults, faultsOfChange } from '../model/references.js';
import { idOf, showArb } from '../model/show.arb.js';
import { all, type Show, settingsOf } from '../model/show.js';
import { positionsInOrder } from '../order/order.js';
import { goingBack, goingBackWith } from './back.js';
import { compare } from './compare.js';
import { issuePlot } from './issuing.js';
import { issuesInOrder } from './since.js';

const demo = makeDemo();
let n = 8500;
const given = (show: Show, name: string): Show => {
  const change = issuePlot(show, { name, day: '2026-11-29' }, () => idOf(n++));
  if (typeof change === 'string') throw new Error(change);
  return apply(show, change);
};

describe('the whole show', () => {
  test('is as it was in the issue, whatever was done since; issues stay', () => {
    fc.assert(
      fc.property(showArb, showArb, (then, now) => {
        const a = given(then, 'A');
        const later = given(now, 'B');
        const back = apply(later, goingBack(later, a));
        expect(compare(a, back).empty).toBe(true);
        expect(issuesInOrder(back).map(({ name }) => name)).toEqual(['B']);
      }),
    );
  });
  test('of the demo: nothing points at what is not there, and going back twice does nothing', () => {
    const a = given(demo, 'A');
    const lx2 = positionsInOrder(a).find(({ name }) => name === 'LX 2')!;
    const gone = apply(a, removing(...all(a, 'fixture').filter(({ position }) => position === lx2.id), lx2));
    const other = apply(gone, edit([settingsOf(gone)], { venue: 'Elsewhere' }));
    const back = apply(other, goingBack(other, a));
    expect(faults(back)).toEqual([]);
    expect(compare(a, back).empty).toBe(true);
    expect(isEmpty(goingBack(back, a))).toBe(true);
  });
});

describe('some of it', () => {
  const [first, second, third] = all(demo, 'fixture');
  test('a fixture is changed back, hung again, or taken away; nobody else moves', () => {
    const changed = apply(demo, edit([first!, second!], { notes: 'elsewhere' }));
    const less = apply(changed, removing(third!));
    const back = apply(less, goingBackWith(less, demo, [first!.id, third!.id]));
    const { fixtures } = compare(demo, back);
    expect(fixtures.map(({ id }) => id)).toEqual([second!.id]);
    // Of what was added since: it goes.
    const more = apply(less, goingBackWith(less, apply(demo, removing(first!)), [first!.id]));
    expect(more.records.has(first!.id)).toBe(false);
  });
  test('what hangs on a position that is gone brings it back', () => {
    const lx2 = positionsInOrder(demo).find(({ name }) => name === 'LX 2')!;
    const hung = all(demo, 'fixture').filter(({ position }) => position === lx2.id);
    const gone = apply(demo, removing(...hung, lx2));
    const change = goingBackWith(gone, demo, [itemAt(hung, 0).id]);
    const back = apply(gone, change);
    expect(faultsOfChange(back, change)).toEqual([]);
    expect(back.records.get(lx2.id)).toEqual(lx2);
    expect(compare(demo, back).fixtures).toHaveLength(hung.length - 1);
  });
  test('what stands as it stood is left alone', () => {
    expect(isEmpty(goingBackWith(demo, demo, [first!.id, idOf(4711)]))).toBe(true);
  });
});
