/** Whatever was stored, a show opens: sound records are shown, unsound ones are set aside with a sentence. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { sortOut } from './aside.js';
import { makeFixture } from './make.js';
import type { DessinRecord, Id } from './records.js';
import { faults, referencesOf } from './references.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from './show.arb.js';
import { settingsOf } from './show.js';

const records: readonly DessinRecord[] = [
  ...baseRecords,
  { id: idOf(50), kind: 'area', layer: fixtureLayer, name: 'A', at: [0, 0, 1500], size: 2000 },
  ...[1, 2, 3].map((n) =>
    makeFixture(idOf(100 + n), fixtureLayer, plainType, pipe, n * 1000, {
      unit: String(n),
      aim: { kind: 'area', area: idOf(50) },
    }),
  ),
];
/** Stands for Ajv, which core does not know: what was broken says so. */
const check = (value: unknown): string | null =>
  typeof value === 'object' && value !== null && !('broken' in value) ? null : 'It is broken.';
const rows = (broken: ReadonlySet<Id>) =>
  records.map((record) => ({
    id: record.id,
    kind: record.kind,
    data: broken.has(record.id) ? { ...record, broken: 1 } : record,
  }));

test('a sound show is as it was', () => {
  const { show, aside } = sortOut(SHOW, rows(new Set()), check);
  expect([...show.records.values()]).toEqual(records);
  expect(aside).toEqual([]);
});

describe('one unsound record', () => {
  test('a fixture is set aside, with its name and why', () => {
    const { show, aside } = sortOut(SHOW, rows(new Set([idOf(102)])), check);
    expect(show.records.size).toBe(records.length - 1);
    expect(aside).toMatchObject([
      { id: idOf(102), kind: 'fixture', name: '2', why: 'It is broken.', data: { along: 2000, broken: 1 } },
    ]);
  });
  test('a position takes its fixtures along, each with the reason', () => {
    const { aside } = sortOut(SHOW, rows(new Set([pipe.id])), check);
    expect(aside.map((item) => [item.kind, item.name])).toEqual([
      ['position', 'LX 1'],
      ['fixture', '1'],
      ['fixture', '2'],
      ['fixture', '3'],
    ]);
    expect(aside[1]!.why).toMatch(/names a position/);
  });
  test('a focus area lets go of what aims at it', () => {
    const { show, aside } = sortOut(SHOW, rows(new Set([idOf(50)])), check);
    expect(aside).toHaveLength(1);
    expect(show.records.get(idOf(101))).toMatchObject({ aim: null, along: 1000 });
  });
  test('what is sound of the settings is kept', () => {
    const strict = (value: unknown) => check(value) ?? ((value as { paper?: unknown }).paper === 7 ? 'Paper is a text.' : null);
    const { show, aside } = sortOut(
      SHOW,
      records.map((record) => ({
        id: record.id,
        kind: record.kind,
        data: record.id === SHOW ? { ...record, paper: 7, snap: 250 } : record,
      })),
      strict,
    );
    expect(settingsOf(show)).toMatchObject({ name: 'Generated', snap: 250, paper: 'A1' });
    expect(aside).toMatchObject([{ kind: 'settings', why: 'Paper is a text. What is sound of it is shown.' }]);
  });
  test('another id or kind than it is stored under', () => {
    const odd = [{ ...rows(new Set())[0]! }, { id: idOf(900), kind: 'fixture', data: records.at(-1) }];
    expect(sortOut(SHOW, odd, check).aside).toMatchObject(
      [{ id: idOf(900), why: /another id/ }].map((item) => ({ id: item.id })),
    );
  });
});

test('law: whatever is broken or gone, the show is sound, and every sound record whose references are sound is in it', () =>
  fc.assert(
    fc.property(
      fc.subarray(records.map((record) => record.id)),
      fc.subarray(records.map((record) => record.id)),
      (broken, gone) => {
        const bad = new Set(broken);
        const stored = rows(bad).filter((row) => !gone.includes(row.id));
        const { show, aside } = sortOut(SHOW, stored, check);
        expect(faults(show)).toEqual([]);
        expect(settingsOf(show).id).toBe(SHOW);
        const lost = new Set(aside.map((item) => item.id));
        for (const row of stored) {
          if (bad.has(row.id)) expect(lost.has(row.id)).toBe(true);
          else if (referencesOf(row.data as DessinRecord).every(({ to }) => show.records.has(to)))
            expect(show.records.has(row.id)).toBe(true);
        }
        // Nothing is nowhere.
        for (const row of stored) expect(lost.has(row.id) || show.records.has(row.id)).toBe(true);
      },
    ),
    { numRuns: 500 },
  ));
