/** Purposes: what light is for. Fixtures name theirs by its words; a record says how it is drawn, in which order it stands, and what is wished of it. */
import { Type } from '@sinclair/typebox';
import { Hex, Name, Order, object, Uuid, words } from '../schema.js';
import type { KindEntry, Of } from './kind.js';

export const purposeSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('purpose'),
    name: Name,
    order: Order,
    /** What it is drawn in, #rrggbb. */
    colour: Type.Optional(Hex),
    /** Wished angle to the horizontal at the aim, degrees. */
    angle: Type.Optional(Type.Number({ minimum: 0, maximum: 90 })),
    /** Wished light at each area that it serves, lx on average; where it is measured, if not on a face that looks to the house; and how even: least / average. */
    lux: Type.Optional(Type.Number({ minimum: 0, maximum: 1e6 })),
    facing: Type.Optional(words('up', 'the house', 'all round')),
    even: Type.Optional(Type.Number({ minimum: 0, maximum: 1 })),
  });
export type Purpose = Of<typeof purposeSchema>;

export const purpose: KindEntry<Purpose> = { kind: 'purpose' };
