/** Cloths. */
import { Type } from '@sinclair/typebox';
import { Deg, Group, Hex, Length, Mm, Name, object, P2, Uuid, words } from '../schema.js';
import { maskingUses } from '../words.js';
import type { KindEntry, Of } from './kind.js';
import { layerOf } from './kind.js';

/** A cloth: it has a place, a width and a height, and hangs from a trim. */
export const maskingSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('masking'),
    layer: Uuid,
    name: Name,
    use: words(...maskingUses),
    /** Middle of the cloth in plan. */
    at: P2,
    width: Length,
    /** Degrees anticlockwise from across the stage. */
    turn: Deg,
    /** Height of the bottom edge above the stage floor, mm. */
    z: Mm,
    height: Length,
    /** Left out, black; of a cyc white. */
    colour: Type.Optional(Hex),
    group: Group,
  });
export type Masking = Of<typeof maskingSchema>;

export const masking: KindEntry<Masking> = {
  kind: 'masking',
  references(record) {
    return layerOf(record);
  },
  together: ['at', 'width', 'turn'],
  moves: { points: ['at'], directions: ['turn'], heights: ['z'] },
};
