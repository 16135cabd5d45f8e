/** Positions as they are drawn. */
import { formatLength } from '../measure/lengths.js';
import type { Layer, Position } from '../model/records.js';
import { type Show, settingsOf } from '../model/show.js';
import { curveLength, frameAlong, ticks } from '../space/curves.js';
import { type Detail, detailsOf } from './details.js';
import { arc, boxOf, type Chunk, circle, LINE, MOVE, type Prim, path, rect, textAt, transformed, union } from './list.js';

/** Height of a position's name, paper mm. */
const NAME = 2.5;

interface KeptPosition {
  layer: Layer;
  key: string;
  chunk: Chunk;
}
const keptPositions = new WeakMap<Position, KeptPosition>();

/** A position in plan: body, ticks, name and trim; a vertical one as a base mark with its detail beside the plan. */
export function positionChunk(show: Show, position: Position, layer: Layer, options: { readonly denominator: number }): Chunk {
  const { units, tick } = settingsOf(show);
  const detail = detailsOf(show).get(position.id);
  const key = `${options.denominator} ${units} ${tick} ${detail?.origin}`;
  const kept = keptPositions.get(position);
  if (kept?.layer === layer && kept.key === key) return kept.chunk;
  const size = NAME * options.denominator;
  const { curve } = position;
  const trim = formatLength(curve.z, units);
  const label = (x: number, y: number, align: 'left' | 'centre' | 'right'): Prim[] => [
    textAt(x, y + size * 0.55, position.name, size, align, 'ink', true),
    textAt(x, y - size * 0.6, `${curve.z < 0 ? '' : '+'}${trim}`, size * 0.8, align, 'faint'),
  ];
  const half = position.width / 2;
  const body: Prim[] = [];
  const tags: Prim[] = [];
  let hit: Chunk['hit'] = null;
  if (curve.form === 'straight') {
    const angle = (Math.atan2(curve.b[1] - curve.a[1], curve.b[0] - curve.a[0]) * 180) / Math.PI;
    const length = curveLength(curve);
    if (position.use === 'floor') body.push(path([MOVE, ...curve.a, LINE, ...curve.b], 'floor'));
    else body.push(path(transformed(rect(0, -half, length, position.width), curve.a[0], curve.a[1], angle), 'position', 'paper'));
    const mark = Math.max(half * 1.6, 60);
    const d = ticks(curve, tick).flatMap((along) => [MOVE, along, -mark, LINE, along, mark]);
    if (d.length) body.push(path(transformed(d, curve.a[0], curve.a[1], angle), 'thin'));
    const left = curve.a[0] <= curve.b[0] ? curve.a : curve.b;
    tags.push(...label(left[0] - size * 0.6, left[1], 'right'));
    hit = { shape: 'line', points: [curve.a, curve.b], width: half };
  } else if (curve.form === 'arc') {
    for (const r of [curve.radius - half, curve.radius + half])
      body.push(path(arc(curve.centre[0], curve.centre[1], r, curve.start, curve.sweep), 'position'));
    for (const along of ticks(curve, tick)) {
      const { point, s } = frameAlong(curve, along);
      body.push(
        path(
          [
            MOVE,
            point[0] - s[0] * half * 1.6,
            point[1] - s[1] * half * 1.6,
            LINE,
            point[0] + s[0] * half * 1.6,
            point[1] + s[1] * half * 1.6,
          ],
          'thin',
        ),
      );
    }
    tags.push(...label(curve.centre[0], curve.centre[1], 'centre'));
    const n = Math.max(8, Math.ceil(Math.abs(curve.sweep) / 10));
    hit = {
      shape: 'line',
      points: Array.from(
        { length: n + 1 },
        (_, i) => frameAlong(curve, (curveLength(curve) * i) / n).point.slice(0, 2) as [number, number],
      ),
      width: half,
    };
  } else {
    const [x, y] = curve.at;
    const r = 180;
    body.push(
      circle(x, y, r, 'position', 'paper'),
      path([MOVE, x - r, y, LINE, x + r, y, MOVE, x, y - r, LINE, x, y + r], 'thin'),
    );
    tags.push(textAt(x, y - r - size * 0.8, position.name, size * 0.8));
    if (detail) body.push(...detailPrims(position, detail, tick, units, size, tags));
    hit = { shape: 'line', points: [curve.at, curve.at], width: r };
  }
  const chunk: Chunk = {
    id: position.id,
    kind: 'position',
    order: 3,
    box: union(boxOf(body), boxOf(tags)),
    locked: layer.state === 'locked',
    body,
    tags,
    hit,
  };
  keptPositions.set(position, { layer, key, chunk });
  return chunk;
}

/** The boom or ladder laid flat: its pole or rails, ticks by height from the floor, and its name below. */
function detailPrims(
  position: Position,
  detail: Detail,
  tick: number,
  units: 'metric' | 'imperial',
  size: number,
  tags: Prim[],
): Prim[] {
  if (position.curve.form !== 'vertical') return [];
  const [x, y] = detail.origin;
  const [foot, top] = [y + position.curve.z, y + position.curve.z + position.curve.height];
  const half = position.width / 2;
  const marks = ticks(position.curve, tick).flatMap((along) => [
    MOVE,
    x - half - 50,
    foot + along,
    LINE,
    x + half + 50,
    foot + along,
  ]);
  const out: Prim[] = [
    path(rect(x - half, foot, position.width, top - foot), 'position', 'paper'),
    path(marks, 'thin'),
    path([MOVE, x - 700, y, LINE, x + 700, y], 'fixture'),
  ];
  if (position.curve.z > 1) out.push(path([MOVE, x, y, LINE, x, foot], 'plaster'));
  tags.push(
    textAt(x, y - size * 0.9, position.name, size, 'centre', 'ink', true),
    textAt(x, y - size * 2, `from the floor${units === 'metric' ? ', m' : ''}`, size * 0.7, 'centre', 'faint'),
  );
  return out;
}
