/** Positions as they are drawn: on the plan, and laid flat in their details. */

import { formatLength } from '../measure/lengths.js';
import { SMALL } from '../model/kinds/tagset.js';
import type { Curve, Layer, Position, Vertical } from '../model/records.js';
import { type Show, settingsOf } from '../model/show.js';
import { curveLength, curvePoints, frameAlong, ticksOf } from '../space/curves.js';
import { trussOf } from '../space/truss.js';
import { type Detail, detailPoint, detailsOf } from './details.js';
import { laced } from './lacing.js';
import { faded, locked, orderOf } from './layers.js';
import {
  arc,
  boxOf,
  type Chunk,
  circle,
  LINE,
  MOVE,
  type Prim,
  path,
  rect,
  textAt,
  textWidth,
  transformed,
  union,
} from './list.js';
import { markRadius, NAME, type NamePlace, namePlaces } from './names.js';

/** Figures at tick marks, paper mm. */
const FIGURE = 2.5;

interface Kept {
  layer: Layer;
  key: string;
  chunks: readonly Chunk[];
}
const kept = new WeakMap<Position, Kept>();

/** A position in plan, and its detail where it has one. */
export function positionChunks(show: Show, position: Position, layer: Layer, denominator: number): readonly Chunk[] {
  const { units, tick } = settingsOf(show);
  const detail = detailsOf(show).get(position.id);
  const order = orderOf(show, layer.id, 'position');
  const named = namePlaces(show, denominator).get(position.id);
  const key = `${denominator} ${units} ${tick} ${order} ${detail?.origin} ${detail?.size} ${named?.at} ${named?.align}`;
  const known = kept.get(position);
  if (known?.layer === layer && known.key === key) return known.chunks;
  const plan = planChunk(show, position, layer, denominator, detail, named);
  const chunks = detail ? [plan, detailChunk(show, position, layer, denominator, detail)] : [plan];
  kept.set(position, { layer, key, chunks });
  return chunks;
}

/** Of how many ticks one has its figure, so that no figure lies on the next. @param apart  from tick to tick as drawn, mm @param wide  room of the longest figure */
const figuresEvery = (apart: number, wide: number): number => Math.max(1, Math.ceil((wide * 1.1) / apart));
const hasFigure = (figure: number, tick: number, every: number): boolean => Math.round(figure / tick) % every === 0;

/** Marks across a curve at its ticks, with figures when they are wanted. */
function tickPrims(position: Position, tick: number, units: 'metric' | 'imperial', mark: number, denominator: number): Prim[] {
  const { curve } = position;
  if (curve.form === 'vertical') return [];
  const out: Prim[] = [];
  const d: number[] = [];
  const size = FIGURE * denominator;
  const ticks = ticksOf(position, tick);
  const every = figuresEvery(
    position.ticks?.step ?? tick,
    Math.max(0, ...ticks.map(({ figure }) => textWidth(formatLength(figure, units), size))),
  );
  for (const { along, figure } of ticks) {
    const { point, s } = frameAlong(curve, along);
    d.push(MOVE, point[0] - s[0] * mark, point[1] - s[1] * mark, LINE, point[0] + s[0] * mark, point[1] + s[1] * mark);
    if (position.ticks?.figures && hasFigure(figure, position.ticks?.step ?? tick, every)) {
      const far = mark + size * 0.9;
      out.push(textAt(point[0] + s[0] * far, point[1] + s[1] * far, formatLength(figure, units), size, 'centre', 'faint'));
    }
  }
  if (d.length) out.unshift(path(d, 'thin'));
  return out;
}

/** Both edges of a body along a curve, as paths; a truss is laced. */
function bodyPrims(position: Position): Prim[] {
  const { curve, width } = position;
  const half = width / 2;
  if (curve.form === 'vertical') return [];
  const truss = trussOf(position);
  if (curve.form === 'straight') {
    const angle = (Math.atan2(curve.b[1] - curve.a[1], curve.b[0] - curve.a[0]) * 180) / Math.PI;
    const length = Math.hypot(curve.b[0] - curve.a[0], curve.b[1] - curve.a[1]);
    const place = (d: number[]) => transformed(d, curve.a[0], curve.a[1], angle);
    if (position.use === 'floor') return [path([MOVE, ...curve.a, LINE, ...curve.b], 'floor')];
    const out: Prim[] = [path(place(rect(0, -half, length, width)), 'position', 'paper')];
    return truss ? [...out, lacing(curve, half)] : out;
  }
  if (curve.form === 'arc') {
    const out: Prim[] = [];
    for (const r of [curve.radius - half, curve.radius + half])
      if (r > 0) out.push(path(arc(curve.centre[0], curve.centre[1], r, curve.start, curve.sweep), 'position'));
    return truss ? [...out, lacing(curve, half)] : out;
  }
  const edges = [-half, half].map((off) => {
    const length = curveLength(curve);
    const n = Math.max(8, Math.ceil(length / 150));
    const d: number[] = [];
    for (let i = 0; i <= n; i++) {
      const { point, s } = frameAlong(curve, (length * i) / n);
      d.push(i ? LINE : MOVE, point[0] + s[0] * off, point[1] + s[1] * off);
    }
    return path(d, position.use === 'floor' ? 'floor' : 'position');
  });
  return truss ? [...edges, lacing(curve, half)] : edges;
}
/** The lacing of a truss between its edges, seen from above. */
const lacing = (curve: Curve, half: number): Prim =>
  laced(
    (along, side) => {
      const { point, s } = frameAlong(curve, along);
      return [point[0] + s[0] * side, point[1] + s[1] * side];
    },
    curveLength(curve),
    half,
  );

function planChunk(
  show: Show,
  position: Position,
  layer: Layer,
  denominator: number,
  detail: Detail | undefined,
  named: NamePlace | undefined,
): Chunk {
  const { units, tick } = settingsOf(show);
  const size = NAME * denominator;
  const { curve } = position;
  const half = position.width / 2;
  const trim = (curve.form === 'straight' && curve.rise ? [curve.z, curve.z + curve.rise] : [curve.z])
    .map((z) => `${z < 0 ? '' : '+'}${formatLength(z, units)}`)
    .join(' to ');
  const body: Prim[] = [...bodyPrims(position), ...tickPrims(position, tick, units, Math.max(half * 1.6, 60), denominator)];
  const tags: Prim[] = [];
  if (named) {
    const { at, align } = named;
    if (curve.form === 'vertical') tags.push(textAt(...at, position.name, SMALL * denominator, align));
    else
      tags.push(
        textAt(at[0], at[1] + size * 0.55, position.name, size, align, 'ink', true),
        textAt(at[0], at[1] - size * 0.6, trim, SMALL * denominator, align, 'faint'),
      );
  }
  let hit: Chunk['hit'] = null;
  if (curve.form === 'vertical') {
    const [x, y] = curve.at;
    const r = markRadius(position);
    body.push(
      circle(x, y, r, 'position', 'paper'),
      path([MOVE, x - r, y, LINE, x + r, y, MOVE, x, y - r, LINE, x, y + r], 'thin'),
    );
    const truss = trussOf(position);
    if (truss) {
      // A tower on its base, as it is seen from above.
      const square = (wide: number, deep: number) =>
        transformed(rect(-deep, -wide, deep * 2, wide * 2), x, y, curve.bearing + (curve.turn ?? 0));
      body.push(path(square(truss.wide, truss.half), 'position', 'paper'));
    }
    if (detail) {
      // A pointer towards the detail: where its units are drawn.
      const [dx, dy] = [detail.origin[0] - x, detail.origin[1] + (curve.z + curve.height / 2) * detail.size - y];
      const l = Math.hypot(dx, dy);
      if (l > r * 3) {
        const [ux, uy] = [dx / l, dy / l];
        const tip = r + Math.min(l * 0.4, 14 * denominator * 0.6);
        const at = (t: number, o: number) => [x + ux * t - uy * o, y + uy * t + ux * o] as const;
        const head = 1.6 * denominator;
        body.push(
          path([MOVE, ...at(r, 0), LINE, ...at(tip, 0)], 'thin', 'none', 'faint'),
          path(
            [MOVE, ...at(tip, 0), LINE, ...at(tip - head, head * 0.35), LINE, ...at(tip - head, -head * 0.35), 3],
            'thin',
            'ink',
            'faint',
          ),
        );
      }
    }
    hit = { shape: 'line', points: [curve.at, curve.at], width: r };
  } else {
    const points = curvePoints(curve, 10).map(([x, y]) => [x, y] as [number, number]);
    hit = { shape: 'line', points, width: half };
  }
  const drawn = faded(body, layer);
  return {
    id: position.id,
    kind: 'position',
    order: orderOf(show, layer.id, 'position'),
    box: union(boxOf(drawn), boxOf(tags)),
    locked: locked(layer),
    body: drawn,
    tags: faded(tags, layer),
    hit,
  };
}

interface Laid {
  readonly body: Prim[];
  readonly tags: Prim[];
  readonly hit: Chunk['hit'];
}
/** What a detail says of its size. */
const sizeSaid = (k: number): string => (Math.abs(k - 1) > 0.01 ? `, ${Number(k.toFixed(2))} times the plan` : '');

/** A boom or a ladder from the front: its foot, its ticks with heights from the floor, its name. */
function uprightDetail(show: Show, position: Position, curve: Vertical, denominator: number, detail: Detail): Laid {
  const { units, tick } = settingsOf(show);
  const [size, figure] = [NAME * denominator, FIGURE * denominator];
  const k = detail.size;
  const [x, y] = detail.origin;
  const half = (position.width / 2) * k;
  const [foot, top] = [y + curve.z * k, y + (curve.z + curve.height) * k];
  const body: Prim[] = [];
  const tags: Prim[] = [];
  const marks: number[] = [];
  const every = figuresEvery((position.ticks?.step ?? tick) * k, figure);
  ticksOf(position, tick).forEach(({ along }, i) => {
    const at = foot + along * k;
    marks.push(MOVE, x - half - 50 * k, at, LINE, x + half + 50 * k, at);
    if (position.ticks?.figures && i % every === 0)
      tags.push(textAt(x + half + 90 * k, at, formatLength(curve.z + along, units), figure, 'left', 'faint'));
  });
  body.push(path(rect(x - half, foot, half * 2, top - foot), 'position', 'paper'));
  if (trussOf(position)) body.push(laced((along, side) => [x + side, foot + along], top - foot, half));
  if (position.use === 'ladder') {
    const d: number[] = [];
    for (let rung = foot + 300 * k; rung < top - 1; rung += 300 * k) d.push(MOVE, x - half, rung, LINE, x + half, rung);
    body.push(path(d, 'thin', 'none', 'faint'));
  }
  body.push(path(marks, 'thin'), path([MOVE, x - 700 * k, y, LINE, x + 700 * k, y], 'fixture'));
  if (curve.z > 1) body.push(path([MOVE, x, y, LINE, x, foot], 'plaster'));
  const unit = units === 'metric' ? ', m' : '';
  tags.push(
    textAt(x, y - size * 0.9, position.name, size, 'centre', 'ink', true),
    textAt(x, y - size * 2, `from the floor${unit}${sizeSaid(k)}`, SMALL * denominator, 'centre', 'faint'),
  );
  const points = [
    [x, y - size],
    [x, top],
  ] as const;
  return { body, tags, hit: { shape: 'line', points, width: half } };
}

/** Any other position along the page: its ticks with distances, its name and its trim. */
function flatDetail(show: Show, position: Position, denominator: number, detail: Detail): Laid {
  const { units, tick } = settingsOf(show);
  const [size, figure] = [NAME * denominator, FIGURE * denominator];
  const { curve } = position;
  const k = detail.size;
  const [x, y] = detail.origin;
  const half = (position.width / 2) * k;
  const tags: Prim[] = [];
  const marks: number[] = [];
  const length = curveLength(curve) * k;
  const ticks = ticksOf(position, tick);
  const step = position.ticks?.step ?? tick;
  const every = figuresEvery(step * k, Math.max(0, ...ticks.map((one) => textWidth(formatLength(one.figure, units), figure))));
  for (const { along, figure: value } of ticks) {
    marks.push(MOVE, x + along * k, y - half - 60 * k, LINE, x + along * k, y + half + 60 * k);
    if (hasFigure(value, step, every))
      tags.push(textAt(x + along * k, y - half - 60 * k - figure, formatLength(value, units), figure, 'centre', 'faint'));
  }
  const body = [path(rect(x, y - half, length, half * 2), 'position', 'paper'), path(marks, 'thin')];
  const unit = units === 'metric' ? ', m' : '';
  const said = `laid flat, +${formatLength(curve.z, units)}${unit}${sizeSaid(k)}`;
  tags.push(
    textAt(x - size * 0.6, y + size * 0.55, position.name, size, 'right', 'ink', true),
    textAt(x - size * 0.6, y - size * 0.6, said, SMALL * denominator, 'right', 'faint'),
  );
  return {
    body,
    tags,
    hit: { shape: 'line', points: [detailPoint(detail, 0), detailPoint(detail, curveLength(curve))], width: half },
  };
}

/** The position laid flat: its body, ticks with heights from the floor or distances, its name. It is taken by its name or body and dragged. */
function detailChunk(show: Show, position: Position, layer: Layer, denominator: number, detail: Detail): Chunk {
  const { curve } = position;
  const { body, tags, hit } =
    curve.form === 'vertical'
      ? uprightDetail(show, position, curve, denominator, detail)
      : flatDetail(show, position, denominator, detail);
  const drawn = faded(body, layer);
  return {
    id: position.id,
    kind: 'detail',
    order: orderOf(show, layer.id, 'detail'),
    box: union(boxOf(drawn), boxOf(tags)),
    locked: locked(layer),
    body: drawn,
    tags: faded(tags, layer),
    hit,
  };
}
