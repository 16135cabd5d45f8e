/** Filters: the shipped book, stacking, colour fields, nearest. Check values of reference calculations 7. */
import { describe, expect, test } from '@jest/globals';
import { BOOK, book, correction } from '#demo/book';
import { types } from '#demo/types';
import type { Filter } from '../model/records.js';
import { filterOf, writtenColour } from './codes.js';
import { colourOf, curveOf, labOfHex, lookOf, lookOfCurve, nearest } from './filter.js';
import { spectrumBy, stacked } from './spectrum.js';
import { miredShift } from './xyz.js';

const code = (text: string): Filter => filterOf(book, text)!;

describe('the shipped book', () => {
  test('holds 60 filters with codes, names, curves and colours of their own', () => {
    expect(book).toHaveLength(60);
    expect(new Set(book.map((filter) => filter.code)).size).toBe(60);
    expect(new Set(book.map((filter) => filter.name)).size).toBe(60);
    for (const filter of book) {
      expect(filter.book).toBe(BOOK);
      expect(filter.curve!.values.every((value) => value >= 0 && value <= 1)).toBe(true);
      expect(filter.curve!.step).toBeLessThanOrEqual(20);
    }
  });
  test('corrections shift by what they say, through McCamy, whichever way', () => {
    const full = miredShift(3200, 5600);
    const wanted: [string, number][] = [
      ['C 01', full],
      ['C 02', full / 2],
      ['C 03', full / 4],
      ['C 04', full / 8],
      ['C 07', -full / 4],
      ['C 08', -full / 8],
    ];
    // McCamy is good to a few mired between 2800 and 6500 K; what the formula adds for the bare source is taken away.
    for (const [name, shift] of wanted) expect(Math.abs(lookOf(code(name)).shift! - shift)).toBeLessThan(4);
    expect(lookOf(code('C 01')).kelvin!).toBeGreaterThan(5400);
    expect(lookOf(code('C 05')).kelvin!).toBeLessThan(2400);
  });
  test('two halves are a full, and there and back is neutral', () => {
    const twice = lookOfCurve(stacked(curveOf(code('C 02')), curveOf(code('C 02'))));
    expect(twice.shift!).toBeCloseTo(lookOf(code('C 01')).shift!, -1);
    const back = lookOfCurve(stacked(correction(-133.929), correction(133.929, 5600)));
    expect(Math.abs(back.shift!)).toBeLessThan(1);
  });
  test('neutrals pass halves and do not tint', () => {
    expect(lookOf(code('N 30')).passes).toBeCloseTo(0.5, 6);
    expect(lookOf(code('N 60')).passes).toBeCloseTo(0.25, 6);
    expect(Math.abs(lookOf(code('N 90')).shift!)).toBeLessThan(0.01);
  });
  test('deep blue passes little and has no colour temperature; red is red and blue is blue on the screen', () => {
    const deep = lookOf(code('L 230'));
    expect(deep.passes).toBeLessThan(0.06);
    expect(deep.kelvin).toBeNull();
    const channel = (name: string, i: number) => Number.parseInt(code(name).rgb.slice(1 + 2 * i, 3 + 2 * i), 16);
    expect(channel('L 510', 0)).toBeGreaterThan(3 * channel('L 510', 1));
    expect(channel('L 230', 2)).toBeGreaterThan(2 * channel('L 230', 0));
    expect(channel('L 325', 1)).toBeGreaterThan(1.5 * channel('L 325', 0));
  });
});

describe('a colour field', () => {
  test('finds codes whatever their blanks and capitals, and writes them as the book does', () => {
    expect(filterOf(book, 'l112')!.code).toBe('L 112');
    expect(writtenColour(book, 'l112+ n30')).toBe('L 112 + N 30');
    expect(writtenColour(book, 'X 9 + L112')).toBe('X 9 + L 112');
    expect(writtenColour(book, '#FFAA00')).toBe('#ffaa00');
  });
  test('two filters multiply point by point', () => {
    const both = colourOf(book, 'L 118 + L 204');
    expect(both.filters.map((filter) => filter.code)).toEqual(['L 118', 'L 204']);
    expect(both.passes!).toBeCloseTo(lookOfCurve(stacked(curveOf(code('L 118')), curveOf(code('L 204')))).passes, 9);
    expect(colourOf(book, 'L 118 + N 30').passes!).toBeCloseTo(lookOf(code('L 118')).passes / 2, 6);
  });
  test('open, a colour of its own, and what is not known', () => {
    for (const text of ['', 'NC', 'open', 'n/c'])
      expect(colourOf(book, text)).toMatchObject({ rgb: null, passes: 1, unknown: [] });
    expect(colourOf(book, '#FFAA00')).toMatchObject({ rgb: '#ffaa00', passes: 1 });
    expect(colourOf(book, 'Q 1 + L 112')).toMatchObject({ unknown: ['Q 1'], passes: null });
  });
  test('a filter without a curve gets one from its colour, with the transmission that it names', () => {
    const bare: Filter = { id: types.flood.id, kind: 'filter', code: 'A', name: '', rgb: '#2050c0', transmission: 0.08 };
    expect(lookOf(bare).passes).toBeCloseTo(0.08, 2);
    const { rgb } = lookOf(bare);
    expect(Number.parseInt(rgb.slice(5), 16)).toBeGreaterThan(Number.parseInt(rgb.slice(1, 3), 16));
  });
});

describe('nearest in the book', () => {
  test('a filter stands nearest to itself, with no difference', () => {
    for (const filter of book) {
      const [first] = nearest(lookOf(filter).lab, book, 'lamp 3200 K', 1);
      expect(first!.difference).toBeLessThan(1e-9);
    }
  });
  test('is ordered, and hue first forgives lightness', () => {
    const list = nearest(labOfHex('#f0a040'), book, 'lamp 3200 K', 60);
    expect(list.map((item) => item.difference)).toEqual([...list.map((item) => item.difference)].sort((a, b) => a - b));
    const dark = lookOfCurve(spectrumBy((nm) => (nm > 560 ? 0.2 : 0.002)));
    const [plain] = nearest(dark.lab, book, 'lamp 3200 K', 1);
    const [hue] = nearest(dark.lab, book, 'lamp 3200 K', 1, true);
    expect(hue!.difference).toBeLessThanOrEqual(plain!.difference);
  });
  test('looks depend on the source', () => {
    expect(lookOf(code('L 510'), 'lamp 5600 K').passes).toBeLessThan(lookOf(code('L 510')).passes);
    expect(lookOf(code('L 510'), 'white LED').rgb).not.toBe(lookOf(code('L 510')).rgb);
  });
});
