/** Maps of one's own: filled in one gesture, set in order, and what their things say. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { v4 } from 'uuid';
import { makeDemo } from '#demo/show';
import type { BoardMap, MapItem } from '../model/records.js';
import { all } from '../model/show.js';
import { inCheckOrder } from '../wires/check-order.js';
import { aligned, edges, freePlace, onGrid, shifted, spread } from './arrange.js';
import { filled, fillings, orphans } from './fill.js';
import { filterOf, groupsByKey, lightsOf, linesOf, nameOf } from './things.js';

const demo = makeDemo();
const empty = (size: [number, number] = [420, 297]): BoardMap => ({
  id: v4(),
  kind: 'map',
  name: 'Map',
  order: 1,
  size,
  snap: 2,
  fields: ['purpose'],
  fill: 'level',
  items: [],
});
const whole = inCheckOrder(demo, 'position').map(({ id }) => id);
const meets = ({ box: [a, b, w, h] }: MapItem, { box: [c, d, x, y] }: MapItem): boolean =>
  a + w > c + 1e-6 && c + x > a + 1e-6 && b + h > d + 1e-6 && d + y > b + 1e-6;

describe.each(fillings)('filled %s', (how) => {
  test('every channel stands once, nothing on anything else, all on the board', () => {
    for (const ids of [whole, whole.slice(0, 12), whole.slice(0, 1)]) {
      const map = filled(demo, empty(), ids, how, v4);
      const channels = map.items.flatMap(({ channel }) => channel ?? []);
      const expected = new Set(
        all(demo, 'fixture')
          .filter(({ id }) => ids.includes(id))
          .flatMap(({ parts }) => parts.map((part) => part.channel).filter(Boolean)),
      );
      expect([...channels].sort()).toEqual([...expected].sort());
      const onEachOther = map.items.flatMap((item, i) =>
        map.items
          .slice(i + 1)
          .flatMap((other) => (meets(item, other) ? [`${nameOf(demo, item)} on ${nameOf(demo, other)}`] : [])),
      );
      expect(onEachOther).toEqual([]);
      for (const { box } of map.items) {
        const [x, y, w, h] = box;
        expect(x >= 0 && y >= 0 && x + w <= map.size[0] && y + h <= map.size[1]).toBe(true);
      }
      expect(orphans(demo, map)).toEqual([]);
      // Again from the same lights adds nothing.
      expect(filled(demo, map, ids, how, v4)).toBe(map);
    }
  });
});
test('as on the plan upstage is up, and stage left is right', () => {
  const map = filled(demo, empty([1200, 800]), whole, 'as on the plan', v4);
  const at = (channel: string) => map.items.find((item) => item.channel === channel)?.box ?? [0, 0, 0, 0];
  // FOH hangs below the stage, LX 4 above LX 1; channel 5 hangs at stage right of 21 on FOH 1.
  expect(at('21')[1]).toBeLessThan(at('6')[1]);
  expect(at('154')[1]).toBeGreaterThan(at('6')[1]);
  expect(at('5')[0]).toBeLessThan(at('21')[0]);
  expect(new Set(['5', '21', '22'].map((channel) => at(channel)[1])).size).toBe(1);
});

describe('set in order', () => {
  const box = fc.tuple(
    fc.integer({ min: 0, max: 300 }),
    fc.integer({ min: 0, max: 200 }),
    fc.integer({ min: 1, max: 40 }),
    fc.integer({ min: 1, max: 40 }),
  );
  const items = fc
    .array(box, { minLength: 3, maxLength: 12 })
    .map((boxes): MapItem[] => boxes.map((own, i) => ({ id: String(i), what: 'box', box: own })));
  const edgeOf = ({ box: [x, y, w, h] }: MapItem): Record<(typeof edges)[number], number> => ({
    left: x,
    right: x + w,
    middle: x + w / 2,
    bottom: y,
    top: y + h,
    centre: y + h / 2,
  });
  test('law: aligned things have that edge in one line, keep their sizes, and others stay', () => {
    fc.assert(
      fc.property(items, fc.constantFrom(...edges), (list, edge) => {
        const chosen = new Set(['0', '2']);
        const after = aligned(list, chosen, edge);
        const [a, b] = [after[0], after[2]].map((item) => item && edgeOf(item)[edge]);
        expect(a).toBeCloseTo(b ?? Number.NaN, 6);
        after.forEach((item, i) => {
          expect([item.box[2], item.box[3]]).toEqual([list[i]?.box[2], list[i]?.box[3]]);
          if (!chosen.has(item.id)) expect(item).toBe(list[i]);
        });
      }),
    );
  });
  test('law: spread things have even gaps, and the outermost stay', () => {
    fc.assert(
      fc.property(items, fc.constantFrom('across' as const, 'up' as const), (list, way) => {
        const chosen = new Set(list.map(({ id }) => id));
        const at = way === 'across' ? 0 : 1;
        const order = [...list].sort((a, b) => a.box[at] - b.box[at]).map(({ id }) => id);
        const after = new Map(spread(list, chosen, way).map((item) => [item.id, item.box]));
        const gaps = order.slice(1).map((id, i) => {
          const [before, now] = [after.get(order[i] ?? ''), after.get(id)];
          return (now?.[at] ?? 0) - (before?.[at] ?? 0) - (before?.[at === 0 ? 2 : 3] ?? 0);
        });
        for (const gap of gaps) expect(gap).toBeCloseTo(gaps[0] ?? 0, 6);
        const first = list.find(({ id }) => id === order[0]);
        expect(after.get(order[0] ?? '')?.[at]).toBeCloseTo(first?.box[at] ?? Number.NaN, 6);
        const last = list.find(({ id }) => id === order.at(-1));
        expect(after.get(order.at(-1) ?? '')?.[at]).toBeCloseTo(last?.box[at] ?? Number.NaN, 6);
      }),
    );
  });
  test('law: what is new lies on nothing, while there is room', () => {
    fc.assert(
      fc.property(items, (list) => {
        const [x, y] = freePlace(list, [420, 297], [30, 12]);
        const made: MapItem = { id: 'new', what: 'box', box: [x, y, 30, 12] };
        for (const other of list) expect(meets(made, other)).toBe(false);
        expect(x >= 0 && y >= 0 && x + 30 <= 420 && y + 12 <= 297).toBe(true);
      }),
    );
    expect(freePlace([{ id: 'a', what: 'box', box: [0, 0, 100, 100] }], [100, 100], [30, 12])).toEqual([10, 78]);
  });
  test('what is moved snaps to the grid of the map', () => {
    const list: MapItem[] = [{ id: 'a', what: 'box', box: [3, 4, 10, 10] }];
    expect(shifted(list, new Set(['a']), [4.2, -1], 5)[0]?.box).toEqual([5, 5, 10, 10]);
    expect(shifted(list, new Set(['a']), [4.2, -1], 0)[0]?.box).toEqual([7.2, 3, 10, 10]);
    expect(onGrid(12.4, 5)).toBe(10);
  });
});

test('things say their channel, group and area, the fields of the map and the filter of the plot', () => {
  const item = (more: Partial<MapItem>): MapItem => ({ id: 'a', what: 'tile', box: [0, 0, 1, 1], ...more });
  expect(linesOf(demo, { fields: ['channel', 'purpose', 'colour'] }, item({ channel: '21' }))).toEqual(['Front cool', 'Sm 8a']);
  expect(filterOf(demo, item({ channel: '21' }))).toMatch(/^#[0-9a-f]{6}$/);
  const [key, group] = [...groupsByKey(demo)][1] ?? [];
  expect(nameOf(demo, item({ what: 'group', group: key ?? '' }))).toBe(group?.name);
  expect(lightsOf(demo, item({ what: 'group', group: key ?? '' }))).toEqual(group?.fixtures);
  expect(nameOf(demo, item({ what: 'group', group: 'gone' }))).toBe('no such group');
  const [area] = all(demo, 'area');
  expect(nameOf(demo, item({ what: 'area', area: area?.id ?? '' }))).toBe(`Area ${area?.name}`);
  expect(lightsOf(demo, item({ what: 'area', area: area?.id ?? '' })).length).toBeGreaterThan(0);
  expect(lightsOf(demo, item({ what: 'text', text: 'x' }))).toEqual([]);
  expect(orphans(demo, { items: [item({ channel: 'gone' })] })).toHaveLength(1);
});
