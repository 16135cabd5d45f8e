/** Connections that stay: the listener that comes back, the hub that brings what was missed, the WebSocket of a window. */
import { EventEmitter } from 'node:events';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import WebSocket from 'ws';
import { edit } from '#core/model/change';
import type { DessinRecord } from '#core/model/records';
import { all, showOf } from '#core/model/show';
import { follow, makeHub } from './live/hub.js';
import { type Running, start } from './start.js';
import { type Database, isAway } from './store/database.js';
import { keepListening, type ListenClient } from './store/listener.js';
import type { LoggedChange } from './store/log.js';

/** A PostgreSQL server as a listener sees it. */
class Server {
  up = true;
  readonly clients = new Set<EventEmitter>();
  tries = 0;
  readonly make = (): ListenClient => {
    const client = new EventEmitter();
    return Object.assign(client, {
      connect: async () => {
        this.tries++;
        if (!this.up) throw Object.assign(new Error('connect ECONNREFUSED'), { code: 'ECONNREFUSED' });
      },
      query: async (text: string) => {
        if (!this.up) throw new Error('Connection terminated unexpectedly');
        expect(text).toBe('LISTEN changes');
        this.clients.add(client);
      },
      end: async () => {
        this.clients.delete(client);
      },
    }) as unknown as ListenClient;
  };
  say(payload: string) {
    for (const client of this.clients) client.emit('notification', { payload });
  }
  stop() {
    this.up = false;
    for (const client of [...this.clients]) {
      this.clients.delete(client);
      // As node-postgres does: an error, which would end the process if nobody listened, and an end.
      client.emit('error', new Error('terminating connection due to administrator command'));
      client.emit('end');
    }
  }
}
const tick = () => new Promise((done) => setImmediate(done));

describe('the listener', () => {
  test('comes back after a restart, says so, and hears again, once', async () => {
    const server = new Server();
    const heard: string[] = [];
    const pauses: number[] = [];
    const end = await keepListening(
      server.make,
      'changes',
      { notified: (payload) => heard.push(payload), back: () => heard.push('back') },
      async (ms) => {
        pauses.push(ms);
        if (pauses.length === 4) server.up = true;
        await tick();
      },
    );
    server.say('a 1');
    server.stop();
    for (let i = 0; i < 20; i++) await tick();
    server.say('a 2');
    expect(heard).toEqual(['a 1', 'back', 'a 2']);
    expect(pauses).toEqual([200, 400, 800, 1600]);
    await end();
    expect(server.clients.size).toBe(0);
    server.say('a 3');
    expect(heard).toHaveLength(3);
  });
  test('a server that was never there is told at once', () => {
    const server = new Server();
    server.up = false;
    return expect(keepListening(server.make, 'changes', { notified: () => undefined, back: () => undefined })).rejects.toThrow(
      'ECONNREFUSED',
    );
  });
  test('law: however often it goes, after the last return everything is heard, and every loss is told', () =>
    fc.assert(
      fc.asyncProperty(fc.array(fc.constantFrom('stop', 'start', 'say'), { maxLength: 12 }), async (steps) => {
        const server = new Server();
        const log: string[] = [];
        const end = await keepListening(
          server.make,
          'changes',
          { notified: (text) => log.push(text), back: () => log.push('back') },
          tick as () => Promise<void>,
        );
        let said = 0;
        let missed = false;
        for (const step of steps) {
          if (step === 'stop') server.stop();
          else if (step === 'start') server.up = true;
          else {
            if (!server.clients.size) missed = true;
            server.say(String(++said));
          }
          for (let i = 0; i < 6; i++) await tick();
        }
        server.up = true;
        for (let i = 0; i < 6; i++) await tick();
        server.say('last');
        expect(log.at(-1)).toBe('last');
        if (missed) expect(log).toContain('back');
        await end();
      }),
      { numRuns: 100 },
    ));
});

test('what says that the database is away', () => {
  const coded = (code: string) => Object.assign(new Error('x'), { code });
  for (const error of [
    coded('57P01'),
    coded('ECONNREFUSED'),
    coded('08006'),
    new Error('Connection terminated unexpectedly'),
    new Error('Failed query', { cause: coded('53300') }),
    new AggregateError([coded('ECONNREFUSED')], ''),
  ])
    expect(isAway(error)).toBe(true);
  for (const error of [
    coded('23505'),
    coded('22P05'),
    new Error('x'),
    null,
    new Error('Failed query', { cause: coded('57014') }),
  ])
    expect(isAway(error)).toBe(false);
});

describe('following a show', () => {
  const entry = (revision: number): LoggedChange => ({
    revision,
    key: `k${revision}`,
    label: '',
    author: '',
    change: { added: [], updated: [], removed: [] },
  });
  /** A hub over notifications that a test makes. */
  const hubOf = async () => {
    let heard: { notified: (payload: string) => void; back: () => void } | null = null;
    const hub = makeHub({
      listen: async (_: string, given: NonNullable<typeof heard>) => {
        heard = given;
      },
    } as unknown as Database);
    await hub.start();
    return { hub, notified: (payload: string) => heard!.notified(payload), back: () => heard!.back() };
  };
  test('law: whatever is notified, missed or fails, every revision comes to each window once and in order', () =>
    fc.assert(
      fc.asyncProperty(
        fc.array(fc.record({ grow: fc.nat(3), told: fc.boolean(), fails: fc.boolean(), slow: fc.nat(3), joins: fc.boolean() }), {
          maxLength: 10,
        }),
        async (steps) => {
          const { hub, notified } = await hubOf();
          let [top, failing, slow] = [0, false, 0];
          const store = {
            // It answers with what stood when it was asked, and takes its time.
            since: async (_: string, from: number) => {
              const list = Array.from({ length: top - from }, (__, i) => entry(from + i + 1));
              const fails = failing;
              failing = false;
              for (let i = slow; i > 0; i--) await tick();
              if (fails) throw new Error('away');
              return list;
            },
          };
          const ended = new AbortController();
          const got: number[][] = [];
          const reading: Promise<void>[] = [];
          const join = async () => {
            const revisions: number[] = [];
            got.push(revisions);
            for await (const item of follow(store, hub, 'x', 0, ended.signal)) if (item !== 'beat') revisions.push(item.revision);
          };
          reading.push(join());
          for (const step of steps) {
            [failing, slow] = [step.fails, step.slow];
            if (step.joins) reading.push(join());
            top += step.grow;
            if (step.told) notified(`x ${top}`);
            await tick();
          }
          // The last edit comes while something slow may still be asked; it is told without another word. Only who met a failure waits for one.
          [failing, slow] = [false, 0];
          for (let words = steps.some(({ fails }) => fails) ? 3 : 1; words > 0; words--) {
            notified(`x ${++top}`);
            for (let i = 0; i < 8; i++) await tick();
          }
          ended.abort();
          await Promise.all(reading);
          for (const revisions of got) expect(revisions).toEqual(Array.from({ length: top }, (_, i) => i + 1));
          expect(hub.count()).toBe(0);
        },
      ),
      { numRuns: 300 },
    ));
  test('twenty windows are told of an edit by one look into the database', async () => {
    const { hub, notified } = await hubOf();
    let [top, asked] = [0, 0];
    const store = {
      since: async (_: string, from: number) => {
        asked++;
        return Array.from({ length: top - from }, (__, i) => entry(from + i + 1));
      },
    };
    const ended = new AbortController();
    let told = 0;
    const reading = Array.from({ length: 20 }, async () => {
      for await (const item of follow(store, hub, 'x', 0, ended.signal)) if (item !== 'beat') told++;
    });
    await tick();
    for (top = 1; top <= 10; top++) {
      notified(`x ${top}`);
      await tick();
    }
    expect([asked, told]).toEqual([11, 200]);
    ended.abort();
    await Promise.all(reading);
  });
  test('an answer that was asked for before something may have been missed is given to nobody else', async () => {
    const { hub, notified, back } = await hubOf();
    const answers: ((at: number) => void)[] = [];
    const ask = (show: string) => hub.once(show, 0, () => new Promise<number>((done) => answers.push(done)));
    const first = [ask('a'), ask('a'), ask('b')];
    notified('a 1');
    const later = [ask('a'), ask('b')];
    back();
    const last = [ask('a'), ask('b')];
    for (const [i, done] of answers.entries()) done(i);
    expect(await Promise.all([...first, ...later, ...last])).toEqual([0, 0, 1, 2, 1, 3, 4]);
  });
  test('a hub wakes everybody when something may have been missed', async () => {
    const { hub, notified, back } = await hubOf();
    const woken: string[] = [];
    const stop = hub.watch('a', () => woken.push('a'));
    hub.watch('b', () => woken.push('b'));
    notified('a 7');
    back();
    stop();
    back();
    expect(woken).toEqual(['a', 'a', 'b', 'b']);
  });
});

describe('the WebSocket of a window', () => {
  let running: Running;
  beforeAll(async () => {
    const { mkdtemp } = await import('node:fs/promises');
    const { tmpdir } = await import('node:os');
    const { join } = await import('node:path');
    running = await start({
      port: 0,
      host: '127.0.0.1',
      data: await mkdtemp(join(tmpdir(), 'dessin-live-')),
      databaseUrl: undefined,
      demo: false,
    });
  });
  afterAll(() => running.stop());
  const json = async (path: string, body: unknown) =>
    (
      await fetch(`${running.url}/api${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      })
    ).json() as Promise<{ id: string; revision: number }>;
  const open = (path: string, headers: Record<string, string> = {}) =>
    new Promise<{ socket: WebSocket; said: { event: string; revision?: number; entry?: LoggedChange }[] } | number>((done) => {
      const said: { event: string }[] = [];
      const socket = new WebSocket(`${running.url.replace('http', 'ws')}/api${path}`, { headers });
      socket.on('message', (data) => {
        said.push(JSON.parse(String(data)));
        done({ socket, said });
      });
      socket.on('unexpected-response', (_, response) => done(response.statusCode ?? 0));
      socket.on('error', () => done(0));
    });

  test('says hello, brings what came since and what comes, and stops with the server', async () => {
    const { id } = await json('/shows', { name: 'Live', units: 'metric', stageWidth: 9000, stageDepth: 9000 });
    const { records } = (await (await fetch(`${running.url}/api/shows/${id}`)).json()) as { records: DessinRecord[] };
    const layer = all(showOf(id, records), 'layer')[0]!;
    const change = (name: string, from = layer) => edit([from], { name });
    await json(`/shows/${id}/changes`, { key: '11111111-1111-4111-8111-111111111111', label: 'one', change: change('one') });
    const window = await open(`/shows/${id}/live?since=0`);
    if (typeof window === 'number') throw new Error(String(window));
    await json(`/shows/${id}/changes`, {
      key: '22222222-2222-4222-8222-222222222222',
      label: 'two',
      change: change('two', { ...layer, name: 'one' }),
    });
    while (window.said.length < 3) await tick();
    expect(window.said).toMatchObject([
      { event: 'hello', revision: 1 },
      { event: 'change', entry: { revision: 1, label: 'one' } },
      { event: 'change', entry: { revision: 2, label: 'two' } },
    ]);
    window.socket.close();
  });
  test('pages of other sites, shows that do not exist, and callers that are no sockets are refused', async () => {
    const { id } = await json('/shows', { name: 'Live', units: 'metric', stageWidth: 9000, stageDepth: 9000 });
    expect(await open(`/shows/${id}/live`, { origin: 'https://evil.example' })).toBe(403);
    expect(await open(`/shows/${id}/live`, { origin: 'null' })).toBe(403);
    expect(await open('/shows/11111111-1111-4111-8111-111111111111/live')).toBe(404);
    expect((await fetch(`${running.url}/api/shows/${id}/live`)).status).toBe(426);
    const own = await open(`/shows/${id}/live`, { origin: running.url });
    expect(own).not.toBe(403);
    if (typeof own !== 'number') own.socket.close();
  });
});

test('the Shelf tells its windows when it has moved, whoever moved it, and nothing else', async () => {
  const data = await mkdtemp(join(tmpdir(), 'dessin-shelf-'));
  const running = await start({ port: 0, host: '127.0.0.1', data, databaseUrl: undefined, demo: true });
  try {
    const heard: string[] = [];
    const socket = new WebSocket(`${running.url.replace('http', 'ws')}/api/shelf/live`);
    socket.on('message', (message) => {
      const said = JSON.parse(String(message)) as { event: string; revision: string };
      if (said.event === 'shelf') heard.push(said.revision);
    });
    const until = async (n: number) => {
      for (let i = 0; i < 100 && heard.length < n; i++) await new Promise((wait) => setTimeout(wait, 20));
      expect(heard).toHaveLength(n);
    };
    await until(1);
    const ask = async (path: string, method: string, body: unknown) =>
      fetch(`${running.url}/api${path}`, { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
    const { items } = (await (await fetch(`${running.url}/api/shelf`)).json()) as { items: { id: string }[] };
    const ids = [items[0]!.id];
    await ask('/shelf/items', 'PATCH', { ids, favourite: true });
    await until(2);
    await ask('/shelf/remove', 'POST', { ids });
    await until(3);
    await ask('/shelf/folders', 'POST', { add: 'New' });
    await until(4);
    const now = ((await (await fetch(`${running.url}/api/shelf/revision`)).json()) as { revision: string }).revision;
    expect(heard.at(-1)).toBe(now);
    await ask('/shows', 'POST', { name: 'Other', units: 'metric', stageWidth: 9000, stageDepth: 9000 });
    await new Promise((wait) => setTimeout(wait, 200));
    expect(heard).toHaveLength(4);
    socket.close();
  } finally {
    await running.stop();
    await rm(data, { recursive: true, force: true });
  }
}, 60_000);
