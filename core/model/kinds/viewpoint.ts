/** Places from which the stage is looked at, kept by name. */
import { Type } from '@sinclair/typebox';
import { Name, Order, object, P3, Uuid } from '../schema.js';
import type { KindEntry, Of } from './kind.js';

export const viewpointSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('viewpoint'),
    name: Name,
    order: Order,
    /** The eye, and a point that it looks at. */
    at: P3,
    to: P3,
    /** Angle of view up and down, degrees. */
    angle: Type.Number({ minimum: 5, maximum: 120 }),
  });
export type Viewpoint = Of<typeof viewpointSchema>;

export const viewpoint: KindEntry<Viewpoint> = { kind: 'viewpoint', whole: ['at', 'to'] };
