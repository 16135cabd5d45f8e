/** Tables out and in: what the Ledger shows as XLSX, and spreadsheets and CSV as rows. Nothing is stored. */
import { Type } from '@sinclair/typebox';
import { Ajv } from 'ajv';
import { Hono } from 'hono';
import { readCsv } from '#core/formats/csv/read';
import { MOST_BACK, type OutTable } from '#core/ledger/table';
import { readXlsx, writeXlsx } from '../print/xlsx.js';
import { problem } from '../problem.js';
import { nameIn, reading } from './imports.js';

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
  app.post('/read', (c) =>
    reading(c, async () => {
      const name = nameIn(c);
      const bytes = new Uint8Array(await c.req.arrayBuffer());
      if (!bytes.length) return problem(c, 422, 'File cannot be read', `${name} is empty.`);
      const zipped = (bytes[0] === 0x50 && bytes[1] === 0x4b) || (bytes[0] === 0xd0 && bytes[1] === 0xcf);
      const table = zipped
        ? await readXlsx(bytes, name, MOST_BACK)
        : { ...readCsv(bytes, name, (text) => known.test(text)).value, exported: null };
      if (table.rows.length > MOST_BACK)
        return problem(
          c,
          422,
          'Too many rows',
          `${name} has ${zipped ? 'more than ' : ''}${(zipped ? MOST_BACK : table.rows.length).toLocaleString('en')} rows; what comes back into a show has at most ${MOST_BACK.toLocaleString('en')}. Nothing was changed. Is it the right file?`,
        );
      return c.json({ headings: table.headings, rows: table.rows, exported: table.exported });
    }),
  );
  return app;
}
/** Headings that tell the row of headings from titles above it. */
const known = /^(dessin id|position|unit|channel|address|type|mode|purpose|colour|notes|circuit|dimmer|universe|gobo)$/;
