/** A table of the Ledger as it comes from a window, checked. */
import { Type } from '@sinclair/typebox';
import { Ajv } from 'ajv';
import { parsedJson } from '#core/formats/json/measure';
import { FormatError } from '#core/formats/report';
import type { OutTable } from '#core/ledger/table';

const TableSchema = Type.Object(
  {
    name: Type.String({ maxLength: 200 }),
    headings: Type.Array(Type.String({ maxLength: 1000 }), { minItems: 1, maxItems: 500 }),
    rows: Type.Array(Type.Array(Type.String({ maxLength: 32767 }), { maxItems: 500 }), { maxItems: 100_000 }),
    widths: Type.Array(Type.Number({ minimum: 0, maximum: 10_000 }), { maxItems: 500 }),
    numbers: Type.Array(Type.Integer({ minimum: 0, maximum: 499 }), { maxItems: 500 }),
  },
  { additionalProperties: false },
);
const sound = new Ajv({ strict: false }).compile<OutTable & { name: string }>(TableSchema);

/** @returns the table, or what is wrong with it, as a sentence */
export function tableAsk(bytes: Uint8Array): (OutTable & { readonly name: string }) | string {
  let table: unknown;
  try {
    table = parsedJson(bytes, 'The table');
  } catch (error) {
    return error instanceof FormatError ? error.message : 'The table is not sound: it is no JSON.';
  }
  if (sound(table)) return table;
  const [fault] = sound.errors ?? [];
  return `The table is not sound: ${fault?.instancePath || 'it'} ${fault?.message ?? 'is wrong'}.`;
}
