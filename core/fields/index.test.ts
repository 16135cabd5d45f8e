/** The one list of fields: what holds for every one of them, and the words it is known by. */
import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { adding, apply } from '../model/change.js';
import { foldedChoice } from '../model/fields.js';
import type { CustomField } from '../model/records.js';
import { idOf } from '../model/show.arb.js';
import { all, get } from '../model/show.js';
import {
  fieldNamed,
  fieldOf,
  fieldsOf,
  fieldText,
  fieldWord,
  onCard,
  runFieldsOf,
  tagText,
  typeField,
  usualFields,
} from './index.js';

const crew: CustomField = { id: idOf(800), kind: 'field', name: 'Crew', type: 'choice', order: 1, choices: ['Deck', 'Fly'] };
const show = apply(makeDemo(), adding(crew));
const own = `own ${crew.id}`;
const fixtures = all(show, 'fixture');

describe('the list', () => {
  test('names each field once, by id and by heading; columns of the show follow', () => {
    expect(new Set(usualFields.map(({ id }) => id)).size).toBe(usualFields.length);
    expect(new Set(usualFields.map(({ title }) => foldedChoice(title))).size).toBe(usualFields.length);
    expect(fieldsOf(show).at(-1)).toMatchObject({ id: own, title: 'Crew' });
    expect(fieldOf(show, own)).toBe(fieldOf(show, own));
    expect([fieldOf(show, 'what'), fieldOf(show, `own ${idOf(9)}`)]).toEqual([undefined, undefined]);
  });
  test('what a field says can be typed back, and changes nothing but the spelling', () => {
    for (const fixture of fixtures.slice(0, 60))
      for (const { id, of, type } of fieldsOf(show)) {
        if (!type) continue;
        for (const part of of === 'part' ? fixture.parts.keys() : [null]) {
          const text = fieldText(show, fixture, part, id);
          const typed = typeField(show, fixture, part, id, text);
          if (!typed.ok) throw new Error(`${id}: ${typed.why}`);
          expect([id, fieldText(show, typed.fixture, part, id)]).toEqual([id, text]);
        }
      }
  });
  test('a fixture says what its only part says', () => {
    for (const fixture of fixtures.filter(({ parts }) => parts.length === 1).slice(0, 60))
      for (const { id, of } of usualFields)
        if (of === 'part') expect([id, fieldText(show, fixture, null, id)]).toEqual([id, fieldText(show, fixture, 0, id)]);
  });
  test('what follows from other fields is not typed; what is not there is said', () => {
    const [fixture] = fixtures;
    expect(typeField(show, fixture!, null, 'height', '6')).toEqual({
      ok: false,
      why: 'Height follows from other fields and is not typed.',
    });
    expect(typeField(show, fixture!, null, 'what', '6')).toEqual({ ok: false, why: 'There is no field named "what".' });
    expect(typeField(show, fixture!, null, `own ${idOf(9)}`, '6')).toEqual({
      ok: false,
      why: 'This column was taken away in the meantime.',
    });
  });
});

describe('words', () => {
  test('a field is found by its id, heading, name and other words; the show’s own columns go first', () => {
    const id = (word: string) => fieldNamed(show, word, foldedChoice)?.id;
    expect(
      [
        'circuitNumber',
        'Circuit no.',
        'circuit  NUMBER',
        'color',
        'unit number',
        'instrument type',
        'wattage',
        'rented from',
        'crew',
      ].map(id),
    ).toEqual(['circuitNumber', 'circuitNumber', 'circuitNumber', 'colour', 'unit', 'type', 'watts', 'rental', own]);
    const twin = apply(show, adding({ ...crew, id: idOf(801), name: 'Channel' }));
    expect(fieldNamed(twin, 'channel')?.id).toBe(`own ${idOf(801)}`);
    expect(id('what')).toBeUndefined();
    expect([fieldWord(show, 'channel'), fieldWord(show, own), fieldWord(show, 'own gone')]).toEqual([
      'channel',
      'Crew',
      'own gone',
    ]);
  });
});

describe('who uses them', () => {
  test('runs offer them in the order of the work, the own ones last', () =>
    expect(runFieldsOf(show).map(({ id }) => id)).toEqual([
      'channel',
      'unit',
      'dimmer',
      'circuit',
      'circuitNumber',
      'multicable',
      'way',
      'address',
      'name',
      own,
    ]));
  test('the Card shows the feed together, and at its end the own columns before rental and notes', () => {
    expect(onCard(show, 'feed').map(({ id }) => id)).toEqual(['circuit', 'circuitNumber', 'dimmer', 'multicable', 'way']);
    expect(onCard(show, 'end').map(({ id }) => id)).toEqual([own, 'rental', 'name', 'pen', 'finish', 'notes']);
    expect(onCard(show, 'end')[0]!.card!.offers!(show)).toEqual(['Deck', 'Fly']);
  });
  test('tags show any of them: dimmer, multicable, notes and columns of the show too', () => {
    const [first] = fixtures;
    const dressed = {
      ...first!,
      notes: 'check',
      own: { [crew.id]: 'Deck' },
      parts: first!.parts.map((part) => ({ ...part, dimmer: '12', multicable: 'M3' })),
    };
    expect(['dimmer', 'multicable', 'notes', own, 'watts', 'gone'].map((id) => tagText(show, dressed, id))).toEqual([
      '12',
      'M3',
      'check',
      'Deck',
      `${get(show, 'type', first!.type).watts} W`,
      '',
    ]);
  });
});

describe('columns of the Ledger', () => {
  /** What stands there before anybody chose, with its width in px at which its heading and its usual values are read: common practice, no source. */
  const usual: readonly (readonly [string, string, number])[] = [
    ['position', 'Position', 110],
    ['unit', 'Unit', 56],
    ['channel', 'Channel', 78],
    ['address', 'Address', 132],
    ['type', 'Type', 150],
    ['mode', 'Mode', 90],
    ['purpose', 'Purpose', 140],
    ['colour', 'Colour', 112],
    ['notes', 'Notes', 140],
    ['circuit', 'Circuit', 78],
  ];
  const wide = Object.fromEntries(usualFields.flatMap(({ id, column }) => (column ? [[id, column.width]] : [])));
  test('the usual ones, as they stand from left to right', () =>
    expect(
      usualFields.flatMap(({ id, title, column }) => (column?.comes === 'always' ? [[id, title, column.width]] : [])).sort(),
    ).toEqual([...usual].sort()));
  test('those that come when something stands in them, and those that are chosen', () => {
    const coming = (when: string) =>
      Object.fromEntries(usualFields.flatMap(({ id, column }) => (column?.comes === when ? [[id, column.width]] : [])));
    expect(coming('when filled')).toEqual({
      circuitNumber: 78,
      dimmer: 72,
      multicable: 86,
      way: 56,
      gobo: 70,
      rental: 100,
      name: 130,
      pen: 64,
      finish: 64,
    });
    expect(coming('when chosen')).toEqual({
      universe: 76,
      slots: 60,
      height: 70,
      throw: 70,
      angle: 60,
      lux: 76,
      'area lux': 86,
      'area even': 104,
      layer: 90,
      family: 90,
      maker: 90,
      watts: 70,
      weight: 76,
      aim: 90,
      spare: 60,
    });
  });
  test('every heading fits its column at 12 px: 7.5 px a letter in B612, and 8 of margin', () => {
    const narrow = usualFields.filter(({ id, title }) => id in wide && title.length * 7.5 + 8 > wide[id]!);
    // These are read by their beginnings, and whole in their tips.
    expect(narrow.map(({ id }) => id)).toEqual(['circuitNumber', 'rental'].filter((id) => narrow.some((one) => one.id === id)));
  });
  test('sums have their units; the table of parts on the Card its order', () => {
    expect(usualFields.flatMap(({ id, sum }) => (sum ? [[id, sum]] : []))).toEqual([
      ['slots', 'slots'],
      ['watts', 'W'],
      ['weight', 'kg'],
    ]);
    expect(
      usualFields
        .flatMap(({ inParts }) => inParts ?? [])
        .sort((a, b) => a.order - b.order)
        .map(({ as }) => as),
    ).toEqual(['Chan', 'Address', 'Circuit', 'Colour']);
  });
  test('places in lists are counted from 1, without gaps and without two in one place', () => {
    const counted = (orders: readonly number[]) => expect([...orders].sort((a, b) => a - b)).toEqual(orders.map((_, i) => i + 1));
    counted(usualFields.flatMap(({ run }) => run?.order ?? []));
    counted(usualFields.flatMap(({ inParts }) => inParts?.order ?? []));
  });
});

describe('a name and a pen of its own', () => {
  const [first] = fixtures;
  const typed = (id: string, text: string) => {
    const result = typeField(show, first!, null, id, text);
    return result.ok ? result.fixture : result.why;
  };
  test('a name stands where it is wanted, and is gone when it is cleared', () => {
    const named = typed('name', 'Gobo door 1') as typeof first;
    expect(named!.name).toBe('Gobo door 1');
    expect(fieldText(show, named!, null, 'name')).toBe('Gobo door 1');
    expect(typeField(show, named!, null, 'name', '')).toEqual({
      ok: true,
      fixture: expect.not.objectContaining({ name: expect.anything() }),
    });
    expect(typed('name', 'x'.repeat(201))).toBe('A name is at most 200 characters.');
  });
  test('a pen is one of the small set; ink is the usual one', () => {
    expect((typed('pen', 'Plum') as typeof first)!.pen).toBe('plum');
    expect(typed('pen', 'ink')).not.toHaveProperty('pen');
    expect(typed('pen', 'red')).toContain('The pens are blue, plum, green');
  });
});
