/** What the show uses against what the house owns. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { apply, edit } from '../model/change.js';
import { makeFixture } from '../model/make.js';
import type { Accessory, Fixture, FixtureType } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { all, get, type Show, showOf } from '../model/show.js';
import { inventory, rentalSentence } from './inventory.js';

const demo = makeDemo();
const aster = all(demo, 'type').find((type) => type.name === 'Aster 26')!;
const used = all(demo, 'fixture').filter((fixture) => fixture.type === aster.id);

describe('the stock of the house', () => {
  test('says what is over and what must be rented; rented units are not asked of the house', () => {
    const show = apply(demo, edit([aster], { owned: used.length - 4 }));
    const of = (shown: Show) => inventory(shown).find(({ record }) => record.id === aster.id)!;
    expect(of(show)).toMatchObject({ used: used.length, over: 0, toRent: 4, rented: 0 });
    expect(rentalSentence(inventory(show))).toContain('4 Aster 26');
    const marked = apply(show, edit(used.slice(0, 3), { rental: 'Marrow Hire' }));
    expect(of(marked)).toMatchObject({ rented: 3, toRent: 1 });
    expect(of(apply(demo, edit([aster], { owned: used.length + 2 })))).toMatchObject({ over: 2, toRent: 0 });
    const flood = inventory(demo).find(({ record }) => record.name === 'Broadside')!;
    expect(flood).toMatchObject({ owned: null, over: null, toRent: null });
  });
  test('used, rented and owned always add up', () => {
    fc.assert(
      fc.property(fc.nat(60), fc.subarray([...used]), (owned, rented) => {
        const show = apply(demo, edit([aster], { owned }));
        const marked = edit(
          rented.map((fixture) => get(show, 'fixture', fixture.id)),
          { rental: 'x' },
        );
        const row = inventory(apply(show, marked)).find(({ record }) => record.id === aster.id)!;
        expect(row.used - row.rented + row.over!).toBe(owned + row.toRent!);
      }),
    );
  });
});

describe('rows and sentence', () => {
  const fresnel: FixtureType = { ...plainType, id: idOf(5), name: 'Fresnel', family: 'fresnel', owned: 1 };
  const narrow: FixtureType = { ...plainType, id: idOf(6), name: 'Test 10', field: 10, owned: 5 };
  const idle: FixtureType = { ...plainType, id: idOf(7), name: 'Idle' };
  const kept: FixtureType = { ...plainType, id: idOf(8), name: 'Kept', field: 99, owned: 0 };
  const doors: Accessory = { id: idOf(50), kind: 'accessory', name: 'Doors', form: 'barn doors', stock: 1 };
  const hats: Accessory = { id: idOf(51), kind: 'accessory', name: 'Hats', form: 'top hat', stock: null };
  const hung = (n: number, type: FixtureType, more: Partial<Fixture> = {}) =>
    makeFixture(idOf(100 + n), fixtureLayer, type, pipe, n * 100, more);
  const show = showOf(SHOW, [
    ...baseRecords,
    fresnel,
    narrow,
    idle,
    kept,
    hats,
    doors,
    hung(1, fresnel, { accessories: [doors.id] }),
    hung(2, fresnel, { spare: true, accessories: [doors.id] }),
    hung(3, fresnel, { rental: 'Marrow', accessories: [doors.id] }),
    hung(4, narrow),
    hung(5, plainType, { accessories: [hats.id] }),
  ]);
  test('by family, then field, then name; what is neither used nor counted is left out; spares are used, rented ones not asked of the house', () => {
    expect(
      inventory(show).map(({ record, used: u, spare, rented, owned, over, toRent }) => [
        record.name,
        u,
        spare,
        rented,
        owned,
        over,
        toRent,
      ]),
    ).toEqual([
      ['Test 10', 1, 0, 0, 5, 4, 0],
      ['Test 26', 1, 0, 0, null, null, null],
      ['Kept', 0, 0, 0, 0, 0, 0],
      ['Fresnel', 3, 1, 1, 1, 0, 1],
      ['Doors', 3, 1, 1, 1, 0, 1],
      ['Hats', 1, 0, 0, null, null, null],
    ]);
  });
  test('one sentence says what must be rented, and of how much the stock is not known', () => {
    const rows = inventory(show);
    expect(rentalSentence(rows)).toBe('1 Fresnel, 1 Doors must be rented. Of 2 kinds the stock is not known.');
    expect(rentalSentence(rows.slice(0, 2))).toBe(
      'The house has enough of all that is counted. Of 1 kind the stock is not known.',
    );
    expect(rentalSentence(rows.slice(0, 1))).toBe('The house has enough of all that is counted.');
  });
});
