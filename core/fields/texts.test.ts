/** What a fixture of several parts says as a whole. */
import { describe, expect, test } from '@jest/globals';
import { makePart } from '../model/make.js';
import type { Fixture, Part } from '../model/records.js';
import { addressText, channelText, colourText, joined } from './texts.js';

const of = (...parts: Partial<Part>[]): Fixture => ({ parts: parts.map((part) => makePart(part)) }) as unknown as Fixture;

describe('channels', () => {
  test('one part says its own, even without one', () => {
    expect(channelText(of({ channel: '7' }))).toBe('7');
    expect(channelText(of({ channel: '' }))).toBe('');
  });
  test('cells are the first and the last; alike they are one; without any there is nothing', () => {
    expect(channelText(of({ channel: '41' }, { channel: '42' }, { channel: '43' }))).toBe('41-43');
    expect(channelText(of({ channel: '41' }, { channel: '41' }))).toBe('41');
    expect(channelText(of({ channel: '' }, { channel: '42' }))).toBe('42');
    expect(channelText(of({ channel: '' }, { channel: '' }))).toBe('');
  });
  test('devices follow with channels of their own, and not with the channel of the lamp', () => {
    expect(channelText(of({ channel: '12' }, { channel: '901', slots: 2 }))).toBe('12 + 901');
    expect(channelText(of({ channel: '12' }, { channel: '12', slots: 2 }))).toBe('12');
    expect(channelText(of({ channel: '1' }, { channel: '2' }, { channel: '901', slots: 2 }, { channel: '901', slots: 1 }))).toBe(
      '1-2 + 901',
    );
    expect(channelText(of({ channel: '' }, { channel: '901', slots: 2 }))).toBe('901');
  });
});
test('the address is that of the first part that has one', () => {
  expect(addressText(of({ address: null }, { address: 613 }, { address: 1 }))).toBe('2.101');
  expect(addressText(of({ address: null }))).toBe('');
});
test('different values are joined, each once, the empty ones left out', () => {
  expect(joined(['a', '', 'b', 'a'])).toBe('a / b');
  expect(joined(['', ''])).toBe('');
  expect(colourText(of({ colour: 'A 1' }, { colour: '' }, { colour: 'A 2' }))).toBe('A 1 / A 2');
});
