/** What is drawn over what: the show's layers from the bottom, inside a layer by kind. */
import { layersInOrder } from '../model/layers.js';
import type { Id, Layer } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import type { Chunk, ChunkKind } from './list.js';

const rank: Record<ChunkKind, number> = {
  stage: 0,
  backdrop: 1,
  outline: 2,
  masking: 3,
  wall: 3.5,
  scenic: 3.7,
  area: 4,
  detail: 5,
  position: 6,
  fixture: 7,
  dimension: 8,
  note: 9,
};
const kept = new WeakMap<readonly Layer[], ReadonlyMap<Id, number>>();

/** Drawing order of a kind on a layer: from low to high. */
export function orderOf(show: Show, layer: Id, kind: ChunkKind): number {
  const layers = all(show, 'layer');
  let map = kept.get(layers);
  if (!map) {
    map = new Map(layersInOrder(show).map((item, i) => [item.id, i]));
    kept.set(layers, map);
  }
  return ((map.get(layer) ?? 0) + 1) * 10 + rank[kind];
}

/** Faint, as everything on a locked layer. */
export const locked = (layer: Layer): boolean => layer.state === 'locked';
export const faded = (prims: Chunk['body'], layer: Layer): Chunk['body'] =>
  locked(layer) ? prims.map((prim) => ({ ...prim, ink: 'faint' as const })) : prims;
