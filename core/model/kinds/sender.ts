/** From whom lists come, and what was learned of how they write: their headings, and their names for our types. */
import { Type } from '@sinclair/typebox';
import { FieldName, Name, Order, object, Short, Uuid } from '../schema.js';
import type { KindEntry, Of } from './kind.js';

export const senderSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('sender'),
    name: Name,
    order: Order,
    /** What a heading of theirs means; '' passes it over. */
    headings: Type.Array(object({ heading: Name, to: Type.Union([FieldName, Type.Literal('')]) }), { maxItems: 500 }),
    /** The type of ours that a name of theirs means, by its name; '' leaves such rows out. */
    types: Type.Array(object({ text: Name, type: Short }), { maxItems: 1000 }),
  });
export type Sender = Of<typeof senderSchema>;

export const sender: KindEntry<Sender> = {
  kind: 'sender',
  whole: ['headings', 'types'],
};
