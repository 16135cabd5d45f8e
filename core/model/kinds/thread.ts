/** Orders of lights drawn by hand, for going through the rig as one walks through the house. */
import { Type } from '@sinclair/typebox';
import { Name, Order, object, Uuid } from '../schema.js';
import type { KindEntry, Of } from './kind.js';

export const threadSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('thread'),
    name: Name,
    order: Order,
    /** Lights in their order; those that are struck are passed over. */
    fixtures: Type.Array(Uuid, { maxItems: 20000 }),
  });
export type Thread = Of<typeof threadSchema>;

export const thread: KindEntry<Thread> = { kind: 'thread', whole: ['fixtures'] };
