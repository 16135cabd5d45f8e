/** The show cut by an upright plane, or seen from the front: trims, masking, units, throw lines and sight lines. Heights are true; x runs to the right as one looks. */

import { channelText } from '../fields/texts.js';
import { cutIn, cutSaid, stoppedAt } from '../light/cut.js';
import { anglesOf } from '../light/source.js';
import { formatLength } from '../measure/lengths.js';
import { firstOf, gathered, itemAt, lastOf } from '../measure/list.js';
import { SMALL } from '../model/kinds/tagset.js';
import { shownLayers } from '../model/layers.js';
import type { Fixture, Id, Layer, Masking, Note, Outline, Position, Vec2, Vec3 } from '../model/records.js';
import { all, find, get, type Show, settingsOf } from '../model/show.js';
import { fixturesOn } from '../order/order.js';
import { formsOf } from '../patch/accessories.js';
import { curveLength, curvePoints, frameAlong } from '../space/curves.js';
import { place } from '../space/hanging.js';
import { axesOfBeam } from '../space/orientation.js';
import { maskingEnds, outlinePoints } from '../space/transform.js';
import { trussOf, tubeRadius } from '../space/truss.js';
import { add, deg, rad, scaled } from '../space/vectors.js';
import { wallFaces } from '../space/walls.js';
import { areaCut } from './area-chunks.js';
import { laced } from './lacing.js';
import { faded, locked, orderOf } from './layers.js';
import {
  type Box,
  boxOf,
  type Chunk,
  circle,
  type DisplayList,
  eachCommand,
  emptyBox,
  LINE,
  lines,
  MOVE,
  type Prim,
  path,
  placed,
  rect,
  textAt,
  union,
} from './list.js';
import { scenicCut, seenOn } from './scenic-chunks.js';
import { channelRows, type Named, withNames } from './section-names.js';
import { projected, type SectionView } from './section-view.js';
import { sightLines } from './sight-lines.js';
import { symbolIn } from './symbols.js';
import { variantsOf } from './variants.js';
import { isStanding, wallCut } from './wall-chunks.js';

export interface SectionOptions {
  readonly denominator: number;
  /** Fixtures whose throw is drawn. */
  readonly throws: readonly Id[];
  readonly sightLines: boolean;
  readonly areas?: boolean | undefined;
  readonly people?: boolean | undefined;
}
/** Channels of what hangs on a pipe that is seen end on stand in a block of this width, mm. */
const WIDE = 1100;
/** Narrower than this a position is seen end on, mm. */
const END_ON = 120;
/** Nearer to the plane than this counts as cut by it, mm. */
const CUT = 1;

export function sectionList(show: Show, view: SectionView, options: SectionOptions): DisplayList {
  const layers = shownLayers(show);
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
  each(all(show, 'position'), (record, layer) => positionCut(show, view, record, layer));
  each(all(show, 'fixture'), (record, layer) => fixtureCut(show, view, record, layer, options));
  if (options.areas) each(all(show, 'area'), (record, layer) => areaCut(show, view, record, layer, options.denominator));
  each(all(show, 'note'), (record, layer) => noteCut(show, view, record, layer, options));
  const size = 2.5 * options.denominator;
  const units = gathered(
    chunks.filter(({ kind }) => kind === 'fixture'),
    ({ id }) => find(show, 'fixture', id ?? undefined)?.position ?? '',
  );
  const names = new Map(
    all(show, 'position').map((record) => [record.id, namedAt(show, view, record, units.get(record.id) ?? [], size)]),
  );
  const withThem = withNames(chunks, names, size);
  chunks.splice(0, chunks.length, ...withThem);
  const seen = chunks.reduce((box, chunk) => union(box, chunk.box), emptyBox);
  const ground = groundChunk(show, view, options, Number.isFinite(seen[0]) ? seen : [-5000, 0, 5000, 6000]);
  chunks.push(ground);
  if (options.sightLines) {
    const sight = sightChunk(show, view, options);
    if (sight) chunks.push(sight);
  }
  const throws = throwChunk(show, view, options);
  if (throws) chunks.push(throws);
  chunks.sort((a, b) => a.order - b.order);
  return { chunks, box: union(seen, ground.box) };
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

/** What stands beside a position: its name with its trim, and the channels of units that lie one behind the other. @param units  what is drawn of them */
function namedAt(show: Show, view: SectionView, position: Position, units: readonly Chunk[], size: number): Named {
  const points = flatPoints(view, position);
  const { x, z } = firstOf(points);
  const name = { text: position.name, ink: 'ink', bold: true } as const;
  if (position.curve.form === 'vertical') {
    const half = position.width / 2;
    const top = Math.max(...points.map((point) => point.z));
    return { at: [x, top], box: [-half, -half, half, 0], blocks: [{ side: 'front', rows: [name] }] };
  }
  const trim = { text: `+${formatLength(position.curve.z, settingsOf(show).units)}`, ink: 'faint' } as const;
  const half = Math.max(60, trussOf(position)?.half ?? tubeRadius(position));
  if (!seenEndOn(view, position)) {
    const low = Math.min(...points.map((point) => point.x));
    return { at: [low, z], box: [0, -half, half, half], blocks: [{ side: 'left', rows: [name, trim] }] };
  }
  const drawn = units.reduce((box, unit) => union(box, boxOf(unit.body)), [x - half, z - half, x + half, z + half] as Box);
  const channels = channelRows(
    fixturesOn(show, position).map((fixture) => channelText(fixture)),
    size,
    WIDE,
  );
  return {
    at: [x, z],
    box: [drawn[0] - x, drawn[1] - z, drawn[2] - x, drawn[3] - z],
    blocks: [{ side: 'front', rows: [name, trim] }, ...(channels.length ? [{ side: 'behind' as const, rows: channels }] : [])],
  };
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

function fixtureCut(
  show: Show,
  view: SectionView,
  fixture: Fixture,
  layer: Layer,
  { denominator }: SectionOptions,
): Chunk | null {
  const at = place(show, fixture);
  const clamp = projected(view, at.clamp);
  if (view.kind === 'section' && clamp.depth < -CUT) return null;
  const type = get(show, 'type', fixture.type);
  const tip = projected(view, [
    at.clamp[0] + at.beam[0] * 1000,
    at.clamp[1] + at.beam[1] * 1000,
    at.clamp[2] + at.beam[2] * 1000,
  ]);
  const [dx, dz] = [(tip.x - clamp.x) / 1000, (tip.z - clamp.z) / 1000];
  const flat = Math.hypot(dx, dz);
  const ink = fixture.spare ? 'faint' : 'ink';
  // Seen along its own beam a lantern is as wide and high as its body; else its outline turned to the beam,
  // as broad as its width shows from here: a batten seen from its end is as broad as it is high.
  const endOn = flat < 0.35;
  const symbol = symbolIn(show, type, variantsOf(show).get(type.id) ?? 0, formsOf(show, fixture));
  const { u } = axesOfBeam(at.beam, at.bearing);
  const [lc, ls] = [Math.cos(rad(view.look)), Math.sin(rad(view.look))];
  const facing = Math.abs(u[0] * ls - u[1] * lc);
  const broad = Math.min(1, Math.max(facing, Math.min(1, type.height / type.width)));
  const turn = endOn ? 0 : deg(Math.atan2(dz, dx)) - 90;
  const wide = (endOn ? type.width * broad : 0) / 2;
  const box: Box = endOn
    ? [-wide, -type.height, wide, 0]
    : [symbol.box[0] * broad, symbol.box[1], symbol.box[2] * broad, symbol.box[3]];
  const narrowed = (prim: Prim): Prim => {
    if (prim.op !== 'path')
      return prim.op === 'image' ? { ...prim, x: prim.x * broad, w: prim.w * broad } : { ...prim, x: prim.x * broad };
    const out = [...prim.d];
    eachCommand(prim.d, (_, i, n) => {
      for (let j = 1; j <= n; j += 2) out[i + j] = itemAt(prim.d, i + j) * broad;
    });
    return { ...prim, d: out };
  };
  const body: Prim[] = endOn
    ? [path(rect(clamp.x - wide, clamp.z - type.height, 2 * wide, type.height), 'fixture', 'paper', ink)]
    : symbol.prims.map((prim) => {
        const there = placed(narrowed(prim), clamp.x, clamp.z, turn);
        return { ...there, ink };
      });
  // On a pipe that is seen end on all numbers would lie on each other: its channels are written below it.
  const tags: Prim[] =
    fixture.unit && !seenEndOn(view, get(show, 'position', fixture.position))
      ? [textAt(clamp.x, clamp.z - (endOn ? type.height / 2 : 0), fixture.unit, SMALL * denominator, 'centre', ink)]
      : [];
  return chunk(show, fixture.id, 'fixture', layer, body, tags, { shape: 'box', at: [clamp.x, clamp.z], turn, box });
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

/** From the selected fixtures to where they aim, with the edges of their fields. */
/** Less of a field than this is not worth a word. */
const TOLD = 0.05;
function throwChunk(show: Show, view: SectionView, { throws, denominator }: SectionOptions): Chunk | null {
  const body: Prim[] = [];
  const tags: Prim[] = [];
  const { units } = settingsOf(show);
  for (const id of throws) {
    const fixture = show.records.get(id);
    if (fixture?.kind !== 'fixture') continue;
    const type = get(show, 'type', fixture.type);
    const at = place(show, fixture);
    const reach = at.throw ?? (at.beam[2] < -0.05 ? at.lens[2] / -at.beam[2] : 6000);
    const end: Vec3 = add(at.lens, scaled(at.beam, reach));
    const [p, q] = [projected(view, at.lens), projected(view, end)];
    body.push(path([MOVE, p.x, p.z, LINE, q.x, q.z], 'throw', 'none', 'lamp'));
    const [dx, dz] = [q.x - p.x, q.z - p.z];
    const half = rad(Math.min(120, anglesOf(type, fixture.optics).field) / 2);
    if (Math.hypot(dx, dz) > 300 && type.field > 0)
      for (const side of [-1, 1]) {
        const [c, s] = [Math.cos(half * side), Math.sin(half * side)];
        // The edge goes on to the floor, or as far as the throw.
        let k = 1 / Math.cos(half);
        const [ex, ez] = [dx * c - dz * s, dx * s + dz * c];
        if (ez < -1 && p.z > 0) k = Math.min(1.5, p.z / -ez);
        body.push(path([MOVE, p.x, p.z, LINE, p.x + ex * k, p.z + ez * k], 'thin', 'none', 'lamp'));
      }
    if (throws.length <= 12) {
      const cut = cutIn(show, fixture);
      if (cut && cut.share >= TOLD) {
        // A stroke where each ray of the field is stopped, and by whom.
        const arm = 0.5 * denominator;
        const strokes = stoppedAt(show, fixture).flatMap((point) => {
          const { x, z } = projected(view, point);
          return [MOVE, x - arm, z - arm, LINE, x + arm, z + arm];
        });
        body.push(path(strokes, 'inner', 'none', 'stop'));
        tags.push(textAt((p.x + q.x) / 2, (p.z + q.z) / 2 - 2 * denominator, cutSaid(cut), 2.5 * denominator, 'centre', 'stop'));
      }
    }
    if (at.throw !== null && throws.length <= 12)
      tags.push(
        textAt(
          (p.x + q.x) / 2,
          (p.z + q.z) / 2 + denominator,
          `${formatLength(at.throw, units)}  ${Math.round(at.below)}°`,
          SMALL * denominator,
          'centre',
          'lamp',
        ),
      );
  }
  return body.length ? { id: null, kind: 'note', order: 9000, box: boxOf(body), locked: true, body, tags, hit: null } : null;
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
