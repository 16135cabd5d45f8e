/** Focus charts: each aimed unit once, what is drawn of it in its circle, its blades as deep as they are set. */
import { expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { eachCommand } from '../../draw/list.js';
import { apply, edit } from '../../model/change.js';
import { all, get, type Show } from '../../model/show.js';
import { drawSheet } from '../plates.js';
import { charts } from '../ready/charts.js';
import { charted } from './focus-charts.js';

const demo = makeDemo();
const asked = { date: '', sheet: 0, sheets: 0, contents: [] };
const pagesOf = (show: Show, n = 99) =>
  charts
    .make(show, {})
    .slice(0, n)
    .map((sheet) => drawSheet(show, sheet, asked).sheet.panes[0]!.prims);
const pages = pagesOf(demo);

test('every aimed unit that gives light has one chart, with its channel, in the order of purposes', () => {
  const channels = pages.flatMap((prims) => prims.flatMap((prim) => (prim.op === 'text' && prim.size === 5 ? [prim.text] : [])));
  const aimed = all(demo, 'fixture').filter(({ aim, spare, type }) => aim && !spare && get(demo, 'type', type).field > 0);
  expect(channels).toHaveLength(aimed.length);
  expect(new Set(channels).size).toBe(aimed.length);
  expect(
    charted(demo)
      .slice(0, 12)
      .map(({ purpose }) => purpose),
  ).toEqual(Array.from({ length: 12 }, () => 'Front warm'));
});
test('what the lens sees stays in its circle', () => {
  const [prims] = pages;
  const circles = prims!.flatMap((prim) => (prim.op === 'circle' ? [prim] : []));
  expect(circles).toHaveLength(12);
  for (const prim of prims!) {
    if (prim.op !== 'path' || prim.d.length < 6 || (prim.pen === 'thin' && prim.d.length > 10)) continue;
    eachCommand(prim.d, (_, i, n) => {
      if (n < 2) return;
      const [x, y] = [prim.d[i + n - 1]!, prim.d[i + n]!];
      const near = Math.min(...circles.map((circle) => Math.hypot(x - circle.x, y - circle.y) - circle.r));
      expect(near).toBeLessThan(0.01);
    });
  }
});
test('a blade at a half covers half of the field, and is said', () => {
  const [first] = charted(demo);
  const half = { depth: 0.5, angle: 0 };
  const open = { depth: 0, angle: 0 };
  const show = apply(demo, edit([first!], { optics: { shutters: [half, open, open, open] } }));
  const [prims] = pagesOf(show, 1);
  const cover = prims!.find((prim) => prim.op === 'path' && prim.fill === 'wall');
  const [circle] = prims!.flatMap((prim) => (prim.op === 'circle' ? [prim] : []));
  const points: [number, number][] = [];
  if (cover?.op === 'path') for (let i = 0; i < cover.d.length; i += 3) points.push([cover.d[i + 1]!, cover.d[i + 2]!]);
  // Area by the surveyor's formula.
  const area = Math.abs(
    points.reduce(
      (sum, [x, y], i) => sum + x * points[(i + 1) % points.length]![1] - points[(i + 1) % points.length]![0] * y,
      0,
    ) / 2,
  );
  expect(area / (Math.PI * circle!.r ** 2)).toBeCloseTo(0.5, 2);
  expect(prims!.some((prim) => prim.op === 'text' && prim.text === 'up 50 %')).toBe(true);
});
