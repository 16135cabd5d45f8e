/** Laws of paper, over generated rigs and the demo: nothing leaves its window, nobody is missing, sums are the sums of the records. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { type Box, boxOf, CAP, emptyBox, type Prim, union } from '../draw/list.js';
import { widthOf } from '../measure/advance.js';
import { apply } from '../model/change.js';
import { idOf, showArb } from '../model/show.arb.js';
import { all, get, type Show } from '../model/show.js';
import { fixturesOn } from '../order/order.js';
import { riggingLoads } from '../power/rigging.js';
import { addedSets } from './edits.js';
import { drawSheet, type Planned, plannedSheets, smallTexts } from './plates.js';
import { plateSets, readySets } from './ready/index.js';
import { sheetSize } from './ready/set.js';
import { counted } from './schedule.js';
import { addressList } from './schedules/addresses.js';
import { dimmerSchedule, multicableSchedule } from './schedules/electric.js';
import { channelHookup } from './schedules/hookup.js';
import { instrumentSchedule } from './schedules/instruments.js';
import { magicSheet } from './schedules/light.js';
import { weightSchedule } from './schedules/stock.js';
import { planAt } from './windows/plan.js';
import { plateTags } from './windows/stage.js';

const demo = makeDemo();
let n = 7000;
const newId = () => idOf(n++);
const asked = { date: 'today', sheet: 1, sheets: 9, contents: [{ name: 'Plot', paper: 'A1' }] };
/** Every ready set with its sheets. */
const withAll = (show: Show): Show =>
  apply(
    show,
    addedSets(
      show,
      readySets(show).map(({ id }) => id),
      newId,
    ),
  );

/** What is inked: texts by the widths of their letters, not by the mean. */
const inkBox = (prims: readonly Prim[]): Box =>
  prims.reduce<Box>((box, prim) => {
    if (prim.op !== 'text') return union(box, boxOf([prim]));
    const wide = widthOf(prim.text, prim.size);
    const from = prim.x - (prim.align === 'left' ? 0 : prim.align === 'right' ? wide : wide / 2);
    return union(box, [from, prim.y, from + wide, prim.y + CAP * prim.size]);
  }, emptyBox);
/** Of sets that have a sheet a purpose or a unit the first four: the others are made by the same lines. */
const someOf = (show: Show): readonly Planned[] => {
  const seen = new Map<string, number>();
  return plannedSheets(show).filter(({ ready }) => {
    const n = (seen.get(ready ?? '') ?? 0) + 1;
    seen.set(ready ?? '', n);
    return n <= 4 || !['charts', 'purposes'].includes(ready ?? '');
  });
};
function staysInside(show: Show): void {
  for (const planned of someOf(show)) {
    const [width, height] = sheetSize(planned.paper, planned.landscape);
    const { sheet, drawn } = drawSheet(show, planned, asked);
    expect([sheet.width, sheet.height]).toEqual([width, height]);
    for (const window of planned.windows) {
      const [x, y, w, h] = window.box;
      for (const { k, ox, oy, clip, prims } of drawn.get(window.id)!.panes) {
        // Either it is cut to its window, or what it holds lies in it. A mark of what changed stands in the margin of a list.
        const box = clip
          ? [clip[0], clip[1], clip[0] + clip[2], clip[1] + clip[3]]
          : inkBox(prims).map((value, i) => value * k + (i % 2 ? oy : ox));
        if (!prims.length) continue;
        expect([planned.name, window.id, box[0]! >= x - 2.01]).toEqual([planned.name, window.id, true]);
        expect(box[1]).toBeGreaterThanOrEqual(y - 0.6);
        expect(box[2]).toBeLessThanOrEqual(x + w + 0.6);
        expect(box[3]).toBeLessThanOrEqual(y + h + 0.6);
      }
    }
  }
}

describe('sheets', () => {
  test('no window’s content leaves it, in any rig and in every set (law)', () =>
    fc.assert(
      fc.property(showArb, (show) => staysInside(withAll(show))),
      { numRuns: 6 },
    ));
  test('nor in the demo; and all of it can be read', () => {
    const show = withAll(demo);
    staysInside(show);
    for (const planned of someOf(show)) {
      const { sheet, troubles } = drawSheet(show, planned, asked);
      expect([planned.name, smallTexts(sheet).count]).toEqual([planned.name, 0]);
      expect([planned.name, troubles.filter(({ what }) => what !== 'empty')]).toEqual([planned.name, []]);
    }
  });
  test('a set has a sheet only where there is something for it', () => {
    for (const set of plateSets) for (const { windows } of set.make(demo, {})) expect(windows.length).toBeGreaterThan(0);
  });
  test('every fixture is on the whole plot exactly once, details apart (law)', () =>
    fc.assert(
      fc.property(fc.constantFrom<'any' | 'demo'>('any', 'demo'), showArb, (which, any) => {
        const show = which === 'demo' ? demo : any;
        const { chunks } = planAt(show, plateTags(show), undefined, 50);
        const seen = new Map<string, number>();
        for (const { kind, id } of chunks) if (kind === 'fixture' && id) seen.set(id, (seen.get(id) ?? 0) + 1);
        for (const fixture of all(show, 'fixture')) {
          const position = get(show, 'position', fixture.position);
          const detailed = chunks.some(({ kind, id }) => kind === 'detail' && id === position.id);
          const once = detailed && position.curve.form !== 'vertical' ? 2 : 1;
          expect([fixture.unit, seen.get(fixture.id)]).toEqual([fixture.unit, once]);
        }
      }),
      { numRuns: 8 },
    ));
});

describe('schedules', () => {
  const rowsOf = (schedule: { readonly groups: readonly { readonly rows: readonly (readonly string[])[] }[] }) =>
    schedule.groups.flatMap(({ rows }) => rows);
  test('every unit that counts stands in each schedule exactly once (law)', () =>
    fc.assert(
      fc.property(fc.constantFrom<'any' | 'demo'>('any', 'demo'), showArb, (which, any) => {
        const show = which === 'demo' ? demo : any;
        const units = counted(show);
        const parts = units.reduce((sum, fixture) => sum + fixture.parts.length, 0);
        expect(rowsOf(instrumentSchedule(show))).toHaveLength(units.length);
        expect(rowsOf(channelHookup(show))).toHaveLength(parts);
        expect(rowsOf(magicSheet(show))).toHaveLength(units.filter(({ purpose }) => purpose).length);
        expect(rowsOf(multicableSchedule(show))).toHaveLength(
          units.reduce((sum, fixture) => sum + fixture.parts.filter(({ multicable }) => multicable).length, 0),
        );
      }),
      { numRuns: 12 },
    ));
  test('slots of the address list: what is taken and what is free are 512 of each universe, what is shared counted once', () => {
    for (const { heading, rows } of addressList(demo).groups) {
      const taken = new Set<number>();
      let free = 0;
      for (const [slots, count, , what] of rows) {
        const [from, to = from] = slots!.split('-').map(Number) as [number, number?];
        if (what === 'free') free += Number(count);
        else for (let slot = from; slot <= to; slot++) taken.add(slot);
        expect(Number(count)).toBe(to - from + 1);
      }
      expect([heading, taken.size + free]).toEqual([heading, 512]);
    }
  });
  test('watts of dimmers and circuits are those of the lanterns, phases apart', () => {
    const { groups } = dimmerSchedule(demo);
    const watts = counted(demo).reduce((sum, { type }) => sum + get(demo, 'type', type).watts, 0);
    const listed = groups.filter(({ heading }) => heading !== 'Phases').reduce((sum, { sums }) => sum + Number(sums![4]), 0);
    expect(Math.abs(listed - watts)).toBeLessThan(10);
    for (const { rows, sums } of groups) {
      const sum = rows.reduce((total, row) => total + Number(row[4]), 0);
      // Each is rounded to the watt, and so is their sum.
      expect(Math.abs(Number(sums![4]) - sum)).toBeLessThanOrEqual(rows.length);
    }
  });
  test('weights are those of the records, and what the points carry is what hangs', () => {
    const [group] = weightSchedule(demo).groups;
    for (const position of all(demo, 'position')) {
      const fixtures = fixturesOn(demo, position);
      const row = group!.rows.find(([name]) => name === position.name);
      if (!row) continue;
      const lanterns = fixtures.reduce((sum, { type }) => sum + get(demo, 'type', type).weight, 0);
      expect(Number(row[2])).toBeCloseTo(lanterns, 1);
      const { total, points } = riggingLoads(demo, position, fixtures);
      expect(Number(row[7])).toBeCloseTo(total, 1);
      if (points.length) expect(points.reduce((sum, { kg }) => sum + kg, 0)).toBeCloseTo(total, 6);
    }
  });
});
