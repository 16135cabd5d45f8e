/** A column of the show's own is a field like any other. */
import { customValue, readValue, withValue } from '../model/fields.js';
import type { CustomField } from '../model/records.js';
import { find } from '../model/show.js';
import { type Field, type FieldKind, refuse } from './field.js';

const kinds: Partial<Record<CustomField['type'], FieldKind>> = { number: 'number', choice: 'choice', 'yes or no': 'choice' };
const made = new WeakMap<CustomField, Field>();

/** The field of a column. The same one while the column does not change. */
export function fieldOfColumn(column: CustomField): Field {
  let field = made.get(column);
  if (!field) {
    const { id } = column;
    field = {
      id: `own ${id}`,
      title: column.name,
      of: 'fixture',
      kind: kinds[column.type] ?? 'text',
      column: { width: 100, comes: 'always' },
      text: (_, fixture) => customValue(fixture, id),
      type: (show, fixture, _, text) => {
        const now = find(show, 'field', id);
        if (!now) return refuse('This column was taken away in the meantime.');
        const read = readValue(now, text);
        return read.ok ? { ok: true, fixture: withValue(fixture, id, read.text) } : refuse(read.why);
      },
      run: { scope: () => null },
      card: {
        at: 'end',
        ...(column.type === 'choice' ? { offers: () => column.choices } : {}),
        ...(column.type === 'yes or no' ? { offers: () => ['yes', 'no'] } : {}),
      },
    };
    made.set(column, field);
  }
  return field;
}
