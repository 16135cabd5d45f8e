/** Keeps the tags of neighbours off each other: a chain that would lie on something is pushed out, step by step. Greedy, in a fixed order, so that it is the same each time. */
import type { Box } from './list.js';
import { type Push, type TagFields, type TagPlace, tagPlaces, unpushed } from './tags.js';

/** What a fixture's tags need to be placed. */
export interface TagLayout {
  readonly x: number;
  readonly y: number;
  readonly turn: number;
  readonly box: Box;
  readonly fields: TagFields;
  readonly size: number;
  /** Box of the drawn body, which other tags keep clear of. */
  readonly body: Box;
}

const STEPS = 8;
const boxOfPlace = ({ x, y, w, h }: TagPlace): Box => [x - w / 2, y - h / 2, x + w / 2, y + h / 2];

/** Boxes in square cells: asks only those nearby. */
class Crowd {
  private readonly cells = new Map<number, { box: Box; owner: number }[]>();
  constructor(private readonly cell: number) {}
  private each(box: Box, call: (key: number) => boolean): boolean {
    const { cell } = this;
    const [x0, y0, x1, y1] = [
      Math.floor(box[0] / cell),
      Math.floor(box[1] / cell),
      Math.floor(box[2] / cell),
      Math.floor(box[3] / cell),
    ];
    for (let x = x0; x <= x1; x++) for (let y = y0; y <= y1; y++) if (call(x * 100_003 + y)) return true;
    return false;
  }
  add(box: Box, owner: number): void {
    this.each(box, (key) => {
      const list = this.cells.get(key);
      if (list) list.push({ box, owner });
      else this.cells.set(key, [{ box, owner }]);
      return false;
    });
  }
  /** Does a box lie on one of another owner? */
  hits(box: Box, owner: number): boolean {
    return this.each(box, (key) => {
      const list = this.cells.get(key);
      if (list)
        for (const other of list)
          if (
            other.owner !== owner &&
            box[0] < other.box[2] &&
            box[2] > other.box[0] &&
            box[1] < other.box[3] &&
            box[3] > other.box[1]
          )
            return true;
      return false;
    });
  }
}

type Side = 'behind' | 'front';
const kept = new WeakMap<TagLayout, Partial<Record<Side, readonly Box[]>[]>>();

/** Boxes of one chain, pushed out by so many steps. Remembered per layout: an edit places only what it touched anew. */
function chainBoxes(layout: TagLayout, side: Side, step: number): readonly Box[] {
  let steps = kept.get(layout);
  if (!steps) {
    steps = [];
    kept.set(layout, steps);
  }
  let at = steps[step];
  if (!at) {
    at = {} as Record<Side, readonly Box[]>;
    steps[step] = at;
  }
  if (!at[side]) {
    const { x, y, turn, box, fields, size } = layout;
    const own = side === 'behind' ? { ...fields, colour: '' } : { channel: '', address: '', colour: fields.colour };
    at[side] = tagPlaces(x, y, turn, box, own, size, { ...unpushed, [side]: pushOf(size, step) }).map(boxOfPlace);
  }
  return at[side];
}
const pushOf = (size: number, step: number): number => step * size * 0.8;

/** How far each layout's chains are pushed; a chain that finds no free place takes the least crowded. */
export function spreadTags(layouts: readonly TagLayout[]): Push[] {
  const first = layouts[0];
  if (!first) return [];
  const crowd = new Crowd(Math.max(200, first.size * 6));
  layouts.forEach(({ body }, owner) => {
    // The corners of a turned body's box are empty: it counts a little smaller.
    const [dx, dy] = [(body[2] - body[0]) * 0.12, (body[3] - body[1]) * 0.12];
    crowd.add([body[0] + dx, body[1] + dy, body[2] - dx, body[3] - dy], owner);
  });
  return layouts.map((layout, owner) => {
    const settle = (side: Side): number => {
      let chosen: readonly Box[] = [];
      let best = 0;
      let least = Number.POSITIVE_INFINITY;
      // The first place with nothing under it; where there is none, the one with the least.
      for (let step = 0; step < STEPS && least > 0; step++) {
        const boxes = chainBoxes(layout, side, step);
        let hits = 0;
        for (const box of boxes) if (crowd.hits(box, owner)) hits++;
        if (hits < least) {
          least = hits;
          chosen = boxes;
          best = step;
        }
      }
      for (const box of chosen) crowd.add(box, owner);
      return pushOf(layout.size, best);
    };
    return { behind: settle('behind'), front: settle('front') };
  });
}
