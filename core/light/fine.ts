/** Light that is finer where beams have edges: a surface is computed in coarse steps, and again in fine ones where neighbours differ. */

import { add, scaled } from '../space/vectors.js';
import type { Surface } from './field.js';

/** Points of a coarse tile along a side, and how much finer a fine one is. */
const TILE = 16;
export const FINER = 4;
/** Neighbours that differ by more than this share of the brightest point have an edge between them. */
const EDGE = 0.06;

/** A part of a surface in fine steps: from point (i, j) of the coarse one. */
export interface Tile {
  readonly i: number;
  readonly j: number;
  readonly surface: Surface;
}
/** Whether there is an edge among the points of a tile, or right beside it. */
function hasEdge(
  lux: ArrayLike<number>,
  across: number,
  [i0, j0, i1, j1]: readonly [number, number, number, number],
  least: number,
): boolean {
  for (let j = j0; j < j1; j++)
    for (let i = i0; i < i1; i++) {
      const at = j * across + i;
      const here = lux[at] ?? 0;
      if (i + 1 < i1 && Math.abs((lux[at + 1] ?? 0) - here) > least) return true;
      if (j + 1 < j1 && Math.abs((lux[at + across] ?? 0) - here) > least) return true;
    }
  return false;
}
/** Parts of a surface that are worth fine steps, by its coarse light. */
export function fineTiles(surface: Surface, lux: ArrayLike<number>): Tile[] {
  const { across, rows, step, corner, u, v, id } = surface;
  let most = 0;
  for (let i = 0; i < lux.length; i++) most = Math.max(most, lux[i] ?? 0);
  if (!(most > 0)) return [];
  const out: Tile[] = [];
  for (let j = 0; j < rows; j += TILE)
    for (let i = 0; i < across; i += TILE) {
      const [wide, high] = [Math.min(TILE, across - i), Math.min(TILE, rows - j)];
      // One point more on every side: an edge between two tiles is one of both.
      const box = [Math.max(0, i - 1), Math.max(0, j - 1), Math.min(across, i + wide + 1), Math.min(rows, j + high + 1)] as const;
      if (!hasEdge(lux, across, box, EDGE * most)) continue;
      out.push({
        i,
        j,
        surface: {
          ...surface,
          id: `${id} ${i},${j}`,
          corner: add(corner, add(scaled(u, i * step), scaled(v, j * step))),
          across: wide * FINER,
          rows: high * FINER,
          step: step / FINER,
        },
      });
    }
  return out;
}
/**
 * Three figures a point, FINER times as many along each side: the coarse ones between their points by proportion, fine ones where there are any.
 * @param coarse  three figures a point of the surface
 * @param tiles  each with three figures for each of its own points
 */
export function assembled(
  { across, rows }: Pick<Surface, 'across' | 'rows'>,
  coarse: Float32Array,
  tiles: readonly { readonly tile: Tile; readonly values: Float32Array }[],
): Float32Array {
  const [w, h] = [across * FINER, rows * FINER];
  const out = new Float32Array(w * h * 3);
  for (let y = 0; y < h; y++) {
    const fy = Math.min(rows - 1, Math.max(0, (y + 0.5) / FINER - 0.5));
    const j = Math.min(rows - 1, Math.floor(fy));
    const t = fy - j;
    const down = j + 1 < rows ? across * 3 : 0;
    for (let x = 0; x < w; x++) {
      const fx = Math.min(across - 1, Math.max(0, (x + 0.5) / FINER - 0.5));
      const i = Math.min(across - 1, Math.floor(fx));
      const s = fx - i;
      const right = i + 1 < across ? 3 : 0;
      const from = (j * across + i) * 3;
      const to = (y * w + x) * 3;
      for (let c = 0; c < 3; c++) {
        const a = from + c;
        out[to + c] =
          (coarse[a]! * (1 - s) + coarse[a + right]! * s) * (1 - t) +
          (coarse[a + down]! * (1 - s) + coarse[a + down + right]! * s) * t;
      }
    }
  }
  for (const { tile, values } of tiles) {
    const wide = tile.surface.across * 3;
    for (let y = 0; y < tile.surface.rows; y++)
      out.set(values.subarray(y * wide, (y + 1) * wide), ((tile.j * FINER + y) * w + tile.i * FINER) * 3);
  }
  return out;
}
