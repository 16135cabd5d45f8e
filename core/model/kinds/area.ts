/** Focus areas. */
import { Type } from '@sinclair/typebox';
import { Length, Name, object, P3, Uuid } from '../schema.js';
import type { KindEntry, Of } from './kind.js';
import { layerOf } from './kind.js';

export const areaSchema = () => object({ id: Uuid, kind: Type.Literal('area'), layer: Uuid, name: Name, at: P3, size: Length });
export type FocusArea = Of<typeof areaSchema>;

export const focusArea: KindEntry<FocusArea> = {
  kind: 'area',
  references(record) {
    return layerOf(record);
  },
  whole: ['at'],
};
