/** The plain baseline in a process of its own: Node's own HTTP server before bare PGlite with the same syncs, which does the same transaction and checks nothing. */
import { createServer } from 'node:http';
import { PGlite } from '@electric-sql/pglite';
import type { Change } from '#core/model/change';
import { DurableFiles, durableParams } from '../server/store/durable.js';

const tables =
  'create table records (show uuid, id uuid, kind text, data json, revision int, primary key (show, id)); create table changes (show uuid, revision int, change json, primary key (show, revision)); create table shows (id uuid primary key, revision int)';
export async function openBare(folder: string, synced: boolean): Promise<PGlite> {
  const client = new PGlite(synced ? { fs: new DurableFiles(folder), startParams: durableParams() } : { dataDir: folder });
  await client.exec(tables);
  return client;
}
/** What an edit writes, and nothing else. */
export async function bareEdit(client: PGlite, show: string, change: Change, revision: number): Promise<void> {
  const now = [...change.updated.map(([, to]) => to), ...change.added];
  await client.transaction(async (tx) => {
    const values = now.map((_, i) => `($${i * 5 + 1}, $${i * 5 + 2}, $${i * 5 + 3}, $${i * 5 + 4}, $${i * 5 + 5})`).join(',');
    await tx.query(
      `insert into records values ${values} on conflict (show, id) do update set data = excluded.data, revision = excluded.revision`,
      now.flatMap((record) => [show, record.id, record.kind, JSON.stringify(record), revision]),
    );
    await tx.query('insert into changes values ($1, $2, $3)', [show, revision, JSON.stringify(change)]);
    await tx.query('update shows set revision = $2 where id = $1', [show, revision]);
  });
}

const [folder, opened] = process.argv.slice(2);
if (process.argv[1]?.endsWith('bare-child.js') && folder === 'open' && opened) {
  const client = new PGlite({ fs: new DurableFiles(opened), startParams: durableParams() });
  await client.query('select 1');
  process.send?.('open');
  await client.close();
  process.exit(0);
} else if (process.argv[1]?.endsWith('bare-child.js') && folder) {
  const client = await openBare(folder, true);
  let revision = 0;
  const server = createServer((request, response) => {
    const parts: Buffer[] = [];
    request.on('data', (part: Buffer) => parts.push(part));
    request.on('end', async () => {
      const { show, change } = JSON.parse(Buffer.concat(parts).toString()) as { show: string; change: Change };
      await bareEdit(client, show, change, ++revision);
      response.setHeader('content-type', 'application/json');
      response.end(JSON.stringify({ revision }));
    });
  });
  server.listen(0, '127.0.0.1', () => {
    const address = server.address();
    process.send?.(typeof address === 'object' && address ? address.port : 0);
  });
}
