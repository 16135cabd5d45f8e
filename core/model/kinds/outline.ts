/** Walls, stage edges, seats, scenery: polylines with arcs. */
import { Type } from '@sinclair/typebox';
import { Group, Hex, Length, Mm, object, P2, Text, Uuid, words } from '../schema.js';
import { outlineUses } from '../words.js';
import type { KindEntry, Of } from './kind.js';
import { layerOf } from './kind.js';

export const outlineSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('outline'),
    layer: Uuid,
    name: Text,
    use: words(...outlineUses),
    points: Type.Array(P2, { minItems: 2, maxItems: 20000 }),
    closed: Type.Boolean(),
    /** Bulge of the side that begins at each point, as in DXF: tan of a quarter of its angle, positive to the right of the way (anticlockwise). Left out where all sides are straight. */
    bulges: Type.Optional(Type.Array(Type.Number({ minimum: -1000, maximum: 1000 }), { maxItems: 20000 })),
    /** Of walls, mm: inside a closed line, on both sides of an open one. Left out, a wall is what its line encloses. */
    thickness: Type.Optional(Length),
    zFrom: Mm,
    zTo: Mm,
    /** Left out, what is usual for its use. */
    colour: Type.Optional(Hex),
    group: Group,
  });
export type Outline = Of<typeof outlineSchema>;

export const outline: KindEntry<Outline> = {
  kind: 'outline',
  references(record) {
    return layerOf(record);
  },
  whole: ['points', 'bulges'],
  moves: { lists: ['points'], heights: ['zFrom', 'zTo'], sided: ['bulges'] },
};
