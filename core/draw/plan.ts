/** A show in plan, as a display list. Fixtures and positions are remembered by their records: an edit rebuilds only what it touched. */

import { pairs } from '../measure/list.js';
import { type ByKind, byKind } from '../model/kinds/index.js';
import { LARGE, SMALL } from '../model/kinds/tagset.js';
import { shownLayers } from '../model/layers.js';
import { changedBetween } from '../model/lineage.js';
import type { Fixture, Id, Layer, TagSet } from '../model/records.js';
import { all, find, type Show } from '../model/show.js';
import { hungFixtures, stagePositions } from '../order/tray.js';
import { areaChunk } from './area-chunks.js';
import { chunkOf, type Drawing, drawingsOf, type PlanOptions } from './fixture-drawing.js';
import { type Box, boxOf, type Chunk, type DisplayList, emptyBox, type Line, linesOf } from './list.js';
import { type Choice, placeTags } from './place-tags.js';
import { positionChunks } from './position-chunk.js';
import { scenicChunk, seenOn } from './scenic-chunks.js';
import { backdropChunk, dimensionChunk, maskingChunk, noteChunk, outlineChunk, stageChunk } from './stage-chunks.js';
import type { Side, TagLayout } from './tags.js';
import { isStanding, wallChunk } from './wall-chunks.js';

export { addressText, channelText, colourText } from '../fields/texts.js';
export type { PlanOptions } from './fixture-drawing.js';
export { type Drawn, drawnAt } from './fixture-drawing.js';
export { hitDistance } from './hit.js';

const line = (
  field: TagSet['lines'][number]['field'],
  place: Side | 'body',
  enclosure: TagSet['lines'][number]['enclosure'],
  size: number,
) => ({
  field,
  place,
  enclosure,
  size,
  types: [],
  layers: [],
});
/** Tags of a show that has no sets of its own: unit, channel, address, colour. */
export const allTags: TagSet = {
  id: '00000000-0000-4000-8000-000000000000',
  kind: 'tagset',
  name: 'Usual tags',
  order: 0,
  lines: [
    line('unit', 'body', 'none', SMALL),
    line('channel', 'behind', 'circle', LARGE),
    line('address', 'behind', 'box', SMALL),
    line('colour', 'front', 'none', SMALL),
  ],
};

/** What lines a text would be struck by, besides pipes. Drawings from files are too dense to be kept clear of. */
const drawnThere: ReadonlySet<Chunk['kind']> = new Set(['stage', 'outline', 'masking', 'scenic']);
/** At smaller scales than this there is no room to keep texts clear of lines: they keep clear of pipes and of each other. */
const CLEAR_TO = 100;

/** Obstacles by the chunks that they were made of; an edit that leaves the positions alone finds them again. */
let lastObstacles: { chunks: readonly Chunk[]; made: { boxes: Box[]; lines: Line[] } } | null = null;
function obstaclesOf(chunks: readonly Chunk[], denominator: number) {
  if (
    lastObstacles &&
    lastObstacles.chunks.length === chunks.length &&
    lastObstacles.chunks.every((chunk, i) => chunk === chunks[i])
  )
    return lastObstacles.made;
  const boxes = chunks.flatMap((chunk) => chunk.tags.filter((prim) => prim.op === 'text').map((prim) => boxOf([prim])));
  // The base mark of a boom is kept clear of as a whole.
  for (const { hit, kind } of chunks)
    if (kind === 'position' && hit?.shape === 'line' && hit.points.length === 2) {
      const [[ax, ay], [bx, by]] = hit.points as [[number, number], [number, number]];
      if (ax === bx && ay === by) boxes.push([ax - hit.width, ay - hit.width, ax + hit.width, ay + hit.width]);
    }
  const lines = chunks.flatMap(({ hit, kind, body }) =>
    drawnThere.has(kind)
      ? linesOf(body)
      : hit?.shape === 'line' && kind !== 'detail'
        ? [...pairs(hit.points), ...(denominator <= CLEAR_TO ? linesOf(body) : [])]
        : [],
  );
  const made = { boxes, lines };
  lastObstacles = { chunks, made };
  return made;
}

interface DrawnLast {
  readonly show: Show;
  readonly options: PlanOptions;
  readonly fixtures: readonly Fixture[];
  readonly wrong: readonly string[];
  readonly drawings: readonly (readonly Drawing[])[];
}
/** What was drawn last with a memory: an edit of fixtures alone leaves the others as they are, and does not ask what they are drawn from. */
const drawnLast = new WeakMap<object, DrawnLast>();

/** Where nothing but fixtures changed, those that did not are drawn from what they were drawn from. */
function onlyFixtures(before: Show, after: Show): boolean {
  const changed = changedBetween(before, after);
  if (!changed?.inPlace) return false;
  for (const id of changed.ids) if (after.records.get(id)?.kind !== 'fixture') return false;
  return true;
}

function fixtureDrawings(show: Show, layers: ReadonlyMap<Id, Layer>, options: PlanOptions): Drawing[] {
  const fixtures = hungFixtures(show);
  const { memory, marks } = options;
  const before = memory && drawnLast.get(memory);
  const known = before && before.options === options && onlyFixtures(before.show, show) ? before : null;
  const wrong: string[] = [];
  const drawings: (readonly Drawing[])[] = [];
  const out: Drawing[] = [];
  let i = 0;
  for (const fixture of fixtures) {
    const now = marks?.wrongWith(show, fixture.id) ?? '';
    const layer = layers.get(fixture.layer);
    const same = known && known.fixtures[i] === fixture && known.wrong[i] === now;
    const list = (same ? known.drawings[i] : undefined) ?? (layer ? drawingsOf(show, fixture, layer, options) : []);
    wrong.push(now);
    drawings.push(list);
    for (const drawing of list) out.push(drawing);
    i++;
  }
  if (memory) drawnLast.set(memory, { show, options, fixtures, wrong, drawings });
  return out;
}

/** Without an object a chunk: there are ten thousand of them. */
function boxAround(chunks: readonly Chunk[]): Box {
  let [x0, y0, x1, y1] = emptyBox;
  for (const { box } of chunks) {
    if (box[0] < x0) x0 = box[0];
    if (box[1] < y0) y0 = box[1];
    if (box[2] > x1) x1 = box[2];
    if (box[3] > y1) y1 = box[3];
  }
  return [x0, y0, x1, y1];
}

/** The whole plan. Source of its conventions: reference practice 2; line weights by ISO 128. */
export function planList(show: Show, options: PlanOptions): DisplayList {
  const layers = shownLayers(show);
  const { denominator } = options;
  const chunks: Chunk[] = [stageChunk(show, denominator)];
  const each = <R extends { readonly layer: Id }>(records: readonly R[], make: (record: R, layer: Layer) => Chunk) => {
    for (const record of records) {
      const layer = layers.get(record.layer);
      if (layer) chunks.push(make(record, layer));
    }
  };
  each(all(show, 'backdrop'), (record, layer) => backdropChunk(show, record, layer));
  each(all(show, 'outline'), (record, layer) => outlineChunk(show, record, layer));
  each(all(show, 'masking'), (record, layer) => maskingChunk(show, record, layer));
  each(all(show, 'dimension'), (record, layer) => dimensionChunk(show, record, layer, denominator));
  each(all(show, 'note'), (record, layer) => noteChunk(show, record, layer, denominator));
  for (const record of all(show, 'scenic')) {
    const layer = seenOn(record, options) && layers.get(record.layer);
    if (layer) chunks.push(scenicChunk(show, record, layer));
  }
  if (options.areas) each(all(show, 'area'), (record, layer) => areaChunk(show, record, layer, denominator));
  const positions: Chunk[] = [];
  for (const position of stagePositions(show)) {
    const layer = layers.get(position.layer);
    if (layer) positions.push(...positionChunks(show, position, layer, denominator));
  }
  // Tags keep clear of what has a name: positions and pixel walls.
  const named = [...positions];
  for (const wall of all(show, 'wall')) {
    const layer = isStanding(wall) && layers.get(wall.layer);
    if (isStanding(wall) && layer) named.push(wallChunk(show, wall, layer, denominator));
  }
  chunks.push(...named);
  const drawings = fixtureDrawings(show, layers, options);
  const choices = placeTags(
    drawings.map((drawing) => drawing.layout),
    obstaclesOf(denominator <= CLEAR_TO ? [...chunks.filter(({ kind }) => drawnThere.has(kind)), ...named] : named, denominator),
    options.memory ?? null,
  );
  drawings.forEach((drawing, i) => {
    chunks.push(chunkOf(drawing, choices[i] ?? []));
  });
  if (options.marks) chunks.push(...options.marks.chunks(show, layers, denominator));
  chunks.sort((a, b) => a.order - b.order);
  return { chunks, box: boxAround(chunks) };
}

/** Layouts of all tags of a plan and the places that were found for them: for tests and the bench. */
export function tagLayouts(show: Show, options: PlanOptions): { layouts: TagLayout[]; choices: Choice[] } {
  const layers = shownLayers(show);
  const layouts = hungFixtures(show).flatMap((fixture) => {
    const layer = layers.get(fixture.layer);
    return layer ? drawingsOf(show, fixture, layer, options).map((drawing) => drawing.layout) : [];
  });
  const positions = stagePositions(show).flatMap((position) => {
    const layer = layers.get(position.layer);
    return layer ? [...positionChunks(show, position, layer, options.denominator)] : [];
  });
  return { layouts, choices: placeTags(layouts, obstaclesOf(positions, options.denominator), options.memory ?? null) };
}

/** The chunks of some fixtures only: what is drawn anew while they are dragged. Their tags stand where they stood against the symbol. */
export function fixtureChunks(show: Show, ids: Iterable<Id>, options: PlanOptions): Chunk[] {
  const layers = shownLayers(show);
  const out: Chunk[] = [];
  for (const id of ids) {
    const fixture = find(show, 'fixture', id);
    const layer = fixture && layers.get(fixture.layer);
    if (fixture && layer)
      for (const drawing of drawingsOf(show, fixture, layer, options))
        out.push(chunkOf(drawing, options.memory?.get(drawing.layout.key)?.choice ?? drawing.layout.chains.map(() => 0)));
  }
  return out;
}

/** Chunks of what is drawn by itself, by kind. */
const chunks: ByKind<[show: Show, layer: Layer, denominator: number], readonly Chunk[]> = {
  position: (record, show, layer, denominator) => positionChunks(show, record, layer, denominator),
  outline: (record, show, layer) => [outlineChunk(show, record, layer)],
  area: (record, show, layer, denominator) => [areaChunk(show, record, layer, denominator)],
  masking: (record, show, layer) => [maskingChunk(show, record, layer)],
  scenic: (record, show, layer) => [scenicChunk(show, record, layer)],
  wall: (record, show, layer, denominator) => (isStanding(record) ? [wallChunk(show, record, layer, denominator)] : []),
  dimension: (record, show, layer, denominator) => [dimensionChunk(show, record, layer, denominator)],
  note: (record, show, layer, denominator) => [noteChunk(show, record, layer, denominator)],
};

/** The chunks of any records: what is drawn anew while they are dragged. Positions take their fixtures along. */
export function recordChunks(show: Show, ids: Iterable<Id>, options: PlanOptions): Chunk[] {
  const layers = shownLayers(show);
  const out: Chunk[] = [];
  const fixtures = new Set<Id>();
  const positions = new Set<Id>();
  for (const id of ids) {
    const record = show.records.get(id);
    const layer = record && 'layer' in record && layers.get(record.layer);
    if (!layer) continue;
    if (record.kind === 'fixture') fixtures.add(id);
    if (record.kind === 'position') positions.add(id);
    out.push(...(byKind(chunks, record, show, layer, options.denominator) ?? []));
  }
  if (positions.size) for (const fixture of all(show, 'fixture')) if (positions.has(fixture.position)) fixtures.add(fixture.id);
  return [...out, ...fixtureChunks(show, fixtures, options)];
}
