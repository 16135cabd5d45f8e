/** On a real PostgreSQL, when DATABASE_URL names one: its restart, as its clients see it, ends nothing. Says when there was none. */
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import WebSocket from 'ws';
import { type Running, start } from './start.js';

const url = process.env.DATABASE_URL;
const onPostgres = url ? test : test.skip;
let running: Running | null = null;
beforeAll(async () => {
  if (url) running = await start({ port: 0, host: '127.0.0.1', data: '.', databaseUrl: url, demo: false });
});
afterAll(() => running?.stop());

onPostgres(
  'every connection is cut, as by a restart: the server lives, edits are stored again, and windows hear of what they missed',
  async () => {
    const base = running!.url;
    const send = async (method: string, path: string, body: unknown) => {
      const response = await fetch(`${base}/api${path}`, {
        method,
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
      return { status: response.status, body: (await response.json()) as { id: string; revision: number } };
    };
    const { id } = (await send('POST', '/shows', { name: 'Cut', units: 'metric', stageWidth: 9000, stageDepth: 9000 })).body;
    const heard: number[] = [];
    const socket = new WebSocket(`${base.replace('http', 'ws')}/api/shows/${id}/live?since=0`);
    socket.on('message', (data) => {
      const said = JSON.parse(String(data)) as { event: string; entry: { revision: number } };
      if (said.event === 'change') heard.push(said.entry.revision);
    });
    await new Promise((open) => socket.once('message', open));
    const { default: pg } = await import('pg');
    const admin = new pg.Client({ connectionString: url });
    await admin.connect();
    const cut = () =>
      admin.query(
        'select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()',
      );
    for (let round = 1; round <= 3; round++) {
      await cut();
      // While nobody listens somebody else's process writes.
      let status = 0;
      for (let tries = 0; tries < 50 && status !== 200; tries++) {
        ({ status } = await send('PATCH', `/shows/${id}`, { name: `Cut ${round}` }));
        expect([200, 503]).toContain(status);
        if (status !== 200) await new Promise((wait) => setTimeout(wait, 100));
      }
      expect(status).toBe(200);
    }
    while (heard.length < 3) await new Promise((wait) => setTimeout(wait, 50));
    expect(heard).toEqual([1, 2, 3]);
    socket.close();
    await admin.end();
  },
);
