/** The search of the Shelf. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { book } from '#demo/book';
import type { FixtureType, ShelfRecord } from '../model/records.js';
import { cleanFolder, folderTree, searchShelf } from './search.js';
import { aster, id, listed, shelf } from './shelf.arb.js';

describe('search', () => {
  const names = (search: Parameters<typeof searchShelf>[1]) =>
    searchShelf(shelf, search).found.map((found) => found.summary.name);
  test('every word counts, wherever it stands and however it is written', () => {
    expect(names({ text: 'ASTER 750', kind: 'type' })).toEqual(['Aster 19', 'Aster 26', 'Aster 36', 'Aster 50']);
    expect(names({ text: 'moving quillon' })).toEqual(['Egret', 'Heron']);
    expect(names({ text: 'sm 10f' })[0]).toBe('Sm 10f');
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
