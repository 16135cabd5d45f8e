/** Ids are exchanged wherever they stand, and nothing else is. */
import { expect, test } from '@jest/globals';
import { withIds } from './ids.js';
import { idOf } from './show.arb.js';

const to = (id: string) => `x${id.slice(-2)}`;

test('ids in fields, lists, keys and depths are exchanged; the rest stays as it is', () => {
  const bytes = new Uint8Array([1, 2, 3]);
  const value = {
    id: idOf(1),
    name: 'a name',
    at: [1, 2],
    none: null,
    missing: undefined,
    yes: true,
    bytes,
    list: [idOf(2), 'text', { to: idOf(3) }],
    own: { [idOf(4)]: 'value', plain: idOf(5) },
  };
  const out = withIds(value, to);
  expect(out).toEqual({
    ...value,
    id: 'x01',
    list: ['x02', 'text', { to: 'x03' }],
    own: { x04: 'value', plain: 'x05' },
  });
  expect(out.bytes).toBe(bytes);
  expect([withIds(null, to), withIds(7, to), withIds('text', to), withIds(undefined, to)]).toEqual([null, 7, 'text', undefined]);
});
