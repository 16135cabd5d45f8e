/** A drawing that was read from a file. */
import { Type } from '@sinclair/typebox';
import { Length, Mm, Name, object, P2, Uuid } from '../schema.js';
import type { KindEntry, Of } from './kind.js';
import { layerOf } from './kind.js';

/** A drawing that was read from a file: flat polylines, x and y in turn, for looking at and snapping to. */
export const backdropSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('backdrop'),
    layer: Uuid,
    name: Name,
    paths: Type.Array(Type.Array(Mm, { minItems: 4, maxItems: 40000 }), { maxItems: 5000 }),
    texts: Type.Array(object({ at: P2, text: Type.String({ maxLength: 500 }), size: Length }), { maxItems: 5000 }),
  });
export type Backdrop = Of<typeof backdropSchema>;

export const backdrop: KindEntry<Backdrop> = {
  kind: 'backdrop',
  references(record) {
    return layerOf(record);
  },
  whole: ['paths', 'texts'],
};
