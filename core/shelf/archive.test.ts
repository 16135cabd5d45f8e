/** The Shelf as one file. */
import { createHash } from 'node:crypto';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync } from 'fflate';
import { FormatError } from '../formats/report.js';
import { writeZip } from '../formats/zip/write.js';
import { contentKey } from '../model/content.js';
import type { ShelfRecord } from '../model/records.js';
import { planImport, readShelf, writeShelf } from './archive.js';
import { archive, aster, id, own, symbol } from './shelf.arb.js';

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
  test('folders come back, each; a file that is missing is named by the beginning of its name', () => {
    const folders = ['A', 'A/B', 'C'];
    expect(readShelf(writeShelf({ ...full, folders }), 'x', sound, sha).value.folders).toEqual(folders);
    const hash = sha(strToU8('never written'));
    const json = JSON.stringify({
      ...JSON.parse(strFromU8(unzipSync(writeShelf({ ...full, items: [] }))['shelf.json']!)),
      files: [{ hash, mime: 'image/png' }],
    });
    const { report } = readShelf(writeZip([['shelf.json', strToU8(json)]]), 'x', sound, sha);
    expect(report.map(({ message }) => message)).toEqual([
      `The file "${hash.slice(0, 12)}" is missing or is not what its name says; it was left out.`,
    ]);
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
