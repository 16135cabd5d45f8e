/** Dimensions between points. */
import { Type } from '@sinclair/typebox';
import { Mm, object, Uuid, words } from '../schema.js';
import { anchorSchema, freed } from './anchor.js';
import type { KindEntry, Of } from './kind.js';
import { layerOf } from './kind.js';

export const dimensionSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('dimension'),
    layer: Uuid,
    from: anchorSchema(),
    to: anchorSchema(),
    /** What is measured: along the line between the ends, across the stage, or up and down it. */
    along: words('line', 'x', 'y'),
    /** Distance of the dimension line from what it measures, mm; positive to the left of the way from end to end. */
    offset: Mm,
  });
export type Dimension = Of<typeof dimensionSchema>;

export const dimension: KindEntry<Dimension> = {
  kind: 'dimension',
  references(record) {
    return [
      ...layerOf(record),
      ...[record.from, record.to].flatMap(({ to }) => (to ? [{ field: 'anchor', kind: 'any' as const, to: to.id }] : [])),
    ];
  },
  letGo(record, has) {
    return { ...record, from: freed(record.from, has), to: freed(record.to, has) };
  },
  whole: ['from', 'to'],
  moves: { anchors: ['from', 'to'], sided: ['offset'] },
};
