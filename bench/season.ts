/** A season on one machine: what an edit costs beside bare PGlite with the same syncs, how the data grow, and how a house with a past opens. */
import { fork } from 'node:child_process';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { mkdir, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { PGlite } from '@electric-sql/pglite';
import { sql } from 'drizzle-orm';
import { v4 } from 'uuid';
import { present } from '#core/measure/list';
import { type Change, edit } from '#core/model/change';
import type { Fixture } from '#core/model/records';
import { all, type Show } from '#core/model/show';
import { makeApp } from '../server/app.js';
import { makeHub } from '../server/live/hub.js';
import { type Database, openDatabase } from '../server/store/database.js';
import { LONG } from '../server/store/past.js';
import { makeShelfStore } from '../server/store/shelf.js';
import { makeStore, type Store } from '../server/store/store.js';
import { bareEdit, openBare } from './bare-child.js';
import { openHouse } from './house.js';
import { makeRig, median, percentile } from './rig.js';
import { makeVenue } from './venue.js';

const ms = (value: number): string => value.toFixed(value < 10 ? 2 : 0);
const line = (name: string, text: string): void => console.log(`  ${name.padEnd(44)} ${text}`);

/**
 * Medians of an edit: over HTTP from another process against bare PGlite behind bare HTTP; by the store, with all its checks, against bare PGlite in one
 * process; and there by the routes too, whose requests and answers are HTTP that the bare one has none of.
 */
async function confirmed(): Promise<void> {
  console.log('A confirmed change on the disk, 1000 fixtures, against bare PGlite with the same syncs (bound: 2 times)');
  const folder = await mkdtemp(join(tmpdir(), 'dessin-bare-'));
  await mkdir(join(folder, 'own'));
  const [synced, loose, database, house] = [
    await openBare(join(folder, 'synced'), true),
    await openBare(join(folder, 'loose'), false),
    await openDatabase(join(folder, 'own'), undefined),
    await openHouse(),
  ];
  const child = fork(fileURLToPath(new URL('./bare-child.js', import.meta.url)), [join(folder, 'child')]);
  const port = await new Promise<number>((told) => child.once('message', (said) => told(said as number)));
  const hub = makeHub(database);
  await hub.start();
  const store = makeStore(database);
  const app = makeApp({ store, shelf: makeShelfStore(database), database, hub, web: null, hosts: ['localhost'] });
  const rig = makeRig(1000);
  const id = await house.bring(rig);
  await store.create([...rig.records.values()], rig.id);
  const second = makeRig(1000);
  await store.create([...second.records.values()], second.id);
  let revision = 0;
  const headers = { host: 'localhost', 'content-type': 'application/json' };
  for (const many of [1, 50]) {
    /** Each has edits of its own, made before its time is taken. */
    const editsOf = (show: Show) => {
      let now = all(show, 'fixture').slice(many, many * 2);
      let round = 0;
      return () => {
        const change = edit(now, { notes: `round ${many} ${++round}` });
        now = change.updated.map(([, to]) => to as Fixture);
        return change;
      };
    };
    const posted = async (
      send: (body: string) => Promise<Response> | Response,
      change: Change,
      more: object,
    ): Promise<number> => {
      const body = JSON.stringify({ key: v4(), label: 'bench', change, ...more });
      const from = performance.now();
      const answer = await send(body);
      if (!answer.ok) throw new Error(await answer.text());
      await answer.text();
      return performance.now() - from;
    };
    const bareIn = (client: PGlite) => async (change: Change) => {
      const from = performance.now();
      await bareEdit(client, id, change, ++revision);
      return performance.now() - from;
    };
    const overHttp = (url: string) => (body: string) =>
      fetch(url, { method: 'POST', headers: { 'content-type': 'application/json' }, body });
    const ways: Record<string, (change: Change) => Promise<number>> = {
      routes: (change) =>
        posted(
          (body) =>
            app.request(`http://localhost/api/shows/${rig.id}/changes`, {
              method: 'POST',
              headers: { ...headers, 'content-length': String(body.length) },
              body,
            }),
          change,
          {},
        ),
      store: async (change) => {
        const from = performance.now();
        const { kind } = await store.post(second.id, { key: v4(), author: 'bench', label: 'bench', change });
        if (kind !== 'stored') throw new Error(kind);
        return performance.now() - from;
      },
      synced: bareIn(synced),
      loose: bareIn(loose),
      http: (change) => posted(overHttp(`${house.url}/api/shows/${id}/changes`), change, {}),
      bareHttp: (change) => posted(overHttp(`http://127.0.0.1:${port}/`), change, { show: id }),
    };
    const times = new Map(Object.keys(ways).map((name) => [name, [] as number[]]));
    const next = new Map(Object.keys(ways).map((name) => [name, editsOf(name === 'store' ? second : rig)]));
    // In turns of forty, so that each is as warm as it is in use, and a noisy machine is noisy for all.
    for (let turn = 0; turn < 6; turn++)
      for (const [name, way] of Object.entries(ways))
        for (let i = 0; i < 40; i++) times.get(name)?.push(await way(next.get(name)?.() as Change));
    const of = (name: string) => median(times.get(name) ?? []);
    const against = (name: string, bare: string) =>
      `${ms(of(name))} ms against ${ms(of(bare))} ms: ${(of(name) / of(bare)).toFixed(2)} times`;
    line(`${many} changed, over HTTP`, against('http', 'bareHttp'));
    line(`${many} changed, by the store`, `${against('store', 'synced')}; bare without syncs ${ms(of('loose'))} ms`);
    line(`${many} changed, by the routes, against no HTTP at all`, against('routes', 'synced'));
  }
  const venue = makeVenue(rig, 300_000);
  const layer = present(all(rig, 'layer')[0]).id;
  const times: { ours: number[]; bare: number[] } = { ours: [], bare: [] };
  for (let round = 0; round < 3; round++) {
    const change: Change = { ...venue, added: venue.added.map((record) => ({ ...record, id: v4(), layer }) as typeof record) };
    const text = JSON.stringify({ key: v4(), label: 'venue', change, show: id });
    for (const [name, url] of [
      ['ours', `${house.url}/api/shows/${id}/changes`],
      ['bare', `http://127.0.0.1:${port}/`],
    ] as const) {
      const from = performance.now();
      const answer = await fetch(url, { method: 'POST', headers: { 'content-type': 'application/json' }, body: text });
      if (!answer.ok) throw new Error(await answer.text());
      await answer.text();
      times[name].push(performance.now() - from);
    }
  }
  line(
    'a venue of 14 MB, over HTTP',
    `${ms(median(times.ours))} ms against ${ms(median(times.bare))} ms: ${(median(times.ours) / median(times.bare)).toFixed(2)} times`,
  );
  child.kill('SIGKILL');
  await house.done();
  await database.close();
  await synced.close();
  await loose.close();
  await rm(folder, { recursive: true, force: true });
}

/** Bytes of a folder and all in it, the log of writes aside, which is used again. */
function weight(folder: string): number {
  let sum = 0;
  for (const entry of readdirSync(folder, { withFileTypes: true, recursive: true }))
    if (entry.isFile() && !entry.parentPath.includes('pg_wal')) sum += statSync(join(entry.parentPath, entry.name)).size;
  return sum;
}
/** Edits as they are made: one fixture, or by turns one, a row of ten, and fifty. */
function* edits(show: Show, mixed: boolean): Generator<Change> {
  const fixtures = new Map(all(show, 'fixture').map((fixture) => [fixture.id, fixture]));
  const ids = [...fixtures.keys()];
  for (let i = 0; ; i++) {
    const many = mixed ? ([1, 1, 10, 1, 50][i % 5] ?? 1) : 1;
    const from = (i * 37) % (ids.length - many);
    const chosen = ids.slice(from, from + many).map((id) => fixtures.get(id) as Fixture);
    const change = edit(chosen, i % 3 ? { notes: `note ${i}` } : { unit: `${i}` });
    for (const [, to] of change.updated) fixtures.set(to.id, to as Fixture);
    yield change;
  }
}
async function post(store: Store, id: string, list: Generator<Change>, n: number): Promise<void> {
  for (let i = 0; i < n; i++) {
    const change = list.next().value as Change;
    const outcome = await store.post(id, { key: v4(), author: 'window', label: 'Edit', change });
    if (outcome.kind !== 'stored') throw new Error(outcome.kind);
  }
}
async function packed(database: Database, store: Store, id: string): Promise<void> {
  while (await store.compact(id));
  await database.tidy();
}
async function growth(): Promise<void> {
  console.log('Growth of the data by 1000 edits (bound: a tenth after packing)');
  for (const mixed of [false, true]) {
    const folder = await mkdtemp(join(tmpdir(), 'dessin-growth-'));
    const database = await openDatabase(folder, undefined);
    const store = makeStore(database);
    const rig = makeRig(300);
    await store.create([...rig.records.values()], rig.id);
    const list = edits(rig, mixed);
    // Until the log has the length that it keeps.
    await post(store, rig.id, list, LONG);
    await packed(database, store, rig.id);
    const before = weight(join(folder, 'db'));
    await post(store, rig.id, list, 1000);
    await database.tidy();
    const loose = weight(join(folder, 'db'));
    await packed(database, store, rig.id);
    await post(store, rig.id, list, 4000);
    await packed(database, store, rig.id);
    await post(store, rig.id, list, 5000);
    await packed(database, store, rig.id);
    const base = weight(join(folder, 'db'));
    await post(store, rig.id, list, 5000);
    await packed(database, store, rig.id);
    const after = (weight(join(folder, 'db')) - base) / 5;
    const runs = (await database.db.execute(
      sql`select sum(length(edits) + length(keys))::int as n, max(last)::int as edits from past`,
    )) as unknown as { rows: { n: number; edits: number }[] };
    line(
      mixed ? 'mixed' : 'one fixture',
      `${((loose - before) / 1e6).toFixed(2)} MB by 1000 before packing, ${(after / 1e6).toFixed(3)} MB after; packed ${(runs.rows[0]!.n / runs.rows[0]!.edits) | 0} bytes an edit`,
    );
    await database.close();
    await rm(folder, { recursive: true, force: true });
  }
}

/** Makes a house with two shows of 3000 fixtures, one with a hundred thousand edits behind it. @returns their ids, the fresh one first */
async function makePast(folder: string): Promise<readonly [fresh: string, old: string]> {
  const database = await openDatabase(folder, undefined);
  const store = makeStore(database);
  const [fresh, old] = [makeRig(3000), makeRig(3000)];
  for (const rig of [fresh, old]) await store.create([...rig.records.values()], rig.id);
  const list = edits(old, false);
  const from = performance.now();
  for (let done = 0; done < 100_000; done += 5000) {
    await post(store, old.id, list, 5000);
    await packed(database, store, old.id);
  }
  line(
    'made',
    `100,000 edits in ${((performance.now() - from) / 1000).toFixed(0)} s, ${(weight(join(folder, 'db')) / 1e6).toFixed(0)} MB`,
  );
  await database.close();
  return [fresh.id, old.id];
}
export async function opens(): Promise<void> {
  console.log('A show of 3000 fixtures with 100,000 edits behind it');
  // To make it takes minutes: a folder that is named is kept, and found again.
  const kept = process.env.BENCH_PAST;
  const folder = kept ?? (await mkdtemp(join(tmpdir(), 'dessin-past-')));
  await mkdir(folder, { recursive: true });
  const named = join(folder, 'ids.json');
  const ids = existsSync(named) ? (JSON.parse(readFileSync(named, 'utf8')) as [string, string]) : await makePast(folder);
  writeFileSync(named, JSON.stringify(ids));
  const [fresh, old] = ids;
  /** A process that opens the same files with bare PGlite, asks it one thing and ends. */
  const bareStart = async () => {
    const started = performance.now();
    const child = fork(fileURLToPath(new URL('./bare-child.js', import.meta.url)), ['open', join(folder, 'db')]);
    await new Promise((told) => child.once('message', told));
    const took = performance.now() - started;
    await new Promise((gone) => child.once('exit', gone));
    return took;
  };
  const starts: number[] = [];
  const bares: number[] = [];
  const loads: Record<string, number[]> = { [fresh]: [], [old]: [] };
  // Which is asked for first bears what a process does for the first time: each is as often.
  for (let round = 0; round < 8; round++) {
    bares.push(await bareStart());
    const house = await openHouse(folder);
    starts.push(house.started);
    for (const id of round % 2 ? [fresh, old] : [old, fresh]) {
      const asked = performance.now();
      await (await fetch(`${house.url}/api/shows/${id}`)).arrayBuffer();
      loads[id]?.push(performance.now() - asked);
    }
    await house.stop();
  }
  line(
    'start of the server',
    `${ms(median(starts))} ms against bare PGlite ${ms(median(bares))} ms: ${ms(median(starts) - median(bares))} ms more (bound: 500)`,
  );
  line('opening', `${ms(median(loads[old] ?? []))} ms with the past, ${ms(median(loads[fresh] ?? []))} ms without`);
  if (!kept) await rm(folder, { recursive: true, force: true });
}

/** Windows on one show that all hear of each other's edits. @param minutes  how long */
export async function windows(minutes: number, count = 20, rate = 10): Promise<void> {
  console.log(`${count} windows on one show, ${rate} edits a second, ${minutes} min (bound: all within 500 ms)`);
  const { WebSocket } = await import('ws');
  const house = await openHouse();
  const rig = makeRig(300);
  const id = await house.bring(rig);
  const sent = new Map<string, number>();
  const late: number[] = [];
  let heard = 0;
  const sockets = await Promise.all(
    Array.from({ length: count }, async () => {
      const socket = new WebSocket(`${house.url.replace('http', 'ws')}/api/shows/${id}/live?since=0`);
      await new Promise((open) => socket.once('open', open));
      socket.on('message', (data) => {
        const said = JSON.parse(String(data)) as { event: string; entry: { key: string } };
        if (said.event !== 'change') return;
        heard++;
        late.push(performance.now() - (sent.get(said.entry.key) ?? Number.NaN));
      });
      return socket;
    }),
  );
  const list = edits(rig, false);
  const memory = async () =>
    Number(/process_resident_memory_bytes (\d+)/.exec(await (await fetch(`${house.url}/api/metrics`)).text())?.[1] ?? 0) / 1e6;
  const begin = await memory();
  const n = minutes * 60 * rate;
  const from = performance.now();
  const marks: string[] = [];
  let posting: Promise<unknown> = Promise.resolve();
  for (let i = 0; i < n; i++) {
    const due = from + (i * 1000) / rate;
    if (due > performance.now()) await new Promise((wait) => setTimeout(wait, due - performance.now()));
    const key = v4();
    const change = list.next().value as Change;
    // One after the other: each is made upon the one before.
    posting = posting.then(async () => {
      sent.set(key, performance.now());
      const answer = await house.ask('POST', `/shows/${id}/changes`, { key, label: 'Edit', change });
      if (!answer.ok) throw new Error(await answer.text());
      await answer.text();
    });
    if (i && i % (rate * 600) === 0) marks.push((await memory()).toFixed(0));
  }
  await posting;
  await new Promise((wait) => setTimeout(wait, 1000));
  line(
    'heard',
    `${heard} of ${n * count}; median ${ms(median(late))} ms, 99 % ${ms(percentile(late, 0.99))} ms, at most ${ms(late.reduce((most, one) => Math.max(most, one), 0))} ms after it was sent`,
  );
  line(
    'memory',
    `${begin.toFixed(0)} MB at first, ${marks.length ? `each ten minutes ${marks.join(', ')}, ` : ''}${(await memory()).toFixed(0)} MB at the end`,
  );
  for (const socket of sockets) socket.terminate();
  await house.done();
}

export async function season(): Promise<void> {
  await confirmed();
  await growth();
  await windows(1);
  await opens();
}
