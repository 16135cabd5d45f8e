/** Focus areas: what lights are aimed at, with the size of the place and the height of what stands there. */
import { Type } from '@sinclair/typebox';
import { Deg, Length, Name, object, P2, P3, Uuid, words } from '../schema.js';
import { areaShapes } from '../words.js';
import type { KindEntry, Of } from './kind.js';
import { layerOf } from './kind.js';

export const areaSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('area'),
    layer: Uuid,
    name: Name,
    /** What is aimed at: its place in plan, and the height of a face there. */
    at: P3,
    /** Width across; a circle's diameter, mm. Of a polygon its corners say how large it is. */
    size: Length,
    /** Left out, a circle. */
    shape: Type.Optional(words(...areaShapes)),
    /** Of an ellipse, mm: how deep it is. */
    depth: Type.Optional(Length),
    /** Of an ellipse: how its width is turned, degrees anticlockwise from across the stage. */
    turn: Type.Optional(Deg),
    /** Corners of a polygon in plan. */
    points: Type.Optional(Type.Array(P2, { minItems: 3, maxItems: 200 })),
  });
export type FocusArea = Of<typeof areaSchema>;

export const focusArea: KindEntry<FocusArea> = {
  kind: 'area',
  references(record) {
    return layerOf(record);
  },
  whole: ['at', 'points'],
  moves: { places: ['at'], lists: ['points'], directions: ['turn'] },
};
