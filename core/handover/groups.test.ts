/** Groups for the desk. */
import { expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { all, find, get } from '../model/show.js';
import { counted } from '../order/order.js';
import { place } from '../space/hanging.js';
import { channelsOf, deskGroups, groupRows, possibleGroups } from './groups.js';

const demo = makeDemo();
const every = deskGroups(demo, {});

test('all, then by type, position, purpose and area; nobody is missing, spares are in none', () => {
  expect(every[0]).toMatchObject({ key: 'all', name: 'All' });
  expect(new Set(every[0]!.fixtures.map(({ id }) => id))).toEqual(new Set(counted(demo).map(({ id }) => id)));
  expect([...new Set(every.map(({ by }) => by))]).toEqual(['all', 'type', 'position', 'purpose', 'area']);
  for (const by of ['type', 'position'] as const) {
    const list = every.filter((group) => group.by === by).flatMap(({ fixtures }) => fixtures.map(({ id }) => id));
    expect(list.sort()).toEqual(
      counted(demo)
        .map(({ id }) => id)
        .sort(),
    );
  }
  expect(every.every(({ fixtures }) => fixtures.every(({ spare }) => !spare))).toBe(true);
});
test('each from left to right along its pipe', () => {
  const lx1 = every.find(({ name, by }) => by === 'position' && name === 'LX 1')!;
  const across = lx1.fixtures.map((fixture) => place(demo, fixture).clamp[0]);
  expect(across).toEqual([...across].sort((a, b) => a - b));
});
test('by what is wished, without some, with names of one’s own; a table numbers them from 1', () => {
  const wish = { groups: ['purpose'] as const, without: [`purpose ${every.find(({ by }) => by === 'purpose')!.name}`] };
  const all_ = possibleGroups(demo, { groups: ['purpose'] });
  const some = deskGroups(demo, wish as never);
  expect(some).toHaveLength(all_.length - 1);
  const named = deskGroups(demo, { groups: ['all'], names: { all: 'Everything' } });
  expect(named.map(({ name }) => name)).toEqual(['Everything']);
  const rows = groupRows(demo, { groups: ['area'] });
  expect(rows[1]!.slice(0, 3)).toEqual(['1', 'Area A', 'area']);
  expect(rows[1]![4]!.split(' ').length).toBe(Number(rows[1]![3]));
  // An area's group holds those that aim there.
  const area = all(demo, 'area').find(({ name }) => name === 'A')!;
  const aimed = counted(demo).filter(({ aim }) => aim?.kind === 'area' && aim.area === area.id);
  expect(rows[1]![4]!.split(' ').sort()).toEqual(channelsOf(aimed).sort());
});
test('the group of a type is named by the type', () => {
  const group = every.find(({ by }) => by === 'type')!;
  expect(find(demo, 'type', group.key.slice(5))!.name).toBe(group.name);
  expect(group.fixtures.every(({ type }) => get(demo, 'type', type).name === group.name)).toBe(true);
});
