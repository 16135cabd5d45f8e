/** The show cut by an upright plane, or seen from the front: trims, masking, units, throw lines and sight lines. Heights are true; x runs to the right as one looks. */

import { formatLength } from '../measure/lengths.js';
import { firstOf, gathered, itemAt, lastOf } from '../measure/list.js';
import { shownLayers } from '../model/layers.js';
import type { Id, Layer, Masking, Note, Outline, Position, Vec2 } from '../model/records.js';
import { all, get, type Show, settingsOf } from '../model/show.js';
import { hungFixtures, stagePositions } from '../order/tray.js';
import { curveLength, curvePoints, frameAlong } from '../space/curves.js';
import { place as placeOf } from '../space/hanging.js';
import { maskingEnds, outlinePoints } from '../space/transform.js';
import { trussOf, tubeRadius } from '../space/truss.js';
import { rad } from '../space/vectors.js';
import { wallFaces } from '../space/walls.js';
import { apart, type Row } from './apart.js';
import { areaCut } from './area-chunks.js';
import { chunkOf, type Drawing, type PlanOptions } from './fixture-drawing.js';
import { laced } from './lacing.js';
import { faded, locked, orderOf } from './layers.js';
import {
  type Box,
  boxOf,
  type Chunk,
  circle,
  type DisplayList,
  emptyBox,
  LINE,
  lines,
  linesOf,
  MOVE,
  type Prim,
  path,
  rect,
  textAt,
  union,
} from './list.js';
import { placeTags } from './place-tags.js';
import { scenicCut, seenOn } from './scenic-chunks.js';
import { type Named, withNames } from './section-names.js';
import { CUT, unitIn } from './section-units.js';
import { projected, type SectionView } from './section-view.js';
import { sightLines } from './sight-lines.js';
import { throwChunk } from './throws.js';
import { isStanding, wallCut } from './wall-chunks.js';

export interface SectionOptions extends Pick<PlanOptions, 'denominator' | 'tags' | 'fewer' | 'readable' | 'memory'> {
  /** Fixtures whose throw is drawn. */
  readonly throws: readonly Id[];
  readonly sightLines: boolean;
  readonly areas?: boolean | undefined;
  readonly people?: boolean | undefined;
}
/** Narrower than this a position is seen end on, mm. */
const END_ON = 120;
/** Height of the letters of names, paper mm. */
const NAMES = 2.5;

export function sectionList(show: Show, view: SectionView, options: SectionOptions): DisplayList {
  const layers = shownLayers(show);
  const size = NAMES * options.denominator;
  const rows = rowsOf(show, view, layers, options);
  const units = new Map(rows.map(({ position, units }) => [position.id, units.map(({ body }) => boxOf(body))]));
  const stage = stageCut(show, view, layers, options);
  const bodies = [...units.values()].flat();
  const seen = bodies.reduce(
    union,
    stage.reduce((box, { box: own }) => union(box, own), emptyBox),
  );
  const ground = groundChunk(show, view, options, Number.isFinite(seen[0]) ? seen : [-5000, 0, 5000, 6000]);
  const sight = options.sightLines ? sightChunk(show, view, options) : null;
  const drawn = union(seen, ground.box);
  // Without tags nothing is told apart, and a strip would be so many bodies more.
  const { there, again, strips } = options.tags
    ? apart(rows, drawn, size, settingsOf(show))
    : { there: rows.flatMap((row) => row.units), again: [], strips: [] };
  const names = new Map(
    stagePositions(show).map((record) => [record.id, namedAt(show, view, record, units.get(record.id) ?? [])]),
  );
  const drawings = [...there, ...again];
  const boxes = drawings.map(({ body }) => boxOf(body));
  const chunks = withNames([...stage, ground, ...(sight ? [sight] : []), ...strips], names, boxes, size);
  const obstacles = {
    boxes: chunks.flatMap(({ tags, body }) => [...tags, ...body].flatMap((prim) => (prim.op === 'text' ? [boxOf([prim])] : []))),
    lines: chunks.flatMap(({ body }) => linesOf(body)),
  };
  const choices = placeTags(
    drawings.map(({ layout }) => layout),
    obstacles,
    options.memory ?? null,
  );
  drawings.forEach((drawing, i) => {
    chunks.push(chunkOf(drawing, choices[i] ?? []));
  });
  const throws = throwChunk(show, view, options);
  if (throws) chunks.push(throws);
  chunks.sort((a, b) => a.order - b.order);
  return { chunks, box: chunks.reduce((box, { id, box: own }) => (id === null ? box : union(box, own)), drawn) };
}

/** Everything but units, tags and names. */
function stageCut(show: Show, view: SectionView, layers: ReadonlyMap<Id, Layer>, options: SectionOptions): Chunk[] {
  const chunks: Chunk[] = [];
  const each = <R extends { readonly layer: Id }>(records: readonly R[], make: (record: R, layer: Layer) => Chunk | null) => {
    for (const record of records) {
      const layer = layers.get(record.layer);
      const chunk = layer && make(record, layer);
      if (chunk) chunks.push(chunk);
    }
  };
  each(all(show, 'outline'), (record, layer) => outlineCut(show, view, record, layer));
  each(all(show, 'masking'), (record, layer) => maskingCut(show, view, record, layer));
  each(all(show, 'wall').filter(isStanding), (record, layer) => wallCut(show, view, record, layer));
  each(all(show, 'scenic'), (record, layer) => (seenOn(record, options) ? scenicCut(show, view, record, layer) : null));
  each(stagePositions(show), (record, layer) => positionCut(show, view, record, layer));
  if (options.areas) each(all(show, 'area'), (record, layer) => areaCut(show, view, record, layer, options.denominator));
  each(all(show, 'note'), (record, layer) => noteCut(show, view, record, layer, options));
  return chunks;
}

/** Units by their positions, as they are seen. */
function rowsOf(show: Show, view: SectionView, layers: ReadonlyMap<Id, Layer>, options: SectionOptions): Row[] {
  const made: PlanOptions = {
    denominator: options.denominator,
    tags: options.tags,
    fewer: options.fewer ?? 0,
    readable: options.readable,
    marks: null,
  };
  const units = gathered(
    hungFixtures(show).flatMap((fixture) => {
      const layer = layers.get(fixture.layer);
      return layer ? (unitIn(show, view, fixture, layer, made) ?? []) : [];
    }),
    ({ fixture }) => fixture.position,
  );
  return stagePositions(show).flatMap((position): Row[] => {
    const mine = units.get(position.id);
    if (!mine) return [];
    const points = flatPoints(view, position);
    const box = points.reduce((round, { x, z }) => union(round, [x, z, x, z]), emptyBox);
    const endOn = seenEndOn(view, position);
    // Seen end on a row is read as on the plan, from stage right and from the audience.
    const place = ({ fixture, layout }: Drawing): readonly [number, number] => {
      const { clamp } = placeOf(show, fixture);
      return endOn ? [clamp[0], clamp[1]] : position.curve.form === 'vertical' ? [layout.y, 0] : [layout.x, clamp[1]];
    };
    const sorted = mine
      .map((unit) => [place(unit), unit] as const)
      .sort(([a], [b]) => a[0] - b[0] || a[1] - b[1])
      .map(([, unit]) => unit);
    const layer = get(show, 'layer', position.layer);
    const depth = points.reduce((sum, point) => sum + point.depth, 0) / points.length;
    return [{ position, layer, order: orderOf(show, layer.id, 'detail'), box, depth, units: sorted }];
  });
}

const chunk = (
  show: Show,
  id: Id,
  kind: Chunk['kind'],
  layer: Layer,
  body: readonly Prim[],
  tags: readonly Prim[],
  hit: Chunk['hit'],
): Chunk => {
  const drawn = faded(body, layer);
  return {
    id,
    kind,
    order: orderOf(show, layer.id, kind),
    box: union(boxOf(drawn), boxOf(tags)),
    locked: locked(layer),
    body: drawn,
    tags,
    hit,
  };
};

/** Stage floor, grid, centre line or plaster line. */
function groundChunk(show: Show, view: SectionView, { denominator }: SectionOptions, box: Box): Chunk {
  const { grid, units } = settingsOf(show);
  const size = 2.5 * denominator;
  const [left, right] = [box[0] - 800, box[2] + 800];
  const zero = projected(view, [0, 0, 0]).x;
  const across = Math.abs(Math.sin(rad(view.look))) > 0.7;
  const top = Math.max(box[3], grid ?? 0) + 600;
  const body: Prim[] = [
    path([MOVE, left, 0, LINE, right, 0], 'fixture'),
    path([MOVE, zero, -600, LINE, zero, top], across ? 'centre' : 'plaster'),
    textAt(zero + size * 0.4, top - size, across ? 'CL' : 'plaster line', size, 'left', 'faint'),
    textAt(left + size * 0.3, size * 0.8, 'stage floor', size, 'left', 'faint'),
  ];
  if (grid !== undefined)
    body.push(
      path([MOVE, left, grid, LINE, right, grid], 'plaster', 'none', 'faint'),
      textAt(left + size * 0.3, grid + size * 0.8, `grid +${formatLength(grid, units)}`, size, 'left', 'faint'),
    );
  return { id: null, kind: 'stage', order: -1, box: boxOf(body), locked: true, body, tags: [], hit: null };
}

/** Where a polyline in plan crosses the plane, as x in the view. */
function crossings(view: SectionView, points: readonly Vec2[], closed: boolean): number[] {
  const out: number[] = [];
  const flat = points.map(([x, y]) => projected(view, [x, y, 0]));
  const n = closed ? flat.length : flat.length - 1;
  for (let i = 0; i < n; i++) {
    const [p, q] = [itemAt(flat, i), itemAt(flat, (i + 1) % flat.length)];
    if (p.depth < 0 === q.depth < 0) continue;
    out.push(p.x + ((q.x - p.x) * -p.depth) / (q.depth - p.depth));
  }
  return out.sort((a, b) => a - b);
}

function outlineCut(show: Show, view: SectionView, outline: Outline, layer: Layer): Chunk | null {
  const points = outlinePoints(outline);
  const flat = points.map(([x, y]) => projected(view, [x, y, 0]));
  const [low, high] = [Math.min(...flat.map((p) => p.x)), Math.max(...flat.map((p) => p.x))];
  const tall = Math.max(outline.zTo - outline.zFrom, 1);
  const body: Prim[] = [];
  if (view.kind === 'section') {
    const faces = wallFaces(outline);
    const cuts = !faces
      ? crossings(view, points, outline.closed)
      : outline.closed
        ? [faces.outer, faces.inner].flatMap((face) => crossings(view, face, true)).sort((a, b) => a - b)
        : crossings(view, [...faces.outer, ...[...faces.inner].reverse()], true);
    if (outline.closed || faces)
      for (let i = 0; i + 1 < cuts.length; i += 2)
        body.push(
          path(
            rect(itemAt(cuts, i), outline.zFrom, itemAt(cuts, i + 1) - itemAt(cuts, i), tall),
            'position',
            outline.use === 'wall' || outline.use === 'border' ? 'wall' : 'none',
          ),
        );
    else for (const x of cuts) body.push(path([MOVE, x, outline.zFrom, LINE, x, outline.zTo + 1], 'masking'));
    if (!cuts.length && flat.every((p) => p.depth < CUT)) return null;
  } else if (outline.use === 'seats') return null;
  if (!body.length)
    body.push(
      path(rect(low, outline.zFrom, Math.max(1, high - low), tall), outline.use === 'wall' ? 'house' : 'thin', 'none', 'faint'),
    );
  return chunk(show, outline.id, 'outline', layer, body, [], {
    shape: 'line',
    points: [
      [low, outline.zFrom],
      [low, outline.zTo],
      [high, outline.zTo],
      [high, outline.zFrom],
    ],
    width: 0,
  });
}

function maskingCut(show: Show, view: SectionView, masking: Masking, layer: Layer): Chunk | null {
  const ends = maskingEnds(masking);
  const flat = ends.map(([x, y]) => projected(view, [x, y, 0]));
  const [low, high] = [Math.min(firstOf(flat).x, itemAt(flat, 1).x), Math.max(firstOf(flat).x, itemAt(flat, 1).x)];
  const cut = view.kind === 'section' ? crossings(view, ends, false)[0] : undefined;
  if (view.kind === 'section' && cut === undefined && flat.every((p) => p.depth < CUT)) return null;
  const [foot, top] = [masking.z, masking.z + masking.height];
  const body: Prim[] =
    cut !== undefined
      ? [path([MOVE, cut, foot, LINE, cut, top], 'fixture')]
      : high - low < 60
        ? [path([MOVE, low, foot, LINE, low, top], 'masking', 'none', 'faint')]
        : [path(rect(low, foot, high - low, masking.height), 'masking', 'none', 'faint')];
  const x = cut ?? low;
  return chunk(show, masking.id, 'masking', layer, body, [], {
    shape: 'line',
    points:
      cut !== undefined || high - low < 60
        ? [
            [x, foot],
            [x, top],
          ]
        : [
            [low, foot],
            [low, top],
            [high, top],
            [high, foot],
            [low, foot],
          ],
    width: 20,
  });
}

/** Points of a position in the view. */
const flatPoints = (view: SectionView, position: Position) =>
  curvePoints(position.curve, 20).map((point) => projected(view, point));

/** Whether a position is seen as a point: then its units lie one behind the other. */
function seenEndOn(view: SectionView, position: Position): boolean {
  if (position.curve.form === 'vertical') return false;
  const across = flatPoints(view, position).map(({ x }) => x);
  return Math.max(...across) - Math.min(...across) < END_ON;
}

/** What stands beside a position: its name with its trim. @param units  outlines of what hangs on it */
function namedAt(show: Show, view: SectionView, position: Position, units: readonly Box[]): Named {
  const points = flatPoints(view, position);
  const { x, z } = firstOf(points);
  const name = { text: position.name, ink: 'ink', bold: true } as const;
  if (position.curve.form === 'vertical') {
    const half = position.width / 2;
    const top = Math.max(...points.map((point) => point.z));
    return { at: [x, top], box: [-half, -half, half, 0], side: 'front', rows: [name] };
  }
  const trim = { text: `+${formatLength(position.curve.z, settingsOf(show).units)}`, ink: 'faint' } as const;
  const half = Math.max(60, trussOf(position)?.half ?? tubeRadius(position));
  if (!seenEndOn(view, position)) {
    const low = Math.min(...points.map((point) => point.x));
    return { at: [low, z], box: [0, -half, half, half], side: 'left', rows: [name, trim] };
  }
  const drawn = units.reduce(union, [x - half, z - half, x + half, z + half] as Box);
  return { at: [x, z], box: [drawn[0] - x, drawn[1] - z, drawn[2] - x, drawn[3] - z], side: 'front', rows: [name, trim] };
}

function positionCut(show: Show, view: SectionView, position: Position, layer: Layer): Chunk | null {
  const flat = flatPoints(view, position);
  if (view.kind === 'section' && flat.every((p) => p.depth < -CUT)) return null;
  const points = flat.map((p): Vec2 => [p.x, p.z]);
  const [low, high] = [Math.min(...points.map((p) => p[0])), Math.max(...points.map((p) => p[0]))];
  const truss = trussOf(position);
  const half = truss?.half ?? tubeRadius(position);
  const body: Prim[] = [];
  const vertical = position.curve.form === 'vertical';
  if (vertical) {
    const [x, foot] = firstOf(points);
    const top = lastOf(points)[1];
    body.push(path(rect(x - position.width / 2, foot, position.width, top - foot), 'position', 'paper'));
    if (truss) body.push(laced((along, side) => [x + side, foot + along], top - foot, truss.wide));
    if (position.use === 'boom' && foot < 1)
      body.push(path([MOVE, x - (position.base ?? 600) / 2, 0, LINE, x + (position.base ?? 600) / 2, 0], 'border'));
  } else if (high - low < END_ON) {
    // Seen end on.
    const [x, z] = firstOf(points);
    body.push(
      truss
        ? path(rect(x - position.width / 2, z - half, position.width, 2 * half), 'position', 'paper')
        : circle(x, z, Math.max(25, Math.min(60, position.width / 2)), 'position', 'paper'),
    );
  } else
    body.push(
      ...(half > 25 && position.curve.form === 'straight' && !position.curve.rise
        ? [path(rect(low, firstOf(points)[1] - half, high - low, 2 * half), 'position', 'paper')]
        : [path(lines(points), 'position')]),
    );
  return chunk(show, position.id, 'position', layer, body, [], {
    shape: 'line',
    points: points.length > 1 && high - low >= 1 ? points : [firstOf(points), lastOf(points)],
    width: Math.max(40, half),
  });
}

/** A note that was given heights: its text stands in the middle between them. */
function noteCut(show: Show, view: SectionView, note: Note, layer: Layer, { denominator }: SectionOptions): Chunk | null {
  if (note.zFrom === undefined) return null;
  const [low, high] = [note.zFrom, Math.max(note.zFrom, note.zTo ?? note.zFrom)];
  const at = projected(view, [note.at[0], note.at[1], (low + high) / 2]);
  if (view.kind === 'section' && at.depth < -CUT) return null;
  const size = note.size * denominator;
  const rows = note.text.split('\n');
  const body: Prim[] = rows.map((row, i) => textAt(at.x, at.z + ((rows.length - 1) / 2 - i) * size * 1.35, row, size, 'left'));
  if (high > low) body.push(path([MOVE, at.x - size * 0.4, low, LINE, at.x - size * 0.4, high], 'thin'));
  return chunk(show, note.id, 'note', layer, body, [], { shape: 'box', at: [0, 0], turn: 0, box: boxOf(body) });
}

function sightChunk(show: Show, view: SectionView, { denominator }: SectionOptions): Chunk | null {
  // Only where up and down stage lies in the drawing.
  if (Math.abs(Math.cos(rad(view.look))) < 0.7) return null;
  const body: Prim[] = [];
  const tags: Prim[] = [];
  const size = 2.5 * denominator;
  for (const { row, eye, under } of sightLines(show)) {
    const at = ([y, z]: readonly [number, number]): Vec2 => [projected(view, [view.at[0], y, z]).x, z];
    const [ex, ez] = at(eye);
    body.push(circle(ex, ez, 60, 'scenery', 'ink'), path(lines(under.map(at)), 'sight'));
    tags.push(textAt(ex, ez + size, `${row}, eye +${formatLength(ez, settingsOf(show).units)}`, size, 'centre', 'faint'));
  }
  return body.length ? { id: null, kind: 'note', order: 8999, box: boxOf(body), locked: true, body, tags, hit: null } : null;
}

/** Distance along a position that a point of the view means, and how far off it is; null where the position is seen end on. */
export function alongInView(view: SectionView, position: Position, x: number, z: number): { along: number; off: number } | null {
  const { curve } = position;
  const length = curveLength(curve);
  const n = curve.form === 'straight' || curve.form === 'vertical' ? 1 : 96;
  let best: { along: number; off: number } | null = null;
  for (let i = 0; i < n; i++) {
    const [p, q] = [i, i + 1].map((k) => projected(view, frameAlong(curve, (length * k) / n).point)) as [
      ReturnType<typeof projected>,
      ReturnType<typeof projected>,
    ];
    const [dx, dz] = [q.x - p.x, q.z - p.z];
    const l2 = dx * dx + dz * dz;
    if (l2 < (100 / n) ** 2) continue;
    const k = Math.max(0, Math.min(1, ((x - p.x) * dx + (z - p.z) * dz) / l2));
    const off = Math.hypot(x - p.x - k * dx, z - p.z - k * dz);
    if (!best || off < best.off) best = { along: (length * (i + k)) / n, off };
  }
  return best;
}
