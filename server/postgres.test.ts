/** On a real PostgreSQL, when DATABASE_URL names one: its restart, as its clients see it, ends nothing. Says when there was none. */
import { mkdtemp, rm } from 'node:fs/promises';
import { createServer, request } from 'node:http';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { v4 } from 'uuid';
import WebSocket from 'ws';
import { adding } from '#core/model/change';
import { makePosition } from '#core/model/make';
import type { DessinRecord } from '#core/model/records';
import { ownerCommand } from './commands.js';
import { answering, freePort, launch, newDatabase, ownPostgres } from './servers.arb.js';
import { type Running, start } from './start.js';

const url = process.env.DATABASE_URL;
const onPostgres = url ? test : test.skip;
let running: Running | null = null;
let drop: () => Promise<void> = async () => undefined;
let own = '';
/** Where backups go. */
let data = '';
beforeAll(async () => {
  if (!url) return;
  data = await mkdtemp(join(tmpdir(), 'dessin-postgres-'));
  // Of its own: other tests are on the same server.
  ({ url: own, drop } = await newDatabase());
  running = await start({ port: 0, host: '127.0.0.1', data, databaseUrl: own, demo: false });
});
afterAll(async () => {
  await running?.stop();
  await drop();
  if (data) await rm(data, { recursive: true, force: true });
});

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
    const admin = new pg.Client({ connectionString: own });
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

/** An editor as a window is one: what is not answered is sent again under its key. @returns what was confirmed, by key */
async function editor(base: () => string, show: string, name: string, until: () => boolean): Promise<Map<string, string>> {
  const confirmed = new Map<string, string>();
  for (let i = 0; !until(); i++) {
    const key = v4();
    const position = makePosition(v4(), layer, `${name} ${i}`, 'pipe', { form: 'straight', a: [0, i], b: [1000, i], z: 5000 }, i);
    for (;;) {
      const answer = await fetch(`${base()}/api/shows/${show}/changes`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ key, label: name, change: adding(position) }),
        signal: AbortSignal.timeout(8000),
      }).catch(() => null);
      if (answer?.ok) break;
      // A server that answers says that the database is away, and when to come again.
      if (answer) {
        expect(answer.status).toBe(503);
        expect(answer.headers.get('retry-after')).toBe('2');
      }
      await new Promise((again) => setTimeout(again, 100));
    }
    confirmed.set(key, position.id);
  }
  return confirmed;
}
let layer = '';
onPostgres(
  'two processes start together on an empty database; both are restarted, and PostgreSQL too, in the middle of two editors: the states are equal, nothing confirmed is lost',
  async () => {
    const postgres = await ownPostgres();
    const { url: database } = await newDatabase(postgres.url);
    const ports = [await freePort(), await freePort()];
    const up = (i: number) => launch(ports[i]!, { DATABASE_URL: database });
    const servers = [up(0), up(1)];
    try {
      // Before its database is open a server that listens says so.
      await Promise.all(servers.map(answering));
      const shows = await Promise.all(
        servers.map(
          async ({ url: base }) => ((await (await fetch(`${base}/api/shows`)).json()) as { shows: { id: string }[] }).shows,
        ),
      );
      // One demo, made once.
      expect(shows[0]).toHaveLength(1);
      expect(shows[1]).toEqual(shows[0]);
      const show = shows[0]![0]!.id;
      const stateOf = async (i: number) => {
        const { records, revision } = (await (await fetch(`${servers[i]!.url}/api/shows/${show}`)).json()) as {
          records: DessinRecord[];
          revision: number;
        };
        return { revision, records: new Map(records.map((record) => [record.id, record])) };
      };
      layer = [...(await stateOf(0)).records.values()].find(
        (record) => record.kind === 'layer' && record.role === 'positions',
      )!.id;
      let ended = false;
      const editing = [0, 1].map((i) =>
        editor(
          () => servers[i]!.url,
          show,
          `Editor ${i}`,
          () => ended,
        ),
      );
      const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));
      await pause(500);
      postgres.restart();
      await pause(1500);
      for (const i of [0, 1]) {
        servers[i]!.child.kill('SIGKILL');
        await servers[i]!.gone;
        servers[i] = up(i);
        await answering(servers[i]!);
        await pause(500);
      }
      postgres.restart();
      await pause(1500);
      ended = true;
      const confirmed = await Promise.all(editing);
      const [one, other] = [await stateOf(0), await stateOf(1)];
      expect(one).toEqual(other);
      for (const edits of confirmed) {
        expect(edits.size).toBeGreaterThan(10);
        for (const id of edits.values()) expect(one.records.has(id)).toBe(true);
      }
      const { changes } = (await (
        await fetch(`${servers[0]!.url}/api/shows/${show}/changes?since=${Math.max(0, one.revision - 500)}`)
      ).json()) as { changes: { key: string }[] };
      expect(new Set(changes.map(({ key }) => key)).size).toBe(changes.length);
    } finally {
      for (const { child, gone } of servers) {
        child.kill('SIGKILL');
        await gone;
      }
      await postgres.stop();
    }
  },
  120_000,
);
onPostgres(
  'a server that starts before its database waits for it, and tells who asks to come again',
  async () => {
    const port = await freePort();
    const gate = await freePort();
    const wanted = new URL(url ?? '');
    // A door that is not there yet.
    const away = new URL(wanted.href);
    away.port = String(gate);
    const { url: fresh, drop } = await newDatabase();
    away.pathname = new URL(fresh).pathname;
    const server = launch(port, { DATABASE_URL: away.href, DESSIN_DEMO: 'no' });
    try {
      let answer: Response | null = null;
      while (!answer) {
        answer = await fetch(`${server.url}/api/shows`).catch(() => null);
        await new Promise((again) => setTimeout(again, 50));
      }
      expect([answer.status, answer.headers.get('retry-after')]).toEqual([503, '2']);
      const { createServer, connect } = await import('node:net');
      const door = createServer((socket) => {
        const through = connect(Number(wanted.port || 5432), wanted.hostname);
        socket.pipe(through).pipe(socket);
        for (const end of [socket, through]) end.on('error', () => undefined);
      });
      await new Promise<void>((open) => door.listen(gate, '127.0.0.1', open));
      await answering(server);
      expect((await fetch(`${server.url}/api/shows`)).status).toBe(200);
      server.child.kill('SIGTERM');
      await server.gone;
      door.close();
    } finally {
      server.child.kill('SIGKILL');
      await server.gone;
      await drop();
    }
  },
  60_000,
);

/** Servers behind something that passes each request, and each WebSocket, to the next of them: no browser stays with one. */
async function takingTurns(targets: () => readonly number[]): Promise<{ readonly port: number; close(): Promise<void> }> {
  let turn = 0;
  const next = () => {
    const ports = targets();
    return ports[turn++ % ports.length] ?? 0;
  };
  const proxy = createServer((from, to) => {
    const options = { host: '127.0.0.2', port: next(), path: from.url, method: from.method, headers: from.headers };
    const on = request(options, (answer) => {
      to.writeHead(answer.statusCode ?? 502, answer.headers);
      answer.pipe(to);
    });
    on.on('error', () => to.destroy());
    from.pipe(on);
  });
  proxy.on('upgrade', (from, socket, head) => {
    const on = connect(next(), '127.0.0.2', () => {
      const lines = Object.entries(from.headers).map(([name, value]) => `${name}: ${value}`);
      on.write(`${from.method} ${from.url} HTTP/1.1\r\n${lines.join('\r\n')}\r\n\r\n`);
      on.write(head);
      socket.pipe(on).pipe(socket);
    });
    for (const end of [on, socket]) end.on('error', () => [on, socket].map((one) => one.destroy()));
  });
  await new Promise<void>((open) => proxy.listen(0, '127.0.0.2', open));
  const address = proxy.address();
  return {
    port: typeof address === 'object' && address ? address.port : 0,
    close: async () => {
      proxy.closeAllConnections();
      await new Promise((done) => proxy.close(done));
    },
  };
}
onPostgres(
  'two servers that take turns, also within one session: signed in at both, edits at both, signed out at both, and each knows of the other',
  async () => {
    const word = 'four plain words here';
    const cost = { ln: 4, r: 1, p: 1 };
    const fresh = await newDatabase();
    await ownerCommand({ data, databaseUrl: fresh.url }, 'Ines Falk', word);
    const begin = () =>
      start({ port: 0, host: '127.0.0.2', data, databaseUrl: fresh.url, demo: false, cost, allowedHosts: ['lighting'] });
    const servers = [await begin(), await begin()];
    const proxy = await takingTurns(() => servers.map(({ port }) => port));
    const base = `http://127.0.0.2:${proxy.port}/api`;
    const headers: Record<string, string> = { 'content-type': 'application/json' };
    const send = (method: string, path: string, body?: unknown) =>
      fetch(`${base}${path}`, { method, headers, ...(body === undefined ? {} : { body: JSON.stringify(body) }) });
    const signed = await send('POST', '/me/sign-in', { name: 'Ines Falk', password: word });
    headers.cookie = signed.headers.getSetCookie()[0]?.split(';')[0] ?? '';
    for (let i = 0; i < 4; i++) expect((await send('GET', '/shows')).status).toBe(200);
    const made = await send('POST', '/shows', { name: 'Turns', units: 'metric', stageWidth: 9000, stageDepth: 9000 });
    const { id } = (await made.json()) as { id: string };
    const { records } = (await (await send('GET', `/shows/${id}`)).json()) as { records: DessinRecord[] };
    const layer = records.find(({ kind }) => kind === 'layer')!.id;
    const heard: number[][] = [[], []];
    const sockets = heard.map((list) => {
      const socket = new WebSocket(`${base.replace('http', 'ws')}/shows/${id}/live?since=0`, { headers });
      socket.on('message', (data) => {
        const said = JSON.parse(String(data)) as { event: string; entry: { revision: number } };
        if (said.event === 'change') list.push(said.entry.revision);
      });
      return socket;
    });
    await Promise.all(sockets.map((socket) => new Promise((open) => socket.once('message', open))));
    // Two editors at once, each request at whichever server is next.
    const edits = 40;
    await Promise.all(
      [0, 1].map(async (who) => {
        for (let i = 0; i < edits / 2; i++) {
          const position = makePosition(
            v4(),
            layer,
            `${who} ${i}`,
            'pipe',
            { form: 'straight', a: [0, i], b: [9, i], z: 5000 },
            i,
          );
          expect(
            (await send('POST', `/shows/${id}/changes`, { key: v4(), label: 'Edit', change: adding(position) })).status,
          ).toBe(200);
        }
      }),
    );
    const all = Array.from({ length: edits }, (_, i) => i + 1);
    for (let tries = 0; tries < 100 && heard.some((list) => list.length < edits); tries++)
      await new Promise((wait) => setTimeout(wait, 50));
    expect(heard).toEqual([all, all]);
    for (const { port } of servers) {
      const health = await fetch(`http://127.0.0.2:${port}/api/health`);
      expect(await health.json()).toMatchObject({ ok: true, servers: 2 });
    }
    // A role, and a sign-out, at one of them is one at both.
    expect((await send('POST', '/me/sign-out', {})).status).toBe(204);
    for (let i = 0; i < 4; i++) expect((await send('GET', '/shows')).status).toBe(401);
    for (const socket of sockets) socket.terminate();
    await servers[1]?.stop();
    const left = await fetch(`http://127.0.0.2:${servers[0]?.port}/api/health`);
    expect(await left.json()).toMatchObject({ servers: 1 });
    await proxy.close();
    await servers[0]?.stop();
    await fresh.drop();
  },
  120_000,
);
