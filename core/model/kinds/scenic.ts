/** People and simple things that stand on the stage: for sight, for shadows and for scale. */
import { Type } from '@sinclair/typebox';
import { Deg, Group, Hex, Length, Mm, Name, object, P2, Share, Uuid, words } from '../schema.js';
import { postures, scenicShapes } from '../words.js';
import type { KindEntry, Of } from './kind.js';
import { layerOf } from './kind.js';

export const scenicSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('scenic'),
    layer: Uuid,
    name: Name,
    shape: words(...scenicShapes),
    /** Its middle in plan. */
    at: P2,
    /** Degrees anticlockwise from facing the house. */
    turn: Deg,
    /** Across its front, from front to back, and up, mm. Of a person: shoulders, chest, and the height of one who stands. */
    width: Length,
    depth: Length,
    height: Length,
    /** Height of its foot above the stage floor. Left out, it rests on what is below it. */
    z: Type.Optional(Mm),
    /** Of a person; left out, one who stands. */
    posture: Type.Optional(words(...postures)),
    /** Left out, what is usual for its shape. */
    colour: Type.Optional(Hex),
    /** Share of the light that it gives back; left out, as its colour says. */
    reflects: Type.Optional(Share),
    group: Group,
  });
export type Scenic = Of<typeof scenicSchema>;

export const scenic: KindEntry<Scenic> = {
  kind: 'scenic',
  references(record) {
    return layerOf(record);
  },
  whole: ['at'],
  moves: { points: ['at'], heights: ['z'], directions: ['turn'] },
};
