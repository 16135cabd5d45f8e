/** Revision marks: a cloud round what changed since an issue, and a triangle with the letter of the issue that brought it. Millimetres of paper. */
import { widthOf } from '../measure/advance.js';
import { itemAt } from '../measure/list.js';
import type { PathData } from '../measure/path.js';
import { type Box, CLOSE, CUBIC, LINE, MOVE, type Prim, path, textAt, union } from './list.js';

export interface Marked {
  /** What is marked, on the sheet. */
  readonly box: Box;
  readonly letter: string;
  /** It is not there any more: where it stood is crossed out. */
  readonly struck?: boolean;
}
/** Width of a bow of the cloud, and how far it bulges, mm. */
const BOW = 4;
const BULGE = 1.1;
/** Em of the letter: its capitals are 1.82 mm. */
const LETTER = 2.5;
/** Room between what is marked and its cloud. */
const AIR = 0.8;

/** Bows of equal width along a side, bulging to its right as one goes. */
function bows(out: number[], [ax, ay]: readonly [number, number], [bx, by]: readonly [number, number]): void {
  const length = Math.hypot(bx - ax, by - ay);
  const n = Math.max(1, Math.round(length / BOW));
  const [ux, uy] = [(bx - ax) / length, (by - ay) / length];
  const [nx, ny] = [uy, -ux];
  const step = length / n;
  // A cubic whose handles stand out by four thirds of the bulge has its middle exactly at the bulge.
  const h = (BULGE * 4) / 3;
  for (let i = 0; i < n; i++) {
    const at = (share: number, off: number) => [ax + ux * step * (i + share) + nx * off, ay + uy * step * (i + share) + ny * off];
    // The last one ends on the corner itself: a sum of steps misses it by a hair, and the outline would not be closed.
    out.push(CUBIC, ...at(0.1, h), ...at(0.9, h), ...(i === n - 1 ? [bx, by] : at(1, 0)));
  }
}
/** The cloud round a box, gone round anticlockwise so that it bulges outward. */
export function cloud([x0, y0, x1, y1]: Box): PathData {
  const out: number[] = [MOVE, x0, y0];
  bows(out, [x0, y0], [x1, y0]);
  bows(out, [x1, y0], [x1, y1]);
  bows(out, [x1, y1], [x0, y1]);
  bows(out, [x0, y1], [x0, y0]);
  out.push(CLOSE);
  return out;
}

const area = ([x0, y0, x1, y1]: Box): number => Math.max(0, x1 - x0) * Math.max(0, y1 - y0);
const lap = (a: Box, b: Box): number =>
  area([Math.max(a[0], b[0]), Math.max(a[1], b[1]), Math.min(a[2], b[2]), Math.min(a[3], b[3])]);
const meets = (a: Box, b: Box): boolean => a[0] <= b[2] && b[0] <= a[2] && a[1] <= b[3] && b[1] <= a[3];
const grown = ([x0, y0, x1, y1]: Box, by: number): Box => [x0 - by, y0 - by, x1 + by, y1 + by];

/** Neighbours of one letter share a cloud, where that takes in little besides. */
export function joined(marks: readonly Marked[]): Marked[] {
  const out = marks.map((mark) => ({ ...mark, box: grown(mark.box, AIR) }));
  for (let again = true; again; ) {
    again = false;
    for (let i = 0; i < out.length; i++)
      for (let j = out.length - 1; j > i; j--) {
        const [a, b] = [out[i], out[j]];
        if (!a || !b || a.letter !== b.letter || a.struck || b.struck || !meets(grown(a.box, BULGE), b.box)) continue;
        const sum = union(a.box, b.box);
        if (area(sum) > 1.4 * (area(a.box) + area(b.box) - lap(a.box, b.box))) continue;
        out[i] = { ...a, box: sum };
        out.splice(j, 1);
        again = true;
      }
  }
  return out;
}

/** A triangle about its middle, with its letter. */
export const triangle = (x: number, y: number, letter: string, wide: number): Prim[] => {
  const tall = wide * 0.866;
  return [
    path(
      [MOVE, x - wide / 2, y - tall / 3, LINE, x + wide / 2, y - tall / 3, LINE, x, y + (2 * tall) / 3, CLOSE],
      'inner',
      'paper',
    ),
    textAt(x, y - tall * 0.05, letter, LETTER, 'centre', 'ink', true),
  ];
};
/** How wide a triangle is, that its letters have room in it. */
export const wideFor = (letter: string): number => Math.max(7, widthOf(letter, LETTER) * 1.1 + 5.4);

/** Where a triangle may stand: at the corners of the cloud and along its sides, the upper right one first. */
function placesRound([x0, y0, x1, y1]: Box, wide: number, tall: number): (readonly [number, number])[] {
  const [left, right] = [x0 - wide / 2 - BULGE, x1 + wide / 2 + BULGE];
  const [low, high] = [y0 - (2 * tall) / 3 - BULGE, y1 + tall / 3 + BULGE];
  const shares = (from: number, to: number) => {
    const n = Math.max(2, Math.ceil((to - from) / (wide / 2)));
    return Array.from({ length: n + 1 }, (_, i) => to - ((to - from) * i) / n);
  };
  return [
    ...shares(left, right).map((x) => [x, high] as const),
    ...shares(low, high).map((y) => [right, y] as const),
    ...shares(low, high).map((y) => [left, y] as const),
    ...shares(left, right).map((x) => [x, low] as const),
  ];
}

/**
 * @param marks      what changed
 * @param obstacles  what else stands on the sheet: triangles look for a corner that covers the least of it
 * @param room       the window; triangles stay inside it
 */
export function revisionMarks(marks: readonly Marked[], obstacles: readonly Box[], room: Box): Prim[] {
  const out: Prim[] = [];
  const taken: Box[] = [...obstacles];
  for (const { box, letter, struck } of joined(marks)) {
    out.push(path(cloud(box), 'inner'));
    if (struck) out.push(path([MOVE, box[0], box[1], LINE, box[2], box[3], MOVE, box[0], box[3], LINE, box[2], box[1]], 'inner'));
    const wide = wideFor(letter);
    const tall = wide * 0.866;
    const places = placesRound(box, wide, tall);
    const boxAt = ([x, y]: readonly [number, number]): Box => [x - wide / 2, y - tall / 3, x + wide / 2, y + (2 * tall) / 3];
    const cost = (place: readonly [number, number]) => {
      const own = boxAt(place);
      const inside = lap(own, room);
      return taken.reduce((sum, other) => sum + lap(own, other), 0) + (area(own) - inside) * 100;
    };
    let best = itemAt(places, 0);
    let least = Number.POSITIVE_INFINITY;
    for (const place of places) {
      const own = cost(place);
      // The first of what is as good: nearer ones and those above come first.
      if (own < least - 0.5) [best, least] = [place, own];
    }
    taken.push(boxAt(best));
    out.push(...triangle(best[0], best[1], letter, wide));
  }
  return out;
}
