/** Records on their way into the database, as text: what is text already (a thread wrote it) is not built anew to be written again. */
import { sql } from 'drizzle-orm';
import type { DessinRecord, Id } from '#core/model/records';
import type { Db } from './database.js';

/** Letters of one statement, so that none holds up the embedded database, and with it the server, for long. */
export const LETTERS = 400_000;
/** Rows of one statement: each costs a look into the index, whatever it weighs. */
export const ROWS = 120;

/** Rows in one statement: PostgreSQL takes 65535 parameters. */
export const BATCH = 2000;

/** ms for which something may be at work without letting others in. */
const TURN = 20;
/** A breath whenever one is due; asked for between the steps of what takes long. */
export function paced(): () => Promise<void> | null {
  let from = performance.now();
  return () => {
    if (performance.now() - from < TURN) return null;
    return breath().then(() => {
      from = performance.now();
    });
  };
}

/** Records as JSON, one after the other; others are let in between. */
export async function textsOf(records: readonly unknown[]): Promise<string[]> {
  const due = paced();
  const out: string[] = [];
  for (const record of records) {
    out.push(JSON.stringify(record));
    await due();
  }
  return out;
}
/** Texts of records in lists of JSON, none much longer than a statement takes at ease. */
export function listsOf(all: Iterable<string>): string[] {
  const out: string[] = [];
  let [texts, length]: [string[], number] = [[], 0];
  for (const text of all) {
    if (texts.length === ROWS || (texts.length && length + text.length > LETTERS)) {
      out.push(`[${texts.join(',')}]`);
      [texts, length] = [[], 0];
    }
    texts.push(text);
    length += text.length;
  }
  if (texts.length) out.push(`[${texts.join(',')}]`);
  return out;
}

export const rowsOf = (records: readonly { readonly id: Id }[]): string[] =>
  listsOf(records.map((record) => JSON.stringify(record)));

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
export const insertRecords = async (tx: Db, show: Id, content: readonly DessinRecord[], revision: number): Promise<void> =>
  writeRows(tx, show, listsOf(await textsOf(content)), revision);
