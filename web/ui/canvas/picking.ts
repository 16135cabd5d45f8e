/** What lies under a point of a drawing, or in a box of it. Everything is looked at in turn: thousands of boxes cost tens of microseconds. */
import { type Box, type Chunk, type DisplayList, rect, type TagBox, transformed } from '#core/draw/list';
import { hitDistance } from '#core/draw/plan';
import { itemAt, pairs } from '#core/measure/list';

type Kinds = readonly Chunk['kind'][];

/** Pixels round a point that still count as on it. */
const NEAR = 5;

/** What lies under a point, world mm; k is the scale of the view, pixels a mm. Later chunks lie on top; fixtures go before positions. */
export function pickIn(list: DisplayList, k: number, x: number, y: number, kinds: Kinds): Chunk | null {
  const tolerance = NEAR / k;
  let best: Chunk | null = null;
  let least = Number.POSITIVE_INFINITY;
  for (const chunk of list.chunks) {
    if (!kinds.includes(chunk.kind) || chunk.locked) continue;
    const { box } = chunk;
    if (x < box[0] - tolerance || x > box[2] + tolerance || y < box[1] - tolerance || y > box[3] + tolerance) continue;
    const distance = hitDistance(chunk, x, y, tolerance);
    if (distance === null) continue;
    const rank = distance * k - chunk.order * 100;
    if (rank <= least) {
      least = rank;
      best = chunk;
    }
  }
  return best;
}

const inside = (x: number, y: number, box: Box): boolean => x >= box[0] && x <= box[2] && y >= box[1] && y <= box[3];

type Points = readonly (readonly [number, number])[];
/** What a chunk is taken by: the corners of its body as it is turned, or its line; without either, its box. */
function outlineOf({ hit, box }: Chunk): { readonly points: Points; readonly closed: boolean } {
  if (hit?.shape === 'line') return { points: hit.points, closed: false };
  const [x0, y0, x1, y1] = hit?.shape === 'box' ? hit.box : box;
  const corners = rect(x0, y0, x1 - x0, y1 - y0);
  const turned = hit?.shape === 'box' ? transformed(corners, hit.at[0], hit.at[1], hit.turn) : corners;
  const points = [1, 4, 7, 10].map((i) => [itemAt(turned, i), itemAt(turned, i + 1)] as const);
  return { points, closed: true };
}

/** Whether a straight line touches a box (Liang and Barsky 1984: the share of it that lies between each pair of sides). */
function crosses([ax, ay]: readonly [number, number], [bx, by]: readonly [number, number], box: Box): boolean {
  let [from, to] = [0, 1];
  for (const [start, way, low, high] of [
    [ax, bx - ax, box[0], box[2]],
    [ay, by - ay, box[1], box[3]],
  ] as const) {
    if (way === 0) {
      if (start < low || start > high) return false;
      continue;
    }
    const [a, b] = [(low - start) / way, (high - start) / way];
    from = Math.max(from, Math.min(a, b));
    to = Math.min(to, Math.max(a, b));
  }
  return from <= to;
}

/** Whether a point lies in a convex figure. */
const holds = (points: Points, x: number, y: number): boolean => {
  const sides = pairs(points, true).map(([[ax, ay], [bx, by]]) => (bx - ax) * (y - ay) - (by - ay) * (x - ax));
  return sides.every((side) => side >= 0) || sides.every((side) => side <= 0);
};

/** Records that lie wholly in a box, or with `touching` those that it touches. */
export const withinBox = (list: DisplayList, box: Box, kinds: Kinds, touching = false): Chunk[] =>
  list.chunks.filter((chunk) => {
    if (!kinds.includes(chunk.kind) || chunk.locked || chunk.id === null) return false;
    const { points, closed } = outlineOf(chunk);
    if (!touching) return points.every(([x, y]) => inside(x, y, box));
    return pairs(points, closed).some(([a, b]) => crosses(a, b, box)) || (closed && holds(points, box[0], box[1]));
  });

/** Whether a point lies on what is drawn: in a body, or on a line as near as one can point. */
export const liesOn = (chunk: Chunk, k: number, x: number, y: number): boolean =>
  hitDistance(chunk, x, y, chunk.hit?.shape === 'line' ? NEAR / k : 0) !== null;

/** The tag under a point. */
export function tagIn(list: DisplayList, x: number, y: number): { readonly chunk: Chunk; readonly tag: TagBox } | null {
  for (let i = list.chunks.length - 1; i >= 0; i--) {
    const chunk = list.chunks[i]!;
    if (!chunk.tagBoxes?.length || chunk.locked || !inside(x, y, chunk.box)) continue;
    const tag = chunk.tagBoxes.find(({ box }) => inside(x, y, box));
    if (tag) return { chunk, tag };
  }
  return null;
}

/** Chunks by the record that they show. */
export function chunksById(list: DisplayList): Map<string, Chunk[]> {
  const out = new Map<string, Chunk[]>();
  for (const chunk of list.chunks) {
    if (chunk.id === null) continue;
    const known = out.get(chunk.id);
    if (known) known.push(chunk);
    else out.set(chunk.id, [chunk]);
  }
  return out;
}
