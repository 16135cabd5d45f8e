/** What became of a show between two moments. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { itemAt } from '../measure/list.js';
import { adding, apply, type Change, compose, diff, edit, isEmpty, nothing, removing } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import type { Fixture, Position } from '../model/records.js';
import { idOf, showArb } from '../model/show.arb.js';
import { all, type Show, settingsOf } from '../model/show.js';
import { fixturesOn, positionsInOrder } from '../order/order.js';
import { compare, matters, saidCounts } from './compare.js';

const demo = makeDemo();
const positionNamed = (name: string): Position => positionsInOrder(demo).find((item) => item.name === name) as Position;
const on = (name: string): readonly Fixture[] => fixturesOn(demo, positionNamed(name));
const since = (change: Change) => compare(demo, apply(demo, change));
const part = (fixture: Fixture, patch: object) => ({ parts: fixture.parts.map((own) => ({ ...own, ...patch })) });
/** Aspects, headings and values of the one fixture that differs. */
const told = (change: Change) => {
  const { fixtures } = since(change);
  expect(fixtures).toHaveLength(1);
  return itemAt(fixtures, 0).details.map(({ aspect, what, from, to }) => `${aspect} ${what}: ${from} > ${to}`);
};
const unit = itemAt(on('LX 1'), 3);

describe('a fixture', () => {
  test('that hangs elsewhere on its position was moved by so much, in lengths along it', () => {
    const change = edit([unit], { along: unit.along + 250 });
    const { fixtures } = since(change);
    expect(itemAt(fixtures, 0).moved).toBeCloseTo(250, 6);
    const length = (mm: number) => (mm / 1000).toFixed(mm % 10 ? 3 : 2);
    expect(told(change)).toEqual([`moved Place: LX 1 at ${length(unit.along)} > LX 1 at ${length(unit.along + 250)}`]);
  });
  test('that hangs on another position is moved by the way between the two clamps', () => {
    const other = positionNamed('LX 3');
    const { fixtures } = since(edit([unit], { position: other.id }));
    const [a, b] = [positionNamed('LX 1').curve, other.curve];
    if (a.form !== 'straight' || b.form !== 'straight') throw new Error('pipes are straight');
    // Both run across at the same x: what is between them is upstage and up.
    expect(itemAt(fixtures, 0).moved).toBeCloseTo(Math.hypot(b.a[0] - a.a[0], b.a[1] - a.a[1], b.z - a.z), 3);
  });
  test.each([
    ['channel', 'renumbered Channel', { channel: '399' }],
    ['address', 'repatched Address', { address: 700 }],
    ['colour', 'recoloured Colour', { colour: 'Sm 1a' }],
    ['circuit', 'repatched Circuit', { circuit: 'X 9' }],
  ])('with another %s says from and to', (_, said, patch) => {
    const lines = told(edit([unit], part(unit, patch)));
    expect(lines).toHaveLength(1);
    expect(lines[0]).toContain(said);
  });
  test('of another type, aimed elsewhere, cut anew, with a note, made a spare, with tags moved', () => {
    const other = all(demo, 'type').find(({ id }) => id !== unit.type)!;
    const area = all(demo, 'area').find(({ id }) => !(unit.aim?.kind === 'area' && unit.aim.area === id))!;
    const aspectsOf = (change: Change) => told(change).map((line) => line.split(' ')[0]);
    expect(aspectsOf(edit([unit], { type: other.id }))).toContain('retyped');
    expect(told(edit([unit], { aim: { kind: 'area', area: area.id } })).join()).toContain(`> ${area.name}`);
    expect(aspectsOf(edit([unit], { optics: { iris: 0.5 } }))).toEqual(['refocused']);
    expect(told(edit([unit], { notes: 'hung low' }))).toEqual([`notes Notes: ${unit.notes} > hung low`]);
    expect(aspectsOf(edit([unit], { spare: true }))).toEqual(['retyped']);
    const moved = edit([unit], { tagMoves: [{ tag: 'channel', by: [3, 3] }] });
    expect(aspectsOf(moved)).toEqual(['drawn']);
    expect(matters(itemAt(since(moved).fixtures, 0))).toBe(false);
  });
  test('of several parts names the part that was repatched', () => {
    const cyc = all(demo, 'fixture').find(({ parts }) => parts.length === 3)!;
    const lines = told(edit([cyc], { parts: cyc.parts.map((own, i) => (i === 1 ? { ...own, channel: '777' } : own)) }));
    expect(lines).toEqual([`renumbered Channel, ${cyc.parts[1]!.name}: ${cyc.parts[1]!.channel} > 777`]);
  });
  test('that is new was added, one that is gone struck; those that are gone come last', () => {
    const fresh = makeFixture(idOf(900), unit.layer, all(demo, 'type')[0]!, positionNamed('LX 1'), 100);
    const { fixtures, counts } = since(compose(adding(fresh), removing(itemAt(on('FOH 1'), 0))));
    expect(fixtures.map(({ details }) => details[0]?.aspect)).toEqual(['added', 'struck']);
    expect([...counts]).toEqual([
      ['added', 1],
      ['struck', 1],
    ]);
    expect(saidCounts({ counts })).toBe('1 added, 1 struck');
  });
});

describe('a position', () => {
  test('at another height carries its units along without their being moved', () => {
    const lx2 = positionNamed('LX 2');
    const { fixtures, positions } = since(edit([lx2], { curve: { ...lx2.curve, z: lx2.curve.z + 300 } as Position['curve'] }));
    expect(fixtures).toEqual([]);
    expect(positions).toHaveLength(1);
    expect(itemAt(positions, 0).details).toEqual([{ aspect: 'moved', what: 'Height', from: '6.50', to: '6.80' }]);
    expect(itemAt(positions, 0).carried).toBe(on('LX 2').length);
  });
  test('moved in plan says to which side; drawn longer it says both lengths', () => {
    const lx2 = positionNamed('LX 2');
    if (lx2.curve.form !== 'straight') throw new Error('a pipe is straight');
    const [a, b] = [lx2.curve.a, lx2.curve.b];
    const shifted = { ...lx2.curve, a: [a[0] - 500, a[1] + 200], b: [b[0] - 500, b[1] + 200] } as const;
    expect(itemAt(since(edit([lx2], { curve: shifted })).positions, 0).details.map(({ to }) => to)).toEqual([
      '0.50 to stage right, 0.20 upstage',
    ]);
    const longer = { ...lx2.curve, b: [b[0] + 1000, b[1]] } as const;
    const [detail] = itemAt(since(edit([lx2], { curve: longer })).positions, 0).details;
    expect(detail).toMatchObject({ what: 'Course' });
    expect(Number(detail!.to.split(',')[0]) - Number(detail!.from)).toBeCloseTo(1, 2);
  });
  test('with another name or other points is told; its order alone is only drawn otherwise', () => {
    const lx2 = positionNamed('LX 2');
    const first = (change: Change) => itemAt(itemAt(since(change).positions, 0).details, 0);
    expect(first(edit([lx2], { name: 'Second electric' }))).toMatchObject({ what: 'Name', to: 'Second electric' });
    expect(first(edit([lx2], { rigging: { self: 9, cable: 1, points: [] } }))).toMatchObject({ what: 'Points and own weight' });
    expect(first(edit([lx2], { order: 99 })).aspect).toBe('drawn');
    expect(first(edit([lx2], { width: 60 })).aspect).toBe('retyped');
  });
});

describe('laws', () => {
  const pairs = fc.tuple(showArb, showArb);
  test('it is empty exactly where both shows have the same records', () => {
    fc.assert(
      fc.property(pairs, ([a, b]) => {
        expect(compare(a, b).empty).toBe(isEmpty(diff(a, b)));
        expect(compare(a, a).empty).toBe(true);
      }),
    );
  });
  test('every fixture that differs is told once, with at least one detail; added and struck are the other way round when read backwards', () => {
    fc.assert(
      fc.property(pairs, ([a, b]) => {
        const [there, back] = [compare(a, b), compare(b, a)];
        const change = diff(a, b);
        const touched = [...change.added, ...change.removed, ...change.updated.map(([, to]) => to)].map(({ id }) => id);
        expect(there.fixtures.map(({ id }) => id).sort()).toEqual(touched.sort());
        for (const { details } of there.fixtures) expect(details.length).toBeGreaterThan(0);
        expect(there.counts.get('added') ?? 0).toBe(back.counts.get('struck') ?? 0);
        expect(there.counts.get('moved') ?? 0).toBe(back.counts.get('moved') ?? 0);
      }),
    );
  });
  test('other records are counted by their kind', () => {
    const change = compose(edit([settingsOf(demo)], { venue: 'Elsewhere' }), edit(all(demo, 'layer').slice(0, 2), { name: 'x' }));
    expect([...since(change).others]).toEqual([
      ['settings', 1],
      ['layer', 2],
    ]);
    expect(since(nothing)).toMatchObject({ empty: true });
  });
});

test('fixtures that were read anew and are the same differ in nothing', () => {
  const again: Show = { id: demo.id, records: new Map(JSON.parse(JSON.stringify([...demo.records]))) };
  expect(compare(demo, again).empty).toBe(true);
});
