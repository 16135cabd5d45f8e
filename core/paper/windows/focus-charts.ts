/** Focus charts: for each unit what its lens sees, with its blades, and what it is for. */

import { lensLines } from '../../draw/lens-lines.js';
import { arc, circle, LINE, MOVE, type Prim, path, rect, textAt } from '../../draw/list.js';
import { channelText } from '../../fields/texts.js';
import { blades, fromUnder } from '../../light/gate.js';
import { lensViewOf, shutterOf } from '../../light/shutters.js';
import { cutTo } from '../../measure/advance.js';
import { formatStagePoint } from '../../measure/lengths.js';
import type { Fixture, PlateWindow, Vec2 } from '../../model/records.js';
import { find, get, type Show, settingsOf } from '../../model/show.js';
import { natural } from '../../order/order.js';
import { purposesOf } from '../../setout/matrix.js';
import { place } from '../../space/hanging.js';
import { counted } from '../schedule.js';
import { type Drawn, empty, LETTER, onPaper, type WindowKind } from './window.js';

/** Size of a chart and radius of its field, mm. */
const CELL = [88, 42] as const;
const R = 17;

const lists = new WeakMap<Show, readonly Fixture[]>();
/** Every unit that is aimed, purpose by purpose, in each by channel. */
export function charted(show: Show): readonly Fixture[] {
  const known = lists.get(show);
  if (known) return known;
  const places = new Map(purposesOf(show).map(({ name }, i) => [name, i]));
  const last = places.size;
  const made = counted(show)
    .filter((fixture) => fixture.aim && get(show, 'type', fixture.type).field > 0)
    .sort(
      (a, b) =>
        (places.get(a.purpose) ?? last) - (places.get(b.purpose) ?? last) ||
        natural(channelText(a), channelText(b)) ||
        natural(a.unit, b.unit),
    );
  lists.set(show, made);
  return made;
}
/** How many charts a window holds across and up. */
export const chartGrid = ([, , width, height]: PlateWindow['box']): readonly [number, number] => [
  Math.max(1, Math.floor(width / CELL[0])),
  Math.max(1, Math.floor(height / CELL[1])),
];

/** A line as far as it lies in the field, a circle of radius 1. Null where none of it does. */
function inField([ax, ay]: Vec2, [bx, by]: Vec2): readonly [Vec2, Vec2] | null {
  const [dx, dy] = [bx - ax, by - ay];
  const [a, b, c] = [dx * dx + dy * dy, 2 * (ax * dx + ay * dy), ax * ax + ay * ay - 1];
  const under = b * b - 4 * a * c;
  if (a < 1e-12 || under <= 0) return null;
  const root = Math.sqrt(under);
  const [from, to] = [Math.max(0, (-b - root) / (2 * a)), Math.min(1, (-b + root) / (2 * a))];
  return from < to
    ? [
        [ax + dx * from, ay + dy * from],
        [ax + dx * to, ay + dy * to],
      ]
    : null;
}
/** What a blade covers of the field. */
function covered(fixture: Fixture, blade: (typeof blades)[number]): Vec2[] {
  const { depth, angle } = shutterOf(fixture, blade);
  if (depth <= 0) return [];
  const t = Math.tan((angle * Math.PI) / 180);
  const out: Vec2[] = [];
  // Once round, from the side that is open: what is covered is one stretch of the rim.
  for (let i = 0; i <= 180; i++) {
    const at = ((i * 2 - 90) * Math.PI) / 180;
    const [x, y] = [Math.cos(at), Math.sin(at)];
    if (y >= 1 - 2 * depth + t * x) out.push(fromUnder(blade, x, y));
  }
  return out;
}
const polygon = (points: readonly Vec2[], at: (point: Vec2) => Vec2): number[] =>
  points.flatMap((point, i) => [i ? LINE : MOVE, ...at(point)]);

function picture(show: Show, fixture: Fixture, cx: number, cy: number): Prim[] {
  const at = ([x, y]: Vec2): Vec2 => [cx + x * R, cy + y * R];
  const out: Prim[] = [];
  for (const { use, points } of lensLines(show, fixture, lensViewOf(show, fixture))) {
    const pen = use === 'area' ? 'inner' : use === 'cloth' ? 'masking' : 'thin';
    for (let i = 1; i < points.length; i++) {
      const line = inField(points[i - 1] as Vec2, points[i] as Vec2);
      if (line) out.push(path([MOVE, ...at(line[0]), LINE, ...at(line[1])], pen, 'none', use === 'floor' ? 'faint' : 'ink'));
    }
  }
  for (const blade of blades) {
    const cover = covered(fixture, blade);
    if (cover.length > 2) out.push(path(polygon(cover, at), 'inner', 'wall'));
  }
  const { iris } = fixture.optics ?? {};
  if (iris !== undefined && iris < 1) out.push(path(arc(cx, cy, R * iris, 0, 360), 'sight'));
  return [
    ...out,
    circle(cx, cy, R, 'position'),
    path([MOVE, cx - 1.5, cy, LINE, cx + 1.5, cy, MOVE, cx, cy - 1.5, LINE, cx, cy + 1.5], 'inner'),
  ];
}

/** What is said of a unit, from the top. */
function said(show: Show, fixture: Fixture): readonly string[] {
  const { units } = settingsOf(show);
  const { name } = get(show, 'position', fixture.position);
  const at = place(show, fixture);
  const aim =
    fixture.aim?.kind === 'area'
      ? (find(show, 'area', fixture.aim.area)?.name ?? '')
      : at.target
        ? formatStagePoint([at.target[0], at.target[1]], units)
        : '';
  const shutters = blades.flatMap((blade) => {
    const { depth, angle } = shutterOf(fixture, blade);
    return depth > 0 ? [`${blade} ${Math.round(depth * 100)} %${Math.round(angle) ? ` ${Math.round(angle)}°` : ''}`] : [];
  });
  const { edge, zoom, frost } = fixture.optics ?? {};
  return [
    `${name} ${fixture.unit}, ${get(show, 'type', fixture.type).name}`,
    fixture.purpose,
    `to ${aim}`,
    [
      fixture.parts
        .map(({ colour }) => colour)
        .filter(Boolean)
        .join(' / '),
      fixture.gobo,
    ]
      .filter(Boolean)
      .join(', '),
    shutters.slice(0, 2).join(', '),
    shutters.slice(2).join(', '),
    [
      zoom ? `zoom ${Math.round(zoom * 100)} %` : '',
      edge ? `edge ${Math.round(edge * 100)} %` : '',
      frost ? `frost ${Math.round(frost * 100)} %` : '',
    ]
      .filter(Boolean)
      .join(', '),
    fixture.notes,
  ].filter(Boolean);
}

export const focusCharts: WindowKind = {
  what: 'focus charts',
  order: 95,
  title: 'Focus charts',
  sets: [],
  draw: (show, { box, page = 1 }): Drawn => {
    const all = charted(show);
    if (!all.length) return empty('No unit is aimed yet.');
    const [columns, rows] = chartGrid(box);
    const from = (page - 1) * columns * rows;
    const [left, bottom, width, height] = box;
    const [w, h] = [width / columns, height / rows];
    const prims = all.slice(from, from + columns * rows).flatMap((fixture, i): Prim[] => {
      const [x, y] = [left + (i % columns) * w, bottom + height - (Math.floor(i / columns) + 1) * h];
      const room = w - 2 * R - 8;
      const lines = said(show, fixture);
      return [
        path(rect(x, y, w, h), 'thin', 'none', 'faint'),
        ...picture(show, fixture, x + R + 2.5, y + h / 2),
        textAt(x + 2 * R + 6, y + h - 5, channelText(fixture) || '-', 5, 'left', 'ink', true),
        ...lines.map((line, k) => textAt(x + 2 * R + 6, y + h - 11 - k * 3.7, cutTo(line, room, LETTER), LETTER, 'left')),
      ];
    });
    return { panes: [onPaper(box, prims)], troubles: [] };
  },
};
