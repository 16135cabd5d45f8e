/** Records on their way into the database, as text: what is text already (a thread wrote it) is not built anew to be written again. */
import { sql } from 'drizzle-orm';
import type { DessinRecord, Id } from '#core/model/records';
import type { Db } from './database.js';

/** Letters of one statement, so that none holds up the embedded database, and with it the server, for long. */
export const LETTERS = 400_000;

/** Rows in one statement: PostgreSQL takes 65535 parameters. */
export const BATCH = 2000;

/** Lists of records as JSON, none much longer than a statement takes at ease. */
export function rowsOf(records: readonly { readonly id: Id }[]): string[] {
  const out: string[] = [];
  let [texts, length]: [string[], number] = [[], 0];
  for (const record of records) {
    const text = JSON.stringify(record);
    if (texts.length && length + text.length > LETTERS) {
      out.push(`[${texts.join(',')}]`);
      [texts, length] = [[], 0];
    }
    texts.push(text);
    length += text.length;
  }
  if (texts.length) out.push(`[${texts.join(',')}]`);
  return out;
}

/** Lets requests in between: the embedded database works in this very process, and a chain of its answers leaves no gap by itself. */
export const breath = (): Promise<void> => new Promise((done) => setImmediate(done));

/** Writes records, in their order; one that is there already is written over. */
export async function writeRows(tx: Db, show: Id, rows: readonly string[], revision: number): Promise<void> {
  for (const text of rows) {
    await tx.execute(sql`
      insert into records (show, id, kind, data, revision)
      select ${show}::uuid, (r ->> 'id')::uuid, r ->> 'kind', r, ${revision}
      from json_array_elements(${text}::json) with ordinality as list(r, n) order by n
      on conflict (show, id) do update set data = excluded.data, revision = excluded.revision`);
    await breath();
  }
}
export const insertRecords = (tx: Db, show: Id, content: readonly DessinRecord[], revision: number): Promise<void> =>
  writeRows(tx, show, rowsOf(content), revision);
