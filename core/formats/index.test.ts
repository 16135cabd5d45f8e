import { describe, expect, test } from '@jest/globals';
import { asked, askedNames, endsOf, formatOf, formats } from './index.js';

describe('the list of formats', () => {
  test('ids are unique, and an end means one thing among those that give the same', () => {
    expect(new Set(formats.map(({ id }) => id)).size).toBe(formats.length);
    const ends = formats.flatMap(({ gives, ends: of }) => of.map((end) => `${gives} ${end}`));
    expect(new Set(ends).size).toBe(ends.length);
    for (const end of formats.flatMap((format) => format.ends)) expect(end).toMatch(/^\.[a-z0-9]+$/);
  });

  test('a file is known by the end of its name, whatever its capitals, among what is wanted', () => {
    expect(formatOf('Rig.MVR', 'show')?.id).toBe('mvr');
    expect(formatOf('light.ldt', 'light')?.id).toBe('ldt');
    expect(formatOf('light.txt', 'light', 'list')?.id).toBe('ies');
    expect(formatOf('types.txt', 'type', 'list')?.id).toBe('list');
    expect(formatOf('house.dxf', 'venue')?.id).toBe('dxf');
    expect(formatOf('house.dxf', 'show')).toBeNull();
    expect(endsOf('type', 'shelf', 'list')).toBe('.gdtf,.zip,.csv,.txt,.tsv');
  });

  test('what the server reads can be read', async () => {
    expect(askedNames).toEqual(['mvr', 'show', 'gdtf', 'photometric']);
    for (const name of askedNames) for (const format of asked(name)) expect(typeof (await format.reader())).toBe('function');
    expect(asked('xls')).toEqual([]);
  });
});
