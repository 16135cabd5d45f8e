/** Copies of Shelf items in a show, and how they stand to the Shelf. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { adding, apply, edit, invert, isEmpty } from '../model/change.js';
import { contentKey, sameContent } from '../model/content.js';
import { equal } from '../model/equal.js';
import type { ShelfRecord } from '../model/records.js';
import { faults } from '../model/references.js';
import { all, get, type Show } from '../model/show.js';
import { bare, copyIn, differences, fromShelf, standing, taking, updatingFrom } from './copy.js';
import { archive, aster, demo, empty, id, item, own, symbol } from './shelf.arb.js';
import { outdated } from './sweep.js';

describe('copies', () => {
  test('a show takes a type with its symbol, once', () => {
    const change = taking(empty, [item(own, 4), item(symbol, 2)]);
    const show = apply(empty, change);
    expect(faults(show)).toEqual([]);
    expect(get(show, 'type', own.id).shelf).toEqual({ item: own.id, version: 4 });
    expect(get(show, 'symbol', symbol.id).shelf!.version).toBe(2);
    expect(isEmpty(taking(show, [item(own, 5), item(symbol, 2)]))).toBe(true);
  });
  test('a type whose symbol is no longer on the Shelf comes without it, and the show stays sound', () => {
    const show = apply(empty, taking(empty, [item(own)]));
    expect(faults(show)).toEqual([]);
    expect('symbol' in get(show, 'type', own.id)).toBe(false);
    const again = apply(show, updatingFrom(show, get(show, 'type', own.id), item({ ...own, watts: 5 }, 2)));
    expect(faults(again)).toEqual([]);
    const whole = apply(again, updatingFrom(again, get(again, 'type', own.id), item({ ...own, watts: 6 }, 3), [item(symbol)]));
    expect(get(whole, 'type', own.id).symbol).toBe(symbol.id);
    expect(faults(whole)).toEqual([]);
  });
  test('how a copy stands to the Shelf', () => {
    const copy = fromShelf(aster, 2);
    expect(standing(copy, undefined)).toBe('not on the Shelf');
    expect(standing(copy, item(aster, 2))).toBe('same');
    // A new version with the same content is nothing to take.
    expect(standing(copy, item(aster, 3))).toBe('same');
    expect(standing(copy, item({ ...aster, watts: 800 }, 3))).toBe('newer on the Shelf');
    expect(standing({ ...copy, weight: 9 }, item(aster, 2))).toBe('changed here');
    expect(standing({ ...bare(copy), weight: 9 }, item(aster, 2))).toBe('both changed');
  });
  test('the copy of an item is the one that was taken from it, whatever has its id', () => {
    const taken = { ...fromShelf(aster, 2), id: id(70) };
    const stranger = { ...aster, shelf: { item: id(71), version: 1 } };
    const show = apply(empty, adding(stranger, taken));
    expect(copyIn(show, aster.id, 'type')?.id).toBe(id(70));
    expect(copyIn(show, id(71), 'type')?.id).toBe(aster.id);
    expect(copyIn(apply(empty, adding(aster)), aster.id, 'type')?.id).toBe(aster.id);
  });
  test('a tag set from the Shelf names only types and layers that the show has', () => {
    const layer = all(empty, 'layer')[0]!;
    const line = { field: 'unit', place: 'body', enclosure: 'none', size: 2 } as const;
    const tags: ShelfRecord = {
      id: id(72),
      kind: 'tagset',
      name: 'Strange',
      order: 0,
      lines: [{ ...line, types: [id(99), aster.id], layers: [layer.id, id(98)] }],
    };
    const show = apply(empty, adding(aster));
    expect(get(apply(show, taking(show, [item(tags)])), 'tagset', id(72)).lines[0]).toMatchObject({
      types: [aster.id],
      layers: [layer.id],
    });
  });
  test('a list from the Shelf keeps the columns that every show has, and leaves those of another show behind', () => {
    const list: ShelfRecord = {
      id: id(73),
      kind: 'view',
      name: 'Crew sheet',
      order: 0,
      columns: [
        { field: 'channel', width: 60, pinned: false },
        { field: `own ${id(97)}`, width: 60, pinned: false },
      ],
      groups: [`own ${id(97)}`],
      sort: { field: `own ${id(97)}`, down: false },
      sieves: [{ field: `own ${id(97)}`, text: 'x', on: true }],
      sums: ['watts', `own ${id(97)}`],
    };
    const taken = get(apply(empty, taking(empty, [item(list)])), 'view', id(73));
    expect(taken.columns?.map(({ field }) => field)).toEqual(['channel']);
    expect(taken).toMatchObject({ groups: [], sort: null, sieves: [], sums: ['watts'], shelf: { item: id(73), version: 1 } });
  });
  test('an accessory that became a device gives its fixtures a part, and takes it away again', () => {
    const stock = all(demo, 'accessory').find((accessory) => !accessory.slots)!;
    const [fixture] = all(demo, 'fixture');
    const wearing = apply(demo, edit([fixture!], { accessories: [stock.id] }));
    const device = apply(wearing, updatingFrom(wearing, stock, item({ ...bare(stock), slots: 2 }, 2)));
    const parts = (show: Show) => get(show, 'fixture', fixture!.id).parts;
    expect(parts(device)).toHaveLength(parts(wearing).length + 1);
    expect(parts(device).at(-1)).toMatchObject({ accessory: stock.id });
    const { slots: _, ...plain } = { ...bare(stock), slots: 0 };
    const again = apply(device, updatingFrom(device, get(device, 'accessory', stock.id), item(plain, 3)));
    expect(parts(again)).toHaveLength(parts(wearing).length);
  });
  test('the difference is said field by field', () => {
    const there = { ...aster, watts: 800, beam: 20, modes: [...aster.modes, { name: '2 slots', channels: [] }] };
    expect(differences(fromShelf(aster, 1), there)).toEqual([
      { field: 'watts', here: '750', there: '800' },
      { field: 'beam angle', here: '18', there: '20' },
      { field: 'modes', here: '1 slot', there: '1 slot, 2 slots' },
    ]);
    const wider = {
      ...aster,
      modes: [{ ...aster.modes[0]!, channels: [...aster.modes[0]!.channels, { attribute: 'Iris', offset: [2], break: 1 }] }],
    };
    expect(differences(aster, wider)[0]!.there).toBe('1 slot, other content');
    expect(differences(aster, fromShelf(aster, 9))).toEqual([]);
    // Names are listed up to eight; more are counted.
    const modes = Array.from({ length: 9 }, (_, i) => ({ name: `M${i}`, channels: [] }));
    expect(differences(aster, { ...aster, modes: modes.slice(0, 8) })[0]!.there).toBe('M0, M1, M2, M3, M4, M5, M6, M7');
    expect(differences(aster, { ...aster, modes })[0]!.there).toBe('9 entries');
  });
  test('taking the newer version keeps the copy’s id, its fixtures and their patch; a mode that is gone is replaced', () => {
    const heron = all(demo, 'type').find((type) => type.name === 'Heron')!;
    const there = { ...bare(heron), weight: 25, modes: [{ ...heron.modes[1]!, name: 'sixteen' }] };
    const show = apply(demo, updatingFrom(demo, heron, item(there, 2)));
    expect(faults(show)).toEqual([]);
    expect(get(show, 'type', heron.id)).toMatchObject({ weight: 25, shelf: { version: 2 } });
    const before = all(demo, 'fixture').filter((fixture) => fixture.type === heron.id);
    for (const fixture of before) {
      const now = get(show, 'fixture', fixture.id);
      expect(now.mode).toBe('sixteen');
      expect(now.parts.map((part) => [part.channel, part.address])).toEqual(
        fixture.parts.map((part) => [part.channel, part.address]),
      );
    }
    expect(
      equal([...apply(show, invert(updatingFrom(demo, heron, item(there, 2)))).records.values()].length, demo.records.size),
    ).toBe(true);
  });
  test('outdated copies are found', () => {
    const items = new Map(
      all(demo, 'type').map((type) => [
        type.id,
        item(type.name === 'Tide' ? { ...bare(type), watts: 230 } : bare(type), type.name === 'Tide' ? 2 : 1),
      ]),
    );
    expect(outdated(demo, items).map((record) => 'name' in record && record.name)).toEqual(['Tide']);
  });
  test('content is the same whatever its id, its mark and the order of its fields', () => {
    fc.assert(
      fc.property(fc.constantFrom(...archive.items), fc.nat(1000), ({ record }, n) => {
        const shuffled = Object.fromEntries(Object.entries({ ...record, id: id(n) }).reverse()) as unknown as ShelfRecord;
        expect(contentKey(fromShelf(shuffled, n + 1))).toBe(contentKey(record));
        expect(sameContent(shuffled, record)).toBe(true);
      }),
    );
    const keys = archive.items.map(({ record }) => contentKey(record));
    expect(new Set(keys).size).toBe(keys.length);
  });
});
