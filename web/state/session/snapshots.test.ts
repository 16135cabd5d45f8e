import { expect, test } from '@jest/globals';
import { makeShow } from '#core/model/make';
import { idOf } from '../show.arb';
import type { Loaded } from './session';
import { makeSnapshots, type Rows } from './snapshots';

let count = 0;
const records = makeShow(idOf(1), 'Low Tide', 'metric', 9000, 7000, () => idOf(2 + count++));
const show = (id: string, revision = 1): Loaded => ({ id, revision, records, role: 'designer' });
function memory(): Rows & { readonly map: Map<string, unknown> } {
  const map = new Map<string, unknown>();
  return {
    map,
    get: async (key) => structuredClone(map.get(key)),
    set: async (key, value) => void map.set(key, structuredClone(value)),
    del: async (key) => void map.delete(key),
  };
}

test('a show is opened as it was kept last, by the account that had it and no other', async () => {
  const kept = makeSnapshots(memory());
  await kept.keep('lena', show('a', 3), 'Low Tide', '2026-11-30T10:00:00.000Z');
  await kept.keep('lena', show('a', 4), 'Low Tide 2', '2026-11-30T11:00:00.000Z');
  expect(await kept.read('lena', 'a')).toEqual(show('a', 4));
  expect(await kept.list('lena')).toEqual([{ id: 'a', name: 'Low Tide 2', at: '2026-11-30T11:00:00.000Z', role: 'designer' }]);
  expect([await kept.read('odd', 'a'), await kept.read('', 'a'), await kept.list('odd')]).toEqual([null, null, []]);
});
test('the last few are kept, those of all accounts together, and nothing of the others stays', async () => {
  const rows = memory();
  const kept = makeSnapshots(rows, 3);
  for (const id of ['a', 'b', 'c', 'd']) await kept.keep(id < 'c' ? 'lena' : 'odd', show(id), id);
  // Opened again, it is the last one that goes.
  await kept.keep('lena', show('b'), 'b');
  await kept.keep('odd', show('e'), 'e');
  expect((await kept.list('lena')).map(({ id }) => id)).toEqual(['b']);
  expect((await kept.list('odd')).map(({ id }) => id)).toEqual(['e', 'd']);
  expect([...rows.map.keys()].sort()).toEqual(['index', 'show lena b', 'show odd d', 'show odd e']);
});
test('one show, one account, or all are forgotten', async () => {
  const rows = memory();
  const kept = makeSnapshots(rows);
  for (const [account, id] of [
    ['lena', 'a'],
    ['lena', 'b'],
    ['odd', 'a'],
  ] as const)
    await kept.keep(account, show(id), id);
  await kept.forget('lena', 'a');
  expect([(await kept.list('lena')).map(({ id }) => id), await kept.read('lena', 'a')]).toEqual([['b'], null]);
  await kept.clear('lena');
  expect([await kept.list('lena'), (await kept.list('odd')).length]).toEqual([[], 1]);
  await kept.clear();
  expect([...rows.map.keys()]).toEqual(['index']);
});
test('a browser that keeps nothing, or kept nonsense, opens nothing and throws nothing', async () => {
  const broken = async (): Promise<never> => {
    throw new Error('QuotaExceededError');
  };
  const full = makeSnapshots({ get: broken, set: broken, del: broken });
  await full.keep('', show('a'), 'a');
  expect([await full.read('', 'a'), await full.list('')]).toEqual([null, []]);
  await full.clear();
  const rows = memory();
  rows.map.set('index', [{ id: 7 }, null, 'x']).set('show  a', { id: 'b', revision: 1, records: [] });
  const odd = makeSnapshots(rows);
  expect([await odd.list(''), await odd.read('', 'a'), await odd.read('', 'c')]).toEqual([[], null, null]);
  // What was full once is written again.
  const later = { ...rows, set: async (key: string, value: unknown) => void rows.map.set(key, value) };
  const again = makeSnapshots(later);
  await again.keep('', show('a'), 'a');
  expect(await again.read('', 'a')).toEqual(show('a'));
});
