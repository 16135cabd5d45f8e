/** Own fields and their pick lists. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { fieldOf, fieldText, typeField } from '../fields/index.js';
import { adding, apply } from './change.js';
import {
  choiceCounts,
  choicesIn,
  customValue,
  fieldsInOrder,
  foldedChoice,
  nearDoubles,
  readValue,
  renameChoice,
  renameText,
  textCounts,
  withValue,
  writeValues,
} from './fields.js';
import type { CustomField, Fixture } from './records.js';
import { faults } from './references.js';
import { all, get, type Show } from './show.js';

const demo = makeDemo();
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const field = (type: CustomField['type'], choices: string[] = [], n = 1): CustomField => ({
  id: id(n),
  kind: 'field',
  name: `My ${type}`,
  type,
  order: n,
  choices,
});

describe('values of own fields', () => {
  const read = (type: CustomField['type'], text: string, choices: string[] = []) => {
    const value = readValue(field(type, choices), text);
    return value.ok ? value.text : `refused: ${value.why.slice(0, 30)}`;
  };
  test('are read as people type them, and refused in a sentence', () => {
    expect(read('number', ' 2,50 ')).toBe('2.5');
    expect(read('number', 'two')).toMatch(/^refused: "two" is not a number/);
    expect(read('yes or no', 'X')).toBe('yes');
    expect(read('yes or no', 'No')).toBe('no');
    expect(read('yes or no', 'perhaps')).toMatch(/^refused/);
    expect(read('date', '3.11.2026')).toBe('2026-11-03');
    expect(read('date', '2028-2-29')).toBe('2028-02-29');
    expect(read('date', '2027-02-29')).toMatch(/^refused/);
    expect(read('text', '  a   b ')).toBe('a b');
    for (const type of ['text', 'number', 'choice', 'date', 'yes or no'] as const) expect(read(type, '  ')).toBe('');
  });
  test('a choice is written as its list has it, whatever its capitals, blanks and accents', () => {
    expect(read('choice', 'BACK  light', ['Back light'])).toBe('Back light');
    expect(read('choice', 'back_light', ['Back light'])).toBe('Back light');
    expect(read('choice', 'Séparé', ['separe'])).toBe('separe');
    expect(read('choice', 'New one', ['Back light'])).toBe('New one');
  });
  test('what is read is read again as itself', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<CustomField['type']>('text', 'number', 'choice', 'date', 'yes or no'),
        fc.string(),
        (type, text) => {
          const first = readValue(field(type), text);
          if (first.ok) expect(readValue(field(type), first.text)).toEqual(first);
        },
      ),
    );
  });
});

describe('pick lists', () => {
  const column = field('choice', ['Dock', 'Balcony']);
  const base = apply(demo, adding(column));
  const some = all(base, 'fixture').slice(0, 6);
  const write = (show: Show, texts: string[]) =>
    apply(
      show,
      writeValues(
        show,
        get(show, 'field', column.id),
        texts.map((text, i) => [get(show, 'fixture', some[i]!.id), text] as const),
      ),
    );
  test('a new choice joins the list, once; the values stay sound', () => {
    const show = write(base, ['Dock', 'Truck', 'truck', '', 'Balcony']);
    expect(get(show, 'field', column.id).choices).toEqual(['Dock', 'Balcony', 'Truck']);
    expect(faults(show)).toEqual([]);
    expect(choiceCounts(show, get(show, 'field', column.id))).toEqual([
      { choice: 'Dock', count: 1 },
      { choice: 'Balcony', count: 1 },
      { choice: 'Truck', count: 1 },
      { choice: 'truck', count: 1 },
    ]);
  });
  test('renaming goes everywhere at once; onto another choice it merges the two', () => {
    const show = write(base, ['Dock', 'Dock', 'Balcony']);
    const renamed = apply(show, renameChoice(show, get(show, 'field', column.id), 'Dock', 'Scene dock'));
    expect(get(renamed, 'field', column.id).choices).toEqual(['Scene dock', 'Balcony']);
    expect(some.slice(0, 3).map((fixture) => customValue(get(renamed, 'fixture', fixture.id), column.id))).toEqual([
      'Scene dock',
      'Scene dock',
      'Balcony',
    ]);
    const merged = apply(renamed, renameChoice(renamed, get(renamed, 'field', column.id), 'Scene dock', 'balcony'));
    expect(get(merged, 'field', column.id).choices).toEqual(['Balcony']);
    expect(some.slice(0, 3).map((fixture) => customValue(get(merged, 'fixture', fixture.id), column.id))).toEqual([
      'Balcony',
      'Balcony',
      'Balcony',
    ]);
  });
  test('near doubles are offered; words that differ in a figure are not', () => {
    const counts = [
      ['Front warm', 9],
      ['front  Warm', 2],
      ['Frnot warm', 1],
      ['Front warn', 1],
      ['Front 1', 3],
      ['Front 2', 3],
      ['Back', 4],
      ['Bach', 1],
    ].map(([choice, count]) => ({ choice: choice as string, count: count as number }));
    expect(nearDoubles(counts)).toEqual([
      { keep: 'Front warm', merge: 'front  Warm' },
      { keep: 'Front warm', merge: 'Front warn' },
    ]);
    expect(nearDoubles([])).toEqual([]);
  });
  test('purposes are renamed everywhere as well', () => {
    const before = textCounts(demo, 'purpose').find(({ choice }) => choice === 'Front warm')!.count;
    const show = apply(demo, renameText(demo, 'purpose', 'Front warm', 'Warm front'));
    expect(textCounts(show, 'purpose').find(({ choice }) => choice === 'Warm front')!.count).toBe(before);
    expect(textCounts(show, 'purpose').some(({ choice }) => choice === 'Front warm')).toBe(false);
  });
  test('a value that is emptied leaves no trace in the record', () => {
    const [fixture] = some;
    expect(withValue(withValue(fixture!, column.id, 'Dock'), column.id, '')).toEqual(fixture);
    expect(foldedChoice(' A_b-C.d ')).toBe('a b c d');
  });
  test('through the fields of the Ledger', () => {
    const name = `own ${column.id}` as const;
    const typed = typeField(base, some[0]!, null, name, 'DOCK');
    expect(typed.ok && fieldText(base, typed.fixture, null, name)).toBe('Dock');
    expect(fieldOf(base, name)?.title).toBe(column.name);
    expect(typeField(base, some[0]!, null, `own ${id(99)}`, 'x').ok).toBe(false);
    const rented = typeField(base, some[0]!, null, 'rental', 'Marrow Hire');
    expect(rented.ok && rented.fixture.rental).toBe('Marrow Hire');
    const back = typeField(base, (rented as { fixture: Fixture }).fixture, null, 'rental', 'no');
    expect(back.ok && 'rental' in back.fixture).toBe(false);
    expect(fieldsInOrder(base)).toEqual([column]);
  });
});

test('choices are listed by commas, each once, whatever its capitals and blanks', () =>
  expect(choicesIn(' Store 1, store  2;STORE 1\n,, Van ')).toEqual(['Store 1', 'store 2', 'Van']));
