/** Columns that a show adds for itself. */
import { Type } from '@sinclair/typebox';
import { Name, object, Uuid, words } from '../schema.js';
import { customTypes } from '../words.js';
import type { KindEntry, Of } from './kind.js';

/** A column that a show adds for itself. Choices keep a pick list. */
export const fieldSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('field'),
    name: Name,
    type: words(...customTypes),
    order: Type.Number(),
    choices: Type.Array(Name, { maxItems: 1000 }),
  });
export type CustomField = Of<typeof fieldSchema>;

export const customField: KindEntry<CustomField> = {
  kind: 'field',
  whole: ['choices'],
};
