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
      ['Sm d8', full],
      ['Sm d4', full / 2],
      ['Sm d2', full / 4],
      ['Sm d1', full / 8],
      ['Sm t2', -full / 4],
      ['Sm t1', -full / 8],
    ];
    // McCamy is good to a few mired between 2800 and 6500 K; what the formula adds for the bare source is taken away.
    for (const [name, shift] of wanted) expect(Math.abs(lookOf(code(name)).shift! - shift)).toBeLessThan(4);
    expect(lookOf(code('Sm d8')).kelvin!).toBeGreaterThan(5400);
    expect(lookOf(code('Sm t8')).kelvin!).toBeLessThan(2400);
  });
  test('two halves are a full, and there and back is neutral', () => {
    const twice = lookOfCurve(stacked(curveOf(code('Sm d4')), curveOf(code('Sm d4'))));
    expect(twice.shift!).toBeCloseTo(lookOf(code('Sm d8')).shift!, -1);
    const back = lookOfCurve(stacked(correction(-133.929), correction(133.929, 5600)));
    expect(Math.abs(back.shift!)).toBeLessThan(1);
  });
  test('neutrals pass halves and do not tint', () => {
    expect(lookOf(code('Sm n2')).passes).toBeCloseTo(0.5, 6);
    expect(lookOf(code('Sm n4')).passes).toBeCloseTo(0.25, 6);
    expect(Math.abs(lookOf(code('Sm n6')).shift!)).toBeLessThan(0.01);
  });
  test('deep blue passes little and has no colour temperature; red is red and blue is blue on the screen', () => {
    const deep = lookOf(code('Sm 10f'));
    expect(deep.passes).toBeLessThan(0.06);
    expect(deep.kelvin).toBeNull();
    const channel = (name: string, i: number) => Number.parseInt(code(name).rgb.slice(1 + 2 * i, 3 + 2 * i), 16);
    expect(channel('Sm 1d', 0)).toBeGreaterThan(3 * channel('Sm 1d', 1));
    expect(channel('Sm 10f', 2)).toBeGreaterThan(2 * channel('Sm 10f', 0));
    expect(channel('Sm 5c', 1)).toBeGreaterThan(1.5 * channel('Sm 5c', 0));
  });
});

describe('a colour field', () => {
  test('a code says the hour of the hue, and letters go on as less light passes', () => {
    const hours = new Map<number, Filter[]>();
    for (const filter of book) {
      const [, hour, letter] = /^Sm (\d+)([a-z])$/.exec(filter.code) ?? [];
      if (!hour || !letter) continue;
      const [, a, b] = labOfHex(lookOf(filter).rgb);
      const angle = (Math.atan2(b, a) * 180) / Math.PI;
      const away = Math.abs(((angle - 30 * Number(hour) + 540) % 360) - 180);
      expect([filter.code, away <= 15.001]).toEqual([filter.code, true]);
      hours.set(Number(hour), [...(hours.get(Number(hour)) ?? []), filter]);
    }
    expect([...hours.values()].flat()).toHaveLength(48);
    for (const list of hours.values()) {
      const byLight = [...list].sort((a, b) => lookOf(b).passes - lookOf(a).passes).map((filter) => filter.code.at(-1));
      expect(byLight).toEqual([...'abcdefghijkl'].slice(0, list.length));
    }
  });
  test('finds codes whatever their blanks and capitals, and writes them as the book does', () => {
    expect(filterOf(book, 'sm3a')!.code).toBe('Sm 3a');
    expect(writtenColour(book, 'sm3a+ smN2')).toBe('Sm 3a + Sm n2');
    expect(writtenColour(book, 'X 9 + Sm3a')).toBe('X 9 + Sm 3a');
    expect(writtenColour(book, '#FFAA00')).toBe('#ffaa00');
  });
  test('two filters multiply point by point', () => {
    const both = colourOf(book, 'Sm 2c + Sm 8a');
    expect(both.filters.map((filter) => filter.code)).toEqual(['Sm 2c', 'Sm 8a']);
    expect(both.passes!).toBeCloseTo(lookOfCurve(stacked(curveOf(code('Sm 2c')), curveOf(code('Sm 8a')))).passes, 9);
    expect(colourOf(book, 'Sm 2c + Sm n2').passes!).toBeCloseTo(lookOf(code('Sm 2c')).passes / 2, 6);
  });
  test('open, a colour of its own, and what is not known', () => {
    for (const text of ['', 'NC', 'open', 'n/c'])
      expect(colourOf(book, text)).toMatchObject({ rgb: null, passes: 1, unknown: [] });
    expect(colourOf(book, '#FFAA00')).toMatchObject({ rgb: '#ffaa00', passes: 1 });
    expect(colourOf(book, 'Q 1 + Sm 3a')).toMatchObject({ unknown: ['Q 1'], passes: null });
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
    expect(lookOf(code('Sm 1d'), 'lamp 5600 K').passes).toBeLessThan(lookOf(code('Sm 1d')).passes);
    expect(lookOf(code('Sm 1d'), 'white LED').rgb).not.toBe(lookOf(code('Sm 1d')).rgb);
  });
});
