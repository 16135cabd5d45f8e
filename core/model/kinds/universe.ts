/** Universes that somebody named. */
import { Type } from '@sinclair/typebox';
import { object, Short, Uuid } from '../schema.js';
import type { KindEntry, Of } from './kind.js';

/** Name and output of a universe; universes that nobody named have no record. */
export const universeSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('universe'),
    number: Type.Integer({ minimum: 1, maximum: 63999 }),
    name: Short,
    protocol: Short,
    node: Short,
    port: Short,
  });
export type Universe = Of<typeof universeSchema>;

export const universe: KindEntry<Universe> = {
  kind: 'universe',
};
