/** A fixture as it is drawn: its symbol, once on the plan and once in each detail, and its tags at their places. Remembered by its record. */
import { tagText } from '../fields/index.js';
import { formatLength } from '../measure/lengths.js';
import type { Fixture, FixtureType, Id, Layer, Position, Settings, SymbolDef, TagSet } from '../model/records.js';
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
  textAt,
  textWidth,
  transformed,
  union,
} from './list.js';
import { type Choice, type TagMemory, tagsAt } from './place-tags.js';
import { symbolIn } from './symbols.js';
import { enclosureSize, linesFor, type TagItem } from './tag-set.js';
import { boxOfTag, candidates, leaderOf, type PlacedTag, type Side, type TagLayout, tagPrims } from './tags.js';
import { variantsOf } from './variants.js';

export interface PlanOptions {
  /** Scale denominator that sizes in paper mm are made for. */
  readonly denominator: number;
  /** The tag set; null draws none. A fixture with a set of its own keeps to that. */
  readonly tags: TagSet | null;
  /** How many lines of a chain are drawn, and whether those before the nose are: tags that swell on a small screen must be fewer. */
  readonly fewer?: 0 | 1 | 2;
  /** What is marked on the drawing, such as snags and collisions in red; plates have none. */
  readonly marks: Marks | null;
  /** Channels of a run that is being previewed. */
  readonly preview?: ReadonlyMap<Id, string> | undefined;
  /** Colours of the bodies. */
  readonly colours?: ReadonlyMap<Id, Hex> | undefined;
  /** Fixtures that stand back: the Ledger's filter leaves them out. */
  readonly dimmed?: ReadonlySet<Id> | undefined;
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
  readonly own: SymbolDef | undefined;
  readonly colour: Hex | undefined;
  readonly wrong: string;
  readonly previewed: string | undefined;
  readonly dim: boolean;
  readonly accessories: string;
  readonly drawings: readonly Drawing[];
}
const accessoryNames = (show: Show, fixture: Fixture): string =>
  (fixture.accessories ?? [])
    .map((id) => {
      const item = find(show, 'accessory', id);
      return item ? `${item.form} ${item.name}` : '';
    })
    .join();
const kept = new WeakMap<Fixture, Kept>();

/** A fixture as it is drawn, once on the plan and once in each detail of its position. */
export function drawingsOf(show: Show, fixture: Fixture, layer: Layer, options: PlanOptions): readonly Drawing[] {
  const type = get(show, 'type', fixture.type);
  const at = place(show, fixture);
  const detail = detailsOf(show).get(fixture.position);
  const settings = settingsOf(show);
  const position = get(show, 'position', fixture.position);
  const wrong = options.marks?.wrongWith(show, fixture.id) ?? '';
  const previewed = options.preview?.get(fixture.id);
  const set = fixture.tags ? (find(show, 'tagset', fixture.tags) ?? options.tags) : options.tags;
  const variant = variantsOf(show).get(type.id) ?? 0;
  const own = find(show, 'symbol', type.symbol);
  const dim = options.dimmed?.has(fixture.id) ?? false;
  const colour = dim ? undefined : options.colours?.get(fixture.id);
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
    known.own === own &&
    known.colour === colour &&
    known.wrong === wrong &&
    known.previewed === previewed &&
    known.dim === dim &&
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
    const symbol = symbolIn(show, type, variant, forms);
    const { x, y, turn } = drawnAt(at, way, fixture.along);
    const faint = fixture.spare || locked(layer) || dim;
    const ink: Ink = faint ? 'faint' : wrong.includes('stop') ? 'stop' : 'ink';
    const size = way?.size ?? 1;
    const body: Prim[] = symbol.prims.map((prim, i) => {
      const there = placed(prim, x, y, turn, size);
      if (there.op === 'image' || there.op === 'text') return { ...there, ink };
      return {
        ...there,
        pen: fixture.spare && (there.pen === 'fixture' || there.pen === 'bold') ? 'spare' : there.pen,
        fill: i === 0 && colour && there.fill === 'paper' ? colour : there.fill,
        ink,
      };
    });
    const [x0, y0, x1, y1] = symbol.box;
    const box: Box = [x0 * size, y0 * size, x1 * size, y1 * size];
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
    own,
    colour,
    wrong,
    previewed,
    dim,
    accessories: fixture.accessories ? accessoryNames(show, fixture) : '',
    drawings,
  });
  return drawings;
}

/** The chunk of a drawing with its tags at their places. */
export function chunkOf(drawing: Drawing, choice: Choice): Chunk {
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
