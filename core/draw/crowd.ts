/** What lies where on a drawing, for the placing of tags: boxes, turned boxes and lines, in square cells. */
import type { Box } from './list.js';

interface Thing {
  readonly owner: number;
  readonly box: Box;
  /** A turned box: centre, half sizes, and the cosine and sine of its turn; or the ends of a line. */
  readonly turned: readonly [cx: number, cy: number, hw: number, hh: number, c: number, s: number] | null;
  readonly line: readonly [number, number, number, number] | null;
}
export interface Hits {
  /** Symbols, labels and tags under a box. */
  readonly hard: number;
  /** Lines of pipes under it. */
  readonly soft: number;
}

const apart = (a: Box, b: Box): boolean => a[0] >= b[2] || a[2] <= b[0] || a[1] >= b[3] || a[3] <= b[1];

/** Does an upright box meet a turned one? By the separating axes. */
export function meetsTurned(box: Box, turned: NonNullable<Thing['turned']>): boolean {
  const [cx, cy, hw, hh, c, s] = turned;
  const [bw, bh] = [(box[2] - box[0]) / 2, (box[3] - box[1]) / 2];
  const [dx, dy] = [cx - (box[0] + box[2]) / 2, cy - (box[1] + box[3]) / 2];
  const [ac, as] = [Math.abs(c), Math.abs(s)];
  if (Math.abs(dx) >= bw + hw * ac + hh * as) return false;
  if (Math.abs(dy) >= bh + hw * as + hh * ac) return false;
  if (Math.abs(dx * c + dy * s) >= hw + bw * ac + bh * as) return false;
  return Math.abs(-dx * s + dy * c) < hh + bw * as + bh * ac;
}

/** Does a line pass through a box? */
export function meetsLine(box: Box, [x0, y0, x1, y1]: readonly [number, number, number, number]): boolean {
  let [low, high] = [0, 1];
  for (const [from, to, least, most] of [
    [x0, x1, box[0], box[2]],
    [y0, y1, box[1], box[3]],
  ] as const) {
    const d = to - from;
    if (Math.abs(d) < 1e-9) {
      if (from <= least || from >= most) return false;
      continue;
    }
    const [a, b] = [(least - from) / d, (most - from) / d];
    low = Math.max(low, Math.min(a, b));
    high = Math.min(high, Math.max(a, b));
    if (low >= high) return false;
  }
  return true;
}

export class Crowd {
  private readonly cells = new Map<number, Thing[]>();
  /** @param cell side of a cell, mm: about the size of what is asked for */
  constructor(private readonly cell: number) {}

  private put(thing: Thing): void {
    const { cell } = this;
    const [x0, y0, x1, y1] = [
      Math.floor(thing.box[0] / cell),
      Math.floor(thing.box[1] / cell),
      Math.floor(thing.box[2] / cell),
      Math.floor(thing.box[3] / cell),
    ];
    for (let x = x0; x <= x1; x++)
      for (let y = y0; y <= y1; y++) {
        const key = x * 100_003 + y;
        const list = this.cells.get(key);
        if (list) list.push(thing);
        else this.cells.set(key, [thing]);
      }
  }
  /** An upright box: a tag or a label. */
  addBox(box: Box, owner: number): void {
    this.put({ owner, box, turned: null, line: null });
  }
  /** A box in a frame of its own: a symbol. */
  addTurned(x: number, y: number, turn: number, box: Box, owner: number): void {
    const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
    const [mx, my] = [(box[0] + box[2]) / 2, (box[1] + box[3]) / 2];
    const [hw, hh] = [(box[2] - box[0]) / 2, (box[3] - box[1]) / 2];
    const [cx, cy] = [x + mx * c - my * s, y + mx * s + my * c];
    const [ex, ey] = [hw * Math.abs(c) + hh * Math.abs(s), hw * Math.abs(s) + hh * Math.abs(c)];
    this.put({ owner, box: [cx - ex, cy - ey, cx + ex, cy + ey], turned: [cx, cy, hw, hh, c, s], line: null });
  }
  addLine(a: readonly [number, number], b: readonly [number, number]): void {
    // In pieces of a cell, so that a long pipe is not in every cell of its box.
    const n = Math.max(1, Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1]) / this.cell));
    for (let i = 0; i < n; i++) {
      const at = (k: number): [number, number] => [a[0] + ((b[0] - a[0]) * k) / n, a[1] + ((b[1] - a[1]) * k) / n];
      const [p, q] = [at(i), at(i + 1)];
      this.put({
        owner: -1,
        box: [Math.min(p[0], q[0]), Math.min(p[1], q[1]), Math.max(p[0], q[0]), Math.max(p[1], q[1])],
        turned: null,
        line: [...p, ...q],
      });
    }
  }
  /**
   * What lies under a box. Own tags do not count, the own symbol does.
   * @param least stops counting hard hits at this many
   */
  hits(box: Box, owner: number, least = Number.POSITIVE_INFINITY): Hits {
    const { cell } = this;
    let [hard, soft] = [0, 0];
    const [x0, y0, x1, y1] = [
      Math.floor(box[0] / cell),
      Math.floor(box[1] / cell),
      Math.floor(box[2] / cell),
      Math.floor(box[3] / cell),
    ];
    for (let x = x0; x <= x1; x++)
      for (let y = y0; y <= y1; y++) {
        const list = this.cells.get(x * 100_003 + y);
        if (!list) continue;
        for (const thing of list) {
          if (thing.line) {
            if (soft === 0 && meetsLine(box, thing.line)) soft = 1;
          } else if (thing.turned) {
            if (!apart(box, thing.box) && meetsTurned(box, thing.turned) && ++hard >= least) return { hard, soft };
          } else if (thing.owner !== owner && !apart(box, thing.box) && ++hard >= least) return { hard, soft };
        }
      }
    return { hard, soft };
  }
}
