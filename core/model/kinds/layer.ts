/** A layer. */
import { Type } from '@sinclair/typebox';
import { Name, object, Uuid, words } from '../schema.js';
import type { LayerRole } from '../words.js';
import { layerRoles } from '../words.js';
import type { KindEntry, Of } from './kind.js';

export const layerSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('layer'),
    name: Name,
    role: words(...layerRoles),
    order: Type.Number(),
    state: words('shown', 'locked', 'hidden'),
  });
export type Layer = Of<typeof layerSchema>;

export const layer: KindEntry<Layer> = {
  kind: 'layer',
};

/** Stacking of the handbook, from the bottom: border, house, scenery, masking, positions with focus, lighting on top. */
const layerNames: readonly (readonly [LayerRole, string])[] = [
  ['border', 'Title block and border'],
  ['house', 'House'],
  ['scenery', 'Scenery'],
  ['masking', 'Masking'],
  ['focus', 'Focus'],
  ['positions', 'Positions'],
  ['fixtures', 'Fixtures'],
];

export const makeLayers = (idOf: (role: LayerRole) => string): Layer[] =>
  layerNames.map(([role, name], i) => ({ id: idOf(role), kind: 'layer', name, role, order: i * 10, state: 'shown' }));
