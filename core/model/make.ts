/** New records with the defaults of the trade. */

import type { Units } from '../measure/lengths.js';
import { present } from '../measure/list.js';
import { makeAccessories } from './kinds/accessory.js';
import { makeLayers } from './kinds/layer.js';
import { makeSettings } from './kinds/settings.js';
import { makeTagSets } from './kinds/tagset.js';
import type { Accessory, Id, Layer, NewId, Outline, Settings, TagSet } from './records.js';

export { makeAccessories } from './kinds/accessory.js';
export { makeFixture, makePart } from './kinds/fixture.js';
export { makeLayers } from './kinds/layer.js';
export { makePosition } from './kinds/position.js';
export { makeSettings } from './kinds/settings.js';
export { makeTagSets } from './kinds/tagset.js';
export { makeTitleBlock } from './kinds/titleblock.js';
export { makeWall } from './kinds/wall.js';

/** Records of an empty show: settings, layers and the edge of the stage floor. */
export function makeShow(
  id: Id,
  name: string,
  units: Units,
  stageWidth: number,
  stageDepth: number,
  newId: NewId,
): (Settings | Layer | Outline | Accessory | TagSet)[] {
  const layers = makeLayers(() => newId());
  const house = present(layers.find((layer) => layer.role === 'house')).id;
  const half = stageWidth / 2;
  const floor: Outline = {
    id: newId(),
    kind: 'outline',
    layer: house,
    name: 'Stage floor',
    use: 'stage edge',
    points: [
      [-half, 0],
      [half, 0],
      [half, stageDepth],
      [-half, stageDepth],
    ],
    closed: true,
    zFrom: 0,
    zTo: 0,
  };
  return [
    makeSettings(id, name, units, stageWidth, stageDepth),
    ...layers,
    floor,
    ...makeAccessories(newId),
    ...makeTagSets(newId),
  ];
}
