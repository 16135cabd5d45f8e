/** Laws of the Ledger over generated rigs: what is filtered, grouped, filled and replaced is what doing it by hand gives. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { typeField } from '../fields/index.js';
import { apply, invert, isEmpty } from '../model/change.js';
import { contentOf, showArb } from '../model/show.arb.js';
import { all, type Show } from '../model/show.js';
import { inScheduleOrder } from '../order/order.js';
import { columnFor, columnsOf, columnText } from './columns.js';
import {
  type CellEdit,
  editCells,
  fillDown,
  fillSeries,
  pasteBlock,
  replaceIn,
  seriesAfter,
  setAll,
  swapCells,
} from './edits.js';
import { choicesOf, exactTerm, readFilter } from './filter.js';
import { type FixtureRow, rowsOf } from './rows.js';

const column = (show: Show, field: string) => columnFor(show, field)!;
const plain = { filters: [], sort: null, groups: [] };
const heads = (show: Show): FixtureRow[] =>
  rowsOf(show, plain).rows.filter((row): row is FixtureRow => row.kind === 'fixture' && row.part === null);
const texts = (show: Show, field: string) => inScheduleOrder(show).map((fixture) => columnText(show, fixture, null, field));
const only = (show: Show, field: string, text: string) =>
  rowsOf(show, { ...plain, filters: [{ field, text, on: true }] }).shown.map((fixture) => fixture.id);

describe('filters', () => {
  test('every choice finds as many as it counts, and all choices together find everybody', () => {
    fc.assert(
      fc.property(showArb, fc.constantFrom<string>('purpose', 'position', 'channel', 'notes', 'layer'), (show, field) => {
        const item = column(show, field);
        const choices = choicesOf(show, item);
        for (const { value, count } of choices)
          expect(only(show, field, item.kind === 'number' ? value || 'empty' : exactTerm(value))).toHaveLength(count);
        expect(choices.reduce((sum, { count }) => sum + count, 0)).toBe(all(show, 'fixture').length);
      }),
    );
  });
  test('"not" finds the others, and a comma finds either', () => {
    fc.assert(
      fc.property(showArb, fc.constantFrom('Front', 'Back', 'empty'), fc.constantFrom('Front', 'Back', 'empty'), (show, a, b) => {
        const everyone = inScheduleOrder(show).map((fixture) => fixture.id);
        const found = only(show, 'purpose', a);
        expect([...found, ...only(show, 'purpose', `not ${a}`)].sort()).toEqual([...everyone].sort());
        expect(new Set(only(show, 'purpose', `${a}, ${b}`))).toEqual(new Set([...found, ...only(show, 'purpose', b)]));
      }),
    );
  });
  test('a range of addresses finds exactly who takes a slot of it', () => {
    fc.assert(
      fc.property(showArb, fc.integer({ min: 1, max: 40 }), fc.integer({ min: 0, max: 20 }), (show, from, n) => {
        const wanted = all(show, 'fixture').filter(
          ({ parts: [part] }) => part!.address !== null && part!.address >= from && part!.address <= from + n,
        );
        expect(only(show, 'address', `1.${from}-1.${from + n}`).sort()).toEqual(wanted.map((fixture) => fixture.id).sort());
      }),
    );
  });
  test('whatever is typed under any heading is a filter or a sentence, never an error', () => {
    fc.assert(
      fc.property(showArb, fc.string({ maxLength: 20 }), (show, text) => {
        for (const item of columnsOf(show)) {
          const read = readFilter(show, item, text);
          if (read.ok)
            for (const fixture of all(show, 'fixture'))
              expect(typeof read.wants(fixture, item.ofParts ? 0 : null)).toBe('boolean');
          else expect(read.why).toMatch(/[.?!]$/);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('rows', () => {
  test('groups are a partition: nobody twice, nobody lost, counts and sums add up', () => {
    fc.assert(
      fc.property(
        showArb,
        fc.uniqueArray(fc.constantFrom<string>('purpose', 'position', 'channel', 'type'), { minLength: 1, maxLength: 3 }),
        (show, groups) => {
          const { rows } = rowsOf(show, { ...plain, groups });
          const ids = rows.flatMap((row) => (row.kind === 'fixture' ? [row.fixture.id] : []));
          expect([...ids].sort()).toEqual(
            all(show, 'fixture')
              .map((fixture) => fixture.id)
              .sort(),
          );
          for (let depth = 0; depth < groups.length; depth++) {
            const level = rows.flatMap((row) => (row.kind === 'group' && row.depth === depth ? [row] : []));
            expect(level.reduce((sum, row) => sum + row.count, 0)).toBe(ids.length);
            expect(level.reduce((sum, row) => sum + (row.sums.watts ?? 0), 0)).toBe(750 * ids.length);
          }
        },
      ),
    );
  });
  test('sorting loses nobody, keeps what is empty last, and down is up turned round where nothing is alike', () => {
    fc.assert(
      fc.property(showArb, fc.constantFrom<string>('channel', 'purpose', 'address'), fc.boolean(), (show, field, down) => {
        const sorted = rowsOf(show, { ...plain, sort: { field, down } }).shown;
        expect(new Set(sorted).size).toBe(all(show, 'fixture').length);
        const values = sorted.map((fixture) => columnText(show, fixture, null, field));
        const filled = values.filter(Boolean);
        expect(values.slice(0, filled.length)).toEqual(filled);
      }),
    );
  });
});

describe('edits', () => {
  const field = fc.constantFrom<string>('channel', 'purpose', 'notes', 'address', 'colour', 'dimmer');
  const edits = (show: Show) =>
    fc
      .array(fc.tuple(fc.nat(), field, fc.constantFrom('', '7', '1.20', 'Warm', '64000.1', 'x y')), { maxLength: 12 })
      .map((list) => {
        const fixtures = all(show, 'fixture');
        return list.flatMap(([n, name, text]): CellEdit[] =>
          fixtures.length ? [{ fixture: fixtures[n % fixtures.length]!.id, part: null, field: name, text }] : [],
        );
      });
  test('many cells together say what typing them one after the other says, and are one step to undo', () => {
    fc.assert(
      fc.property(
        showArb.chain((show) => fc.tuple(fc.constant(show), edits(show))),
        ([show, list]) => {
          const together = editCells(show, list);
          const after = apply(show, together.change);
          const alone = new Map(all(show, 'fixture').map((fixture) => [fixture.id, fixture]));
          let refused = 0;
          for (const edit of list) {
            const typed = typeField(show, alone.get(edit.fixture)!, edit.part, edit.field, edit.text);
            if (typed.ok) alone.set(edit.fixture, typed.fixture);
            else refused++;
          }
          expect(together.misfits).toHaveLength(refused);
          for (const fixture of all(after, 'fixture')) expect(fixture.parts).toEqual(alone.get(fixture.id)!.parts);
          expect(contentOf(apply(after, invert(together.change)))).toEqual(contentOf(show));
        },
      ),
    );
  });
  test('filled down all are alike; a series has the step of its first two', () => {
    fc.assert(
      fc.property(showArb, fc.integer({ min: 1, max: 50 }), fc.integer({ min: 1, max: 9 }), (show, start, step) => {
        if (all(show, 'fixture').length < 2) return;
        const seeded = apply(
          show,
          editCells(
            show,
            heads(show)
              .slice(0, 2)
              .map((row, i) => ({
                fixture: row.fixture.id,
                part: null,
                field: 'dimmer' as const,
                text: String(start + i * step),
              })),
          ).change,
        );
        const rows = heads(seeded);
        const series = apply(seeded, editCells(seeded, fillSeries(seeded, rows, [column(seeded, 'dimmer')])).change);
        expect(texts(series, 'dimmer')).toEqual(rows.map((_, i) => String(start + i * step)));
        const down = apply(seeded, editCells(seeded, fillDown(seeded, rows, [column(seeded, 'dimmer')])).change);
        expect(new Set(texts(down, 'dimmer'))).toEqual(new Set([String(start)]));
      }),
    );
    expect(seriesAfter('1.5', '2.0', 3)).toBeNull();
  });
  test('replacing a by b and b by a is nothing where b was not; what is not found is not touched', () => {
    fc.assert(
      fc.property(showArb, (show) => {
        const rules = { whole: true, exact: true };
        const there = apply(
          show,
          editCells(show, replaceIn(show, heads(show), [column(show, 'purpose')], { ...rules, find: 'Front', replace: 'Zenith' }))
            .change,
        );
        expect(texts(there, 'purpose')).not.toContain('Front');
        const back = apply(
          there,
          editCells(
            there,
            replaceIn(there, heads(there), [column(there, 'purpose')], { ...rules, find: 'Zenith', replace: 'Front' }),
          ).change,
        );
        expect(contentOf(back)).toEqual(contentOf(show));
        expect(replaceIn(show, heads(show), [column(show, 'purpose')], { ...rules, find: 'nowhere', replace: 'x' })).toEqual([]);
      }),
    );
  });
  test('two rows that swap twice are as they were; one value for all is on all', () => {
    fc.assert(
      fc.property(showArb, (show) => {
        const columns = (['channel', 'notes', 'address'] as const).map((name) => column(show, name));
        const swap = (now: Show) => {
          const [a, b] = [heads(now)[0]!, heads(now).at(-1)!];
          return apply(now, editCells(now, swapCells(now, a, b, columns)).change);
        };
        if (all(show, 'fixture').length < 2) return;
        expect(contentOf(swap(swap(show)))).toEqual(contentOf(show));
        const set = apply(show, editCells(show, setAll(heads(show), column(show, 'notes'), 'seen')).change);
        expect(new Set(texts(set, 'notes'))).toEqual(new Set(['seen']));
      }),
    );
  });
  test('what is copied and pasted where it was changes nothing; a block larger than the rows says how much falls outside', () => {
    fc.assert(
      fc.property(showArb, fc.integer({ min: 1, max: 5 }), (show, more) => {
        const columns = (['channel', 'purpose', 'notes'] as const).map((name) => column(show, name));
        const rows = heads(show);
        const block = rows.map((row) => columns.map((item) => columnText(show, row.fixture, null, item.field)));
        expect(isEmpty(editCells(show, pasteBlock(rows, columns, block).edits).change)).toBe(true);
        const larger = [...block, ...Array.from({ length: more }, () => ['x', 'y', ''])];
        if (rows.length > 1) expect(pasteBlock(rows, columns, larger).outside).toBe(2 * more);
      }),
    );
  });
});
