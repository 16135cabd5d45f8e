/** What lies under a point of a drawing, or in a box of it. Everything is looked at in turn: thousands of boxes cost tens of microseconds. */
import type { Box, Chunk, DisplayList, TagBox } from '#core/draw/list';
import { hitDistance } from '#core/draw/plan';

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

/** Records in a box: fixtures by their clamp, others when they lie wholly inside. */
export const withinBox = (list: DisplayList, box: Box, kinds: Kinds): Chunk[] =>
  list.chunks.filter((chunk) => {
    if (!kinds.includes(chunk.kind) || chunk.locked || chunk.id === null) return false;
    if (chunk.kind === 'fixture' && chunk.hit?.shape === 'box') return inside(chunk.hit.at[0], chunk.hit.at[1], box);
    const [x0, y0, x1, y1] = chunk.box;
    const points = chunk.hit?.shape === 'line' ? chunk.hit.points : ([[x0, y0] as const, [x1, y1] as const] as const);
    return points.every(([x, y]) => inside(x, y, box));
  });

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
