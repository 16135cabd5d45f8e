/** A show in plan, as a display list. Fixtures and positions are remembered by their records: an edit rebuilds only what it touched. */
import { type Collision, collisionsOf } from '../audit/collisions.js';
import { snagsByFixture } from '../audit/snags.js';
import { formatLength } from '../measure/lengths.js';
import { shownLayers } from '../model/layers.js';
import type { Fixture, FixtureType, Id, Layer, Position, Settings, TagSet } from '../model/records.js';
import { all, find, get, type Show, settingsOf } from '../model/show.js';
import { type Place, place } from '../space/hanging.js';
import type { Hex } from './colouring.js';
import { type Detail, detailsOf, drawnInDetail } from './details.js';
import { locked, orderOf } from './layers.js';
import {
  type Box,
  boxOf,
  type Chunk,
  type DisplayList,
  emptyBox,
  type Ink,
  LINE,
  MOVE,
  type Prim,
  path,
  type TagBox,
  textAt,
  textWidth,
  transformed,
  union,
} from './list.js';
import { type Choice, placeTags, type TagMemory, tagsAt } from './place-tags.js';
import { positionChunks } from './position-chunk.js';
import { backdropChunk, dimensionChunk, maskingChunk, noteChunk, outlineChunk, stageChunk } from './stage-chunks.js';
import { symbolOf } from './symbols.js';
import { enclosureSize, linesFor, type TagItem, tagText } from './tag-set.js';
import { boxOfTag, candidates, leaderOf, type PlacedTag, type Side, type TagLayout, tagPrims } from './tags.js';
import { formsOf, variantsOf } from './variants.js';

export { addressText, channelText, colourText } from './tag-set.js';

export interface PlanOptions {
  /** Scale denominator that sizes in paper mm are made for. */
  readonly denominator: number;
  /** The tag set; null draws none. A fixture with a set of its own keeps to that. */
  readonly tags: TagSet | null;
  /** How many lines of a chain are drawn, and whether those before the nose are: tags that swell on a small screen must be fewer. */
  readonly fewer?: 0 | 1 | 2;
  /** Mark snags and collisions in red; plates leave it off. */
  readonly snags: boolean;
  /** Channels of a run that is being previewed. */
  readonly preview?: ReadonlyMap<Id, string> | undefined;
  /** Colours of the bodies. */
  readonly colours?: ReadonlyMap<Id, Hex> | undefined;
  /** Where tags stood last time: an edit then moves none that need not move. */
  readonly memory?: TagMemory | undefined;
}

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
    line('unit', 'body', 'none', 1.8),
    line('channel', 'behind', 'circle', 2),
    line('address', 'behind', 'box', 1.6),
    line('colour', 'front', 'none', 1.6),
  ],
};

/** Obstacles by the chunks that they were made of; an edit that leaves the positions alone finds them again. */
let lastObstacles: {
  chunks: readonly Chunk[];
  made: { boxes: Box[]; lines: (readonly [readonly [number, number], readonly [number, number]])[] };
} | null = null;
function obstaclesOf(chunks: readonly Chunk[]) {
  if (
    lastObstacles &&
    lastObstacles.chunks.length === chunks.length &&
    lastObstacles.chunks.every((chunk, i) => chunk === chunks[i])
  )
    return lastObstacles.made;
  const boxes = chunks.flatMap((chunk) => chunk.tags.filter((prim) => prim.op === 'text').map((prim) => boxOf([prim])));
  const lines = chunks.flatMap(({ hit, kind }) =>
    hit?.shape === 'line' && kind !== 'detail' ? hit.points.slice(1).map((b, i) => [hit.points[i]!, b] as const) : [],
  );
  const made = { boxes, lines };
  lastObstacles = { chunks, made };
  return made;
}

/** The whole plan. Source of its conventions: HANDBOOK 4; line weights by ISO 128. */
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
  const positions: Chunk[] = [];
  for (const position of all(show, 'position')) {
    const layer = layers.get(position.layer);
    if (layer) positions.push(...positionChunks(show, position, layer, denominator));
  }
  chunks.push(...positions);
  const drawings = all(show, 'fixture').flatMap((fixture) => {
    const layer = layers.get(fixture.layer);
    return layer ? drawingsOf(show, fixture, layer, options) : [];
  });
  const choices = placeTags(
    drawings.map((drawing) => drawing.layout),
    obstaclesOf(positions),
    options.memory ?? null,
  );
  drawings.forEach((drawing, i) => {
    chunks.push(chunkOf(drawing, choices[i]!));
  });
  if (options.snags) chunks.push(...collisionChunks(show, layers, denominator));
  chunks.sort((a, b) => a.order - b.order);
  return { chunks, box: chunks.reduce((box, chunk) => union(box, chunk.box), emptyBox) };
}

/** Layouts of all tags of a plan and the places that were found for them: for tests and the bench. */
export function tagLayouts(show: Show, options: PlanOptions): { layouts: TagLayout[]; choices: Choice[] } {
  const layers = shownLayers(show);
  const layouts = all(show, 'fixture').flatMap((fixture) => {
    const layer = layers.get(fixture.layer);
    return layer ? drawingsOf(show, fixture, layer, options).map((drawing) => drawing.layout) : [];
  });
  const positions = all(show, 'position').flatMap((position) => {
    const layer = layers.get(position.layer);
    return layer ? [...positionChunks(show, position, layer, options.denominator)] : [];
  });
  return { layouts, choices: placeTags(layouts, obstaclesOf(positions), options.memory ?? null) };
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

/** The chunks of any records: what is drawn anew while they are dragged. Positions take their fixtures along. */
export function recordChunks(show: Show, ids: Iterable<Id>, options: PlanOptions): Chunk[] {
  const layers = shownLayers(show);
  const { denominator } = options;
  const out: Chunk[] = [];
  const fixtures = new Set<Id>();
  const positions = new Set<Id>();
  for (const id of ids) {
    const record = show.records.get(id);
    if (!record || !('layer' in record)) continue;
    const layer = layers.get(record.layer);
    if (!layer) continue;
    if (record.kind === 'fixture') fixtures.add(id);
    else if (record.kind === 'position') {
      positions.add(id);
      out.push(...positionChunks(show, record, layer, denominator));
    } else if (record.kind === 'outline') out.push(outlineChunk(show, record, layer));
    else if (record.kind === 'masking') out.push(maskingChunk(show, record, layer));
    else if (record.kind === 'dimension') out.push(dimensionChunk(show, record, layer, denominator));
    else if (record.kind === 'note') out.push(noteChunk(show, record, layer, denominator));
  }
  if (positions.size) for (const fixture of all(show, 'fixture')) if (positions.has(fixture.position)) fixtures.add(fixture.id);
  return [...out, ...fixtureChunks(show, fixtures, options)];
}

/** Where two fixtures stand too close: a bracket between them, with the distance that is missing. */
function collisionChunks(show: Show, layers: ReadonlyMap<Id, Layer>, denominator: number): Chunk[] {
  const { units } = settingsOf(show);
  return collisionsOf(show).flatMap((collision): readonly Chunk[] => {
    const key = `${denominator} ${units} ${detailsOf(show).get(collision.position)?.origin}`;
    const known = keptCollisions.get(collision);
    if (known?.key === key && known.layers === layers) return known.chunks;
    const chunks = collisionChunk(collision);
    keptCollisions.set(collision, { key, layers, chunks });
    return chunks;
  });
  function collisionChunk(collision: Collision): Chunk[] {
    const [a, b] = [find(show, 'fixture', collision.a), find(show, 'fixture', collision.b)];
    const layer = a && layers.get(a.layer);
    if (!a || !b || !layer) return [];
    const detail = detailsOf(show).get(a.position);
    const vertical = detail?.position.curve.form === 'vertical';
    const [p, q] = [a, b].map((fixture) => drawnAt(place(show, fixture), vertical ? detail : undefined, fixture.along)) as [
      Drawn,
      Drawn,
    ];
    const size = 1.6 * denominator;
    const [x, y] = [(p.x + q.x) / 2, (p.y + q.y) / 2];
    const text = `${formatLength(Math.ceil(collision.missing), units)} too close`;
    const body: Prim[] = [
      path([MOVE, p.x, p.y, LINE, q.x, q.y], 'snag', 'none', 'stop'),
      path(
        [
          MOVE,
          x - size * 0.4,
          y - size * 0.4,
          LINE,
          x + size * 0.4,
          y + size * 0.4,
          MOVE,
          x - size * 0.4,
          y + size * 0.4,
          LINE,
          x + size * 0.4,
          y - size * 0.4,
        ],
        'snag',
        'none',
        'stop',
      ),
    ];
    const tags: Prim[] = [textAt(x, y + size * 1.1, text, size, 'centre', 'stop', true)];
    return [
      {
        id: null,
        kind: 'note',
        order: orderOf(show, layer.id, 'note'),
        box: union(boxOf(body), boxOf(tags)),
        locked: true,
        body,
        tags,
        hit: null,
      },
    ];
  }
}
const keptCollisions = new WeakMap<Collision, { key: string; layers: ReadonlyMap<Id, Layer>; chunks: readonly Chunk[] }>();

/** Where a fixture is drawn: its symbol's origin and rotation (0 is nose up the page). */
export interface Drawn {
  readonly x: number;
  readonly y: number;
  readonly turn: number;
}

/** On the plan by its place, or in a detail. */
export const drawnAt = (at: Place, detail: Detail | undefined, along = 0): Drawn =>
  detail ? drawnInDetail(at, along, detail) : { x: at.clamp[0], y: at.clamp[1], turn: at.bearing - 90 };

interface Drawing {
  readonly fixture: Fixture;
  readonly layout: TagLayout;
  readonly ink: Ink;
  readonly body: readonly Prim[];
  /** Unit number in the body, height in a detail. */
  readonly fixed: readonly Prim[];
  readonly inks: Readonly<Record<string, Ink>>;
  readonly order: number;
  readonly locked: boolean;
  readonly hit: Chunk['hit'];
  /** By the places of its tags. */
  readonly chunks: Map<string, Chunk>;
  last: { readonly choice: Choice; readonly chunk: Chunk } | null;
}
interface Kept {
  readonly place: Place;
  readonly type: FixtureType;
  readonly layer: Layer;
  readonly set: TagSet | null;
  readonly position: Position;
  readonly settings: Settings;
  readonly detail: Detail | undefined;
  readonly denominator: number;
  readonly fewer: number;
  readonly order: number;
  readonly variant: number;
  readonly colour: Hex | undefined;
  readonly wrong: string;
  readonly previewed: string | undefined;
  readonly accessories: string;
  readonly drawings: readonly Drawing[];
}
/** What is wrong with a fixture, as far as its drawing shows it. */
const wrongOf = (show: Show, id: Id): string => {
  const snags = snagsByFixture(show).get(id);
  if (!snags) return '';
  let out = '';
  for (const snag of snags) if (snag.weight === 'stop') out += ` stop ${snag.field}`;
  return out;
};
const accessoryNames = (show: Show, fixture: Fixture): string =>
  (fixture.accessories ?? [])
    .map((id) => {
      const item = find(show, 'accessory', id);
      return item ? `${item.form} ${item.name}` : '';
    })
    .join();
const kept = new WeakMap<Fixture, Kept>();

/** A fixture as it is drawn, once on the plan and once in each detail of its position. */
function drawingsOf(show: Show, fixture: Fixture, layer: Layer, options: PlanOptions): readonly Drawing[] {
  const type = get(show, 'type', fixture.type);
  const at = place(show, fixture);
  const detail = detailsOf(show).get(fixture.position);
  const settings = settingsOf(show);
  const position = get(show, 'position', fixture.position);
  const wrong = options.snags ? wrongOf(show, fixture.id) : '';
  const previewed = options.preview?.get(fixture.id);
  const set = fixture.tags ? (find(show, 'tagset', fixture.tags) ?? options.tags) : options.tags;
  const variant = variantsOf(show).get(type.id) ?? 0;
  const colour = options.colours?.get(fixture.id);
  const order = orderOf(show, layer.id, 'fixture');
  const known = kept.get(fixture);
  // What a fixture is drawn from, by identity: of a thousand that were not touched this is all that is looked at.
  if (
    known &&
    known.place === at &&
    known.type === type &&
    known.layer === layer &&
    known.set === set &&
    known.position === position &&
    known.settings === settings &&
    known.detail === detail &&
    known.denominator === options.denominator &&
    known.fewer === (options.fewer ?? 0) &&
    known.order === order &&
    known.variant === variant &&
    known.colour === colour &&
    known.wrong === wrong &&
    known.previewed === previewed &&
    (!fixture.accessories || known.accessories === accessoryNames(show, fixture))
  )
    return known.drawings;
  const forms = formsOf(show, fixture);
  const texts = (set ? linesFor(set, fixture) : []).map((item) => ({
    item,
    text: item.field === 'channel' && previewed !== undefined ? previewed : tagText(show, fixture, item.field),
  }));

  const ways: (Detail | undefined)[] = [];
  const vertical = position.curve.form === 'vertical';
  if (!vertical || !detail || settings.boomUnits) ways.push(undefined);
  if (detail) ways.push(detail);
  const drawings = ways.map((way): Drawing => {
    const symbol = symbolOf(type, variant, forms);
    const { x, y, turn } = drawnAt(at, way, fixture.along);
    const faint = fixture.spare || locked(layer);
    const ink: Ink = faint ? 'faint' : wrong.includes('stop') ? 'stop' : 'ink';
    const size = way?.size ?? 1;
    const scale = (d: readonly number[]) => (size === 1 ? d : scaledPath(d, size));
    const body: Prim[] = symbol.prims.map((prim, i) => ({
      ...prim,
      d: transformed(scale(prim.d), x, y, turn),
      pen: fixture.spare && prim.pen === 'fixture' ? 'spare' : prim.pen,
      fill: i === 0 && colour && prim.fill === 'paper' ? colour : prim.fill,
      ink,
    }));
    const box = symbol.box.map((value) => value * size) as unknown as Box;
    const fixed: Prim[] = [];
    const chains = new Map<Side, TagItem[]>();
    const hand: { item: TagItem; x: number; y: number }[] = [];
    for (const { item: line, text } of texts) {
      if (!text) continue;
      const height = line.size * options.denominator;
      if (line.place === 'body') {
        const [ux, uy] = transformed([MOVE, symbol.unitAt[0] * size, symbol.unitAt[1] * size], x, y, turn).slice(1) as [
          number,
          number,
        ];
        const fitted = Math.min(
          height,
          type.width * size * 0.62,
          (Math.max(type.width, type.length * 0.5) * size * 0.9 * height) / Math.max(1, textWidth(text, height)),
        );
        fixed.push(textAt(ux, uy, text, fitted, 'centre', ink));
        continue;
      }
      const item: TagItem = {
        tag: line.field,
        text,
        enclosure: line.enclosure,
        size: height,
        ...enclosureSize(text, line.enclosure, height),
      };
      const moved = fixture.tagMoves?.find((move) => move.tag === line.field);
      if (moved) {
        hand.push({ item, x: x + moved.by[0] * options.denominator, y: y + moved.by[1] * options.denominator });
        continue;
      }
      const chain = chains.get(line.place);
      if (!chain) {
        if ((options.fewer ?? 0) === 2 && line.place !== 'behind') continue;
        chains.set(line.place, [item]);
      } else if (!options.fewer) chain.push(item);
    }
    if (way?.position.curve.form === 'vertical') {
      const left = way.origin[0] < 0;
      fixed.push(
        textAt(
          way.origin[0] + (left ? -1 : 1) * 1150 * size,
          y,
          formatLength(at.clamp[2], settings.units),
          1.8 * options.denominator,
          left ? 'right' : 'left',
          'faint',
        ),
      );
    }
    return {
      fixture,
      layout: {
        key: `${fixture.id} ${way ? 'detail' : 'plan'} ${options.denominator}`,
        x,
        y,
        turn,
        box,
        chains: [...chains].map(([side, items]) => ({ side, items })),
        hand,
        tried: [],
      },
      ink,
      body,
      fixed,
      inks: {
        channel: previewed !== undefined ? 'lamp' : faint ? 'faint' : 'ink',
        address: wrong.includes('address') ? 'stop' : faint ? 'faint' : 'ink',
      },
      order,
      locked: locked(layer),
      hit: { shape: 'box', at: [x, y], turn, box },
      chunks: new Map(),
      last: null,
    };
  });
  kept.set(fixture, {
    place: at,
    type,
    layer,
    set,
    position,
    settings,
    detail,
    denominator: options.denominator,
    fewer: options.fewer ?? 0,
    order,
    variant,
    colour,
    wrong,
    previewed,
    accessories: fixture.accessories ? accessoryNames(show, fixture) : '',
    drawings,
  });
  return drawings;
}

const scaledPath = (d: readonly number[], k: number): number[] => {
  const out = [...d];
  for (let i = 0; i < d.length; ) {
    const n = d[i] === 2 ? 6 : d[i] === 3 ? 0 : 2;
    for (let j = 1; j <= n; j++) out[i + j] = d[i + j]! * k;
    i += n + 1;
  }
  return out;
};

/** The chunk of a drawing with its tags at their places. */
function chunkOf(drawing: Drawing, choice: Choice): Chunk {
  const { layout } = drawing;
  if (drawing.last?.choice === choice) return drawing.last.chunk;
  const key = choice.join();
  const known = drawing.chunks.get(key);
  if (known) {
    drawing.last = { choice, chunk: known };
    return known;
  }
  const tags: Prim[] = [...drawing.fixed];
  const tagBoxes: TagBox[] = [];
  const put = (tag: PlacedTag) => {
    tags.push(...tagPrims(tag, drawing.inks[tag.item.tag] ?? (drawing.ink === 'faint' ? 'faint' : 'ink')));
    tagBoxes.push({ tag: tag.item.tag, box: boxOfTag(tag), moved: tag.moved });
  };
  layout.chains.forEach(({ side }, chain) => {
    const candidate = candidates[choice[chain] ?? 0]!;
    const placed = tagsAt(layout, chain, choice[chain] ?? 0);
    if (placed[0] && (candidate.push > 0 || Math.abs(candidate.delta) >= 60))
      tags.push(leaderOf(layout, side, placed[0], candidate));
    for (const tag of placed) put(tag);
  });
  for (const { item, x, y } of layout.hand) put({ item, x, y, moved: true });
  const { fixture } = drawing;
  const chunk: Chunk = {
    id: fixture.id,
    kind: 'fixture',
    order: drawing.order,
    box: union(boxOf(drawing.body), boxOf(tags)),
    locked: drawing.locked,
    body: drawing.body,
    tags,
    hit: drawing.hit,
    tagBoxes,
  };
  drawing.chunks.set(key, chunk);
  drawing.last = { choice, chunk };
  return chunk;
}

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
