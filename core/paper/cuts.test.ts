/** Check values of reference calculations 10; and laws: what is laid out can be cut edge to edge, nothing overlaps, nothing is lost. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { gathered } from '../measure/list.js';
import { apply, edit } from '../model/change.js';
import { all, get, settingsOf } from '../model/show.js';
import {
  areaBound,
  bestLayout,
  colourCuts,
  cutList,
  type Layout,
  type Placed,
  perSheet,
  plainLayout,
  rollLength,
  type Size,
  wasteOf,
} from './cuts.js';
import { counted } from './schedule.js';

const INCH = 25.4;
const square = (inches: number): Size => [inches * INCH, inches * INCH];
const times = (n: number, size: Size): Size[] => Array.from({ length: n }, () => size);
const sheet: Size = [20 * INCH, 24 * INCH];

describe('check values of calculations 10', () => {
  test('10.1 to 10.3: squares a sheet of 20 x 24 in, and what is thrown away', () => {
    for (const [inches, n, waste] of [
      [6.25, 9, 26.76],
      [7.5, 6, 29.69],
      [10, 4, 16.67],
    ] as const) {
      expect(perSheet(square(inches), sheet)).toBe(n);
      expect(100 * wasteOf(times(n, square(inches)), 1, sheet)).toBeCloseTo(waste, 2);
    }
  });
  test('10.4: 5 of 10 in, 7 of 7.5 in, 10 of 6.25 in: bound 3, plain 4, best of 24 ways 4', () => {
    const pieces = [...times(5, square(10)), ...times(7, square(7.5)), ...times(10, square(6.25))];
    expect(areaBound(pieces, sheet)).toBe(3);
    expect(plainLayout(pieces, { sheet, gap: 0 }).sheets).toHaveLength(4);
    expect(bestLayout(pieces, { sheet, gap: 0 }).sheets).toHaveLength(4);
  });
  test('10.5: 3 of 300 x 250, 4 of 185, 6 of 160 mm on 1220 x 530: plain 2, best 1, waste 20.28 %', () => {
    const pieces: Size[] = [...times(3, [300, 250]), ...times(4, [185, 185]), ...times(6, [160, 160])];
    const rules = { sheet: [1220, 530] as Size, gap: 0 };
    expect(plainLayout(pieces, rules).sheets).toHaveLength(2);
    expect(bestLayout(pieces, rules).sheets).toHaveLength(1);
    expect(100 * wasteOf(pieces, 1, rules.sheet)).toBeCloseTo(20.28, 2);
  });
  test('10.6: a roll of 1220 for 14 pieces of 250 x 300 is 1000 mm long', () => {
    expect(rollLength(14, [250, 300], 1220)).toBe(1000);
    expect(rollLength(3, [1500, 1300], 1220)).toBeNull();
  });
});

/** Whether what lies in a rectangle can be parted by cuts from edge to edge until each piece lies alone. */
function cuttable(placed: readonly Placed[]): boolean {
  if (placed.length < 2) return true;
  for (const axis of ['x', 'y'] as const) {
    const size = axis === 'x' ? 'w' : 'h';
    for (const at of new Set(placed.map((piece) => piece[axis] + piece[size]))) {
      const before = placed.filter((piece) => piece[axis] + piece[size] <= at + 1e-6);
      const after = placed.filter((piece) => piece[axis] >= at - 1e-6);
      if (before.length && after.length && before.length + after.length === placed.length)
        return cuttable(before) && cuttable(after);
    }
  }
  return false;
}
const sound = ({ sheets, size }: Layout, pieces: readonly Size[]) => {
  for (const placed of sheets) {
    for (const [i, a] of placed.entries()) {
      expect(a.x).toBeGreaterThanOrEqual(0);
      expect(a.y).toBeGreaterThanOrEqual(0);
      expect(a.x + a.w).toBeLessThanOrEqual(size[0] + 1e-6);
      expect(a.y + a.h).toBeLessThanOrEqual(size[1] + 1e-6);
      expect([a.w, a.h].sort()).toEqual([...pieces[a.piece]!].sort());
      for (const b of placed.slice(i + 1))
        expect(a.x + a.w <= b.x + 1e-6 || b.x + b.w <= a.x + 1e-6 || a.y + a.h <= b.y + 1e-6 || b.y + b.h <= a.y + 1e-6).toBe(
          true,
        );
    }
    expect(cuttable(placed)).toBe(true);
  }
};
describe('layouts', () => {
  test('each piece once, none on another, none beside the sheet, and all of it can be cut edge to edge (law)', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 40, max: 700 }), fc.integer({ min: 40, max: 700 })), { minLength: 1, maxLength: 14 }),
        (pieces) => {
          const rules = { sheet: [1220, 530] as Size, gap: 0 };
          const layout = bestLayout(pieces, rules);
          sound(layout, pieces);
          const laid = [...layout.sheets.flatMap((placed) => placed.map(({ piece }) => piece)), ...layout.tooLarge].sort(
            (a, b) => a - b,
          );
          expect(laid).toEqual(pieces.map((_, i) => i));
          const small = pieces.filter((_, i) => !layout.tooLarge.includes(i));
          expect(layout.sheets.length).toBeGreaterThanOrEqual(areaBound(small, rules.sheet));
          expect(layout.sheets.length).toBeLessThanOrEqual(plainLayout(pieces, rules).sheets.length);
          for (const i of layout.tooLarge) expect(Math.min(...pieces[i]!) > 530 || Math.max(...pieces[i]!) > 1220).toBe(true);
        },
      ),
      { numRuns: 40 },
    ));
  test('between two pieces the gap is left', () => {
    const { sheets } = bestLayout(times(8, [250, 250]), { sheet: [1220, 530], gap: 10 });
    for (const placed of sheets)
      for (const [i, a] of placed.entries())
        for (const b of placed.slice(i + 1))
          expect(Math.max(a.x - b.x - b.w, b.x - a.x - a.w, a.y - b.y - b.h, b.y - a.y - a.h)).toBeGreaterThanOrEqual(10 - 1e-6);
  });
});

describe('the list of a show', () => {
  const demo = makeDemo();
  test('a piece for each filter of each cell of each unit, counted again from the records', () => {
    const { rows, unknown } = cutList(demo);
    const wanted = counted(demo).flatMap((fixture) =>
      fixture.parts.flatMap(({ colour }) =>
        colour && !colour.startsWith('#') ? colour.split('+').map((code) => [code.trim(), fixture.type] as const) : [],
      ),
    );
    const cut = wanted.filter(([, type]) => get(demo, 'type', type).frame);
    expect(rows.reduce((sum, { pieces }) => sum + pieces, 0)).toBe(cut.length);
    expect(unknown.reduce((sum, { count }) => sum + count, 0)).toBe(wanted.length - cut.length);
    for (const [code, list] of gathered(cut, ([code]) => code))
      expect(rows.filter(({ colour }) => colour === code).reduce((sum, { used }) => sum + used, 0)).toBe(list.length);
  });
  test('spares are cut besides, rounded up for each colour and size', () => {
    const show = apply(demo, edit([settingsOf(demo)], { colourCut: { sheet: [1220, 530], spare: 0.1, gap: 0 } }));
    for (const { used, pieces } of cutList(show).rows) expect(pieces).toBe(used + Math.ceil(used * 0.1 - 1e-9));
  });
  test('a type without a frame is told by its name, and no piece is made up for it', () => {
    const type = all(demo, 'type').find(({ name }) => name === 'Aster 26')!;
    const { frame: _, ...bare } = type;
    const show = apply(demo, { added: [], updated: [[type, bare]], removed: [] });
    const { unknown } = cutList(show);
    expect(unknown.flatMap(({ types }) => types)).toContain('Aster 26');
  });
  test('the layouts of its colours are sound', () => {
    for (const { layout, pieces } of colourCuts(demo)) sound(layout, pieces);
  });
});
