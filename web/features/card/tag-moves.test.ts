/** The place of a tag as it is typed. */
import { describe, expect, test } from '@jest/globals';
import type { TagLine } from '#core/model/records';
import { FAR, movable, movedBy } from './tag-moves';

describe('the place of a tag', () => {
  test.each([
    ['4, -6.5', [4, -6.5]],
    ['4 -6.5', [4, -6.5]],
    ['4,5 6', [4.5, 6]],
    ['4,5; -6,5', [4.5, -6.5]],
    ['+4, 0', [4, 0]],
    [`${FAR}, ${-FAR}`, [FAR, -FAR]],
  ])('%j is %j', (text, by) => expect(movedBy(text)).toEqual(by));
  test.each(['', '4', '4, ', 'right 4', '4, 5, 6', `${FAR + 1}, 0`, `0, ${-FAR - 1}`])('%j is none', (text) =>
    expect(movedBy(text)).toBeNull(),
  );
  test('what stands in the body of the symbol cannot be moved', () => {
    const line = { field: 'unit', place: 'body', size: 2, enclosure: 'none', types: [], layers: [] } as unknown as TagLine;
    expect(movable([line, { ...line, field: 'channel', place: 'front' } as TagLine])).toEqual(['channel']);
  });
});
