import { expect, test } from '@jest/globals';
import type { Database } from '../store/database.js';
import { makePeers } from './peers.js';

/** A database that does nothing but pass on what is notified. */
function wire() {
  const heard = new Set<{ notified(payload: string): void; back(): void }>();
  let away = false;
  return {
    set away(is: boolean) {
      away = is;
      if (!is) for (const each of heard) each.back();
    },
    open: (): Pick<Database, 'db' | 'listen'> => ({
      db: {
        execute: async (query: { queryChunks: unknown[] }) => {
          if (away) throw new Error('away');
          const payload = query.queryChunks.filter((part): part is string => typeof part === 'string')[1] ?? '';
          for (const each of heard) each.notified(payload);
        },
      } as unknown as Database['db'],
      listen: async (_, each) => void heard.add(each),
    }),
  };
}
const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));

test('each knows of the others at once, and when one goes', async () => {
  const database = wire();
  const first = await makePeers(database.open());
  expect(first.count()).toBe(1);
  const second = await makePeers(database.open());
  const third = await makePeers(database.open());
  await wait(5);
  expect([first.count(), second.count(), third.count()]).toEqual([3, 3, 3]);
  await second.stop();
  expect([first.count(), third.count()]).toEqual([2, 2]);
  for (const peers of [first, third]) await peers.stop();
});
test('one that says nothing any more is gone after a while; a database that was away forgets nobody', async () => {
  const database = wire();
  const first = await makePeers(database.open(), 20);
  const second = await makePeers(database.open(), 1e9);
  await wait(5);
  expect(first.count()).toBe(2);
  await wait(80);
  expect([first.count(), second.count()]).toEqual([1, 2]);
  database.away = true;
  await wait(30);
  database.away = false;
  await wait(5);
  expect([first.count(), second.count()]).toEqual([2, 2]);
  for (const peers of [first, second]) await peers.stop();
});
