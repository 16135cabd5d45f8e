/** The stack of layers, and which of them new things go to. */
import type { Id, Layer, LayerRole } from './records.js';
import { all, type Show } from './show.js';

/** Layers from the bottom to the top of the stack. */
export const layersInOrder = (show: Show): Layer[] =>
  [...all(show, 'layer')].sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));

let lastLayers: readonly Layer[] = [];
let lastShown: ReadonlyMap<Id, Layer> = new Map();
/** Layers that are drawn, by id. The same map while no layer changes. */
export function shownLayers(show: Show): ReadonlyMap<Id, Layer> {
  const layers = all(show, 'layer');
  if (layers.length === lastLayers.length && layers.every((layer, i) => layer === lastLayers[i])) return lastShown;
  lastLayers = layers;
  lastShown = new Map(layers.filter((layer) => layer.state !== 'hidden').map((layer) => [layer.id, layer]));
  return lastShown;
}

/** The layer that new things of a role go to: the wanted one when it is open, else the topmost open one of the role. @throws RangeError when none is open */
export function layerForNew(show: Show, role: LayerRole, wanted?: Id | null): Id {
  const chosen = wanted ? all(show, 'layer').find((layer) => layer.id === wanted) : undefined;
  if (chosen?.state === 'shown' && chosen.role === role) return chosen.id;
  const open = layersInOrder(show).filter((layer) => layer.role === role && layer.state === 'shown');
  const last = open.at(-1);
  if (!last) throw new RangeError(`No layer for ${role} is open. Show or unlock one first, in the step Stage.`);
  return last.id;
}
