/** A title block that is drawn by hand. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { widthOf } from '../measure/advance.js';
import { makeSettings, makeTitleBlock } from '../model/make.js';
import type { Issue, TitleBlock, TitleItem } from '../model/records.js';
import { idOf, SHOW } from '../model/show.arb.js';
import { type Show, showOf } from '../model/show.js';
import { boxOf, CAP, type Prim, type TextPrim } from './list.js';
import { bearings, drawnBlock, drawnFrom, ISSUE_ROW, issuesHeight, issuesTable, scaleBar } from './title-items.js';

const issue = (i: number, more: Partial<Issue> = {}): Issue => ({
  id: idOf(600 + i),
  kind: 'issue',
  name: String.fromCharCode(65 + i),
  day: `2026-11-${String(10 + i).padStart(2, '0')}`,
  order: i,
  ...more,
});
const showWith = (...issues: Issue[]): Show => showOf(SHOW, [makeSettings(SHOW, 'The Salt Orchard'), ...issues]);
const texts = (prims: readonly Prim[]): TextPrim[] => prims.filter((prim): prim is TextPrim => prim.op === 'text');
const block = (...items: TitleItem[]): TitleBlock => ({ ...makeTitleBlock(idOf(590)), size: [60, 40], items });
const plain = (text: string) => text.replace('{show}', 'The Salt Orchard');
const drawn = (items: TitleItem[], box: readonly [number, number, number, number] = [0, 0, 60, 40], show = showWith()) =>
  drawnBlock(show, block(...items), box, plain, 50);
/** A PNG's head: signature, then IHDR with width 40 and height 10. */
const png = btoa(
  String.fromCharCode(
    137,
    80,
    78,
    71,
    13,
    10,
    26,
    10,
    0,
    0,
    0,
    13,
    73,
    72,
    68,
    82,
    0,
    0,
    0,
    40,
    0,
    0,
    0,
    10,
    8,
    6,
    0,
    0,
    0,
    0,
    0,
    0,
  ),
);

describe('things', () => {
  test('words in braces are put in, heavy and aligned as they are set, from the top of their box', () => {
    const [text] = texts(
      drawn([{ id: 'a', what: 'text', box: [10, 20, 40, 6], text: '{show}', size: 4, bold: true, align: 'right' }]),
    );
    expect(text).toMatchObject({ text: 'The Salt Orchard', bold: true, align: 'right', x: 50, size: 4 });
    expect(text!.y + CAP * 4).toBeLessThanOrEqual(26);
  });
  test('a line that is too long is set smaller, down to what can be read, then goes on below; what has no room is left out', () => {
    const long = 'A line that says a good deal more than its box has room for at once';
    const lines = texts(drawn([{ id: 'a', what: 'text', box: [0, 0, 40, 8], text: long, size: 6 }]));
    expect(lines).toHaveLength(2);
    for (const { size, text } of lines) {
      expect(size).toBe(2.5);
      expect(widthOf(text, size)).toBeLessThanOrEqual(40);
    }
  });
  test('a picture keeps its sides, in the middle of its box; one that is none is left out', () => {
    const [picture] = drawn([{ id: 'a', what: 'picture', box: [0, 0, 20, 20], picture: png }]);
    expect(picture).toMatchObject({ op: 'image', x: 0, y: 7.5, w: 20, h: 5 });
    expect(drawn([{ id: 'a', what: 'picture', box: [0, 0, 20, 20], picture: 'AAAA' }])).toEqual([]);
    expect(drawn([{ id: 'a', what: 'picture', box: [0, 0, 20, 20] }])).toEqual([]);
  });
  test('lines run from corner to corner, frames round their box', () => {
    expect(boxOf(drawn([{ id: 'a', what: 'line', box: [5, 6, 30, 0] }]))).toEqual([5, 6, 35, 6]);
    expect(boxOf(drawn([{ id: 'a', what: 'frame', box: [5, 6, 30, 10] }]))).toEqual([5, 6, 35, 16]);
  });
  test('in a window of another size places are in proportion, and letters never too small to be read', () => {
    const item: TitleItem = { id: 'a', what: 'text', box: [30, 20, 20, 6], text: 'ab', size: 3 };
    const [half] = texts(drawn([item], [100, 0, 30, 20]));
    expect(half).toMatchObject({ x: 115, size: 2.5 });
    const [twice] = texts(drawn([item], [0, 0, 120, 80]));
    expect(twice).toMatchObject({ x: 60, size: 6 });
  });
  test('the scale bar is true to scale: a metre at 1:50 is 20 mm, two feet at 1:48 are half an inch', () => {
    const metres = texts(scaleBar(showWith(), 50, 3, 0, 60)).map(({ x }) => x);
    expect(metres).toEqual([3, 23, 43, 63]);
    const imperial = showOf(SHOW, [makeSettings(SHOW, 'x', 'imperial')]);
    const [a, b] = texts(scaleBar(imperial, 48, 0, 0, 60)).map(({ x }) => x);
    expect(b! - a!).toBeCloseTo(12.7, 9);
  });
  test('bearings name centre line, plaster line, both sides and the audience: stage left at the right', () => {
    const said = texts(bearings([0, 0, 24, 16]));
    const at = (text: string) => said.find((prim) => prim.text === text)!;
    expect(said.map(({ text }) => text).sort()).toEqual(['CL', 'PL', 'SL', 'SR', 'audience']);
    expect(at('SL').x).toBeGreaterThan(at('SR').x);
    expect(at('CL').y).toBeGreaterThan(at('audience').y);
  });
});

describe('the table of issues', () => {
  const issues = [0, 1, 2, 3].map((i) => issue(i, i === 1 ? { to: 'the crew', note: 'for hanging' } : {}));
  const names = (prims: readonly Prim[]) => texts(prims).flatMap(({ text, bold }) => (bold ? [text] : []));
  test('has the newest first, with day, for whom and what', () => {
    const table = issuesTable(showWith(...issues), [0, 0, 66, 100]);
    expect(names(table)).toEqual(['D', 'C', 'B', 'A']);
    expect(texts(table).map(({ text }) => text)).toEqual(expect.arrayContaining(['11 Nov 2026', 'for the crew: for hanging']));
  });
  test('where there is no room for all of them it says how many there were before', () => {
    const table = issuesTable(showWith(...issues), [0, 0, 66, 3 * ISSUE_ROW]);
    expect(names(table)).toEqual(['D']);
    expect(texts(table).at(-1)!.text).toBe('and 3 before');
    expect(issuesTable(showWith(), [0, 0, 66, 50])).toEqual([]);
  });
  test('needs a row an issue and a head', () => {
    expect(issuesHeight(showWith(), 4)).toBe(0);
    expect(issuesHeight(showWith(...issues), 4)).toBeCloseTo(5 * ISSUE_ROW, 9);
    expect(issuesHeight(showWith(...issues), 2)).toBeCloseTo(3 * ISSUE_ROW, 9);
  });
});

test('a block of lines becomes one that is drawn and says the same, with table, bearings and bar', () => {
  const lines = makeTitleBlock(idOf(591));
  const { size, items } = drawnFrom(lines);
  expect(items.filter(({ what }) => what === 'text').map(({ text }) => text)).toEqual(
    lines.lines.map(({ label, text }) => [label, text].filter(Boolean).join(': ')),
  );
  expect(new Set(items.map(({ what }) => what))).toEqual(new Set(['text', 'issues', 'bearings', 'scale bar']));
  for (const { box } of items) {
    expect(box[0]).toBeGreaterThanOrEqual(0);
    expect(box[1]).toBeGreaterThanOrEqual(0);
    expect(box[0] + box[2]).toBeLessThanOrEqual(size[0]);
    expect(box[1] + box[3]).toBeLessThanOrEqual(size[1]);
  }
});

test('whatever is typed into it, words stay in their box across', () => {
  fc.assert(
    fc.property(
      fc.string({ maxLength: 80 }),
      fc.integer({ min: 8, max: 50 }),
      fc.integer({ min: 3, max: 12 }),
      (text, w, size) => {
        for (const line of texts(drawn([{ id: 'a', what: 'text', box: [2, 2, w, 30], text, size }]))) {
          expect(line.size).toBeGreaterThanOrEqual(2.5);
          expect(widthOf(line.text, line.size)).toBeLessThanOrEqual(w + 1e-6);
        }
      },
    ),
  );
});
