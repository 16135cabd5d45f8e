/** Snags that somebody accepted. */
import { Type } from '@sinclair/typebox';
import { object, Text, Uuid } from '../schema.js';
import type { KindEntry, Of } from './kind.js';

/** A snag that somebody accepted: it rests while it stays as it was. */
export const acceptedSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('accepted'),
    key: Type.String({ minLength: 1, maxLength: 2000 }),
    state: Text,
    reason: Type.String({ minLength: 1, maxLength: 2000 }),
  });
export type Accepted = Of<typeof acceptedSchema>;

export const accepted: KindEntry<Accepted> = {
  kind: 'accepted',
};
