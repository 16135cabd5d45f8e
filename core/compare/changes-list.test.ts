/** What changed, as rows. */
import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { itemAt } from '../measure/list.js';
import { apply, type Change, compose, edit, nothing, removing } from '../model/change.js';
import type { Position } from '../model/records.js';
import { all, settingsOf } from '../model/show.js';
import { fixturesOn, positionsInOrder } from '../order/order.js';
import { changeGroups, saidComparison } from './changes-list.js';
import { compare } from './compare.js';

const demo = makeDemo();
const named = (name: string): Position => positionsInOrder(demo).find((item) => item.name === name) as Position;
const [unit, other] = [itemAt(fixturesOn(demo, named('LX 1')), 2), itemAt(fixturesOn(demo, named('FOH 2')), 0)];
const groups = (change: Change) => {
  const after = apply(demo, change);
  return changeGroups(compare(demo, after), demo, after);
};
const said = (change: Change) => saidComparison(compare(demo, apply(demo, change)));

describe('rows', () => {
  test('stand by position in the order of the paper; unit and channel stand in the first row of each', () => {
    const both = compose(
      edit([unit], { along: unit.along + 100, notes: 'a' }),
      edit([other], { parts: other.parts.map((part) => ({ ...part, address: 500 })) }),
    );
    const made = groups(both);
    expect(made.map(({ position }) => position)).toEqual(['FOH 2', 'LX 1']);
    const [first, second] = made[1]!.rows;
    expect(first).toMatchObject({ unit: unit.unit, channel: unit.parts[0]!.channel, what: 'Place' });
    expect(first!.to.endsWith(', by 0.10 m')).toBe(true);
    expect(second).toMatchObject({ unit: '', channel: '', what: 'Notes', to: 'a' });
    expect(made[0]!.rows[0]).toMatchObject({ what: 'Address', to: '1.500' });
  });
  test('what was struck stands where it hung, what came without a value says so by a dash', () => {
    const [group] = groups(removing(unit));
    expect(group).toMatchObject({ position: 'LX 1', rows: [{ unit: unit.unit, what: 'Struck', to: '' }] });
    const [bare] = groups(edit([unit], { purpose: '' }));
    expect(bare!.rows[0]).toMatchObject({ what: 'Purpose', from: unit.purpose, to: '-' });
  });
  test('a position that was moved says so with its units; how a thing is drawn is no row', () => {
    const lx2 = named('LX 2');
    const [group] = groups(edit([lx2], { curve: { ...lx2.curve, z: lx2.curve.z + 200 } as Position['curve'] }));
    expect(group!.rows).toEqual([
      {
        unit: '',
        channel: '',
        what: 'The position: Height',
        from: '6.50',
        to: `6.70, ${fixturesOn(demo, lx2).length} units with it`,
      },
    ]);
    expect(groups(edit([unit], { tagMoves: [{ tag: 'unit', by: [1, 1] }] }))).toEqual([]);
  });
});

test('in one sentence: units, positions, and what became of them', () => {
  expect(said(nothing)).toBe('Nothing changed.');
  expect(said(edit([settingsOf(demo)], { venue: 'x' }))).toBe('No unit and no position changed; 1 other record did.');
  expect(said(edit([unit], { notes: 'x' }))).toBe('1 unit: 1 with other notes.');
  const lx2 = named('LX 2');
  expect(said(compose(edit([lx2], { name: 'Second' }), removing(...all(demo, 'fixture').slice(0, 2))))).toBe(
    '2 units and 1 position: 2 struck.',
  );
});
