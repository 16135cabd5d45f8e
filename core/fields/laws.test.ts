/** How single fields are typed, counted and asked, where that is not the same for all. */
import { describe, expect, test } from '@jest/globals';
import { makeFixture, makePart } from '../model/make.js';
import type { Fixture, Part } from '../model/records.js';
import { baseRecords, fixtureLayer, idOf, pipe, plainType, SHOW } from '../model/show.arb.js';
import { showOf } from '../model/show.js';
import { fieldOf, fieldText, tagText, typeField } from './index.js';

const type = {
  ...plainType,
  id: idOf(5),
  watts: 0,
  weight: 0,
  modes: [{ name: 'm', channels: [1, 2, 3].map((n) => ({ attribute: 'Dimmer', offset: [n], break: 1 })) }],
};
const fixtureOf = (more: Partial<Fixture> = {}, ...parts: Partial<Part>[]): Fixture => {
  const made = makeFixture(idOf(100), fixtureLayer, type, pipe, 1000, more);
  return parts.length ? { ...made, parts: parts.map((part) => makePart(part)) } : made;
};
const show = showOf(SHOW, [...baseRecords, type, fixtureOf()]);
const typed = (fixture: Fixture, id: string, text: string, part: number | null = null): Fixture => {
  const made = typeField(show, fixture, part, id, text);
  if (!made.ok) throw new Error(made.why);
  return made.fixture;
};
const key = (id: string, fixture: Fixture, part: number) => fieldOf(show, id)?.run?.scope(fixture, part);

describe('rented from', () => {
  test.each(['', 'no', 'No', 'N', '-'])('"%s" takes the mark away', (text) =>
    expect(typed(fixtureOf({ rental: 'Lowmoor Hire' }), 'rental', text)).not.toHaveProperty('rental'),
  );
  test.each(['yes', 'Lowmoor Hire', 'nobody', 'no one', '--'])('"%s" stands as it is written', (text) =>
    expect(typed(fixtureOf(), 'rental', text).rental).toBe(text),
  );
});

describe('where a value may stand once', () => {
  const fed = fixtureOf({}, { circuit: 'E1', multicable: 'M1' }, { circuit: 'E2' });
  test('unit numbers by position, dimmers and channels everywhere, circuits nowhere', () => {
    expect(key('unit', fed, 0)).toBe(pipe.id);
    expect([key('channel', fed, 0), key('dimmer', fed, 1)]).toEqual(['', '']);
    expect([key('circuit', fed, 0), key('multicable', fed, 0), key('address', fed, 0)]).toEqual([null, null, null]);
  });
  test('circuit numbers within the circuit of their part, ways within its multicable; a part that is not there counts as the first', () => {
    expect([0, 1, 9].map((part) => key('circuitNumber', fed, part))).toEqual(['E1', 'E2', 'E1']);
    expect([0, 1, 9].map((part) => key('way', fed, part))).toEqual(['M1', '', 'M1']);
  });
});

describe('what follows', () => {
  test('universes: of a part, of all, each once', () => {
    const fixture = fixtureOf({}, { address: 1 }, { address: 513 }, { address: null }, { address: 600 });
    expect([null, 0, 1, 2, 3].map((part) => fieldText(show, fixture, part, 'universe'))).toEqual(['1 / 2', '1', '2', '', '2']);
  });
  test('slots of all parts are summed; figures that are 0 are not written', () => {
    const fixture = fixtureOf();
    expect(fieldText(show, fixture, null, 'slots')).toBe('3');
    const two = fixtureOf({}, {}, { slots: 4 });
    expect([null, 0, 1].map((part) => fieldText(show, two, part, 'slots'))).toEqual(['7', '3', '4']);
    expect([
      fieldText(show, fixture, null, 'watts'),
      tagText(show, fixture, 'watts'),
      fieldText(show, fixture, null, 'weight'),
    ]).toEqual(['', '', '']);
  });
  test('a fixture that is no spare says nothing, and is asked as one that is none', () => {
    expect([true, false].map((spare) => fieldText(show, fixtureOf({ spare }), null, 'spare'))).toEqual(['yes', '']);
    expect([true, false].map((spare) => fieldOf(show, 'spare')?.ask?.(show, fixtureOf({ spare })))).toEqual([['yes'], ['no']]);
  });
});

describe('how long a text may be', () => {
  test.each([
    ['unit', 20],
    ['channel', 200],
  ])('%s: %i characters, and not one more', (id, most) => {
    expect(typed(fixtureOf(), id, 'x'.repeat(most))).toBeDefined();
    expect(() => typed(fixtureOf(), id, 'x'.repeat(most + 1))).toThrow(`at most ${most} characters`);
  });
  test('a way of feeding is cut at 200', () => {
    const long = 'x'.repeat(300);
    expect(typed(fixtureOf(), 'dimmer', long).parts[0]!.dimmer).toHaveLength(200);
    expect(typed(fixtureOf(), 'circuit', long).parts[0]!.circuit).toHaveLength(200);
  });
});
