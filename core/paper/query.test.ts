/** Choosing fixtures by their fields, against plain tests of the same thing. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { adding, apply, edit } from '../model/change.js';
import { writeValues } from '../model/fields.js';
import type { CustomField, Fixture } from '../model/records.js';
import { idOf as id } from '../model/show.arb.js';
import { all, get, settingsOf } from '../model/show.js';
import { looksLikeQuery, parseQuery, queried, queryFields } from './query.js';

const demo = makeDemo();

describe('choosing by fields', () => {
  const column = {
    id: id(3),
    kind: 'field',
    name: 'Store place',
    type: 'choice',
    order: 3,
    choices: ['Dock'],
  } satisfies CustomField;
  const base = apply(demo, adding(column));
  const [first] = all(base, 'fixture');
  const show = apply(base, writeValues(base, column, [[first!, 'Dock']]));
  const fixtures = all(show, 'fixture');
  const found = (text: string) => {
    const result = queried(show, text);
    if (!result.ok) throw new Error(result.why);
    return result.fixtures.map((fixture) => fixture.id);
  };
  const by = (test: (fixture: Fixture) => boolean) => fixtures.filter(test).map((fixture) => fixture.id);
  const on = (name: string) => (fixture: Fixture) => get(show, 'position', fixture.position).name === name;
  test('the example of the handbook of this palette', () => {
    const backs = by((fixture) => fixture.purpose.toLowerCase() === 'back warm' && on('LX 2')(fixture));
    expect(found('purpose = back warm and position = LX 2')).toEqual(backs);
    expect(found('PURPOSE="Back  Warm" and (position = lx 2)')).toEqual(backs);
  });
  test('signs: is not, has in it, numbers, addresses, empty', () => {
    expect(found('purpose ~ front')).toEqual(by((fixture) => fixture.purpose.toLowerCase().includes('front')));
    expect(found('position != LX 1')).toEqual(by((fixture) => !on('LX 1')(fixture)));
    expect(found('channel >= 100 and channel < 120')).toEqual(
      by(
        (fixture) =>
          fixture.parts.some((part) => Number(part.channel) >= 100) &&
          fixture.parts.some((part) => part.channel !== '' && Number(part.channel) < 120),
      ),
    );
    expect(found('address = 1/1')).toEqual(found('address = 1.1'));
    expect(found('universe = 2')).toEqual(
      by((fixture) => fixture.parts.some((part) => part.address !== null && part.address > 512 && part.address <= 1024)),
    );
    expect(found('gobo is empty')).toEqual(by((fixture) => fixture.gobo === ''));
    expect(found('gobo is not empty')).toEqual(by((fixture) => fixture.gobo !== ''));
    expect(found('watts > 1000 or family = moving spot')).toEqual(
      by((fixture) => {
        const type = get(show, 'type', fixture.type);
        return type.watts > 1000 || type.family === 'moving spot';
      }),
    );
    expect(found('not type ~ aster')).toEqual(by((fixture) => !get(show, 'type', fixture.type).name.includes('Aster')));
  });
  test('own fields by their names', () => {
    expect(found('store place = dock')).toEqual([first!.id]);
    expect(queryFields(show)).toContain('Store place');
  });
  test('and binds closer than or; brackets turn it', () => {
    const [a, b, c] = ['position = LX 1', 'position = LX 2', 'colour = Sm 3a'];
    expect(found(`${a} or ${b} and ${c}`)).toEqual(found(`${a} or (${b} and ${c})`));
    expect(found(`(${a} or ${b}) and ${c}`).length).toBeLessThan(found(`${a} or ${b} and ${c}`).length);
  });
  test('what is wrong is said', () => {
    for (const [text, why] of [
      ['', 'Write a comparison'],
      ['speed = 3', 'There is no field named "speed"'],
      ['purpose', 'After purpose comes a sign'],
      ['purpose =', 'comes a value'],
      ['purpose = a purpose = b', 'was not expected'],
      ['(purpose = a', 'bracket'],
      ['purpose is blue', 'After "is"'],
      ['= 3', 'begins with a field'],
    ] as const) {
      const result = parseQuery(show, text);
      expect(result.ok ? 'read' : result.why).toContain(why);
    }
  });
  test('any text gives fixtures or a sentence; not turns every answer round', () => {
    const word = fc.constantFrom(
      'purpose',
      'channel',
      '=',
      '!=',
      '~',
      '<',
      'and',
      'or',
      'not',
      '(',
      ')',
      'is',
      'empty',
      'LX',
      '2',
      '"a b"',
      'position',
    );
    fc.assert(
      fc.property(fc.array(word, { maxLength: 9 }), (list) => {
        const text = list.join(' ');
        const result = queried(show, text);
        if (!result.ok) return expect(result.why.length).toBeGreaterThan(10);
        expect(found(`not (${text})`).length).toBe(fixtures.length - result.fixtures.length);
      }),
      { numRuns: 400 },
    );
    expect([looksLikeQuery('purpose = x'), looksLikeQuery('gobo is empty'), looksLikeQuery('hang')]).toEqual([true, true, false]);
  });
  test('each sign at its edge: figures as figures, words by name, addresses as addresses', () => {
    const watts = (text: string) => found(`watts ${text}`).length;
    const is = (test: (watts: number) => boolean) =>
      fixtures.filter((fixture) => test(get(show, 'type', fixture.type).watts)).length;
    expect([watts('< 750'), watts('<= 750'), watts('> 750'), watts('>= 750'), watts('= 750'), watts('!= 750')]).toEqual([
      is((w) => w < 750),
      is((w) => w <= 750),
      is((w) => w > 750),
      is((w) => w >= 750),
      is((w) => w === 750),
      is((w) => w !== 750),
    ]);
    const at = (text: string) => found(`address ${text}`).length;
    const lies = (test: (address: number) => boolean) =>
      fixtures.filter((fixture) => fixture.parts.some((part) => part.address !== null && test(part.address))).length;
    expect([at('< 1.101'), at('<= 1.101'), at('> 1.101'), at('>= 1.101'), at('= 101')]).toEqual([
      lies((a) => a < 101),
      lies((a) => a <= 101),
      lies((a) => a > 101),
      lies((a) => a >= 101),
      lies((a) => a === 101),
    ]);
    // What is empty is neither above nor below.
    expect(found('gobo < zzz').length).toBe(fixtures.filter((fixture) => fixture.gobo !== '').length);
    expect(found('gobo >= a').length).toBe(fixtures.filter((fixture) => fixture.gobo !== '').length);
  });
  test('other words for a field, and fields that are made of others', () => {
    expect(found('color = Sm 3a')).toEqual(found('colour = Sm 3a'));
    expect(found('unit number = 3')).toEqual(found('unit = 3'));
    expect(found('instrument type ~ aster')).toEqual(found('type ~ aster'));
    expect(found('wattage > 700')).toEqual(found('watts > 700'));
    expect(found('spare = no').length).toBe(fixtures.filter((fixture) => !fixture.spare).length);
    expect(found('hang = floor').length).toBe(fixtures.filter((fixture) => fixture.hang === 'floor').length);
    expect(found('aim is empty').length).toBe(fixtures.filter((fixture) => fixture.aim === null).length);
    expect(found('maker ~ a').length).toBe(
      fixtures.filter((fixture) => get(show, 'type', fixture.type).maker.toLowerCase().includes('a')).length,
    );
    const rented = apply(show, edit([get(show, 'fixture', fixtures[0]!.id)], { rental: 'Marrow' }));
    const hired = queried(rented, 'rental = marrow');
    expect(hired.ok && hired.fixtures.map((fixture) => fixture.id)).toEqual([fixtures[0]!.id]);
    expect(settingsOf(rented).id).toBe(rented.id);
  });
});
