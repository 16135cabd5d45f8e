/** What cells say: the check values and the hostile table of reference formats 8, line by line. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { show } from '../ledger/ledger.arb.js';
import { formatAddress, parseAddress } from '../patch/address.js';
import { came, list } from './back.arb.js';
import { columnsIn } from './headings.js';
import { addressSaid, areDotted, cellSaid, lengthSaid, sameColour, unitOfHeading, zeroesLost } from './values.js';

const alone = { universe: '', dotted: false };
const absolute = (text: string, beside = alone): number | null | string => {
  const said = addressSaid(text, beside);
  if (!said.ok) return said.why;
  const read = parseAddress(said.text);
  return read.ok ? read.address : read.why;
};

describe('addresses (reference formats 8.4)', () => {
  test.each([
    ['1.101', 101],
    ['1/101', 101],
    ['1:101', 101],
    ['1-101', 101],
    ['1 101', 101],
    ['A101', 101],
    ['A-101', 101],
    ['A/101', 101],
    ['A 101', 101],
    ['101', 101],
    ['2.101', 613],
    ['B101', 613],
    ['613', 613],
    ['U2 A101', 613],
    ['u2.101', 613],
    ['[2] 101', 613],
    ['2,101', 613],
    ['2.101-2.116', 613],
    ['1/512', 512],
    ['2.1', 513],
    ['AA1', 13313],
  ])('%s is %i', (text, wanted) => {
    expect(absolute(text)).toBe(wanted);
  });
  test.each(['', '-', '0', '0.0', 'TBD', 'n/a'])('"%s" is unpatched', (text) => {
    expect(absolute(text)).toBeNull();
  });
  test.each(['1.513', '-5', '64000.1', 'abc', '99999999999', '1.0'])('%s is answered in a sentence', (text) => {
    expect(absolute(text)).toMatch(/\.$/);
  });
  test.each(['02-Jan', '2-Jan', 'Jan 2', '2024-01-02'])('%s is a date that a spreadsheet made, and that is said', (text) => {
    expect(absolute(text)).toMatch(/is a date: a spreadsheet has taken an address such as 1\/2 for one/);
  });
  test('a day as a number is a date only where the others have their universes', () => {
    expect(absolute('45293')).toBe(45293);
    expect(absolute('45293', { universe: '', dotted: true })).toMatch(/is a date/);
  });
  test('a bare slot goes with the universe beside it, a figure or a letter; a whole address does not', () => {
    expect(absolute('101', { universe: '2', dotted: false })).toBe(613);
    expect(absolute('101', { universe: 'B', dotted: false })).toBe(613);
    expect(absolute('101', { universe: 'Universe 2', dotted: false })).toBe(613);
    expect(absolute('613', { universe: '1', dotted: false })).toBe(613);
    expect(absolute('3.7', { universe: '2', dotted: false })).toBe(1031);
  });
  test('law: every address that we write is read as itself', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 63999 * 512 }), (address) => {
        expect(absolute(formatAddress(address))).toBe(address);
      }),
    );
  });
  test('columns are told apart: with universes or without, with their zeros or cut', () => {
    expect(areDotted(['1.1', '1.2', '7'])).toBe(true);
    expect(areDotted(['1', '2', '1.3'])).toBe(false);
    const cut = Array.from({ length: 25 }, (_, i) => `1.${i * 2 + 1}`);
    expect(zeroesLost(cut)).toBe(true);
    expect(zeroesLost([...cut, '1.20'])).toBe(false);
    expect(zeroesLost(cut.slice(0, 20))).toBe(false);
  });
});

describe('other cells', () => {
  test('lengths: feet and inches, decimal commas, the unit of the heading', () => {
    // 150.5 in times 25.4.
    expect(lengthSaid('12\'-6 1/2"', 'imperial')).toBeCloseTo(3822.7, 6);
    expect(lengthSaid('1,25', 'metric')).toBe(1250);
    expect(lengthSaid('1.25', 'metric')).toBe(1250);
    expect(lengthSaid('1250', 'metric', 'mm')).toBe(1250);
    expect(lengthSaid('-3.5', 'metric')).toBe(-3500);
    expect(lengthSaid('', 'metric')).toBeNull();
    expect(['X (mm)', 'Trim ft', 'Y', 'X [m]'].map(unitOfHeading).slice(0, 3)).toEqual(['mm', 'ft', '']);
  });
  test('a channel in brackets is that channel; ways to say no colour are one', () => {
    expect(cellSaid('channel', '(101)', alone)).toEqual({ ok: true, text: '101' });
    for (const text of ['NC', 'N/C', 'n/c', 'OW', 'open', '']) expect(sameColour(text, '')).toBe(true);
    expect(sameColour('Sm 3a', '')).toBe(false);
    expect(cellSaid('colour', 'N/C', alone)).toEqual({ ok: true, text: 'NC' });
  });
  test('two columns of one field: the first counts, and the other says so', () => {
    const columns = columnsIn(show, ['Channel', 'Chan', 'Address']);
    expect(columns.map(({ to, by }) => [to, by])).toEqual([
      ['channel', 'own'],
      ['', 'twice'],
      ['address', 'own'],
    ]);
    // What is said by hand goes before what was guessed.
    expect(columnsIn(show, ['Channel', 'Mine'], new Map(), { 1: 'channel' }).map(({ to }) => to)).toEqual(['', 'channel']);
  });
  test('U# is the unit and U the universe; units in brackets and signs are no part of a heading', () => {
    expect(columnsIn(show, ['U#', 'U', 'Channel #', 'X (m)', 'unit_number']).map(({ to }) => to)).toEqual([
      'unit',
      'universe',
      'channel',
      'x',
      '',
    ]);
  });
  test('what was taught of a sender wins over the usual word', () => {
    const taught = new Map([['control', 'dimmer']]);
    expect(columnsIn(show, ['Control'])[0]).toMatchObject({ to: 'channel', by: 'word' });
    expect(columnsIn(show, ['Control'], taught)[0]).toMatchObject({ to: 'dimmer', by: 'taught' });
  });
  test('markup stays text; huge figures and rubbish are told in their place, and nothing is changed', () => {
    const [unit] = [...show.records.values()].filter(({ kind }) => kind === 'fixture');
    const channel = unit?.kind === 'fixture' ? (unit.parts[0]?.channel ?? '') : '';
    const found = came(
      show,
      list(['Channel', 'Purpose', 'Address'], [[channel, '<script>alert(1)</script>', '9'.repeat(40)]]),
      'channel',
    );
    expect(found.differences.map(({ title, to, why }) => [title, to.slice(0, 12), why === null])).toEqual([
      ['Purpose', '<script>aler', true],
      ['Address', '999999999999', false],
    ]);
  });
});
