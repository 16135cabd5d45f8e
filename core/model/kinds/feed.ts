/** What feeds fixtures. */
import { Type } from '@sinclair/typebox';
import { Name, nullable, object, Uuid, words } from '../schema.js';
import { feedKinds } from '../words.js';
import type { KindEntry, Of } from './kind.js';

/** What feeds fixtures: a dimmer, or a circuit without one. Left out, it has the limit of the house and no phase. */
export const feedSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('feed'),
    of: words(...feedKinds),
    name: Name,
    phase: nullable(Type.Integer({ minimum: 1, maximum: 3 })),
    /** A; null is the limit of the house. */
    limit: nullable(Type.Number({ exclusiveMinimum: 0, maximum: 10000 })),
  });
export type Feed = Of<typeof feedSchema>;

export const feed: KindEntry<Feed> = {
  kind: 'feed',
};
