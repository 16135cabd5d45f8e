/** What stands in a scene besides its fixtures, as records. */
import type { Id, Layer, Outline } from '../../model/records.js';
import { derivedId } from '../guid.js';
import type { bodyReader } from './bodies.js';
import type { Scene } from './scene.js';

/** Longest outline that is kept, in points: of a hull with more every second one is left out, which cuts a curve by less than a millimetre. */
const MOST_POINTS = 200;
/** What stands in a scene besides its fixtures, as outlines on layers of their own. */
export function sceneryOf({ layers, bodies }: Scene, bodyOf: ReturnType<typeof bodyReader>): (Layer | Outline)[] {
  const out: (Layer | Outline)[] = [];
  const made = new Map<Id, Id>();
  for (const { id, node, matrix, layer, where } of bodies) {
    const { points, zFrom, zTo } = bodyOf(node, matrix, where);
    let on = made.get(layer);
    if (!on) {
      on = derivedId(`scenery of ${layer}`);
      made.set(layer, on);
      const name = layers.find((one) => one.id === layer)?.name ?? 'Scene';
      out.push({
        id: on,
        kind: 'layer',
        name: `${name}, bodies`.slice(0, 200),
        role: 'scenery',
        order: 20 + made.size / 1000,
        state: 'shown',
      });
    }
    let kept = points;
    while (kept.length > MOST_POINTS) kept = kept.filter((_, i) => i % 2 === 0);
    const said = (node.attributes.name ?? '').trim().slice(0, 200);
    out.push({
      id,
      kind: 'outline',
      layer: on,
      name: said || node.name,
      use: 'scenery',
      points: kept,
      closed: true,
      zFrom,
      zTo: Math.max(zTo, zFrom + 1),
    });
  }
  return out;
}
