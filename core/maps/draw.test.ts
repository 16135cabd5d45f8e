/** Maps on the screen and on paper: nothing leaves its thing or the sheet, and the sheet says when it cannot be read. */
import { expect, test } from '@jest/globals';
import { v4 } from 'uuid';
import { makeDemo } from '#demo/show';
import { boxOf } from '../draw/list.js';
import { widthOf } from '../measure/advance.js';
import { adding, apply } from '../model/change.js';
import type { BoardMap } from '../model/records.js';
import { plannedSheets } from '../paper/plates.js';
import { readySet } from '../paper/ready/index.js';
import { windowKind } from '../paper/windows/index.js';
import { inCheckOrder } from '../wires/check-order.js';
import { itemPrims, mapPrims } from './draw.js';
import { filled } from './fill.js';
import { mapColumns, mapRows } from './table.js';

const demo = makeDemo();
const ids = inCheckOrder(demo, 'position').map(({ id }) => id);
const map: BoardMap = filled(
  demo,
  {
    id: v4(),
    kind: 'map',
    name: 'Glance',
    order: 1,
    size: [420, 297],
    snap: 2,
    fields: ['purpose', 'colour'],
    fill: 'filter',
    items: [],
  },
  ids,
  'as on the plan',
  v4,
);
const show = apply(demo, adding(map));

test('what a channel says stays in its box, its name leaves room for the level', () => {
  for (const item of map.items) {
    const prims = itemPrims(show, map, item);
    const [, , w, h] = item.box;
    for (const prim of prims) {
      const [left, low, right, high] = boxOf([prim]);
      const end = prim.op === 'text' ? prim.x + widthOf(prim.text, prim.size) : right;
      expect([left >= -0.01, low >= -0.6, end <= w + 0.6, high <= h + 0.3]).toEqual([true, true, true, true]);
      if (prim.op === 'text' && prim.text === item.channel) expect(end).toBeLessThanOrEqual(w * 0.6);
    }
  }
});
test('a long name is written smaller, and leaves the level its room', () => {
  const [name] = itemPrims(show, map, { id: 'a', what: 'tile', box: [0, 0, 18, 14], channel: '1234567' }).filter(
    ({ op }) => op === 'text',
  );
  if (name?.op !== 'text') throw new Error('no name');
  expect(name.x + widthOf(name.text, name.size)).toBeLessThanOrEqual(18 * 0.6);
  expect(name.text).toBe('1234567');
});
test('shapes, words and buttons are drawn; what is written by hand wins over the name', () => {
  const item = (what: BoardMap['items'][number]['what'], more = {}) =>
    itemPrims(show, map, { id: 'a', what, box: [0, 0, 30, 20], ...more });
  expect(item('line')).toHaveLength(1);
  expect(boxOf(item('ellipse')).map(Math.round)).toEqual([0, 0, 30, 20]);
  expect(item('text', { text: 'Stage left' }).map((prim) => prim.op === 'text' && prim.text)).toEqual(['Stage left']);
  expect(
    item('group', { group: 'all', text: 'Everything' }).some((prim) => prim.op === 'text' && prim.text === 'Everything'),
  ).toBe(true);
  expect(item('box', { colour: '#804000' })[0]).toMatchObject({ op: 'path', fill: '#804000' });
});
test('on paper it fits its room, in the middle, and small letters are told', () => {
  const room = [20, 30, 300, 200] as const;
  const [left, low, right, high] = boxOf(mapPrims(show, map, room).prims);
  expect(left >= 20 && low >= 30 && right <= 320 && high <= 230).toBe(true);
  const drawn = windowKind('map')?.draw(show, { id: 'w', what: 'map', of: map.id, box: [0, 0, 120, 80] }, {} as never);
  expect(drawn?.troubles.map(({ what }) => what)).toEqual(['small']);
  expect(
    windowKind('map')?.draw(show, { id: 'w', what: 'map', of: map.id, box: [0, 0, 1200, 900] }, {} as never)?.troubles,
  ).toEqual([]);
  expect(windowKind('map')?.draw(demo, { id: 'w', what: 'map', box: [0, 0, 100, 80] }, {} as never)?.troubles[0]?.what).toBe(
    'empty',
  );
});
test('each map is a magic sheet of its own', () => {
  expect(
    readySet(show, 'maps')
      ?.make(show, {})
      .map(({ name, of }) => [name, of]),
  ).toEqual([['Glance', map.id]]);
  expect(readySet(demo, 'maps')?.make(demo, {})).toEqual([]);
  // The paper is large enough for its letters.
  for (const { windows } of readySet(show, 'maps')?.make(show, {}) ?? [])
    for (const window of windows) expect(windowKind(window.what)?.draw(show, window, {} as never).troubles).toEqual([]);
  expect(plannedSheets(demo, null).length).toBeGreaterThan(0);
});
test('the table lists what stands on maps, by every heading', () => {
  const rows = mapRows(show, {});
  expect(rows).toHaveLength(map.items.length);
  expect(mapRows(show, { name: '=21' }).map(({ says }) => says)).toEqual([
    expect.objectContaining({ map: 'Glance', form: 'symbol', name: '21', position: 'FOH 1', purpose: 'Front cool', lights: '1' }),
  ]);
  for (const column of mapColumns) {
    const some = rows.find(({ says }) => says[column]);
    expect([
      column,
      some && mapRows(show, { [column]: `=${some.says[column]}` }).some(({ item }) => item.id === some.item.id),
    ]).toEqual([column, true]);
  }
  const fronts = mapRows(show, { purpose: 'front', position: 'not foh' });
  expect(fronts.length).toBeGreaterThan(0);
  for (const { says } of fronts) expect([/front/i.test(says.purpose), /foh/i.test(says.position)]).toEqual([true, false]);
});
