/** What lies where on a drawing, for the placing of tags: boxes, turned boxes and lines, in square cells. */
import type { Box } from './list.js';

/** A turned box: centre, half sizes, and the cosine and sine of its turn. */
export type Turned = readonly [cx: number, cy: number, hw: number, hh: number, c: number, s: number];
export interface Hits {
  /** Symbols, labels and tags under a box. */
  readonly hard: number;
  /** Lines of pipes under it. */
  readonly soft: number;
}

/** Does an upright box meet a turned one? By the separating axes. */
export function meetsTurned(box: Box, [cx, cy, hw, hh, c, s]: Turned): boolean {
  return meetsTurnedBox(box[0], box[1], box[2], box[3], cx, cy, hw, hh, c, s);
}
function meetsTurnedBox(
  left: number,
  bottom: number,
  right: number,
  top: number,
  cx: number,
  cy: number,
  hw: number,
  hh: number,
  c: number,
  s: number,
): boolean {
  const bw = (right - left) / 2;
  const bh = (top - bottom) / 2;
  const dx = cx - (left + right) / 2;
  const dy = cy - (bottom + top) / 2;
  const ac = Math.abs(c);
  const as = Math.abs(s);
  if (Math.abs(dx) >= bw + hw * ac + hh * as) return false;
  if (Math.abs(dy) >= bh + hw * as + hh * ac) return false;
  if (Math.abs(dx * c + dy * s) >= hw + bw * ac + bh * as) return false;
  return Math.abs(-dx * s + dy * c) < hh + bw * as + bh * ac;
}

/** Does a line pass through a box? */
export function meetsLine(box: Box, [x0, y0, x1, y1]: readonly [number, number, number, number]): boolean {
  return meetsSegment(box[0], box[1], box[2], box[3], x0, y0, x1, y1);
}
function meetsSegment(
  left: number,
  bottom: number,
  right: number,
  top: number,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
): boolean {
  const dx = x1 - x0;
  const dy = y1 - y0;
  let low = 0;
  let high = 1;
  if (Math.abs(dx) < 1e-9) {
    if (x0 <= left || x0 >= right) return false;
  } else {
    const a = (left - x0) / dx;
    const b = (right - x0) / dx;
    low = Math.max(low, Math.min(a, b));
    high = Math.min(high, Math.max(a, b));
    if (low >= high) return false;
  }
  if (Math.abs(dy) < 1e-9) return y0 > bottom && y0 < top;
  const a = (bottom - y0) / dy;
  const b = (top - y0) / dy;
  return Math.max(low, Math.min(a, b)) < Math.min(high, Math.max(a, b));
}

/** Numbers of one thing: its upright box, then a turned box or the ends of a line. */
const STRIDE = 10;
const UPRIGHT = 0;
const TURNED = 1;
const LINE = 2;
/** An upright box that can be taken away by itself: a tag that is placed, and may be placed anew. */
const TAG = 3;
/** Was taken away; its cells still name it. */
const GONE = 4;

/** No entry, and no cell. */
const NONE = -1;
/** Name of a cell: whole numbers of 16 bits each for its column and its row; what is farther apart than 65,536 cells may share one, and is told apart by its figures. */
export const nameOf = (x: number, y: number): number => ((x & 0xffff) << 16) | (y & 0xffff);
/**
 * Where to look for a name first. Cells of a drawing lie side by side, and one multiplication leaves them in rows: a table of some size would be a list.
 * Source: the finalizer of MurmurHash3 (A. Appleby, public domain), its figures from memory; how evenly it spreads is tested.
 */
export function slotOf(name: number, mask: number): number {
  const once = Math.imul(name ^ (name >>> 16), 0x85ebca6b);
  const twice = Math.imul(once ^ (once >>> 13), 0xc2b2ae35);
  return (twice ^ (twice >>> 16)) & mask;
}

/** First entry of each cell by the name of the cell, in plain numbers: they are asked for hundreds of thousands of times a placing. */
class Cells {
  private names = new Int32Array(8192);
  private heads = new Int32Array(8192).fill(NONE);
  private mask = 8191;
  private filled = 0;
  clear(): void {
    this.heads.fill(NONE);
    this.filled = 0;
  }
  get(name: number): number {
    const { names, heads, mask } = this;
    for (let slot = slotOf(name, mask); ; slot = (slot + 1) & mask) {
      const head = heads[slot]!;
      if (head === NONE || names[slot] === name) return head;
    }
  }
  /** Makes an entry the first of its cell, and returns the one that was. */
  exchange(name: number, entry: number): number {
    if (this.filled * 2 > this.mask) this.grow();
    const { names, heads, mask } = this;
    let slot = slotOf(name, mask);
    while (heads[slot] !== NONE && names[slot] !== name) slot = (slot + 1) & mask;
    const before = heads[slot]!;
    if (before === NONE) this.filled++;
    names[slot] = name;
    heads[slot] = entry;
    return before;
  }
  private grow(): void {
    const { names, heads } = this;
    this.names = new Int32Array(names.length * 2);
    this.heads = new Int32Array(names.length * 2).fill(NONE);
    this.mask = names.length * 2 - 1;
    this.filled = 0;
    for (let slot = 0; slot < names.length; slot++) if (heads[slot] !== NONE) this.exchange(names[slot]!, heads[slot]!);
  }
}

function grown<A extends Float64Array | Int32Array | Uint8Array>(from: A, to: A): A {
  to.set(from);
  return to;
}

/**
 * Everything in plain numbers, and used again after `clear`: made anew for each edit it was mostly work for the garbage collector
 * (10 of 17 ms at 1000 fixtures).
 */
export class Crowd {
  /** First entry of each cell in `next` and `things`, which are lists one after the other: no cell has an array of its own. */
  private readonly cells = new Cells();
  private next = new Int32Array(16_384);
  private things = new Int32Array(16_384);
  private entries = 0;
  private numbers = new Float64Array(STRIDE * 4096);
  private owners = new Int32Array(4096);
  private kinds = new Uint8Array(4096);
  private filled = 0;
  private gone = 0;
  /** Last thing of each owner and the one of the same owner before each thing, so that they can be taken away. */
  private lasts = new Int32Array(4096).fill(NONE);
  private befores = new Int32Array(4096);
  /** @param cell side of a cell, mm: about the size of what is asked for */
  constructor(private cell: number) {}

  /** Empties it for another use. */
  clear(cell: number): void {
    this.cells.clear();
    this.entries = 0;
    this.cell = cell;
    this.filled = 0;
    this.gone = 0;
    this.lasts.fill(NONE);
  }
  /** More was taken away than is left: filling it anew is cheaper. */
  get worn(): boolean {
    return this.gone > this.filled / 2;
  }
  /** Takes away what an owner has, or its tags alone. */
  remove(owner: number, tagsOnly: boolean): void {
    let index = this.lastOf(owner);
    this.lasts[owner] = NONE;
    while (index !== NONE) {
      const before = this.befores[index]!;
      if (tagsOnly && this.kinds[index] !== TAG) {
        this.befores[index] = this.lasts[owner]!;
        this.lasts[owner] = index;
      } else {
        this.kinds[index] = GONE;
        this.gone++;
      }
      index = before;
    }
  }
  private lastOf(owner: number): number {
    return this.lasts[owner] ?? NONE;
  }

  private put(kind: number, owner: number, x0: number, y0: number, x1: number, y1: number): number {
    const index = this.filled++;
    if (index >= this.owners.length) {
      this.numbers = grown(this.numbers, new Float64Array(this.numbers.length * 2));
      this.owners = grown(this.owners, new Int32Array(this.owners.length * 2));
      this.kinds = grown(this.kinds, new Uint8Array(this.kinds.length * 2));
      this.befores = grown(this.befores, new Int32Array(this.befores.length * 2));
    }
    const at = index * STRIDE;
    this.numbers[at] = x0;
    this.numbers[at + 1] = y0;
    this.numbers[at + 2] = x1;
    this.numbers[at + 3] = y1;
    this.owners[index] = owner;
    this.kinds[index] = kind;
    if (owner >= 0) {
      if (owner >= this.lasts.length) this.lasts = grown(this.lasts, new Int32Array(owner * 2).fill(NONE));
      this.befores[index] = this.lasts[owner]!;
      this.lasts[owner] = index;
    }
    const { cell } = this;
    const cx1 = Math.floor(x1 / cell);
    const cy0 = Math.floor(y0 / cell);
    const cy1 = Math.floor(y1 / cell);
    for (let x = Math.floor(x0 / cell); x <= cx1; x++)
      for (let y = cy0; y <= cy1; y++) {
        const entry = this.entries++;
        if (entry >= this.next.length) {
          this.next = grown(this.next, new Int32Array(entry * 2));
          this.things = grown(this.things, new Int32Array(entry * 2));
        }
        this.next[entry] = this.cells.exchange(nameOf(x, y), entry);
        this.things[entry] = index;
      }
    return at;
  }
  /** An upright box: a tag or a label. */
  addBox(box: Box, owner: number): void {
    this.put(UPRIGHT, owner, box[0], box[1], box[2], box[3]);
  }
  addTag(box: Box, owner: number): void {
    this.put(TAG, owner, box[0], box[1], box[2], box[3]);
  }
  /** Owners of the tags that lie under what an owner has besides tags: its symbol, and what was moved by hand. */
  tagsUnder(owner: number): Set<number> {
    const { cell, numbers, kinds, owners } = this;
    const out = new Set<number>();
    for (let mine = this.lastOf(owner); mine !== NONE; mine = this.befores[mine]!) {
      if (kinds[mine] === TAG) continue;
      const m = mine * STRIDE;
      const box: Box = [numbers[m]!, numbers[m + 1]!, numbers[m + 2]!, numbers[m + 3]!];
      for (let x = Math.floor(box[0] / cell); x <= Math.floor(box[2] / cell); x++)
        for (let y = Math.floor(box[1] / cell); y <= Math.floor(box[3] / cell); y++)
          for (let entry = this.cells.get(nameOf(x, y)); entry >= 0; entry = this.next[entry]!) {
            const index = this.things[entry]!;
            if (kinds[index] !== TAG || owners[index] === owner) continue;
            const at = index * STRIDE;
            const other: Box = [numbers[at]!, numbers[at + 1]!, numbers[at + 2]!, numbers[at + 3]!];
            if (other[0] >= box[2] || other[2] <= box[0] || other[1] >= box[3] || other[3] <= box[1]) continue;
            out.add(owners[index]!);
          }
    }
    return out;
  }
  /** A box in a frame of its own: a symbol. */
  addTurned(x: number, y: number, turn: number, box: Box, owner: number): void {
    const c = Math.cos((turn * Math.PI) / 180);
    const s = Math.sin((turn * Math.PI) / 180);
    const mx = (box[0] + box[2]) / 2;
    const my = (box[1] + box[3]) / 2;
    const hw = (box[2] - box[0]) / 2;
    const hh = (box[3] - box[1]) / 2;
    const cx = x + mx * c - my * s;
    const cy = y + mx * s + my * c;
    const ex = hw * Math.abs(c) + hh * Math.abs(s);
    const ey = hw * Math.abs(s) + hh * Math.abs(c);
    const at = this.put(TURNED, owner, cx - ex, cy - ey, cx + ex, cy + ey);
    this.numbers[at + 4] = cx;
    this.numbers[at + 5] = cy;
    this.numbers[at + 6] = hw;
    this.numbers[at + 7] = hh;
    this.numbers[at + 8] = c;
    this.numbers[at + 9] = s;
  }
  addLine(a: readonly [number, number], b: readonly [number, number]): void {
    // In pieces of a cell, so that a long pipe is not in every cell of its box.
    const n = Math.max(1, Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1]) / this.cell));
    for (let i = 0; i < n; i++) {
      const [x0, y0] = [a[0] + ((b[0] - a[0]) * i) / n, a[1] + ((b[1] - a[1]) * i) / n];
      const [x1, y1] = [a[0] + ((b[0] - a[0]) * (i + 1)) / n, a[1] + ((b[1] - a[1]) * (i + 1)) / n];
      const at = this.put(LINE, -1, Math.min(x0, x1), Math.min(y0, y1), Math.max(x0, x1), Math.max(y0, y1));
      this.numbers[at + 4] = x0;
      this.numbers[at + 5] = y0;
      this.numbers[at + 6] = x1;
      this.numbers[at + 7] = y1;
    }
  }
  /**
   * What lies under a box. Own tags do not count, the own symbol does.
   * @param least stops counting hard hits at this many
   */
  hits(box: Box, owner: number, least = Number.POSITIVE_INFINITY): Hits {
    const found = this.count(box[0], box[1], box[2], box[3], owner, least);
    return { hard: found >> 1, soft: found & 1 };
  }
  /** As `hits`, in one number: twice the hard ones, and one more where a line passes. */
  count(left: number, bottom: number, right: number, top: number, owner: number, least: number): number {
    const { cell, cells, numbers, owners, kinds, next, things } = this;
    let hard = 0;
    let soft = 0;
    const cx1 = Math.floor(right / cell);
    const cy0 = Math.floor(bottom / cell);
    const cy1 = Math.floor(top / cell);
    for (let x = Math.floor(left / cell); x <= cx1; x++)
      for (let y = cy0; y <= cy1; y++) {
        for (let entry = cells.get(nameOf(x, y)); entry >= 0; entry = next[entry]!) {
          const index = things[entry]!;
          const kind = kinds[index];
          if (kind === GONE) continue;
          const at = index * STRIDE;
          if (kind === LINE) {
            if (
              soft === 0 &&
              meetsSegment(left, bottom, right, top, numbers[at + 4]!, numbers[at + 5]!, numbers[at + 6]!, numbers[at + 7]!)
            )
              soft = 1;
            continue;
          }
          if (left >= numbers[at + 2]! || right <= numbers[at]! || bottom >= numbers[at + 3]! || top <= numbers[at + 1]!)
            continue;
          const met =
            kind === TURNED
              ? meetsTurnedBox(
                  left,
                  bottom,
                  right,
                  top,
                  numbers[at + 4]!,
                  numbers[at + 5]!,
                  numbers[at + 6]!,
                  numbers[at + 7]!,
                  numbers[at + 8]!,
                  numbers[at + 9]!,
                )
              : owners[index] !== owner;
          if (met && ++hard >= least) return hard * 2 + soft;
        }
      }
    return hard * 2 + soft;
  }
}
