/** Starting: each thing in the way is one clear sentence. */
import { mkdtemp, readdir, rm, writeFile } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { WebSocket } from 'ws';
import { readE131 } from '#core/wires/e131';
import { writeSlots } from '#core/wires/frames';
import { answering, freePort, launch } from './servers.arb.js';
import { start } from './start.js';
import { freePorts, machineBeside, until } from './wires/beside.arb.js';

let folder = '';
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'dessin-start-'));
});
afterEach(() => rm(folder, { recursive: true, force: true }));
const options = (more: Partial<Parameters<typeof start>[0]>) => ({
  port: 0,
  host: '127.0.0.1',
  data: folder,
  databaseUrl: undefined,
  demo: false,
  ...more,
});

test('a taken port', async () => {
  const other = createServer();
  await new Promise<void>((done) => other.listen(0, '127.0.0.1', done));
  const address = other.address();
  const port = typeof address === 'object' && address ? address.port : 0;
  await expect(start(options({ port }))).rejects.toThrow(
    `Port ${port} is taken by another program. Stop that one, or set PORT to a free one`,
  );
  other.close();
});
test('a port that is none', () => expect(start(options({ port: 99999 }))).rejects.toThrow('a whole number from 0 to 65535'));
test('a data folder that cannot be written', async () => {
  await writeFile(join(folder, 'file'), '');
  await expect(start(options({ data: join(folder, 'file', 'data') }))).rejects.toThrow(
    /cannot be written \(ENOTDIR\).*DESSIN_DATA/,
  );
});
test('a missing database server', () =>
  expect(start(options({ databaseUrl: 'postgres://nobody@127.0.0.1:1/none' }))).rejects.toThrow(
    'The database at DATABASE_URL cannot be opened',
  ));

test('the server speaks on the wires under the same name after every start', async () => {
  const ends: (() => unknown)[] = [];
  const names: string[] = [];
  try {
    for (let round = 0; round < 2; round++) {
      const ports = await freePorts();
      const node = await machineBeside(ends, ports.e131);
      const running = await start(options({ wires: ports }));
      const socket = new WebSocket(`${running.url.replace('http', 'ws')}/api/wires/levels`);
      await new Promise((done) => socket.once('open', done));
      socket.send(JSON.stringify({ routes: [[5, 'E1.31', '127.0.0.2', 4]], output: true }));
      socket.send(writeSlots(5, undefined, new Uint8Array(512).fill(9)) ?? new Uint8Array());
      await until(() => node.got.some((bytes) => readE131(bytes).kind === 'levels'));
      const packet = node.got.map(readE131).find(({ kind }) => kind === 'levels');
      if (packet?.kind === 'levels') names.push(packet.cid);
      socket.close();
      await running.stop();
      for (const end of ends.splice(0)) await end();
    }
    expect(names[0]).toMatch(/^[0-9a-f]{32}$/);
    expect(names[1]).toBe(names[0]);
  } finally {
    for (const end of ends.splice(0)) await end();
  }
}, 60_000);

test('a server with open windows, and files in the making, ends within 3 s of being asked to', async () => {
  const served = launch(await freePort(), { DESSIN_DATA: folder });
  await answering(served);
  const { url, child, gone } = served;
  const { shows } = (await (await fetch(`${url}/api/shows`)).json()) as { shows: { id: string }[] };
  const id = shows[0]!.id;
  const windows = await Promise.all(
    Array.from({ length: 5 }, async () => {
      const socket = new WebSocket(`${url.replace('http', 'ws')}/api/shows/${id}/live?since=0`);
      await new Promise((open) => socket.once('message', open));
      return socket;
    }),
  );
  const closed = windows.map((socket) => new Promise((done) => socket.once('close', done)));
  const events = await fetch(`${url}/api/shows/${id}/events`);
  const files = Promise.allSettled(
    Array.from({ length: 3 }, () => fetch(`${url}/api/shows/${id}/out/book.pdf`).then((answer) => answer.arrayBuffer())),
  );
  await new Promise((begun) => setTimeout(begun, 300));
  const from = performance.now();
  child.kill('SIGTERM');
  await gone;
  expect(performance.now() - from).toBeLessThan(3000);
  expect(child.exitCode).toBe(0);
  // It was not cut off: its lock is gone.
  expect((await readdir(folder)).sort()).toEqual(['db', 'log', 'made']);
  await Promise.all(closed);
  await events.body?.cancel().catch(() => undefined);
  for (const end of await files) expect(end.status).toBe('rejected');
}, 60_000);
