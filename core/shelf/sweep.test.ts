/** Sweeping what is not used, and gathering what is new. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { book } from '#demo/book';
import { types } from '#demo/types';
import { adding, apply, edit, invert, updating } from '../model/change.js';
import { equal } from '../model/equal.js';
import type { FixtureType } from '../model/records.js';
import { faults } from '../model/references.js';
import { idOf } from '../model/show.arb.js';
import { all, get } from '../model/show.js';
import { copyIn, taking } from './copy.js';
import { demo, empty, item, own, symbol } from './shelf.arb.js';
import { gathered, gathering, sweeping, unused } from './sweep.js';

describe('sweep', () => {
  test('lists what is not used with its reason, and nothing that is', () => {
    const list = unused(demo);
    const used = new Set(
      all(demo, 'fixture').flatMap((fixture) => [fixture.type, fixture.aim?.kind === 'area' ? fixture.aim.area : '']),
    );
    expect(list.every(({ record }) => !used.has(record.id))).toBe(true);
    for (const { reason, name } of list) {
      expect(reason.endsWith('.')).toBe(true);
      expect(name).not.toBe('');
    }
  });
  test('an area that a look alone aims at is in use', () => {
    const area = { ...all(demo, 'area')[0]!, id: idOf(4711), name: 'Lonely' };
    const base = apply(demo, adding(area));
    const names = (of: typeof base) => unused(of).map(({ record }) => record.id);
    expect(names(base)).toContain(area.id);
    const [look] = all(base, 'look');
    const inUse = apply(base, edit([look!], { states: { '201': { aim: { kind: 'area', area: area.id } } } }));
    expect(names(inUse)).not.toContain(area.id);
  });
  test('after the sweep nothing is left to sweep, everything is sound, and undo brings it all back', () => {
    const withMore = apply(
      apply(demo, taking(demo, [item(own), item(symbol), item(book[3]!)])),
      edit(all(demo, 'tagset').slice(0, 1), (set) => ({
        lines: set.lines.map((line) => ({ ...line, types: [types.hazer.id] })),
      })),
    );
    const list = unused(withMore);
    expect(list.map(({ name }) => name)).toEqual(expect.arrayContaining(['Aster special', 'My profile', 'Sm 3d Barley']));
    expect(list.find(({ name }) => name === 'My profile')!.reason).toBe('Only types that are not used have this symbol.');
    const change = sweeping(
      withMore,
      list.map(({ record }) => record),
    );
    const swept = apply(withMore, change);
    expect(faults(swept)).toEqual([]);
    expect(unused(swept)).toEqual([]);
    expect(all(swept, 'fixture')).toHaveLength(all(demo, 'fixture').length);
    const back = apply(swept, invert(change));
    expect([...back.records.values()].every((record) => equal(record, withMore.records.get(record.id)))).toBe(true);
  });
  test('any part of the list can be swept alone', () => {
    const base = apply(demo, taking(demo, [item(own), item(symbol)]));
    const list = unused(base).map(({ record }) => record);
    fc.assert(
      fc.property(fc.subarray(list), (some) => expect(faults(apply(base, sweeping(base, some)))).toEqual([])),
      { numRuns: 40 },
    );
  });
  test('easily goes only what the Shelf has: nothing that was made, named or arranged in the show', () => {
    const base = apply(demo, taking(demo, [item(own), item(symbol), item(book[3]!)]));
    const list = unused(base);
    const named = (name: string) => list.find((unused_) => unused_.name === name)!;
    expect([named('Aster special').easily, named('Sm 3d Barley').easily]).toEqual([true, true]);
    // The same type without its item on the Shelf is nowhere else.
    const made = apply(
      base,
      updating(
        all(base, 'type').flatMap((type) => {
          const { shelf: _, ...alone } = type;
          return type.name === 'Aster special' ? [[type, alone] as const] : [];
        }),
      ),
    );
    expect(unused(made).find(({ name }) => name === 'Aster special')!.easily).toBe(false);
    for (const { record, easily } of list)
      if (['tagset', 'titleblock', 'area', 'field'].includes(record.kind))
        expect([record.kind, easily]).toEqual([record.kind, false]);
    expect(list.some(({ record }) => record.kind === 'tagset')).toBe(true);
  });
  test('the last tag set stays', () =>
    expect(unused(demo).filter(({ record }) => record.kind === 'tagset')).toHaveLength(all(demo, 'tagset').length - 1));
});

describe('gathering', () => {
  test('what is new or changed goes back under its item, with its symbol; what is the same stays', () => {
    const show = apply(empty, taking(empty, [item(own, 3), item(symbol, 1)]));
    const items = new Map([own, symbol].map((record) => [record.id, item(record, record === own ? 3 : 1)]));
    const copy = copyIn(show, own.id, 'type') as FixtureType;
    expect(gathering(show, [copy], items)).toEqual([]);
    const changed = apply(show, edit([copy], { watts: 900 }));
    const list = gathering(changed, [get(changed, 'type', copy.id)], items);
    expect(list).toEqual([{ record: { ...own, watts: 900 }, base: 3 }]);
    const marked = apply(changed, gathered(changed, new Map([[own.id, 4]])));
    expect(get(marked, 'type', copy.id).shelf).toEqual({ item: own.id, version: 4 });
    expect(gathering(empty, [own], new Map())).toEqual([{ record: own, base: null }]);
    expect(gathering(show, [copy], new Map()).map(({ record }) => record.kind)).toEqual(['symbol', 'type']);
  });
});
