/** What a pointer hits. */
import { type Chunk, MOVE, transformed } from './list.js';

/** Does a point hit a chunk, within a tolerance in mm? Answers the distance, 0 inside, or null. */
export function hitDistance(chunk: Chunk, x: number, y: number, tolerance: number): number | null {
  const { hit } = chunk;
  if (!hit) return null;
  if (hit.shape === 'box') {
    const [px, py] = transformed([MOVE, x - hit.at[0], y - hit.at[1]], 0, 0, -hit.turn).slice(1) as [number, number];
    const distance = Math.hypot(Math.max(hit.box[0] - px, 0, px - hit.box[2]), Math.max(hit.box[1] - py, 0, py - hit.box[3]));
    return distance <= tolerance ? distance : null;
  }
  let best = Number.POSITIVE_INFINITY;
  for (let i = 0; i + 1 < hit.points.length; i++) {
    const [[ax, ay], [bx, by]] = [hit.points[i]!, hit.points[i + 1]!];
    const l2 = (bx - ax) ** 2 + (by - ay) ** 2;
    const k = l2 ? Math.max(0, Math.min(1, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / l2)) : 0;
    best = Math.min(best, Math.hypot(x - ax - k * (bx - ax), y - ay - k * (by - ay)) - hit.width);
  }
  return best <= tolerance ? Math.max(0, best) : null;
}
