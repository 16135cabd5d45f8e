/** Light at points that lie anywhere and face anywhere: people, furniture, trees. The same sums as of a surface, without its rows. */
import type { Id, Vec3 } from '../model/records.js';
import { type Blocker, blockersIn, blockersInBeam, isBlocked } from './blockers.js';
import { luxAt } from './field.js';
import type { Source } from './source.js';

export interface Cloud {
  readonly id: Id;
  /** Three figures a point: where it is, mm, and where it faces. */
  readonly places: Float32Array;
  readonly normals: Float32Array;
}
/** Corners of the box round a cloud. */
function cornersOf({ places }: Cloud): readonly [Vec3, Vec3] {
  const low: [number, number, number] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];
  const high: [number, number, number] = [Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (let i = 0; i < places.length; i++) {
    const k = (i % 3) as 0 | 1 | 2;
    const value = places[i] ?? 0;
    if (value < low[k]) low[k] = value;
    if (value > high[k]) high[k] = value;
  }
  return [low, high];
}
/** A point is lifted off its face by so much before a ray is sent to it, mm: a body does not hide itself by a hair. */
const LIFT = 2;

/**
 * What a source gives to the points of a cloud at full, lx; null where it gives nothing.
 * @param blockers  what stands in the way; what belongs to the cloud itself is left out, since a crossed pair of sheets stands for a body
 */
export function cloudShare(source: Source, cloud: Cloud, blockers: readonly Blocker[] = []): Float32Array | null {
  const { places, normals, id } = cloud;
  const n = places.length / 3;
  if (!n) return null;
  const [low, high] = cornersOf(cloud);
  const near = blockersInBeam(blockersIn(blockers, [source.at, low, high]), source.at, source.beam, source.kernel.cosEdge).filter(
    (blocker) => blocker.id !== id,
  );
  let out: Float32Array | null = null;
  for (let i = 0; i < n; i++) {
    const k = 3 * i;
    const normal: Vec3 = [normals[k] ?? 0, normals[k + 1] ?? 0, normals[k + 2] ?? 0];
    const point: Vec3 = [
      (places[k] ?? 0) + normal[0] * LIFT,
      (places[k + 1] ?? 0) + normal[1] * LIFT,
      (places[k + 2] ?? 0) + normal[2] * LIFT,
    ];
    const lux = luxAt(source, point, normal);
    if (lux <= 0 || isBlocked(near, source.at, point)) continue;
    out ??= new Float32Array(n);
    out[i] = lux;
  }
  return out;
}
