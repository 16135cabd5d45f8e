/** A fixture as it is drawn: its symbol, once on the plan and once in each detail, and its tags at their places. Remembered by its record. */
import { tagText } from '../fields/index.js';
import { formatLength } from '../measure/lengths.js';
import { SMALL } from '../model/kinds/tagset.js';
import type { Fixture, FixtureType, Id, Layer, Position, Settings, SymbolDef, TagLine, TagSet, Vec2 } from '../model/records.js';
import { find, get, type Show, settingsOf } from '../model/show.js';
import { formsOf } from '../patch/accessories.js';
import { type Place, place } from '../space/hanging.js';
import type { Hex } from './colouring.js';
import { type Detail, detailsOf, drawnInDetail } from './details.js';
import { locked, orderOf } from './layers.js';
import {
  type Box,
  boxOf,
  type Chunk,
  type Ink,
  MOVE,
  type Prim,
  placed,
  type TagBox,
  type TextPrim,
  textAt,
  textWidth,
  transformed,
  union,
} from './list.js';
import { type Choice, type TagMemory, tagsAt } from './place-tags.js';
import { type Symbol2D, symbolIn } from './symbols.js';
import { enclosureSize, linesFor, type TagItem } from './tag-set.js';
import { boxOfTag, candidates, leaderOf, type PlacedTag, type Side, type TagLayout, tagPrims } from './tags.js';
import { variantsOf } from './variants.js';

export interface PlanOptions {
  /** Scale denominator that sizes in paper mm are made for. */
  readonly denominator: number;
  /** The tag set; null draws none. A fixture with a set of its own keeps to that. */
  readonly tags: TagSet | null;
  /** A text that a body is too small for stands behind it: paper is read, not zoomed. */
  readonly readable?: boolean | undefined;
  /** How many lines of a chain are drawn, and whether those before the nose are: tags that swell on a small screen must be fewer. */
  readonly fewer?: 0 | 1 | 2;
  /** Focus areas are drawn: where light is focused, and on paper where it is asked for. */
  readonly areas?: boolean | undefined;
  /** People are drawn: while the stage is drawn and light is focused; a plot for those who hang it has none. */
  readonly people?: boolean | undefined;
  /** What is marked on the drawing, such as snags and collisions in red; plates have none. */
  readonly marks: Marks | null;
  /** Channels of a run that is being previewed. */
  readonly preview?: ReadonlyMap<Id, string> | undefined;
  /** Colours of the bodies. */
  readonly colours?: ReadonlyMap<Id, Hex> | undefined;
  /** Letters that say what colours say: a print in black keeps the difference. */
  readonly codes?: ReadonlyMap<Id, string> | undefined;
  /** Fixtures that stand back: the Ledger's filter leaves them out. */
  readonly dimmed?: ReadonlySet<Id> | undefined;
  /** What stands back says nothing. */
  readonly quiet?: boolean | undefined;
  /** Where tags stood last time: an edit then moves none that need not move. */
  readonly memory?: TagMemory | undefined;
}

/** What others mark on a plan that is worked on: the audit does. The drawing itself knows of none of them. */
export interface Marks {
  /** What is wrong with a fixture, as far as its drawing shows it; '' for nothing. */
  readonly wrongWith: (show: Show, fixture: Id) => string;
  /** What lies on top of the plan. */
  readonly chunks: (show: Show, layers: ReadonlyMap<Id, Layer>, denominator: number) => readonly Chunk[];
}

/** Where a fixture is drawn: its symbol's origin and rotation (0 is nose up the page). */
export interface Drawn {
  readonly x: number;
  readonly y: number;
  readonly turn: number;
}

/** On the plan by its place, or in a detail. */
export const drawnAt = (at: Place, detail: Detail | undefined, along = 0): Drawn =>
  detail ? drawnInDetail(at, along, detail) : { x: at.clamp[0], y: at.clamp[1], turn: at.bearing - 90 };

export interface Drawing {
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
  /** By the places of its tags; none until it has stood at two. */
  chunks: Map<string, Chunk> | null;
  last: { readonly choice: Choice; readonly chunk: Chunk } | null;
}
/** What a fixture is drawn from, beside itself; compared by identity. */
export interface Sources {
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
  readonly own: SymbolDef | undefined;
  readonly colour: Hex | undefined;
  readonly wrong: string;
  readonly previewed: string | undefined;
  readonly dim: boolean;
  readonly readable: boolean;
  readonly code: string | undefined;
}
/** What was made of a fixture, and from what. */
export interface Kept<T> {
  readonly from: Sources;
  readonly accessories: string;
  readonly made: T;
}
const accessoryNames = (show: Show, fixture: Fixture): string =>
  (fixture.accessories ?? [])
    .map((id) => {
      const item = find(show, 'accessory', id);
      return item ? `${item.form} ${item.name}` : '';
    })
    .join();
const kept = new WeakMap<Fixture, Kept<readonly Drawing[]>>();

function sourcesOf(show: Show, fixture: Fixture, layer: Layer, options: PlanOptions): Sources {
  const type = get(show, 'type', fixture.type);
  const dim = options.dimmed?.has(fixture.id) ?? false;
  return {
    place: place(show, fixture),
    type,
    layer,
    set: dim && options.quiet ? null : fixture.tags ? (find(show, 'tagset', fixture.tags) ?? options.tags) : options.tags,
    position: get(show, 'position', fixture.position),
    settings: settingsOf(show),
    detail: detailsOf(show).get(fixture.position),
    denominator: options.denominator,
    fewer: options.fewer ?? 0,
    order: orderOf(show, layer.id, 'fixture'),
    variant: variantsOf(show).get(type.id) ?? 0,
    own: find(show, 'symbol', type.symbol),
    colour: dim ? undefined : options.colours?.get(fixture.id),
    wrong: options.marks?.wrongWith(show, fixture.id) ?? '',
    previewed: options.preview?.get(fixture.id),
    dim,
    readable: options.readable ?? false,
    code: dim ? undefined : options.codes?.get(fixture.id),
  };
}
/** Written out: of thousands that were not touched this is all that is looked at. */
const sameSources = (a: Sources, b: Sources): boolean =>
  a.place === b.place &&
  a.type === b.type &&
  a.layer === b.layer &&
  a.set === b.set &&
  a.position === b.position &&
  a.settings === b.settings &&
  a.detail === b.detail &&
  a.denominator === b.denominator &&
  a.fewer === b.fewer &&
  a.order === b.order &&
  a.variant === b.variant &&
  a.own === b.own &&
  a.colour === b.colour &&
  a.wrong === b.wrong &&
  a.previewed === b.previewed &&
  a.dim === b.dim &&
  a.readable === b.readable &&
  a.code === b.code;

/** What a cache has of a fixture, or makes it: anew when something changed that the fixture is drawn from. */
export function keptOf<T>(
  cache: WeakMap<Fixture, Kept<T>>,
  show: Show,
  fixture: Fixture,
  layer: Layer,
  options: PlanOptions,
  make: (from: Sources) => T,
): T {
  const from = sourcesOf(show, fixture, layer, options);
  const known = cache.get(fixture);
  const accessories = fixture.accessories ? accessoryNames(show, fixture) : '';
  if (known && sameSources(known.from, from) && known.accessories === accessories) return known.made;
  const made = make(from);
  cache.set(fixture, { from, accessories, made });
  return made;
}

/** A fixture as it is drawn, once on the plan and once in each detail of its position. */
export const drawingsOf = (show: Show, fixture: Fixture, layer: Layer, options: PlanOptions): readonly Drawing[] =>
  keptOf(kept, show, fixture, layer, options, (from) => {
    const { detail, position, settings } = from;
    const ways: (Detail | undefined)[] = [];
    if (position.curve.form !== 'vertical' || !detail || settings.boomUnits) ways.push(undefined);
    if (detail) ways.push(detail);
    const symbol = symbolIn(show, from.type, from.variant, formsOf(show, fixture));
    const texts = textsOf(show, fixture, from);
    return ways.map((way) => drawingIn(fixture, from, symbol, texts, way));
  });

export interface Text {
  readonly line: TagLine;
  readonly text: string;
}
/** What the lines of its tag set say about a fixture; those that say nothing are left out. */
export function textsOf(show: Show, fixture: Fixture, { set, previewed, code }: Sources): readonly Text[] {
  if (!set) return [];
  const texts = linesFor(set, fixture)
    .map((line) => ({
      line,
      text: line.field === 'channel' && previewed !== undefined ? previewed : tagText(show, fixture, line.field),
    }))
    .filter(({ text }) => text);
  return code === undefined ? texts : [...texts, { line: codeLine, text: code }];
}
/** A code stands in a box behind what else stands behind the unit: tags of one unit keep clear of each other along a chain. */
const codeLine: TagLine = { field: 'code', place: 'behind', enclosure: 'box', size: SMALL, types: [], layers: [] };

/** A text of the body that has no room there: the first of what stands behind it. */
const behind = ({ line, text }: Text): Text => ({ text, line: { ...line, place: 'behind', size: Math.max(SMALL, line.size) } });

/** A fixture on the plan, or in a detail. */
function drawingIn(fixture: Fixture, from: Sources, symbol: Symbol2D, texts: readonly Text[], way: Detail | undefined): Drawing {
  const at = drawnAt(from.place, way, fixture.along);
  const size = way?.size ?? 1;
  const [x0, y0, x1, y1] = symbol.box;
  const drawing = drawingWith(fixture, from, texts, {
    key: `${fixture.id} ${way ? 'detail' : 'plan'} ${from.denominator}`,
    at,
    box: [x0 * size, y0 * size, x1 * size, y1 * size],
    unitAt: [symbol.unitAt[0] * size, symbol.unitAt[1] * size],
    room: { width: from.type.width * size, length: from.type.length * size },
    worn: wornBy(symbol, inkOf(fixture, from), fixture.spare, from.colour),
    size,
    moves: fixture.tagMoves ?? [],
  });
  return way?.position.curve.form === 'vertical'
    ? { ...drawing, fixed: [...drawing.fixed, heightText(way, from, at.y)] }
    : drawing;
}

/** What a fixture looks like in some drawing. */
export interface Figure {
  readonly key: string;
  readonly at: Drawn;
  /** Of the symbol, in its own frame. */
  readonly box: Box;
  /** Where texts in the body stand, in the same frame. */
  readonly unitAt: Vec2;
  /** Room of the body for texts, mm. */
  readonly room: { readonly width: number; readonly length: number };
  /** The symbol, as large as it comes from its book. */
  readonly worn: readonly Prim[];
  /** How large it is drawn against that. */
  readonly size: number;
  /** Tags that were moved by hand. */
  readonly moves: NonNullable<Fixture['tagMoves']>;
}
const standsBack = (fixture: Fixture, { layer, dim }: Sources): boolean => fixture.spare || locked(layer) || dim;
export const inkOf = (fixture: Fixture, from: Sources): Ink =>
  standsBack(fixture, from) ? 'faint' : from.wrong.includes('stop') ? 'stop' : (fixture.pen ?? 'ink');

/** A fixture as a figure, with its texts in the body and round it. */
export function drawingWith(fixture: Fixture, from: Sources, texts: readonly Text[], figure: Figure): Drawing {
  const { layer, denominator, wrong, previewed } = from;
  const { key, at, box, size } = figure;
  const { x, y, turn } = at;
  const ink = inkOf(fixture, from);
  const faint = standsBack(fixture, from);
  const inside = texts
    .filter(({ line }) => line.place === 'body')
    .map((text) => ({ text, prim: textInBody(figure, text.text, text.line.size * denominator, ink) }));
  const outside = inside.flatMap(({ text, prim }) => (from.readable && prim.size < SMALL * denominator - 1e-6 ? [text] : []));
  const round = outside.length ? [...outside.map(behind), ...texts.filter((text) => !outside.includes(text))] : texts;
  return {
    fixture,
    layout: { key, x, y, turn, box, ...tagsOf(figure.moves, from, round, at) },
    ink,
    body: figure.worn.map((prim) => placed(prim, x, y, turn, size)),
    fixed: inside.flatMap(({ text, prim }) => (outside.includes(text) ? [] : [prim])),
    inks: {
      channel: previewed !== undefined ? 'lamp' : faint ? 'faint' : 'ink',
      address: wrong.includes('address') ? 'stop' : faint ? 'faint' : 'ink',
    },
    order: from.order,
    locked: locked(layer),
    hit: { shape: 'box', at: [x, y], turn, box },
    chunks: null,
    last: null,
  };
}

/** Symbols as fixtures wear them, by ink, pen and colour: hundreds of fixtures wear the same. */
const worn = new WeakMap<Symbol2D, Map<string, readonly Prim[]>>();
/** A symbol in an ink; the first shape is filled by the colour, a spare unit is drawn by the pen of spares. */
export function wornBy(symbol: Symbol2D, ink: Ink, spare: boolean, colour: Hex | undefined): readonly Prim[] {
  const known = worn.get(symbol) ?? new Map<string, readonly Prim[]>();
  const key = `${ink} ${spare} ${colour}`;
  const before = known.get(key);
  if (before) return before;
  const prims = symbol.prims.map((prim, i): Prim => {
    if (prim.op === 'image' || prim.op === 'text') return { ...prim, ink };
    return {
      ...prim,
      pen: spare && (prim.pen === 'fixture' || prim.pen === 'bold') ? 'spare' : prim.pen,
      fill: i === 0 && colour && prim.fill === 'paper' ? colour : prim.fill,
      ink,
    };
  });
  known.set(key, prims);
  worn.set(symbol, known);
  return prims;
}
/** A text inside the body, as large as its line says and no larger than the body. */
function textInBody({ at: { x, y, turn }, unitAt, room }: Figure, text: string, height: number, ink: Ink): TextPrim {
  const [, ux = x, uy = y] = transformed([MOVE, unitAt[0], unitAt[1]], x, y, turn);
  const fitted = Math.min(
    height,
    room.width * 0.8,
    (Math.max(room.width, room.length * 0.5) * 0.9 * height) / Math.max(1, textWidth(text, height)),
  );
  return textAt(ux, uy, text, fitted, 'centre', ink);
}

/** How far from the line of a boom heights stand at least, mm of paper: beyond a channel of four figures. */
const HEIGHTS = 17;
/** In a detail of a boom the height of the unit stands beside it, mm from the floor. */
function heightText(way: Detail, { place: at, settings, denominator }: Sources, y: number): Prim {
  const left = way.origin[0] < 0;
  return textAt(
    way.origin[0] + (left ? -1 : 1) * Math.max(1150 * way.size, HEIGHTS * denominator),
    y,
    formatLength(at.clamp[2], settings.units),
    SMALL * denominator,
    left ? 'right' : 'left',
    'faint',
  );
}

/** The tags round the symbol by their sides, and those that were moved by hand. */
function tagsOf(
  moves: Figure['moves'],
  { denominator, fewer }: Sources,
  texts: readonly Text[],
  { x, y }: Drawn,
): Pick<TagLayout, 'chains' | 'hand'> {
  const chains = new Map<Side, TagItem[]>();
  const hand: { item: TagItem; x: number; y: number }[] = [];
  for (const { line, text } of texts) {
    if (line.place === 'body') continue;
    const height = line.size * denominator;
    const item: TagItem = {
      tag: line.field,
      text,
      enclosure: line.enclosure,
      size: height,
      ...enclosureSize(text, line.enclosure, height),
    };
    const moved = moves.find((move) => move.tag === line.field);
    if (moved) {
      hand.push({ item, x: x + moved.by[0] * denominator, y: y + moved.by[1] * denominator });
      continue;
    }
    const chain = chains.get(line.place);
    if (!chain) {
      if (fewer === 2 && line.place !== 'behind') continue;
      chains.set(line.place, [item]);
    } else if (!fewer) chain.push(item);
  }
  return { chains: [...chains].map(([side, items]) => ({ side, items })), hand };
}

/** The chunk of a drawing with its tags at their places. */
export function chunkOf(drawing: Drawing, choice: Choice): Chunk {
  if (drawing.last?.choice === choice) return drawing.last.chunk;
  if (drawing.last && !drawing.chunks) drawing.chunks = new Map([[drawing.last.choice.join(), drawing.last.chunk]]);
  const known = drawing.chunks?.get(choice.join());
  const chunk = known ?? chunkAt(drawing, choice);
  if (!known) drawing.chunks?.set(choice.join(), chunk);
  drawing.last = { choice, chunk };
  return chunk;
}

function chunkAt(drawing: Drawing, choice: Choice): Chunk {
  const { layout } = drawing;
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
  return {
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
}
