/** A whole show as one file: out and in, by any show; damaged, foreign and newer files. */
import { createHash } from 'node:crypto';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { makeDemo } from '#demo/show';
import type { DessinRecord, Issue } from '../../model/records.js';
import { baseRecords, idOf, plainType, SHOW, showArb } from '../../model/show.arb.js';
import { showOf } from '../../model/show.js';
import { FormatError } from '../report.js';
import { FILE_FORM, readShowFile, type ShowArchive, writeShowFile } from './archive.js';

const hash = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');
const context = { showId: SHOW, validate: () => null, hash };
const picture = strToU8('a picture');
const issue: Issue = { id: idOf(80), kind: 'issue', name: 'A', day: '2026-11-20', order: 0 };
const withFile: DessinRecord = { ...plainType, thumbnail: hash(picture) };
const whole: ShowArchive = {
  id: SHOW,
  records: [...baseRecords.filter(({ id }) => id !== plainType.id), withFile, issue],
  files: [{ hash: hash(picture), mime: 'image/png', bytes: picture }],
  issues: [{ id: issue.id, at: '2026-11-20T12:00:00.000Z', revision: 7, records: baseRecords }],
};
const file = writeShowFile(whole);
/** The file with its entries changed: null takes one away. */
const changed = (change: Readonly<Record<string, (text: string) => string | null>>): Uint8Array =>
  zipSync(
    Object.fromEntries(
      Object.entries(unzipSync(file)).flatMap(([name, bytes]) => {
        const now = change[name] ? change[name](strFromU8(bytes)) : strFromU8(bytes);
        return now === null ? [] : [[name, strToU8(now)]];
      }),
    ),
  );
const codes = (bytes: Uint8Array, validate: (record: unknown) => string | null = () => null) =>
  readShowFile(bytes, { ...context, validate }).report.map(({ code }) => code);
const why = (bytes: Uint8Array): [string, string] => {
  try {
    readShowFile(bytes, context);
    return ['', 'read'];
  } catch (error) {
    if (!(error instanceof FormatError)) throw error;
    return [error.code, error.message];
  }
};

describe('out and in', () => {
  test('is the same: records in their order, files, what issues held', () => {
    expect(readShowFile(file, context)).toEqual({ value: whole, report: [] });
    expect(writeShowFile(whole)).toEqual(file);
  });
  test('the demo comes back record by record, under the id of the show that is made', () => {
    const demo = makeDemo();
    const records = [...demo.records.values()];
    const { value, report } = readShowFile(writeShowFile({ id: demo.id, records, files: [], issues: [] }), context);
    expect(report).toEqual([]);
    expect(value.records).toEqual(records.map((record) => (record.id === demo.id ? { ...record, id: SHOW } : record)));
  });
  test('law: any show', () => {
    fc.assert(
      fc.property(showArb, (show) => {
        const records = [...show.records.values()];
        const read = readShowFile(writeShowFile({ id: show.id, records, files: [], issues: [] }), {
          ...context,
          showId: show.id,
        });
        expect(showOf(show.id, read.value.records)).toEqual(show);
        expect(read.report).toEqual([]);
      }),
    );
  });
});

describe('what cannot be read', () => {
  test('a file that is none, a damaged description, another kind of file of ours: a sentence', () => {
    expect(why(strToU8('nothing of the kind'))[1]).not.toBe('read');
    expect(why(changed({ 'show.json': () => null }))).toEqual(['SHOW_BAD', expect.stringContaining('holds no show.json')]);
    expect(why(changed({ 'show.json': (text) => text.slice(0, 100) }))[1]).toContain('show.json in The file is damaged');
    expect(why(changed({ 'show.json': (text) => text.replace('"dessin":"show"', '"dessin":"shelf"') }))[0]).toBe('SHOW_BAD');
    expect(why(changed({ 'show.json': (text) => text.replace('"form":1', '"form":"x"') }))[0]).toBe('SHOW_BAD');
  });
  test('what comes from a newer Dessin is refused in words', () => {
    const newer = changed({ 'show.json': (text) => text.replace(`"form":${FILE_FORM}`, `"form":${FILE_FORM + 1}`) });
    expect(why(newer)).toEqual([
      'SHOW_NEWER',
      expect.stringContaining(`newer Dessin (form ${FILE_FORM + 1}; this one reads up to ${FILE_FORM})`),
    ]);
  });
  test('half a file at any place is refused, or read with what is missing said; never a crash', () => {
    for (let part = 1; part < 20; part++) expect(() => why(file.slice(0, Math.floor((file.length * part) / 20)))).not.toThrow();
  });
});

describe('what is left out and said', () => {
  test('a record that is not sound, with its reason; the rest comes', () => {
    const fault = (record: unknown) => ((record as { id: string }).id === withFile.id ? 'It weighs nothing.' : null);
    const { value, report } = readShowFile(file, { ...context, validate: fault });
    expect(report[0]).toMatchObject({
      code: 'SHOW_RECORD',
      message: expect.stringContaining('type Test 26 cannot be kept and was left out. It weighs nothing.'),
    });
    expect(value.records.some(({ id }) => id === withFile.id)).toBe(false);
    expect(value.records.length).toBeGreaterThan(3);
  });
  test('a second record of one id, an item that is none', () => {
    const twice = changed({ 'show.json': (text) => text.replace('"records":[', `"records":[7,${JSON.stringify(withFile)},`) });
    expect(codes(twice)).toEqual(['SHOW_TWICE']);
  });
  test('a file that is missing, or is not what its name says; what an issue held and is not there', () => {
    expect(codes(changed({ [`files/${hash(picture)}`]: () => null }))).toEqual(['SHOW_FILE']);
    expect(codes(changed({ [`files/${hash(picture)}`]: () => 'another' }))).toEqual(['SHOW_FILE']);
    expect(codes(changed({ [`issues/${issue.id}.json`]: () => null }))).toEqual(['SHOW_ISSUE']);
    expect(
      codes(
        changed({
          'show.json': (text) => text.replace(`"id":"${issue.id}","kind":"issue"`, `"id":"${idOf(81)}","kind":"issue"`),
        }),
      ),
    ).toEqual(['SHOW_ISSUE']);
  });
});
