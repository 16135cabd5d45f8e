/** One text for the channels of a unit. */
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { channelsIn, idText } from './identity.js';

test('what follows on each other is a range, all else a list', () => {
  expect(idText(['12'])).toBe('12');
  expect(idText(['151', '152', '153'])).toBe('151-153');
  expect(idText(['151', '153'])).toBe('151 + 153');
  expect(idText(['4A', '4B'])).toBe('4A + 4B');
  expect(idText(['7', '7'])).toBe('7');
  expect(idText(['', ''])).toBe('');
});
test('a range of as many cells is read as theirs; a text that is no list is the channel of each', () => {
  expect(channelsIn('151-153', 3)).toEqual(['151', '152', '153']);
  expect(channelsIn('151-160', 3)).toEqual(['151-160', '151-160', '151-160']);
  expect(channelsIn('5', 2)).toEqual(['5', '5']);
  expect(channelsIn('5 + 6', 1)).toEqual(['5 + 6']);
});
test('channels of several cells, all there and no two alike, come back as they were', () => {
  const channel = fc.oneof(fc.integer({ min: 1, max: 99_999 }).map(String), fc.stringMatching(/^[1-9][0-9]?[A-C]$/));
  fc.assert(
    fc.property(fc.uniqueArray(channel, { minLength: 2, maxLength: 8 }), (channels) => {
      expect(channelsIn(idText(channels), channels.length)).toEqual(channels);
    }),
  );
});
