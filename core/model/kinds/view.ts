/** Views of the Ledger that are kept by name. */
import { Type } from '@sinclair/typebox';
import { FieldName, Name, nullable, Order, object, Short, Uuid } from '../schema.js';
import type { KindEntry, Of } from './kind.js';

export const ledgerFilterSchema = () => object({ field: FieldName, text: Type.String({ maxLength: 1000 }), on: Type.Boolean() });
/** A view of the Ledger, or only its filters, kept by name. */
export const viewSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('view'),
    name: Name,
    order: Order,
    /** Left out, the view is filters alone. */
    columns: Type.Optional(
      Type.Array(
        object({
          field: FieldName,
          width: Type.Number({ minimum: 20, maximum: 2000 }),
          pinned: Type.Boolean(),
          /** Its heading on paper, where that is not the name of the field. */
          heading: Type.Optional(Short),
        }),
        { maxItems: 200 },
      ),
    ),
    groups: Type.Optional(Type.Array(FieldName, { maxItems: 3 })),
    sort: Type.Optional(nullable(object({ field: FieldName, down: Type.Boolean() }))),
    /** The filters; kept under this word since the first shows. */
    sieves: Type.Array(ledgerFilterSchema(), { maxItems: 200 }),
    /** On paper: every group begins a page; columns that are summed under each group. */
    breaks: Type.Optional(Type.Boolean()),
    sums: Type.Optional(Type.Array(FieldName, { maxItems: 200 })),
  });
export type LedgerView = Of<typeof viewSchema>;
export type LedgerFilter = LedgerView['sieves'][number];

export const ledgerView: KindEntry<LedgerView> = {
  kind: 'view',
  whole: ['columns', 'groups', 'sort', 'sieves', 'sums'],
};
