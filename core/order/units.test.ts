/** Unit numbers: 1 to n along a position while a plot is drafted; letters behind them once it is issued (reference practice 1). */
import { describe, expect, test } from '@jest/globals';
import { adding, apply, edit, isEmpty, nothing, removing, updating } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import type { Fixture, Position } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, get, type Show, settingsOf, showOf } from '../model/show.js';
import { renumberUnits, withUnits } from './units.js';

const second: Position = { ...pipe, id: idOf(3), name: 'LX 2', order: 2 };
const third: Position = { ...pipe, id: idOf(4), name: 'LX 3', order: 3 };
const hung = (n: number, along: number, more: Partial<Fixture> = {}, on = pipe): Fixture =>
  makeFixture(idOf(100 + n), fixtureLayer, plainType, on, along, more);
/** Units of fixtures by the last figure of their ids. */
const units = (show: Show) =>
  Object.fromEntries(all(show, 'fixture').map((fixture) => [Number(fixture.id.slice(-2)), fixture.unit]));
const rig = () => {
  const show = showOf(SHOW, [
    ...baseRecords,
    second,
    third,
    hung(1, 1000),
    hung(2, 5000),
    hung(3, 9000),
    hung(4, 5000, {}, second),
  ]);
  return apply(show, renumberUnits(show, [pipe.id, second.id]));
};
const issued = (show: Show = rig()) => apply(show, edit([settingsOf(show)], { issued: 'A' }));

describe('drafting', () => {
  test('from stage left as the handbook counts; spares have none; a position that is gone is no fault', () => {
    expect(units(rig())).toEqual({ 1: '3', 2: '2', 3: '1', 4: '1' });
    const spare = apply(rig(), edit([get(rig(), 'fixture', idOf(102))], { spare: true }));
    expect(units(apply(spare, renumberUnits(spare, [pipe.id])))).toEqual({ 1: '2', 2: '', 3: '1', 4: '1' });
    expect(isEmpty(renumberUnits(rig(), [idOf(99), pipe.id]))).toBe(true);
  });
  test('what is hung, taken off, moved along, to the side, to another position or made spare renumbers what it touches', () => {
    const show = rig();
    const numbered = (change: Parameters<typeof withUnits>[1]) => units(apply(show, withUnits(show, change)));
    expect(numbered(adding(hung(5, 7000)))).toEqual({ 1: '4', 2: '3', 3: '1', 4: '1', 5: '2' });
    expect(numbered(removing(get(show, 'fixture', idOf(103))))).toEqual({ 1: '2', 2: '1', 4: '1' });
    const one = get(show, 'fixture', idOf(101));
    expect(numbered(edit([one], { along: 9500 }))[1]).toBe('1');
    expect(numbered(edit([one], { position: second.id, along: 9500 }))).toEqual({ 1: '1', 2: '2', 3: '1', 4: '2' });
    expect(numbered(edit([one], { spare: true }))).toEqual({ 1: '', 2: '2', 3: '1', 4: '1' });
    // At one place by the side.
    const beside = apply(show, edit([one], { along: 5000, side: 100 }));
    const moved = apply(beside, withUnits(beside, edit([get(beside, 'fixture', one.id)], { side: -100 })));
    expect(units(moved)).toMatchObject({ 1: '2', 2: '3' });
  });
  test('another rule, curve or mark of the position renumbers; its name, or another field of a fixture, does not', () => {
    const show = rig();
    const on = get(show, 'position', pipe.id);
    const changed = (more: Partial<Position>) => apply(show, withUnits(show, edit([on], more)));
    expect(units(changed({ numbering: 'from stage right' }))).toEqual({ 1: '1', 2: '2', 3: '3', 4: '1' });
    expect(units(changed({ curve: { form: 'straight', a: [5000, 0], b: [-5000, 0], z: 0 } }))).toMatchObject({ 1: '1', 3: '3' });
    const typed = apply(show, edit([get(show, 'fixture', idOf(101))], { unit: '99' }));
    const renamed = apply(typed, withUnits(typed, edit([get(typed, 'position', pipe.id)], { name: 'Advance' })));
    expect(units(renamed)[1]).toBe('99');
    const noted = withUnits(typed, edit([get(typed, 'fixture', idOf(101))], { notes: 'x' }));
    expect(units(apply(typed, noted))[1]).toBe('99');
    const marked = apply(typed, withUnits(typed, edit([get(typed, 'position', pipe.id)], { mark: 100 })));
    expect(units(marked)[1]).toBe('3');
    expect(withUnits(show, nothing)).toBe(nothing);
  });
});

describe('issued', () => {
  test('nobody else is renumbered: what comes after unit 2 is 2A, then 2B; before the first it is 0A', () => {
    const show = issued();
    const one = apply(show, withUnits(show, adding(hung(5, 4000))));
    expect(units(one)).toEqual({ 1: '3', 2: '2', 3: '1', 4: '1', 5: '2A' });
    const two = apply(one, withUnits(one, adding(hung(6, 4500), hung(7, 9500))));
    expect(units(two)).toEqual({ 1: '3', 2: '2', 3: '1', 4: '1', 5: '2A', 6: '2B', 7: '0A' });
    // After one that has a letter the next letter of the same figure follows.
    const three = apply(two, withUnits(two, adding(hung(8, 3000))));
    expect(units(three)[8]).toBe('2C');
    // What moves along keeps its number.
    expect(isEmpty(withUnits(three, nothing))).toBe(true);
    const moved = edit([get(three, 'fixture', idOf(101))], { along: 9900 });
    expect(withUnits(three, moved)).toBe(moved);
  });
  test('a position that was empty when the plot was issued counts plainly; spares have no number until they are none', () => {
    const show = issued();
    const added = apply(
      show,
      withUnits(show, adding(hung(5, 4000, {}, third), hung(6, 8000, {}, third), hung(7, 9000, { spare: true }, third))),
    );
    expect(units(added)).toMatchObject({ 5: '2', 6: '1', 7: '' });
    const used = apply(added, withUnits(added, edit([get(added, 'fixture', idOf(107))], { spare: false })));
    expect(units(used)[7]).toBe('0A');
  });
  test('one that came from another position is new there, and its number is left behind', () => {
    const show = issued();
    const from = get(show, 'fixture', idOf(101));
    const after = apply(show, withUnits(show, updating([[from, { ...from, position: second.id, along: 1000 }]])));
    expect(units(after)).toEqual({ 1: '1A', 2: '2', 3: '1', 4: '1' });
  });
});
