/** Own fields and their pick lists; choosing by fields; the house's stock; parts that are devices. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeDemo } from '#demo/show';
import { channelText } from '../draw/tag-set.js';
import { fieldText, ownField, typeField } from '../paper/fields.js';
import { inventory, rentalSentence } from '../paper/inventory.js';
import { looksLikeQuery, parseQuery, queried, queryFields } from '../paper/query.js';
import { fixtureFootprint, partFootprint } from '../patch/footprint.js';
import { inMode, withDevices } from '../patch/parts.js';
import { adding, apply, edit } from './change.js';
import {
  choiceCounts,
  editDistance,
  fieldsInOrder,
  foldedChoice,
  nearDoubles,
  ownValue,
  readValue,
  renameChoice,
  renameText,
  textCounts,
  withValue,
  writeValues,
} from './fields.js';
import type { Accessory, Fixture, OwnField } from './records.js';
import { faults } from './references.js';
import { all, find, get, type Show } from './show.js';

const demo = makeDemo();
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const field = (type: OwnField['type'], choices: string[] = [], n = 1): OwnField => ({
  id: id(n),
  kind: 'field',
  name: `My ${type}`,
  type,
  order: n,
  choices,
});

describe('values of own fields', () => {
  const read = (type: OwnField['type'], text: string, choices: string[] = []) => {
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
        fc.constantFrom<OwnField['type']>('text', 'number', 'choice', 'date', 'yes or no'),
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
    expect(some.slice(0, 3).map((fixture) => ownValue(get(renamed, 'fixture', fixture.id), column.id))).toEqual([
      'Scene dock',
      'Scene dock',
      'Balcony',
    ]);
    const merged = apply(renamed, renameChoice(renamed, get(renamed, 'field', column.id), 'Scene dock', 'balcony'));
    expect(get(merged, 'field', column.id).choices).toEqual(['Balcony']);
    expect(some.slice(0, 3).map((fixture) => ownValue(get(merged, 'fixture', fixture.id), column.id))).toEqual([
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
  test('the distance of words is a distance', () => {
    const word = fc.string({ maxLength: 8 });
    expect(editDistance('kitten', 'sitting')).toBe(3);
    fc.assert(
      fc.property(word, word, word, (a, b, c) => {
        expect(editDistance(a, a)).toBe(0);
        expect(editDistance(a, b)).toBe(editDistance(b, a));
        expect(editDistance(a, c)).toBeLessThanOrEqual(editDistance(a, b) + editDistance(b, c));
      }),
    );
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
    expect(ownField(base, name)).toBe(column);
    expect(typeField(base, some[0]!, null, `own ${id(99)}`, 'x').ok).toBe(false);
    const rented = typeField(base, some[0]!, null, 'rental', 'Marrow Hire');
    expect(rented.ok && rented.fixture.rental).toBe('Marrow Hire');
    const back = typeField(base, (rented as { fixture: Fixture }).fixture, null, 'rental', 'no');
    expect(back.ok && 'rental' in back.fixture).toBe(false);
    expect(fieldsInOrder(base)).toEqual([column]);
  });
});

describe('choosing by fields', () => {
  const column = { ...field('choice', ['Dock'], 3), name: 'Store place' };
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
    const [a, b, c] = ['position = LX 1', 'position = LX 2', 'colour = L 112'];
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
});

describe('the stock of the house', () => {
  const aster = all(demo, 'type').find((type) => type.name === 'Aster 26')!;
  const used = all(demo, 'fixture').filter((fixture) => fixture.type === aster.id);
  test('says what is over and what must be rented; rented units are not asked of the house', () => {
    const show = apply(demo, edit([aster], { owned: used.length - 4 }));
    const of = (shown: Show) => inventory(shown).find(({ record }) => record.id === aster.id)!;
    expect(of(show)).toMatchObject({ used: used.length, over: 0, toRent: 4, rented: 0 });
    expect(rentalSentence(inventory(show))).toContain('4 Aster 26');
    const marked = apply(show, edit(used.slice(0, 3), { rental: 'Marrow Hire' }));
    expect(of(marked)).toMatchObject({ rented: 3, toRent: 1 });
    expect(of(apply(demo, edit([aster], { owned: used.length + 2 })))).toMatchObject({ over: 2, toRent: 0 });
    const flood = inventory(demo).find(({ record }) => record.name === 'Broadside')!;
    expect(flood).toMatchObject({ owned: null, over: null, toRent: null });
  });
  test('used, rented and owned always add up', () => {
    fc.assert(
      fc.property(fc.nat(60), fc.subarray([...used]), (owned, rented) => {
        const show = apply(demo, edit([aster], { owned }));
        const row = inventory(
          apply(
            show,
            edit(
              rented.map((fixture) => get(show, 'fixture', fixture.id)),
              { rental: 'x' },
            ),
          ),
        ).find(({ record }) => record.id === aster.id)!;
        expect(row.used - row.rented + row.over!).toBe(owned + row.toRent!);
      }),
    );
  });
});

describe('parts', () => {
  const scroller: Accessory = { id: id(20), kind: 'accessory', name: 'Scroller 8', form: 'scroller', stock: 4, slots: 2 };
  const base = apply(demo, adding(scroller));
  const [fixture] = all(base, 'fixture').filter((item) => item.parts.length === 1);
  test('a device that is hung becomes a part with slots of its own, and goes with it', () => {
    const hung = withDevices(base, { ...fixture!, accessories: [scroller.id] });
    expect(hung.parts.map((part) => [part.name, part.slots])).toEqual([
      ['', undefined],
      ['Scroller 8', 2],
    ]);
    const show = apply(base, edit([fixture!], hung));
    expect(faults(show)).toEqual([]);
    expect(partFootprint(show, hung, 1)).toBe(2);
    expect(fixtureFootprint(show, hung)).toBe(fixtureFootprint(base, fixture!) + 2);
    expect(withDevices(show, hung)).toBe(hung);
    // One body with several channels: the lamp's, then the device's.
    const numbered = { ...hung, parts: hung.parts.map((part, i) => ({ ...part, channel: i ? '901' : '12' })) };
    expect(channelText(numbered)).toBe('12 + 901');
    expect(channelText({ ...numbered, parts: numbered.parts.map((part) => ({ ...part, channel: '12' })) })).toBe('12');
    const { accessories, ...off } = hung;
    expect(withDevices(show, off).parts).toEqual(fixture!.parts);
  });
  test('a change of mode keeps the devices, and the cells that are in both', () => {
    const type = all(base, 'type').find((item) => item.name === 'Skyline 3')!;
    const three = { name: 'three', channels: [1, 2, 3].map((n) => ({ attribute: 'Dimmer', offset: [1], break: n })) };
    const two = { name: 'two', channels: three.channels.slice(0, 2) };
    const wide = { ...type, modes: [three, two] };
    const hung = withDevices(base, {
      ...fixture!,
      accessories: [scroller.id],
      parts: fixture!.parts.map((part) => ({ ...part, channel: '7', address: 9 })),
    });
    const cells = inMode(hung, wide, 'three');
    expect(cells.parts.map((part) => [part.name, part.channel, part.address])).toEqual([
      ['cell 1', '7', 9],
      ['cell 2', '7', null],
      ['cell 3', '7', null],
      ['Scroller 8', '', null],
    ]);
    expect(inMode(cells, wide, 'two').parts).toHaveLength(3);
    expect(inMode(inMode(cells, wide, 'two'), wide, 'three').parts[1]).toEqual(cells.parts[1]);
    expect(find(base, 'accessory', scroller.id)).toBe(scroller);
  });
});
