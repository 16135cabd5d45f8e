/** Issues: points of the plot's history that were given out. What the show was then is kept by the server, whole (server/store/issues). */
import { Type } from '@sinclair/typebox';
import { Order, object, Short, Text, Uuid } from '../schema.js';
import type { KindEntry, Of } from './kind.js';

export const issueSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('issue'),
    /** Letter or number: A, B, B1. */
    name: Type.String({ minLength: 1, maxLength: 100 }),
    /** Day on which it was given out, 2026-11-29. */
    day: Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$' }),
    /** Issues follow each other by it. */
    order: Order,
    /** Who drew or gave it out, and for whom it is. */
    by: Type.Optional(Short),
    to: Type.Optional(Text),
    note: Type.Optional(Text),
    /** Who has read it, and how many of the heads: desks answer so. */
    readBy: Type.Optional(
      Type.Array(
        object({
          by: Short,
          read: Type.Integer({ minimum: 0, maximum: 1e6 }),
          of: Type.Integer({ minimum: 0, maximum: 1e6 }),
          at: Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}:\\d{2}(\\.\\d+)?Z$' }),
          /** What it could not read, in its words. */
          faults: Type.Optional(Type.Array(Short, { maxItems: 20 })),
        }),
        { maxItems: 100 },
      ),
    ),
  });
export type Issue = Of<typeof issueSchema>;

export const issue: KindEntry<Issue> = { kind: 'issue', whole: ['readBy'] };
