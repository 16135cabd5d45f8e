/** Looks: named states of the rig, by the level of each channel. */
import { Type } from '@sinclair/typebox';
import { Name, Order, object, Share, Uuid } from '../schema.js';
import type { KindEntry, Of } from './kind.js';

export const lookSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('look'),
    name: Name,
    order: Order,
    /** Levels by channel, 0 to 1; a channel that is out is left out. */
    levels: Type.Record(Type.String({ minLength: 1, maxLength: 100 }), Share),
  });
export type Look = Of<typeof lookSchema>;

export const look: KindEntry<Look> = { kind: 'look' };
