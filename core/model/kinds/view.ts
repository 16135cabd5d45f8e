/** Views of the Ledger that are kept by name. */
import { Type } from '@sinclair/typebox';
import { FieldName, FromShelf, Name, nullable, Order, object, Short, Uuid } from '../schema.js';
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
    shelf: FromShelf,
  });
export type LedgerView = Of<typeof viewSchema>;
export type LedgerFilter = LedgerView['sieves'][number];

export const ledgerView: KindEntry<LedgerView> = {
  kind: 'view',
  whole: ['columns', 'groups', 'sort', 'sieves', 'sums', 'shelf'],
  // Columns of one show's own are left behind in another, which has none of them.
  letGo(record, has) {
    const there = (field: string) => !field.startsWith('own ') || has(field.slice(4), 'field');
    const { columns, groups, sort, sieves, sums, ...rest } = record;
    return {
      ...rest,
      sieves: sieves.filter(({ field }) => there(field)),
      ...(columns ? { columns: columns.filter(({ field }) => there(field)) } : {}),
      ...(groups ? { groups: groups.filter(there) } : {}),
      ...(sort !== undefined ? { sort: sort && there(sort.field) ? sort : null } : {}),
      ...(sums ? { sums: sums.filter(there) } : {}),
    };
  },
  listed({ name, columns, sieves }) {
    return {
      name,
      of: columns ? `${columns.length} columns` : `${sieves.length} filters`,
      words: [...(columns ?? []).flatMap(({ field, heading }) => [field, heading ?? '']), ...sieves.map(({ text }) => text)],
    };
  },
};
