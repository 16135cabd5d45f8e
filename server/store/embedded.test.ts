/** A disk that is full while the server is at work: nothing confirmed is lost, whoever asks is told to wait, and with room it goes on by itself. */
import { randomUUID } from 'node:crypto';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { PGlite } from '@electric-sql/pglite';
import { afterEach, beforeEach, expect, jest, test } from '@jest/globals';
import { sql } from 'drizzle-orm';
import { v4 } from 'uuid';
import { edit } from '#core/model/change';
import { makeShow } from '#core/model/make';
import { settingsOf } from '#core/model/show';
import { isAway, isDamaged, isFull, openDatabase, reasonOf } from './database.js';
import { type Bridge, DurableFiles } from './durable.js';
import { openEmbedded } from './embedded.js';
import { makeStore } from './store.js';

let folder = '';
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'dessin-full-'));
});
afterEach(() => rm(folder, { recursive: true, force: true }));

/** A disk on which files of some names cannot be written for a while. */
const disk = { full: (_: string): boolean => false };
const failing = (bridge: Bridge): void => {
  const operations = bridge.stream_ops as unknown as { write(stream: { node: never }, ...rest: unknown[]): number };
  const { write } = operations;
  operations.write = (stream, ...rest) => {
    if (disk.full(bridge.realPath(stream.node)))
      bridge.tryFSOperation(() => {
        throw Object.assign(new Error('no space left on device'), { code: 'ENOSPC' });
      });
    return write(stream, ...rest);
  };
};

test.each([
  // The database ends itself where a part of its log cannot be made, and goes on where a table cannot grow.
  ['a part of the log cannot be made: the database ends, and is opened again', 'xlogtemp', true],
  ['a table cannot grow', `${join('base', '')}`, false],
])(
  '%s',
  async (_, name, ends) => {
    disk.full = () => false;
    const database = await openDatabase(folder, undefined, {
      files: (at) => new DurableFiles(at, undefined, failing),
      pause: 100,
    });
    const store = makeStore(database);
    const id = randomUUID();
    await store.create(makeShow(id, 'Name 0', 'metric', 9000, 9000, v4), id);
    const heard: string[] = [];
    let back = 0;
    await database.listen('dessin_changes', { notified: (text) => heard.push(text), back: () => back++ });
    let confirmed = 0;
    const post = async (name: string) => {
      const show = (await store.load(id))!.show;
      const outcome = await store.post(id, {
        key: v4(),
        author: '',
        label: 'x',
        change: edit([settingsOf(show)], { name, venue: randomUUID().repeat(4) }),
      });
      expect(outcome.kind).toBe('stored');
      confirmed++;
    };
    for (let i = 1; i <= 10; i++) await post(`Name ${i}`);
    disk.full = (path) => path.includes(name);
    const faults: unknown[] = [];
    for (let i = 0; i < 400 && faults.length < 3; i++) {
      // Another part of the log is begun: there, a season is quick.
      if (ends && i % 20 === 0) await database.db.execute(sql`select pg_switch_wal()`).catch((error) => faults.push(error));
      await post(`Full ${i}`).catch((error) => faults.push(error));
    }
    expect(faults.length).toBeGreaterThanOrEqual(3);
    expect(isFull(faults[0])).toBe(true);
    for (const fault of faults) expect(isAway(fault)).toBe(true);
    if (ends) expect(reasonOf(faults[1] as Error)).toMatch(/has ended itself/);
    disk.full = () => false;
    const before = confirmed;
    for (let tries = 0; tries < 100 && confirmed === before; tries++) {
      await post('Room again').catch((error) => expect(isAway(error)).toBe(true));
      await new Promise((wait) => setTimeout(wait, 50));
    }
    expect(confirmed).toBe(before + 1);
    expect((await store.load(id))!.revision).toBe(confirmed);
    expect((await store.history(id)).length).toBe(confirmed);
    expect(back).toBe(ends ? 1 : 0);
    // Who listens hears of what is stored now.
    const n = heard.length;
    await post('Heard');
    for (let i = 0; i < 50 && heard.length === n; i++) await new Promise((wait) => setTimeout(wait, 20));
    expect(heard.at(-1)).toBe(`${id} ${confirmed}`);
    await database.close();
    const again = await openDatabase(folder, undefined);
    expect(settingsOf((await makeStore(again).load(id))!.show).name).toBe('Heard');
    await again.close();
  },
  60_000,
);

test('what is damaged, full or away is told by its code, however it is wrapped', () => {
  const coded = (code: string) => new Error('Failed query', { cause: Object.assign(new Error('said'), { code }) });
  expect([isFull(coded('53100')), isDamaged(coded('XX001')), isDamaged(coded('58P01')), isAway(coded('57P02'))]).toEqual([
    true,
    true,
    true,
    true,
  ]);
  expect([isFull(coded('23505')), isDamaged(coded('23505')), isAway(coded('23505')), isDamaged(null)]).toEqual([
    false,
    false,
    false,
    false,
  ]);
  expect(reasonOf(coded('1'))).toBe('said');
});

test('behind an error that ends it nothing reaches a database any more, not even the rollback of who was at work', async () => {
  const reached: string[] = [];
  const way = async (words: string) => {
    reached.push(words);
    throw Object.assign(new Error('could not write'), { severity: words === 'insert' ? 'PANIC' : 'ERROR' });
  };
  const made = {
    execProtocol: way,
    execProtocolStream: way,
    execProtocolRaw: way,
    execProtocolRawStream: way,
    // As a driver does: what fails is rolled back.
    transaction: async (work: () => Promise<void>) => {
      const ask = (words: string) => (made as unknown as { execProtocolStream: typeof way }).execProtocolStream(words);
      try {
        await work();
        await ask('insert');
      } catch {
        await ask('rollback');
      }
    },
    close: async () => undefined,
  };
  const told = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  const embedded = await openEmbedded(async () => made as unknown as PGlite, 60_000);
  await expect(embedded.client.transaction(async () => undefined)).rejects.toMatchObject({ code: '57P02' });
  expect(reached).toEqual(['insert']);
  expect(told).toHaveBeenCalledTimes(1);
  told.mockRestore();
  await embedded.close();
});
