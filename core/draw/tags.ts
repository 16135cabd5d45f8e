import type { TagLine } from '../model/records.js';
import { arc, type Box, capsule, type Ink, LINE, lines, MOVE, type Prim, path, rect, textAt, textWidth } from './list.js';
import type { TagItem } from './tag-set.js';

export type Side = Exclude<TagLine['place'], 'body'>;
/** Bearing of a side from the nose, degrees. */
const from: Record<Side, number> = { front: 0, behind: 180, left: 90, right: -90 };

/** Centre of a round tag beside a round unit: at `back + delta` from its facing. Source: reference calculations 11 (tags), checks 11.4 and 11.5. */
export function tagCentre(
  unit: readonly [number, number],
  facing: number,
  delta: number,
  radius: number,
  gap: number,
  tagRadius: number,
): [number, number] {
  const angle = ((facing + 180 + delta) * Math.PI) / 180;
  const reach = radius + gap + tagRadius;
  return [unit[0] + reach * Math.cos(angle), unit[1] + reach * Math.sin(angle)];
}

/** A place for a chain: turned from its side, and pushed outward; the dearer, the farther from where one looks for it. */
export interface Candidate {
  readonly delta: number;
  readonly push: number;
  readonly cost: number;
  /** Which of the turns it has, for the table of directions. */
  readonly way: number;
}
const PUSHES = 16;
/** All candidates, cheapest first. */
const deltas = [0, 30, -30, 60, -60, 90, -90, 120, -120, 150, -150] as const;
export const candidates: readonly Candidate[] = deltas
  .flatMap((delta, way) =>
    Array.from({ length: PUSHES }, (_, push) => ({
      delta,
      push,
      cost: Math.abs(delta) / 30 + push * 1.15 + (delta < 0 ? 0.01 : 0),
      way,
    })),
  )
  .sort((a, b) => a.cost - b.cost);

export interface PlacedTag {
  readonly item: TagItem;
  readonly x: number;
  readonly y: number;
  readonly moved: boolean;
}

/** What a fixture's tags need to be placed. */
export interface TagLayout {
  readonly key: string;
  readonly x: number;
  readonly y: number;
  /** Rotation of the symbol, degrees; 0 is nose up the page. */
  readonly turn: number;
  /** Of the symbol, in its own frame. */
  readonly box: Box;
  readonly chains: readonly { readonly side: Side; readonly items: readonly TagItem[] }[];
  /** Moved by hand: centre of the tag. */
  readonly hand: readonly { readonly item: TagItem; readonly x: number; readonly y: number }[];
}

/** Directions of the sides with each turn, from the symbol: calculated once, for hundreds of thousands of tries. */
const directions = Object.fromEntries(
  Object.entries(from).map(([side, off]) => {
    const angles = deltas.map((delta) => ((90 + off + delta) * Math.PI) / 180);
    return [side, { cos: Float64Array.from(angles, Math.cos), sin: Float64Array.from(angles, Math.sin) }];
  }),
) as Readonly<Record<Side, { readonly cos: Float64Array; readonly sin: Float64Array }>>;

/** Distance from the origin to the edge of a box that holds it, in a direction. */
function reachOf(box: Box, dx: number, dy: number): number {
  const tx = dx > 1e-9 ? box[2] / dx : dx < -1e-9 ? box[0] / dx : Number.POSITIVE_INFINITY;
  const ty = dy > 1e-9 ? box[3] / dy : dy < -1e-9 ? box[1] / dy : Number.POSITIVE_INFINITY;
  return Math.min(tx, ty);
}

/** The tags of one chain at a candidate place: each as far out as its own extent demands. */
export function chainTags(layout: TagLayout, side: Side, items: readonly TagItem[], candidate: Candidate): PlacedTag[] {
  const { x, y, turn, box } = layout;
  const size = items[0]?.size ?? 0;
  const gap = size * 0.3;
  const local = ((90 + from[side] + candidate.delta) * Math.PI) / 180;
  const a = local + (turn * Math.PI) / 180;
  const [dx, dy] = [Math.cos(a), Math.sin(a)];
  let reach = reachOf(box, Math.cos(local), Math.sin(local)) + gap + candidate.push * size * 0.8;
  return items.map((item) => {
    const half = (item.w / 2) * Math.abs(dx) + (item.h / 2) * Math.abs(dy);
    const at = reach + half;
    reach = at + half + gap * 0.7;
    return { item, x: x + dx * at, y: y + dy * at, moved: false };
  });
}

/** The boxes of `chainTags`, four numbers a tag, into `out`: hundreds of thousands are tried for a large rig, and objects cost more than the sums. */
export function chainBoxes(
  { x, y, box }: TagLayout,
  side: Side,
  items: readonly TagItem[],
  candidate: Candidate,
  // Cosine and sine of the turn of the symbol: they are the same for all candidates.
  cosTurn: number,
  sinTurn: number,
  out: Float64Array,
): void {
  const size = items[0]?.size ?? 0;
  const gap = size * 0.3;
  const { cos, sin } = directions[side];
  const lx = cos[candidate.way] ?? 0;
  const ly = sin[candidate.way] ?? 0;
  const dx = lx * cosTurn - ly * sinTurn;
  const dy = ly * cosTurn + lx * sinTurn;
  const ax = Math.abs(dx) / 2;
  const ay = Math.abs(dy) / 2;
  let reach = reachOf(box, lx, ly) + gap + candidate.push * size * 0.8;
  let i = 0;
  for (const { w, h } of items) {
    const half = w * ax + h * ay;
    const at = reach + half;
    reach = at + half + gap * 0.7;
    const cx = x + dx * at;
    const cy = y + dy * at;
    out[i] = cx - w / 2;
    out[i + 1] = cy - h / 2;
    out[i + 2] = cx + w / 2;
    out[i + 3] = cy + h / 2;
    i += 4;
  }
}

/** A thin line from the symbol to a chain that was pushed away from it. */
export function leaderOf(layout: TagLayout, side: Side, first: PlacedTag, candidate: Candidate): Prim {
  const { x, y, turn, box } = layout;
  const local = ((90 + from[side] + candidate.delta) * Math.PI) / 180;
  const a = local + (turn * Math.PI) / 180;
  const [dx, dy] = [Math.cos(a), Math.sin(a)];
  const start = reachOf(box, Math.cos(local), Math.sin(local));
  const end = Math.hypot(first.x - x, first.y - y) - (first.item.w / 2) * Math.abs(dx) - (first.item.h / 2) * Math.abs(dy);
  return path([MOVE, x + dx * start, y + dy * start, LINE, x + dx * end, y + dy * end], 'thin', 'none', 'faint');
}

/** A tag as primitives about its centre; one that was moved by hand carries a small mark at its upper right. */
export function tagPrims({ item, x, y, moved }: PlacedTag, ink: Ink): Prim[] {
  const { w, h, size, text, enclosure } = item;
  const out: Prim[] = [];
  if (enclosure === 'circle') out.push(path(capsule(x, y, w, h), 'tag', 'paper', ink));
  else if (enclosure === 'box') out.push(path(rect(x - w / 2, y - h / 2, w, h), 'tag', 'paper', ink));
  else if (enclosure === 'hexagon') {
    const tip = size * 0.5;
    out.push(
      path(
        lines(
          [
            [x - w / 2, y],
            [x - w / 2 + tip, y + h / 2],
            [x + w / 2 - tip, y + h / 2],
            [x + w / 2, y],
            [x + w / 2 - tip, y - h / 2],
            [x - w / 2 + tip, y - h / 2],
          ],
          true,
        ),
        'tag',
        'paper',
        ink,
      ),
    );
  } else if (enclosure === 'underline')
    out.push(path([MOVE, x - w / 2, y - size * 0.55, LINE, x + w / 2, y - size * 0.55], 'tag', 'none', ink));
  out.push(textAt(x, y, text, size, 'centre', ink));
  if (moved) out.push(path(arc(x + w / 2 + size * 0.15, y + h / 2 + size * 0.1, size * 0.12, 0, 360), 'thin', 'ink', ink));
  return out;
}

export const boxOfTag = ({ item, x, y }: PlacedTag): Box => [x - item.w / 2, y - item.h / 2, x + item.w / 2, y + item.h / 2];
export { textWidth };
