/** A show in plan, as a display list. Fixtures and positions are remembered by their records: an edit rebuilds only what it touched. */
import { snagsByFixture } from '../audit/snags.js';
import { formatLength } from '../measure/lengths.js';
import type { Fixture, FixtureType, Id, Layer, Outline } from '../model/records.js';
import { all, find, get, type Show, settingsOf } from '../model/show.js';
import { formatAddress } from '../patch/address.js';
import { type Place, place } from '../space/hanging.js';
import { type Detail, detailsOf } from './details.js';
import {
  type Box,
  boxOf,
  type Chunk,
  type DisplayList,
  emptyBox,
  type Ink,
  LINE,
  lines,
  MOVE,
  type Prim,
  path,
  textAt,
  transformed,
  union,
} from './list.js';
import { positionChunk } from './position-chunk.js';
import { spreadTags, type TagLayout } from './spread-tags.js';
import { symbolOf } from './symbols.js';
import { type Push, type TagStyle, tagPrims, unpushed } from './tags.js';

export interface PlanOptions {
  /** Scale denominator that sizes in paper mm are made for. */
  readonly denominator: number;
  readonly tags: { readonly channel: boolean; readonly unit: boolean; readonly colour: boolean; readonly address: boolean };
  /** Mark snags in red; plates leave it off. */
  readonly snags: boolean;
  /** Channels of a run that is being previewed. */
  readonly preview?: ReadonlyMap<Id, string> | undefined;
}

export const allTags = { channel: true, unit: true, colour: true, address: true } as const;
const order: Record<Chunk['kind'], number> = { stage: 0, outline: 1, position: 3, fixture: 4 };
/** Text heights in paper mm (ISO 3098 sizes; nothing under 1.8 mm except in symbols). */
const TAG = 2;
const UNIT = 1.8;
const _NAME = 2.5;

/** Layers that are drawn, by id. */
const shownLayers = (show: Show): ReadonlyMap<Id, Layer> =>
  new Map(
    all(show, 'layer')
      .filter((layer) => layer.state !== 'hidden')
      .map((layer) => [layer.id, layer]),
  );

/** The whole plan. Source of its conventions: HANDBOOK 4; line weights by ISO 128. */
export function planList(show: Show, options: PlanOptions): DisplayList {
  const layers = shownLayers(show);
  const chunks: Chunk[] = [stageChunk(show, options)];
  for (const outline of all(show, 'outline')) {
    const layer = layers.get(outline.layer);
    if (layer) chunks.push(outlineChunk(outline, layer));
  }
  for (const position of all(show, 'position')) {
    const layer = layers.get(position.layer);
    if (layer) chunks.push(positionChunk(show, position, layer, options));
  }
  const drawn = all(show, 'fixture').filter((fixture) => layers.has(fixture.layer));
  const plain = drawn.map((fixture) => fixtureChunk(show, fixture, layers.get(fixture.layer)!, options));
  spreadTags(plain.map((chunk) => layouts.get(chunk)!)).forEach((push, i) => {
    const moved = push.behind > 0 || push.front > 0;
    chunks.push(moved ? fixtureChunk(show, drawn[i]!, layers.get(drawn[i]!.layer)!, options, push) : plain[i]!);
  });
  chunks.sort((a, b) => a.order - b.order);
  return { chunks, box: chunks.reduce((box, chunk) => union(box, chunk.box), emptyBox) };
}

/** The chunks of some fixtures only: what is drawn anew while they are dragged. */
export function fixtureChunks(show: Show, ids: Iterable<Id>, options: PlanOptions): Chunk[] {
  const layers = shownLayers(show);
  const out: Chunk[] = [];
  for (const id of ids) {
    const fixture = find(show, 'fixture', id);
    const layer = fixture && layers.get(fixture.layer);
    if (fixture && layer) out.push(fixtureChunk(show, fixture, layer, options));
  }
  return out;
}

function stageChunk(show: Show, { denominator }: PlanOptions): Chunk {
  const { stageWidth, stageDepth } = settingsOf(show);
  const front = Math.min(0, ...all(show, 'outline').flatMap((outline) => outline.points.map(([, y]) => y)));
  const half = stageWidth / 2;
  const size = 2 * denominator;
  const body: Prim[] = [
    path([MOVE, 0, front - 500, LINE, 0, stageDepth + 900], 'centre'),
    path([MOVE, -half - 600, 0, LINE, half + 600, 0], 'plaster'),
    textAt(size * 0.4, stageDepth + 900 - size, 'CL', size, 'left', 'faint'),
    textAt(-half - 600 - size * 0.4, 0, 'plaster line', size, 'right', 'faint'),
  ];
  return { id: null, kind: 'stage', order: order.stage, box: boxOf(body), locked: true, body, tags: [], hit: null };
}

const outlinePens = {
  wall: 'house',
  'stage edge': 'house',
  seats: 'thin',
  scenery: 'scenery',
  leg: 'masking',
  border: 'plaster',
  cyc: 'masking',
} as const;
const keptOutlines = new WeakMap<Outline, { layer: Layer; chunk: Chunk }>();

function outlineChunk(outline: Outline, layer: Layer): Chunk {
  const kept = keptOutlines.get(outline);
  if (kept?.layer === layer) return kept.chunk;
  const body = [
    path(
      lines(outline.points, outline.closed),
      outlinePens[outline.use],
      outline.use === 'wall' && outline.closed ? 'wall' : 'none',
      outline.use === 'seats' ? 'faint' : 'ink',
    ),
  ];
  const chunk: Chunk = {
    id: outline.id,
    kind: 'outline',
    order: order.outline,
    box: boxOf(body),
    locked: true,
    body,
    tags: [],
    hit: null,
  };
  keptOutlines.set(outline, { layer, chunk });
  return chunk;
}

/** Where a fixture is drawn: its symbol's origin and rotation (0 is nose up the page). */
export interface Drawn {
  readonly x: number;
  readonly y: number;
  readonly turn: number;
}

/** On the plan by its place; on a vertical position in its detail, seen from the front. */
export function drawnAt(at: Place, detail: Detail | undefined): Drawn {
  if (!detail) return { x: at.clamp[0], y: at.clamp[1], turn: at.bearing - 90 };
  const { curve } = detail.position;
  const foot = curve.form === 'vertical' ? curve.at[0] : 0;
  const flat = Math.hypot(at.beam[0], at.beam[2]);
  const turn = flat < 0.05 ? 180 : (Math.atan2(at.beam[2], at.beam[0]) * 180) / Math.PI - 90;
  return { x: detail.origin[0] + at.clamp[0] - foot, y: detail.origin[1] + at.clamp[2], turn };
}

interface KeptFixture {
  place: Place;
  type: FixtureType;
  layer: Layer;
  key: string;
  /** By how its tags are pushed out. */
  chunks: Map<string, Chunk>;
}
const keptFixtures = new WeakMap<Fixture, KeptFixture>();
const layouts = new WeakMap<Chunk, TagLayout>();

function fixtureChunk(show: Show, fixture: Fixture, layer: Layer, options: PlanOptions, push: Push = unpushed): Chunk {
  const type = get(show, 'type', fixture.type);
  const at = place(show, fixture);
  const detail = detailsOf(show).get(fixture.position);
  const stops = options.snags ? (snagsByFixture(show).get(fixture.id) ?? []) : [];
  const previewed = options.preview?.get(fixture.id);
  const { tags } = options;
  const key = `${options.denominator}|${tags.channel}${tags.unit}${tags.colour}${tags.address}|${stops.map((snag) => snag.field)}|${previewed ?? ''}|${detail?.origin ?? ''}`;
  const pushKey = `${push.behind} ${push.front}`;
  let kept = keptFixtures.get(fixture);
  if (!kept || kept.place !== at || kept.type !== type || kept.layer !== layer || kept.key !== key) {
    kept = { place: at, type, layer, key, chunks: new Map() };
    keptFixtures.set(fixture, kept);
  }
  const known = kept.chunks.get(pushKey);
  if (known) return known;

  const symbol = symbolOf(type);
  const { x, y, turn } = drawnAt(at, detail);
  const wrong = stops.some((snag) => snag.weight === 'stop');
  const ink: Ink = fixture.spare ? 'faint' : wrong ? 'stop' : 'ink';
  const body: Prim[] = symbol.prims.map((prim) => ({
    ...prim,
    d: transformed(prim.d, x, y, turn),
    pen: fixture.spare && prim.pen === 'fixture' ? 'spare' : prim.pen,
    ink,
  }));
  const size = TAG * options.denominator;
  const text: Prim[] = [];
  if (tags.unit && fixture.unit) {
    const [ux, uy] = transformed([MOVE, ...symbol.unitAt], x, y, turn).slice(1) as [number, number];
    text.push(textAt(ux, uy, fixture.unit, Math.min(UNIT * options.denominator, type.width * 0.62), 'centre', ink));
  }
  const fields = {
    channel: tags.channel ? (previewed ?? channelText(fixture)) : '',
    address: tags.address ? addressText(fixture) : '',
    colour: tags.colour ? colourText(fixture) : '',
  };
  const style: TagStyle = {
    size,
    channelInk: previewed !== undefined ? 'lamp' : fixture.spare ? 'faint' : 'ink',
    addressInk: stops.some((snag) => snag.field === 'address') ? 'stop' : 'ink',
  };
  text.push(...tagPrims(x, y, turn, symbol.box, fields, style, push));
  if (detail) {
    const left = detail.origin[0] < 0;
    text.push(
      textAt(
        detail.origin[0] + (left ? -1 : 1) * 1150,
        y,
        formatLength(at.clamp[2], settingsOf(show).units),
        size * 0.9,
        left ? 'right' : 'left',
        'faint',
      ),
    );
  }
  const chunk: Chunk = {
    id: fixture.id,
    kind: 'fixture',
    order: order.fixture,
    box: union(boxOf(body), boxOf(text)),
    locked: layer.state === 'locked',
    body,
    tags: text,
    hit: { shape: 'box', at: [x, y], turn, box: symbol.box },
  };
  layouts.set(chunk, { x, y, turn, box: symbol.box, fields, size, body: boxOf(body) });
  kept.chunks.set(pushKey, chunk);
  return chunk;
}

/** One channel, or the first and last of several cells: "41-43". */
export function channelText(fixture: Fixture): string {
  const channels = [...new Set(fixture.parts.map((part) => part.channel).filter(Boolean))];
  return channels.length > 1 ? `${channels[0]}-${channels.at(-1)}` : (channels[0] ?? '');
}
/** Address of the first part that has one. */
export const addressText = (fixture: Fixture): string =>
  formatAddress(fixture.parts.find((part) => part.address !== null)?.address ?? null);
/** Different colours of the parts, joined by a stroke. */
export const colourText = (fixture: Fixture): string =>
  [...new Set(fixture.parts.map((part) => part.colour).filter(Boolean))].join(' / ');

/** Does a point hit a chunk, within a tolerance in mm? Answers the distance, 0 inside, or null. */
export function hitDistance(chunk: Chunk, x: number, y: number, tolerance: number): number | null {
  const { hit } = chunk;
  if (!hit) return null;
  if (hit.shape === 'box') {
    const [px, py] = transformed([MOVE, x - hit.at[0], y - hit.at[1]], 0, 0, -hit.turn).slice(1) as [number, number];
    const distance = Math.hypot(Math.max(hit.box[0] - px, 0, px - hit.box[2]), Math.max(hit.box[1] - py, 0, py - hit.box[3]));
    return distance <= tolerance ? distance : null;
  }
  let best = Number.POSITIVE_INFINITY;
  for (let i = 0; i + 1 < hit.points.length; i++) {
    const [[ax, ay], [bx, by]] = [hit.points[i]!, hit.points[i + 1]!];
    const l2 = (bx - ax) ** 2 + (by - ay) ** 2;
    const k = l2 ? Math.max(0, Math.min(1, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / l2)) : 0;
    best = Math.min(best, Math.hypot(x - ax - k * (bx - ax), y - ay - k * (by - ay)) - hit.width);
  }
  return best <= tolerance ? Math.max(0, best) : null;
}

export type { Box };
/** The type of a fixture, for callers that hold ids. */
export const typeOf = (show: Show, fixture: Fixture): FixtureType | undefined => find(show, 'type', fixture.type);
