/** The Shelf: search, copies in shows, differences, sweep, gathering, one file. */
import { createHash } from 'node:crypto';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strToU8 } from 'fflate';
import { book } from '#demo/book';
import { demoShelf } from '#demo/shelf';
import { makeDemo } from '#demo/show';
import { types } from '#demo/types';
import { symbolFrom } from '../draw/shapes.js';
import { FormatError } from '../formats/report.js';
import { writeZip } from '../formats/zip/write.js';
import { adding, apply, edit, invert, isEmpty, removing } from '../model/change.js';
import { contentKey, sameContent } from '../model/content.js';
import { equal } from '../model/equal.js';
import type { FixtureType, ShelfRecord } from '../model/records.js';
import { faults } from '../model/references.js';
import { all, get, type Show } from '../model/show.js';
import { planImport, readShelf, writeShelf } from './archive.js';
import { bare, copyIn, differences, fromShelf, type ShelfItem, standing, taking, updatingFrom } from './copy.js';
import { cleanFolder, folderTree, type Listed, searchShelf, summaryOf } from './search.js';
import { gathered, gathering, outdated, sweeping, unused } from './sweep.js';

const demo = makeDemo();
const aster = types.aster26 as FixtureType;
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const symbol = symbolFrom(id(1), 'My profile', 'profile', { length: 600, width: 250, nose: 300, yoke: 260, cells: 1, field: 26 });
const own: FixtureType = { ...aster, id: id(2), name: 'Aster special', symbol: symbol.id };
const item = (record: ShelfRecord, version = 1): ShelfItem => ({ record, version });
const empty: Show = apply(
  demo,
  removing(
    ...[...demo.records.values()].filter((record) => ['fixture', 'type', 'filter', 'gobo', 'tagset'].includes(record.kind)),
  ),
);
const listed = (records: readonly ShelfRecord[], folder = ''): Listed[] =>
  records.map((record) => ({
    id: record.id,
    kind: record.kind,
    folder,
    favourite: false,
    version: 1,
    summary: summaryOf(record),
  }));
const archive = demoShelf();
const shelf: Listed[] = archive.items.map(({ record, folder, favourite }) => ({ ...listed([record], folder)[0]!, favourite }));

describe('search', () => {
  const names = (search: Parameters<typeof searchShelf>[1]) =>
    searchShelf(shelf, search).found.map((found) => found.summary.name);
  test('every word counts, wherever it stands and however it is written', () => {
    expect(names({ text: 'ASTER 750', kind: 'type' })).toEqual(['Aster 19', 'Aster 26', 'Aster 36', 'Aster 50']);
    expect(names({ text: 'moving quillon' })).toEqual(['Egret', 'Heron']);
    expect(names({ text: 'l 230' })[0]).toBe('L 230');
  });
  test('a whole word of the name goes first: 50 is the Aster 50 before 750 W', () =>
    expect(names({ text: '50', kind: 'type' })[0]).toBe('Aster 50'));
  test('filters by family, beam angle, watts, maker, favourite', () => {
    expect(names({ family: 'fresnel' })).toEqual(['Lowmoor 1k', 'Lowmoor 500']);
    expect(names({ kind: 'type', field: [10, 17] })).toEqual(['Can narrow', 'Heronsight']);
    expect(names({ kind: 'type', beam: [8, 10] })).toEqual(['Can narrow', 'Heronsight']);
    expect(names({ kind: 'type', watts: [1000, 1200] })).toEqual(['Heronsight', 'Lowmoor 1k', 'Tidewell PC']);
    expect(names({ maker: 'Quillon' })).toEqual(['Egret', 'Estuary hazer', 'Heron']);
    expect(names({ favourites: true })).toEqual(['Aster 26']);
  });
  test('a folder holds what lies below it, and what lies elsewhere is counted', () => {
    const { found, elsewhere } = searchShelf(shelf, { text: 'aster', folder: 'House stock/LED' });
    expect([found.length, elsewhere]).toEqual([0, 4]);
    expect(names({ text: 'aster', folder: 'House stock' })).toHaveLength(4);
    // "House" is no parent of "House stock".
    expect(searchShelf(shelf, { folder: 'House' }).found).toEqual([]);
  });
  test('filters of colour stand by hue', () => {
    const codes = names({ kind: 'filter' });
    expect(codes).toHaveLength(60);
    expect(codes).toEqual(book.map((filter) => filter.code));
  });
  test('ranges hold their ends, and a zoom is found by any angle between its ends', () => {
    const of = (n: number, more: Partial<FixtureType>): FixtureType => ({ ...aster, id: id(n), name: `T ${n}`, ...more });
    const list = listed([
      of(1, { beam: 10, field: 20, watts: 500 }),
      of(2, { beam: 15, field: 30, zoom: { beam: 40, field: 50 }, watts: 600 }),
    ]);
    const found = (search: Parameters<typeof searchShelf>[1]) => searchShelf(list, search).found.map((one) => one.summary.name);
    expect(found({ beam: [10, 10] })).toEqual(['T 1']);
    expect(found({ beam: [11, 14] })).toEqual([]);
    expect(found({ beam: [40, 60] })).toEqual(['T 2']);
    expect(found({ beam: [41, 60] })).toEqual([]);
    expect(found({ field: [20, 30] })).toEqual(['T 1', 'T 2']);
    expect(found({ field: [50, 90] })).toEqual(['T 2']);
    expect(found({ field: [21, 29] })).toEqual([]);
    expect(found({ watts: [500, 600] })).toEqual(['T 1', 'T 2']);
    expect(found({ watts: [501, 599] })).toEqual([]);
  });
  test('filters stand by hue, then by name, what has none last; types by name as it is counted', () => {
    const filter = (n: number, code: string, hue?: number) =>
      ({ id: id(n), kind: 'filter', code, name: 'x', rgb: '#ffffff', ...(hue === undefined ? {} : { hue }) }) as ShelfRecord;
    const order = (...records: ShelfRecord[]) => searchShelf(listed(records), {}).found.map((one) => one.summary.name);
    expect(order(filter(1, 'B', 200), filter(2, 'A', 200), filter(3, 'C', 10), filter(4, 'D'))).toEqual(['C', 'A', 'B', 'D']);
    expect(
      order({ ...aster, id: id(5), name: 'T 10' }, { ...aster, id: id(6), name: 'T 2' }, { ...aster, id: id(4), name: 'T 2' }),
    ).toEqual(['T 2', 'T 2', 'T 10']);
  });
  test('what a name says is always found by it', () => {
    fc.assert(
      fc.property(fc.constantFrom(...shelf), (wanted) => {
        expect(searchShelf(shelf, { text: wanted.summary.name }).found.map((found) => found.id)).toContain(wanted.id);
      }),
    );
  });
  test('a folder is at most 200 letters and eight deep', () => {
    expect(cleanFolder('x'.repeat(200))).toHaveLength(200);
    expect(cleanFolder('x'.repeat(201))).toBeNull();
    expect(cleanFolder(' a / b // c ')).toBe('a/b/c');
    expect(cleanFolder('1/2/3/4/5/6/7/8')).toBe('1/2/3/4/5/6/7/8');
    expect(cleanFolder('1/2/3/4/5/6/7/8/9')).toBeNull();
    expect(cleanFolder(7)).toBeNull();
  });
  test('folders', () => {
    expect(folderTree(['A/B/C', 'D'])).toEqual(['A', 'A/B', 'A/B/C', 'D']);
    expect(cleanFolder(' a / b//c ')).toBe('a/b/c');
    expect(cleanFolder('x'.repeat(300))).toBeNull();
    expect(cleanFolder(7)).toBeNull();
  });
});

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
  test('after the sweep nothing is left to sweep, everything is sound, and undo brings it all back', () => {
    const withMore = apply(
      apply(demo, taking(demo, [item(own), item(symbol), item(book[3]!)])),
      edit(all(demo, 'tagset').slice(0, 1), (set) => ({
        lines: set.lines.map((line) => ({ ...line, types: [types.hazer.id] })),
      })),
    );
    const list = unused(withMore);
    expect(list.map(({ name }) => name)).toEqual(expect.arrayContaining(['Aster special', 'My profile', 'L 115 Barley']));
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

describe('one file', () => {
  const sha = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');
  const sound = () => null;
  const bytes = strToU8('a picture');
  const full = { ...archive, items: archive.items, files: [{ hash: sha(bytes), mime: 'image/png', bytes }] };
  test('a Shelf comes back whole, and the same Shelf gives the same bytes', () => {
    const file = writeShelf(full);
    const { value, report } = readShelf(file, 'x', sound, sha);
    expect(report).toEqual([]);
    expect(new Set(value.items.map(({ record }) => contentKey(record)))).toEqual(
      new Set(archive.items.map(({ record }) => contentKey(record))),
    );
    expect(value.files).toEqual(full.files);
    expect(writeShelf({ ...full, items: [...full.items].reverse() })).toEqual(file);
    const other = strToU8('another picture');
    const files = [...full.files, { hash: sha(other), mime: 'image/png', bytes: other }];
    expect(writeShelf({ ...full, files: [...files].reverse() })).toEqual(writeShelf({ ...full, files }));
    const [starred] = full.items;
    const kept = readShelf(writeShelf({ ...full, items: [{ ...starred!, folder: 'A/B', favourite: true }] }), 'x', sound, sha);
    expect(kept.value.items).toMatchObject([{ folder: 'A/B', favourite: true }]);
    const plain = readShelf(writeShelf({ ...full, items: [{ ...starred!, folder: '', favourite: false }] }), 'x', sound, sha);
    expect(plain.value.items).toMatchObject([{ folder: '', favourite: false }]);
  });
  test('duplicates are recognised by content; the same id with other content is told apart', () => {
    const here = [aster, symbol];
    const twin = { ...aster, id: id(50) };
    const plan = planImport(
      here,
      [twin, { ...aster, watts: 1 }, { ...own }, { ...symbol, id: id(51) }, { ...own, id: id(52), symbol: id(51) }].map(
        (record) => ({ record, folder: '', favourite: false }),
      ),
    );
    expect(plan.same.map(({ item: same, here: known }) => [same.record.id, known])).toEqual([
      [id(51), symbol.id],
      [id(50), aster.id],
      // Its symbol is ours under another id, so the type is one that came just before it.
      [id(52), own.id],
    ]);
    expect(plan.differing.map(({ record }) => record.id)).toEqual([aster.id]);
    expect(plan.fresh.map(({ record }) => record.id)).toEqual([own.id]);
  });
  test('importing what was exported finds nothing new, whatever part of it', () => {
    fc.assert(
      fc.property(fc.subarray(archive.items as (typeof archive.items)[number][]), (some) => {
        const plan = planImport(
          archive.items.map(({ record }) => record),
          some,
        );
        expect([plan.fresh.length, plan.differing.length, plan.same.length]).toEqual([0, 0, some.length]);
      }),
      { numRuns: 30 },
    );
  });
  test('a file that is none, damaged, newer, with bad items or false files is answered in sentences', () => {
    const code = (content: Uint8Array) => {
      try {
        return readShelf(
          content,
          'x',
          (record) => (record && (record as ShelfRecord).kind === 'type' ? null : 'It is bad.'),
          sha,
        ).report.map((entry) => entry.code);
      } catch (error) {
        return error instanceof FormatError ? error.code : 'other';
      }
    };
    const zip = (json: unknown, more: [string, Uint8Array][] = []) =>
      writeZip([['shelf.json', strToU8(typeof json === 'string' ? json : JSON.stringify(json))], ...more]);
    expect(code(strToU8('hello'))).toBe('ZIP_BAD');
    expect(code(writeZip([['a', strToU8('b')]]))).toBe('SHELF_BAD');
    expect(code(zip('{'))).toBe('SHELF_BAD');
    expect(code(zip('null'))).toBe('SHELF_BAD');
    expect(code(zip({ dessin: 'shelf', version: 2, items: [] }))).toBe('SHELF_VERSION');
    expect(
      code(zip({ dessin: 'shelf', version: 1, items: [{ record: null }, 7, { record: aster }, { record: aster }] })),
    ).toEqual(['SHELF_ITEM', 'SHELF_ITEM', 'SHELF_TWICE']);
    const name = 'a'.repeat(64);
    expect(
      code(
        zip({ dessin: 'shelf', version: 1, items: [], files: [{ hash: name, mime: 'image/png' }] }, [[`files/${name}`, bytes]]),
      ),
    ).toEqual(['SHELF_FILE']);
  });
});
