/** Symbols of the user's own. */
import { Type } from '@sinclair/typebox';
import { Deg, FromShelf, Length, Name, nullable, object, P2, Picture, Uuid, words } from '../schema.js';
import { accessoryForms, families, lamps, strokeRoles } from '../words.js';
import type { KindEntry, Of } from './kind.js';

const shapeSchema = () =>
  Type.Union([
    object({
      form: Type.Literal('line'),
      role: words(...strokeRoles),
      points: Type.Array(P2, { minItems: 2, maxItems: 5000 }),
      /** As for outlines: the bulge of the side that begins at each point. */
      bulges: Type.Optional(Type.Array(Type.Number({ minimum: -1000, maximum: 1000 }), { maxItems: 5000 })),
      closed: Type.Boolean(),
    }),
    /** Cubic curves: a point, then two handles and a point for each piece. */
    object({
      form: Type.Literal('curve'),
      role: words(...strokeRoles),
      points: Type.Array(P2, { minItems: 4, maxItems: 5000 }),
      closed: Type.Boolean(),
    }),
    object({ form: Type.Literal('circle'), role: words(...strokeRoles), at: P2, radius: Length }),
    object({ form: Type.Literal('text'), at: P2, size: Length, text: Type.String({ minLength: 1, maxLength: 60 }) }),
  ]);
export const symbolSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('symbol'),
    name: Name,
    family: words(...families),
    shapes: Type.Array(shapeSchema(), { maxItems: 500 }),
    /** The clamp, in the symbol's own millimetres. */
    origin: P2,
    /** Direction of the nose, degrees; 90 is up. */
    nose: Deg,
    unitAt: P2,
    anchors: Type.Array(object({ form: words(...accessoryForms), at: P2 }), { maxItems: 20 }),
    /** More strokes for one wattage or lamp of the same body. */
    variants: Type.Optional(
      Type.Array(object({ watts: nullable(Type.Number()), lamp: nullable(words(...lamps)), shapes: Type.Array(shapeSchema()) }), {
        maxItems: 20,
      }),
    ),
    /** A picture in place of strokes: its lower left corner and size. */
    picture: Type.Optional(object({ png: Picture, at: P2, size: Type.Tuple([Length, Length]) })),
    shelf: FromShelf,
  });
export type SymbolDef = Of<typeof symbolSchema>;
export type Shape = SymbolDef['shapes'][number];
export type StrokeRole = Exclude<Shape, { form: 'text' }>['role'];

export const symbolDef: KindEntry<SymbolDef> = {
  kind: 'symbol',
  whole: ['shapes', 'anchors', 'variants', 'picture', 'shelf'],
  listed({ name, family }) {
    return { name, of: family, family, words: [] };
  },
};
