/**
 * Places tags so that they lie on no symbol, label, pipe or other tag. Greedy, in a fixed order, so that it is the same each time;
 * with a memory of where they stood, so that an edit moves no tag that has no need to move.
 */
import { Crowd } from './crowd.js';
import type { Box } from './list.js';
import { boxOfTag, type Candidate, candidates, chainTags, type PlacedTag, type TagLayout } from './tags.js';

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

/** The tags of a chain at a candidate; remembered by the layout. */
export function tagsAt(layout: TagLayout, chain: number, candidate: number): readonly PlacedTag[] {
  const { side, items } = layout.chains[chain]!;
  if (!layout.tried) return chainTags(layout, side, items, candidates[candidate]!);
  const key = chain * candidates.length + candidate;
  let tags = layout.tried[key];
  if (!tags) {
    tags = chainTags(layout, side, items, candidates[candidate]!);
    layout.tried[key] = tags;
  }
  return tags;
}

const shared = new Crowd(500);
const HARD = 100;
const PIPE = 3;

/**
 * Chooses a place for every chain of every layout.
 * @param memory  from the last time, or null; it is brought up to date
 */
export function placeTags(layouts: readonly TagLayout[], obstacles: Obstacles, memory: TagMemory | null): Choice[] {
  const size = layouts[0]?.chains[0]?.items[0]?.size ?? 100;
  // One crowd for all placings, emptied each time.
  const crowd = shared;
  crowd.clear(Math.max(150, size * 5));
  layouts.forEach(({ x, y, turn, box }, owner) => {
    crowd.addTurned(x, y, turn, box, owner);
  });
  for (const box of obstacles.boxes) crowd.addBox(box, -2);
  for (const [a, b] of obstacles.lines) crowd.addLine(a, b);
  layouts.forEach(({ hand }, owner) => {
    for (const { item, x, y } of hand) crowd.addBox([x - item.w / 2, y - item.h / 2, x + item.w / 2, y + item.h / 2], owner);
  });
  const out: Choice[] = new Array(layouts.length);
  const costOf = (owner: number, chain: number, index: number, limit: number): number => {
    let cost = candidates[index]!.cost;
    for (const tag of tagsAt(layouts[owner]!, chain, index)) {
      const { hard, soft } = crowd.hits(boxOfTag(tag), owner, Math.ceil((limit - cost) / HARD));
      cost += hard * HARD + soft * PIPE;
      if (cost >= limit) return cost;
    }
    return cost;
  };
  const take = (owner: number, chain: number, index: number) => {
    for (const tag of tagsAt(layouts[owner]!, chain, index)) crowd.addBox(boxOfTag(tag), owner);
  };
  const settle = (owner: number, known: Choice | null) => {
    const layout = layouts[owner]!;
    const choice: number[] = [];
    layout.chains.forEach((_, chain) => {
      let best = known?.[chain] ?? 0;
      let least = known ? costOf(owner, chain, best, Number.POSITIVE_INFINITY) : Number.POSITIVE_INFINITY;
      // A place that stands free is kept, though a cheaper one may have come free.
      if (least >= HARD || !known)
        for (let index = 0; index < candidates.length && candidates[index]!.cost < least; index++) {
          const cost = costOf(owner, chain, index, least);
          if (cost < least) [best, least] = [index, cost];
        }
      choice.push(best);
      take(owner, chain, best);
    });
    // The same choice keeps its identity, and with it what was drawn for it.
    out[owner] = known?.every((value, chain) => value === choice[chain]) ? known : choice;
  };
  const later: number[] = [];
  layouts.forEach((layout, owner) => {
    const known = memory?.get(layout.key);
    if (known && known.layout === layout) settle(owner, known.choice);
    else later.push(owner);
  });
  for (const owner of later) settle(owner, null);
  if (memory) {
    if (memory.size > layouts.length * 3 + 100) memory.clear();
    layouts.forEach((layout, owner) => {
      const known = memory.get(layout.key);
      if (known?.layout !== layout || known.choice !== out[owner]) memory.set(layout.key, { layout, choice: out[owner]! });
    });
  }
  return out;
}

/** Tags that lie on another tag, or on a symbol: what is left to be desired. */
export function overlappingTags(layouts: readonly TagLayout[], choices: readonly Choice[]): number {
  const crowd = new Crowd(500);
  const placed: { owner: number; box: Box }[] = [];
  layouts.forEach((layout, owner) => {
    crowd.addTurned(layout.x, layout.y, layout.turn, layout.box, owner);
    for (const { item, x, y } of layout.hand) placed.push({ owner, box: boxOfTag({ item, x, y, moved: true }) });
    layout.chains.forEach((_, chain) => {
      for (const tag of tagsAt(layout, chain, choices[owner]![chain]!)) placed.push({ owner, box: boxOfTag(tag) });
    });
  });
  let count = 0;
  // Against all symbols first, then pair by pair: brute force, so that it checks what the cells answered.
  placed.forEach(({ owner, box }, i) => {
    const onSymbol = crowd.hits(box, -9).hard > 0;
    const onTag = placed.some(
      (other, j) =>
        j !== i &&
        other.owner !== owner &&
        box[0] < other.box[2] &&
        box[2] > other.box[0] &&
        box[1] < other.box[3] &&
        box[3] > other.box[1],
    );
    if (onSymbol || onTag) count++;
  });
  return count;
}
export type { Candidate };
