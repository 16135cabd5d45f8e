/** Filters of the Ledger, by what a column is. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { snagsByFixture } from '../audit/snags.js';
import { apply, edit } from '../model/change.js';
import { all } from '../model/show.js';
import { choicesOf, exactTerm, readFilter, termsOf } from './filter.js';
import { column, crew, names, show, shown } from './ledger.arb.js';
import { filtered, rowsOf } from './rows.js';
import { lendAudit } from './snag-codes.js';

beforeAll(() => lendAudit(snagsByFixture));

describe('filters by what the column is', () => {
  test.each<[string, string, string]>([
    ['channel', '401-412, 420', '123'],
    ['channel', '>412', '35'],
    ['channel', '<=412', '124'],
    ['channel', '>=412', '235'],
    ['channel', '<412', '14'],
    ['channel', '<4A', ''],
    ['channel', '>=500', '5'],
    ['channel', '>502', ''],
    ['channel', '>=502', '5'],
    ['channel', '401 to 412', '12'],
    ['channel', '400..401', '1'],
    ['channel', '412-412', '2'],
    ['channel', '420', '3'],
    ['channel', '4A', '4'],
    ['channel', '501', '5'],
    ['channel', 'not 401-420', '45'],
    // A letter before the stroke makes it no span.
    ['channel', 'A-500', ''],
    ['channel', '401-A', ''],
    ['address', '1.100-1.512', '12'],
    ['address', 'u2', '3'],
    ['address', '2.', '3'],
    ['address', '613', ''],
    ['address', '513', '3'],
    ['address', 'empty', '45'],
    ['address', 'not empty', '123'],
    ['universe', '1', '12'],
    ['purpose', 'warm', '13'],
    ['purpose', '=front warm', '1'],
    ['purpose', 'front, back', '123'],
    ['purpose', 'front, not cool', '1'],
    ['purpose', 'empty', '4'],
    ['colour', '=Sm 2a', '15'],
    ['notes', 'SHUTTER', '1'],
    ['height', '0', '5'],
    ['height', '6.5', '1234'],
    ['height', '2-7', '1234'],
    ['height', '>6.5', ''],
    ['height', '>=6.5', '1234'],
    ['height', '<=6.5', '12345'],
    ['height', '<6.5', '5'],
    ['height', '>6.49', '1234'],
    ['height', '>6.495', ''],
    ['height', '<6.51', '12345'],
    ['height', '6.505', '1234'],
    ['height', '6.506', ''],
    ['height', '7-2', '1234'],
    ['height', '6.505 to 7', '1234'],
    ['height', '6.506 to 7', ''],
    ['height', '2-6.495', '1234'],
    ['height', '2-6.494', ''],
    ['address', '1.101', '1'],
    ['address', '1.102-1.511', ''],
    ['address', '1.102-1.512', '2'],
    ['address', '2', ''],
    ['height', '<1', '5'],
    ['position', 'lx', '1234'],
    ['layer', 'fixtures', '12345'],
    ['snags', 'any', '345'],
    ['snags', 'no colour', '34'],
    ['snags', 'none', '12'],
    ['snags', '=no colour', '34'],
    ['snags', '= any', '345'],
    ['snags', 'colour', '34'],
    [`own ${crew.id}`, 'deck', '3'],
    ['type', '=cyc', '5'],
  ])('%s %s', (field, text, units) => expect(shown([field, text])).toBe(units));
  test.each<[string, string]>([
    ['channel', '412-401'],
    ['address', '1.600'],
    ['address', 'abc'],
    ['address', '0'],
    ['height', 'high'],
    ['address', '2.1-1.1'],
  ])('%s %s is answered with a sentence, and filters nothing', (field, text) => {
    const read = readFilter(show, column(field), text);
    expect(read).toMatchObject({ ok: false, why: expect.stringMatching(/\.$/) });
    const { shown: rows, faults } = filtered(show, all(show, 'fixture'), [{ field, text, on: true }]);
    expect([rows.length, Object.keys(faults)]).toEqual([5, [field]]);
  });
  test('filters combine; one that is switched off is not lost and does nothing', () => {
    expect(shown(['purpose', 'warm'], ['channel', '>410'])).toBe('3');
    expect(filtered(show, all(show, 'fixture'), [{ field: 'purpose', text: 'warm', on: false }]).shown).toHaveLength(5);
  });
  test('parts never stand without their head, and a filter of parts must be met by one part', () => {
    const rules = { filters: [{ field: 'channel', text: '501', on: true }], sort: null, groups: [] };
    expect(rowsOf(show, rules).rows.map((row) => (row.kind === 'fixture' ? `${row.fixture.unit}.${row.part}` : ''))).toEqual([
      '5.null',
      '5.1',
    ]);
    expect(shown(['channel', '500'], ['colour', 'empty'])).toBe('');
  });
  test('a choice with a comma, or quotes, is one choice; every value is found by its own filter', () => {
    expect(termsOf('a, "b, c"; not d')).toEqual(['a', '"b, c"', 'not d']);
    expect(termsOf('="Front, warm", =x')).toEqual(['="Front, warm"', '=x']);
    fc.assert(
      fc.property(
        fc
          .string({ minLength: 1, maxLength: 12 })
          .map((text) => text.trim())
          .filter(Boolean),
        (text) => {
          const named = apply(show, edit([all(show, 'fixture')[0]!], { purpose: text }));
          const read = readFilter(named, column('purpose'), exactTerm(text));
          expect(read.ok && read.wants(all(named, 'fixture')[0]!, null)).toBe(true);
        },
      ),
    );
  });
  test('choices with counts', () => {
    expect(choicesOf(show, column('colour'))).toEqual([
      { value: 'Sm 2a', count: 2 },
      { value: 'Sm 2b', count: 1 },
      { value: '', count: 2 },
    ]);
    expect(choicesOf(show, column('snags')).find(({ value }) => value === 'no colour')).toEqual({ value: 'no colour', count: 2 });
  });
  test('what is filtered is what comparing each one by hand finds', () => {
    fc.assert(
      fc.property(fc.integer({ min: 300, max: 600 }), fc.integer({ min: 0, max: 200 }), (from, n) => {
        const wanted = all(show, 'fixture').filter((fixture) =>
          fixture.parts.some(
            (part) => /^\d+$/.test(part.channel) && Number(part.channel) >= from && Number(part.channel) <= from + n,
          ),
        );
        expect(shown(['channel', `${from}-${from + n}`])).toBe(names(wanted));
      }),
    );
  });
});
