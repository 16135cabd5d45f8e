/** The stage in plan: centre line and plaster line, outlines, cloths, drawings read from files, dimensions, notes. */

import { formatLength } from '../measure/lengths.js';
import { itemAt } from '../measure/list.js';
import type { PathData } from '../measure/path.js';
import type { Backdrop, Dimension, Layer, Masking, Note, Outline, Vec2 } from '../model/records.js';
import { type Show, settingsOf } from '../model/show.js';
import { anchorAt } from '../space/anchors.js';
import { maskingEnds, outlinePoints } from '../space/transform.js';
import { wallFaces } from '../space/walls.js';
import { faded, locked, orderOf } from './layers.js';
import { arc, boxOf, type Chunk, LINE, lines, MOVE, type Prim, path, textAt, textWidth } from './list.js';
import { AXIS, axisEnds, axisNames, namePlaces } from './names.js';

let lastStage: { readonly places: object; readonly key: string; readonly chunk: Chunk } | null = null;
/** The two axes, with their texts where nothing else stands. */
export function stageChunk(show: Show, denominator: number): Chunk {
  const { front, back, side } = axisEnds(show);
  const places = namePlaces(show, denominator);
  // The same chunk while nothing of it changed: tags that keep clear of it need not be placed anew.
  const key = `${denominator} ${front} ${back} ${side}`;
  if (lastStage?.places === places && lastStage.key === key) return lastStage.chunk;
  const said = (['centre line', 'plaster line'] as const).flatMap((axis) => {
    const place = places.get(axis);
    return place ? [textAt(...place.at, axisNames[axis], AXIS * denominator, place.align, 'faint')] : [];
  });
  const body: Prim[] = [
    path([MOVE, 0, front, LINE, 0, back], 'centre'),
    path([MOVE, -side, 0, LINE, side, 0], 'plaster'),
    ...said,
  ];
  const chunk: Chunk = { id: null, kind: 'stage', order: -1, box: boxOf(body), locked: true, body, tags: [], hit: null };
  lastStage = { places, key, chunk };
  return chunk;
}

export const outlinePens = {
  wall: 'house',
  'stage edge': 'house',
  seats: 'thin',
  scenery: 'scenery',
  leg: 'masking',
  border: 'plaster',
  cyc: 'masking',
} as const;

interface Kept {
  layer: Layer;
  order: number;
  key: string;
  chunk: Chunk;
}
const kept = new WeakMap<object, Kept>();
/** Remembers a chunk by its record, layer and a key of what else it depends on. */
export function remembered(record: object, layer: Layer, order: number, key: string, make: () => Chunk): Chunk {
  const known = kept.get(record);
  if (known && known.layer === layer && known.order === order && known.key === key) return known.chunk;
  const chunk = make();
  kept.set(record, { layer, order, key, chunk });
  return chunk;
}

/** What lies between both faces: the inner one goes the other way round, so that what it encloses stays free. */
const bandOf = ({ outer, inner }: { outer: readonly Vec2[]; inner: readonly Vec2[] }, closed: boolean): PathData =>
  closed ? [...lines(outer, true), ...lines([...inner].reverse(), true)] : lines([...outer, ...[...inner].reverse()], true);

export function outlineChunk(show: Show, outline: Outline, layer: Layer): Chunk {
  const order = orderOf(show, layer.id, 'outline');
  return remembered(outline, layer, order, '', () => {
    const points = outlinePoints(outline);
    const faces = wallFaces(outline);
    const body = faded(
      [
        path(
          faces ? bandOf(faces, outline.closed) : lines(points, outline.closed),
          outlinePens[outline.use],
          outline.use === 'wall' && (outline.closed || faces) ? 'wall' : 'none',
          outline.use === 'seats' ? 'faint' : 'ink',
        ),
      ],
      layer,
    );
    return {
      id: outline.id,
      kind: 'outline',
      order,
      box: boxOf(body),
      locked: locked(layer),
      body,
      tags: [],
      hit: { shape: 'line', points: [...points], width: 0 },
    };
  });
}

/** A leg or drop as a wavy line, as cloth is drawn; a border dashed, since it hangs above; a cyc as a smooth heavy line. */
export function maskingChunk(show: Show, masking: Masking, layer: Layer): Chunk {
  const order = orderOf(show, layer.id, 'masking');
  return remembered(masking, layer, order, '', () => {
    const [a, b] = maskingEnds(masking);
    const d: number[] = [MOVE, ...a];
    if (masking.use === 'leg' || masking.use === 'drop') {
      // Folds of about 250 mm.
      const n = Math.max(2, Math.round(masking.width / 250));
      const [ux, uy] = [(b[0] - a[0]) / n, (b[1] - a[1]) / n];
      const [px, py] = [-uy * 0.28, ux * 0.28];
      for (let i = 0; i < n; i++) {
        const side = i % 2 ? -1 : 1;
        d.push(
          2,
          a[0] + ux * (i + 0.3) + px * side,
          a[1] + uy * (i + 0.3) + py * side,
          a[0] + ux * (i + 0.7) + px * side,
          a[1] + uy * (i + 0.7) + py * side,
          a[0] + ux * (i + 1),
          a[1] + uy * (i + 1),
        );
      }
    } else d.push(LINE, ...b);
    const body = faded([path(d, masking.use === 'border' ? 'plaster' : 'masking')], layer);
    return {
      id: masking.id,
      kind: 'masking',
      order,
      box: boxOf(body),
      locked: locked(layer),
      body,
      tags: [],
      hit: { shape: 'line', points: [a, b], width: 40 },
    };
  });
}

/** Numbers in one path of a backdrop. */
const PIECE = 300;

export function backdropChunk(show: Show, backdrop: Backdrop, layer: Layer): Chunk {
  const order = orderOf(show, layer.id, 'backdrop');
  return remembered(backdrop, layer, order, '', () => {
    // In pieces: one path of thousands of lines is drawn far slower than many short ones.
    const pieces: number[][] = [];
    let d: number[] = [];
    for (const flat of backdrop.paths) {
      if (d.length > PIECE) {
        pieces.push(d);
        d = [];
      }
      for (let i = 0; i + 1 < flat.length; i += 2) d.push(i ? LINE : MOVE, itemAt(flat, i), itemAt(flat, i + 1));
    }
    if (d.length) pieces.push(d);
    const body: Prim[] = [
      ...pieces.map((piece) => path(piece, 'backdrop', 'none', 'faint')),
      ...backdrop.texts.map(
        ({ at, text, size }): Prim => ({ op: 'text', x: at[0], y: at[1], text, size, align: 'left', ink: 'faint' }),
      ),
    ];
    return { id: backdrop.id, kind: 'backdrop', order, box: boxOf(body), locked: locked(layer), body, tags: [], hit: null };
  });
}

/** What a dimension measures, mm, and the two ends of its line. */
export function dimensionFigures(show: Show, dimension: Dimension): { a: Vec2; b: Vec2; p: Vec2; q: Vec2; length: number } {
  const [a, b] = [anchorAt(show, dimension.from), anchorAt(show, dimension.to)];
  const along = dimension.along;
  let [ux, uy] =
    along === 'x' ? [b[0] < a[0] ? -1 : 1, 0] : along === 'y' ? [0, b[1] < a[1] ? -1 : 1] : [b[0] - a[0], b[1] - a[1]];
  const n = Math.hypot(ux, uy);
  [ux, uy] = n > 1e-9 ? [ux / n, uy / n] : [1, 0];
  const length = Math.abs((b[0] - a[0]) * ux + (b[1] - a[1]) * uy);
  // The line stands `offset` to the left of the way from a; both ends are brought onto it square.
  const p: Vec2 = [a[0] - uy * dimension.offset, a[1] + ux * dimension.offset];
  const q: Vec2 = [p[0] + ux * length, p[1] + uy * length];
  return { a, b, p, q, length };
}

export function dimensionChunk(show: Show, dimension: Dimension, layer: Layer, denominator: number): Chunk {
  const { units } = settingsOf(show);
  const { a, b, p, q, length } = dimensionFigures(show, dimension);
  const order = orderOf(show, layer.id, 'dimension');
  return remembered(dimension, layer, order, `${denominator} ${units} ${p} ${q} ${a} ${b}`, () => {
    const size = 2.5 * denominator;
    const over = 1.2 * denominator;
    const [ux, uy] = length > 1e-9 ? [(q[0] - p[0]) / length, (q[1] - p[1]) / length] : [1, 0];
    const slash = (at: Vec2) => [
      MOVE,
      at[0] - (ux - uy) * over * 0.5,
      at[1] - (uy + ux) * over * 0.5,
      LINE,
      at[0] + (ux - uy) * over * 0.5,
      at[1] + (uy + ux) * over * 0.5,
    ];
    const witness = (from: Vec2, to: Vec2): number[] => {
      const l = Math.hypot(to[0] - from[0], to[1] - from[1]);
      if (l < 1) return [];
      const [wx, wy] = [(to[0] - from[0]) / l, (to[1] - from[1]) / l];
      return [MOVE, from[0] + wx * over * 0.5, from[1] + wy * over * 0.5, LINE, to[0] + wx * over, to[1] + wy * over];
    };
    const text = formatLength(length, units);
    let turn = (Math.atan2(uy, ux) * 180) / Math.PI;
    if (turn > 90 || turn <= -90) turn += turn > 0 ? -180 : 180;
    // Above the line as it is read.
    const [nx, ny] = [-Math.sin((turn * Math.PI) / 180), Math.cos((turn * Math.PI) / 180)];
    const middle: Vec2 = [(p[0] + q[0]) / 2 + nx * size * 0.35, (p[1] + q[1]) / 2 + ny * size * 0.35];
    const ends = [...witness(a, p), ...witness(b, q)];
    const body = faded(
      [
        ...(ends.length ? [path(ends, 'dimension')] : []),
        path([MOVE, ...p, LINE, ...q], 'dimension'),
        path([...slash(p), ...slash(q)], 'scenery'),
        { op: 'text', x: middle[0], y: middle[1], text, size, align: 'centre', ink: 'ink', turn },
      ],
      layer,
    );
    const half = textWidth(text, size) / 2;
    const box = boxOf(body);
    return {
      id: dimension.id,
      kind: 'dimension',
      order,
      box: [
        Math.min(box[0], middle[0] - half),
        Math.min(box[1], middle[1] - half),
        Math.max(box[2], middle[0] + half),
        Math.max(box[3], middle[1] + half),
      ],
      locked: locked(layer),
      body,
      tags: [],
      hit: { shape: 'line', points: [p, q], width: size * 0.6 },
    };
  });
}

export function noteChunk(show: Show, note: Note, layer: Layer, denominator: number): Chunk {
  const order = orderOf(show, layer.id, 'note');
  const to = note.leader && anchorAt(show, note.leader);
  return remembered(note, layer, order, `${denominator} ${to}`, () => {
    const size = note.size * denominator;
    const rows = note.text.split('\n');
    const [x, y] = note.at;
    const wide = Math.max(...rows.map((row) => textWidth(row, size)));
    const body: Prim[] = rows.map((row, i) => textAt(x, y - i * size * 1.35, row, size, 'left'));
    const low = y - (rows.length - 0.5) * size * 1.35;
    if (to) {
      const from: Vec2 = to[0] > x + wide / 2 ? [x + wide + size * 0.3, y] : [x - size * 0.3, y];
      body.push(path([MOVE, ...from, LINE, ...to], 'thin'), path(arc(to[0], to[1], size * 0.18, 0, 360), 'thin', 'ink'));
    }
    const shown = faded(body, layer);
    return {
      id: note.id,
      kind: 'note',
      order,
      box: boxOf(shown),
      locked: locked(layer),
      body: shown,
      tags: [],
      hit: { shape: 'box', at: [0, 0], turn: 0, box: [x, low, x + wide, y + size * 0.7] },
    };
  });
}
