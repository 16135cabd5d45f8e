/** Tags in space. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { placedTags, type SpaceTag } from './space-tags.js';

const anyTags = fc.array(
  fc.record({
    x: fc.integer({ min: 0, max: 800 }),
    y: fc.integer({ min: 0, max: 600 }),
    far: fc.integer({ min: 1, max: 30 }),
    wide: fc.integer({ min: 12, max: 90 }),
  }),
  { maxLength: 60 },
);
const tagsOf = (list: readonly Pick<SpaceTag, 'x' | 'y' | 'far' | 'wide'>[]): SpaceTag[] =>
  list.map((tag, i) => ({ ...tag, id: String(i), text: String(i), high: 16 }));

describe('tags in space', () => {
  test('none lies on another, all lie in the picture, and one that stands free is placed (law)', () =>
    fc.assert(
      fc.property(anyTags, (list) => {
        const placed = placedTags(tagsOf(list), 800, 600);
        placed.forEach((a, i) => {
          expect(a.left >= 0 && a.top >= 0 && a.left + a.wide <= 800 && a.top + a.high <= 600).toBe(true);
          for (const b of placed.slice(i + 1))
            expect(
              a.left + a.wide <= b.left || b.left + b.wide <= a.left || a.top + a.high <= b.top || b.top + b.high <= a.top,
            ).toBe(true);
        });
        if (list.length === 1) expect(placed).toHaveLength(1);
      }),
    ));
  test('the nearer one takes the better place, and the far one makes way', () => {
    const [near, far] = [
      { x: 400, y: 300, far: 4, wide: 40 },
      { x: 402, y: 301, far: 9, wide: 40 },
    ];
    const placed = placedTags(tagsOf([far, near]), 800, 600);
    expect(placed.map(({ id }) => id)).toEqual(['1', '0']);
    expect(placed[0]!.top + placed[0]!.high).toBeLessThan(300);
    expect(placed[1]!.top).toBeGreaterThan(300);
  });
});
