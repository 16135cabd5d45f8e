/** A whole show as one file: out and in, by any show; damaged, foreign and newer files. */
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { Ajv } from 'ajv';
import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { makeDemo } from '#demo/show';
import { adding, apply, invert, updating } from '../../model/change.js';
import type { DessinRecord, Issue } from '../../model/records.js';
import { faults } from '../../model/references.js';
import { recordSchemas } from '../../model/schemas.js';
import { baseRecords, idOf, plainType, SHOW, showArb } from '../../model/show.arb.js';
import { all, settingsOf, showOf } from '../../model/show.js';
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
  history: [
    { revision: 7, at: '2026-11-20T12:00:00.000Z', author: 'Imke', label: 'Issue A', change: adding(issue) },
    {
      revision: 8,
      at: '2026-11-20T12:05:00.000Z',
      author: 'Imke',
      label: 'A picture',
      change: updating([[plainType, withFile]]),
    },
  ],
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

describe('the history', () => {
  const past = (change: (list: { revision: number; label: string; change: { added: unknown[] } }[]) => unknown): Uint8Array =>
    changed({ 'history.json': (text) => JSON.stringify(change(JSON.parse(text))) });
  test('stays at home where it is not wanted: the file is the same without it', () => {
    const { history, ...bare } = whole;
    expect(history).toHaveLength(2);
    expect(unzipSync(writeShowFile(bare))['history.json']).toBeUndefined();
    expect(readShowFile(writeShowFile(bare), context).value.history).toEqual([]);
  });
  test('with a gap, an edit that is none, or a record that is unsound it is left out as a whole, and that is said', () => {
    for (const bytes of [
      past((list) => list.map((item, i) => ({ ...item, revision: item.revision + i }))),
      past((list) => [...list, 7]),
      past(() => 'no list'),
    ]) {
      const { value, report } = readShowFile(bytes, context);
      expect(value.history).toEqual([]);
      expect(report.map(({ code }) => code)).toEqual(['SHOW_HISTORY']);
      expect(value.records).toEqual(whole.records);
    }
    const unsound = readShowFile(file, {
      ...context,
      validate: (record) => ((record as DessinRecord).id === plainType.id ? 'It is wrong.' : null),
    });
    expect(unsound.value.history).toEqual([]);
  });
});

const ajv = new Ajv({ strict: false });
const checks = new Map(Object.entries(recordSchemas).map(([kind, schema]) => [kind, ajv.compile(schema)]));
/** By today's schemas: what was written then is read now. */
const faultOfKept = (record: unknown): string | null => {
  const check = checks.get((record as { kind: string }).kind);
  return check?.(record) ? null : `${(record as { kind: string }).kind}: ${JSON.stringify(check?.errors?.[0])}`;
};
describe('files of older forms, kept as they were written', () => {
  test('form 1: a pipe and a boom of the demo with what they need, an issue, a file, two edits', () => {
    const { value, report } = readShowFile(readFileSync('core/formats/show/kept/form-1.dessin'), {
      ...context,
      validate: faultOfKept,
    });
    expect(report).toEqual([]);
    const show = showOf(SHOW, [...value.records]);
    expect(settingsOf(show).name).toBe('Kept in form 1');
    expect(
      all(show, 'position')
        .map(({ name }) => name)
        .sort(),
    ).toEqual(['Boom 1 SR', 'LX 1']);
    expect(all(show, 'fixture')).toHaveLength(21);
    expect(faults(show)).toEqual([]);
    expect(value.issues.map(({ records }) => records.length)).toEqual([value.records.length]);
    expect(value.files.map(({ mime }) => mime)).toEqual(['model/gltf-binary']);
    expect(value.history?.map(({ label }) => label)).toEqual(['Issue A', 'A note']);
    // What stood before the last edit is what the issue held.
    const [last] = value.history?.slice(-1) ?? [];
    const before = apply(show, invert(last?.change ?? adding()));
    expect([...before.records.values()].map(({ id }) => id).sort()).toEqual(value.issues[0]?.records.map(({ id }) => id).sort());
  });
});
