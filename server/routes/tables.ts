/** Tables out: what the Ledger shows as XLSX. Nothing is stored. */
import { Type } from '@sinclair/typebox';
import { Ajv } from 'ajv';
import { Hono } from 'hono';
import type { OutTable } from '#core/ledger/table';
import { writeXlsx } from '../print/xlsx.js';
import { problem } from '../problem.js';

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

export function tableRoutes(): Hono {
  const app = new Hono();
  app.post('/xlsx', async (c) => {
    const table: unknown = await c.req.json().catch(() => null);
    if (!sound(table))
      return problem(
        c,
        400,
        'No table',
        `The table is not sound: ${sound.errors?.[0]?.instancePath || 'it'} ${sound.errors?.[0]?.message ?? 'is wrong'}.`,
      );
    return new Response((await writeXlsx(table, table.name)) as Uint8Array<ArrayBuffer>, {
      headers: { 'content-type': 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet' },
    });
  });
  return app;
}
