/**
 * Places tags so that they lie on no symbol, label, pipe or other tag. Greedy, in a fixed order, so that it is the same each time;
 * with a memory of where they stood, so that an edit moves no tag that has no need to move.
 */
import { Crowd } from './crowd.js';
import type { Box } from './list.js';
import { boxOfTag, type Candidate, candidates, chainBoxes, chainTags, type PlacedTag, type TagLayout } from './tags.js';

/** What tags keep clear of besides the symbols. */
export interface Obstacles {
  /** Names of positions and such. */
  readonly boxes: readonly Box[];
  /** Pipes. */
  readonly lines: readonly (readonly [readonly [number, number], readonly [number, number]])[];
}
/** One index into `candidates` a chain. */
export type Choice = readonly number[];
/** Where the tags of a layout stood: kept by the view between edits. */
export type TagMemory = Map<string, { layout: TagLayout; choice: Choice }>;

/** The tags of a chain at a candidate. */
export function tagsAt(layout: TagLayout, chain: number, candidate: number): readonly PlacedTag[] {
  const { side, items } = layout.chains[chain]!;
  return chainTags(layout, side, items, candidates[candidate]!);
}

const HARD = 100;
const PIPE = 8;

/** What was placed last, with the crowd that it stands in: an edit places anew what it touched, and what that now lies on. */
interface Standing {
  readonly crowd: Crowd;
  readonly obstacles: Obstacles;
  readonly cell: number;
  layouts: readonly TagLayout[];
  choices: Choice[];
  /** Owners whose tags found no free place: they try again when something near them moves. */
  readonly crowded: Set<number>;
}
const standings = new WeakMap<TagMemory, Standing>();

/** One crowd for all placings without a memory, emptied each time. */
const shared = new Crowd(500);

/** Boxes of the candidate that is tried; a chain has as many tags as a set has lines. */
const boxes = new Float64Array(4 * 256);
/** Boxes of the chains of the same unit that stand already. */
const mine = new Float64Array(4 * 256);

function settle(standing: Standing, owner: number, known: Choice | null): void {
  const { crowd, layouts, choices, crowded } = standing;
  const layout = layouts[owner]!;
  const turn = (layout.turn * Math.PI) / 180;
  const cosTurn = Math.cos(turn);
  const sinTurn = Math.sin(turn);
  // Tags of the same unit do not count in the crowd: those that stand already are kept clear of here.
  let own = 0;
  const costOf = (chain: number, index: number, limit: number): number => {
    const candidate = candidates[index]!;
    const { side, items } = layout.chains[chain]!;
    let { cost } = candidate;
    chainBoxes(layout, side, items, candidate, cosTurn, sinTurn, boxes);
    for (let i = 0; i < items.length * 4; i += 4) {
      const least = Math.ceil((limit - cost) / HARD);
      const hits = crowd.count(boxes[i]!, boxes[i + 1]!, boxes[i + 2]!, boxes[i + 3]!, owner, least);
      cost += (hits >> 1) * HARD + (hits & 1) * PIPE;
      for (let j = 0; j < own; j += 4)
        if (boxes[i]! < mine[j + 2]! && boxes[i + 2]! > mine[j]! && boxes[i + 1]! < mine[j + 3]! && boxes[i + 3]! > mine[j + 1]!)
          cost += HARD;
      if (cost >= limit) return cost;
    }
    return cost;
  };
  const choice: number[] = [];
  let worst = 0;
  layout.chains.forEach((_, chain) => {
    let best = known?.[chain] ?? 0;
    let least = known ? costOf(chain, best, Number.POSITIVE_INFINITY) : Number.POSITIVE_INFINITY;
    // A place that stands free is kept, though a cheaper one may have come free.
    if (least >= HARD || !known)
      for (let index = 0; index < candidates.length && candidates[index]!.cost < least; index++) {
        const cost = costOf(chain, index, least);
        if (cost < least) [best, least] = [index, cost];
      }
    choice.push(best);
    worst = Math.max(worst, least);
    for (const tag of tagsAt(layout, chain, best)) {
      const box = boxOfTag(tag);
      crowd.addTag(box, owner);
      for (let side = 0; side < 4 && own < mine.length; side++) mine[own++] = box[side]!;
    }
  });
  if (worst >= HARD) crowded.add(owner);
  else crowded.delete(owner);
  // The same choice keeps its identity, and with it what was drawn for it.
  choices[owner] = known?.every((value, chain) => value === choice[chain]) ? known : choice;
}

/** The symbol of a layout, and the tags that were moved by hand. */
function stand(crowd: Crowd, { x, y, turn, box, hand }: TagLayout, owner: number): void {
  crowd.addTurned(x, y, turn, box, owner);
  for (const tag of hand)
    crowd.addBox([tag.x - tag.item.w / 2, tag.y - tag.item.h / 2, tag.x + tag.item.w / 2, tag.y + tag.item.h / 2], owner);
}

/** Where a tag of one could come to lie on a tag of the other: twice as far as chains are pushed, and as they are long. */
const REACH = 40;
const near = (a: TagLayout, b: TagLayout): boolean => {
  const reach = REACH * Math.max(a.chains[0]?.items[0]?.size ?? 0, b.chains[0]?.items[0]?.size ?? 0);
  return Math.abs(a.x - b.x) < reach && Math.abs(a.y - b.y) < reach;
};

/** Places what changed since the last time; null where more than that has changed. */
function placeAgain(standing: Standing, layouts: readonly TagLayout[]): readonly number[] | null {
  const { crowd, layouts: before } = standing;
  if (crowd.worn || before.length !== layouts.length) return null;
  const changed: number[] = [];
  for (let owner = 0; owner < layouts.length; owner++) if (layouts[owner] !== before[owner]) changed.push(owner);
  if (changed.length > 40 + layouts.length / 8) return null;
  standing.layouts = layouts;
  const again = new Set(
    [...standing.crowded].filter((owner) =>
      changed.some((other) => near(layouts[owner]!, before[other]!) || near(layouts[owner]!, layouts[other]!)),
    ),
  );
  for (const owner of changed) {
    crowd.remove(owner, false);
    stand(crowd, layouts[owner]!, owner);
  }
  for (const owner of changed) for (const other of crowd.tagsUnder(owner)) again.add(other);
  for (const owner of changed) again.delete(owner);
  const stayed = [...again].sort((a, b) => a - b);
  for (const owner of stayed) crowd.remove(owner, true);
  for (const owner of stayed) settle(standing, owner, standing.choices[owner]!);
  for (const owner of changed) settle(standing, owner, null);
  return [...stayed, ...changed];
}

function placeAll(layouts: readonly TagLayout[], obstacles: Obstacles, cell: number, memory: TagMemory | null): Standing {
  const crowd = memory ? (standings.get(memory)?.crowd ?? new Crowd(cell)) : shared;
  crowd.clear(cell);
  const standing: Standing = { crowd, obstacles, cell, layouts, choices: new Array(layouts.length), crowded: new Set() };
  layouts.forEach((layout, owner) => {
    stand(crowd, layout, owner);
  });
  for (const box of obstacles.boxes) crowd.addBox(box, -2);
  for (const [a, b] of obstacles.lines) crowd.addLine(a, b);
  const later: number[] = [];
  layouts.forEach((layout, owner) => {
    const known = memory?.get(layout.key);
    if (known && known.layout === layout) settle(standing, owner, known.choice);
    else later.push(owner);
  });
  for (const owner of later) settle(standing, owner, null);
  return standing;
}

/**
 * Chooses a place for every chain of every layout.
 * @param memory  from the last time, or null; it is brought up to date
 */
export function placeTags(layouts: readonly TagLayout[], obstacles: Obstacles, memory: TagMemory | null): Choice[] {
  const cell = Math.max(150, (layouts[0]?.chains[0]?.items[0]?.size ?? 100) * 5);
  if (!memory) return placeAll(layouts, obstacles, cell, null).choices;
  const before = standings.get(memory);
  const same = before && before.obstacles === obstacles && before.cell === cell;
  const again = same ? placeAgain(before, layouts) : null;
  const standing = again ? before! : placeAll(layouts, obstacles, cell, memory);
  standings.set(memory, standing);
  if (memory.size > layouts.length * 3 + 100) memory.clear();
  const remember = (owner: number) => {
    const layout = layouts[owner]!;
    const choice = standing.choices[owner]!;
    const known = memory.get(layout.key);
    if (known?.layout !== layout || known.choice !== choice) memory.set(layout.key, { layout, choice });
  };
  if (again && memory.size) for (const owner of again) remember(owner);
  else for (let owner = 0; owner < layouts.length; owner++) remember(owner);
  return standing.choices.slice();
}

/** Tags that lie on another tag, of the same unit too, or on a symbol: what is left to be desired. */
export function overlappingTags(layouts: readonly TagLayout[], choices: readonly Choice[]): number {
  const crowd = new Crowd(500);
  const placed: Box[] = [];
  layouts.forEach((layout, owner) => {
    crowd.addTurned(layout.x, layout.y, layout.turn, layout.box, owner);
    for (const { item, x, y } of layout.hand) placed.push(boxOfTag({ item, x, y, moved: true }));
    layout.chains.forEach((_, chain) => {
      for (const tag of tagsAt(layout, chain, choices[owner]![chain]!)) placed.push(boxOfTag(tag));
    });
  });
  let count = 0;
  // Against all symbols first, then pair by pair: brute force, so that it checks what the cells answered.
  placed.forEach((box, i) => {
    const onSymbol = crowd.hits(box, -9).hard > 0;
    const onTag = placed.some(
      (other, j) => j !== i && box[0] < other[2] && box[2] > other[0] && box[1] < other[3] && box[3] > other[1],
    );
    if (onSymbol || onTag) count++;
  });
  return count;
}
export type { Candidate };
