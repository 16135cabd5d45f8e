/** Troubles of sheets as snags of the step Paper. */
import { expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { apply } from '../model/change.js';
import { idOf } from '../model/show.arb.js';
import { accepting, repairOf } from './repairs.js';
import { type SheetTrouble, sheetSnags } from './sheet-snags.js';

const demo = makeDemo();
const troubles: SheetTrouble[] = [
  { sheet: 'plot ', name: 'Light plot, plan', window: 'plan', what: 'off', text: 'At 1:25 the plot is larger than its window.' },
  { sheet: 'cards a', name: 'LX 1', window: null, what: 'small', text: '3 texts are too small.' },
];

test('each says its sheet, what is wrong, and what to do; they keep the order of the book', () => {
  expect(sheetSnags(demo, troubles)).toMatchObject([
    {
      step: 'paper',
      weight: 'doubt',
      sheet: { key: 'plot ', window: 'plan' },
      text: 'Light plot, plan: At 1:25 the plot is larger than its window.',
    },
    { step: 'paper', sheet: { key: 'cards a', window: null }, todo: 'Take a larger scale, or a tag set with larger letters.' },
  ]);
  expect(sheetSnags(demo, [])).toEqual([]);
});
test('one that was accepted rests as long as it says the same; nothing is mended by itself', () => {
  const [off, small] = sheetSnags(demo, troubles);
  const rested = apply(
    demo,
    accepting(demo, off!, 'the wall is meant to run off', () => idOf(9001)),
  );
  expect(sheetSnags(rested, troubles)).toEqual([small]);
  const other = [{ ...troubles[0]!, text: 'At 1:20 the plot is larger than its window.' }];
  expect(sheetSnags(rested, other)).toHaveLength(1);
  expect(repairOf(demo, off!, () => idOf(9002))).toBeNull();
});
