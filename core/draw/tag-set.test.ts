/** Letters on a drawing that is worked on are in the same proportion as on paper, and smaller. */
import { expect, test } from '@jest/globals';
import { allTags } from './plan.js';
import { onScreen } from './tag-set.js';

test('a tag set on the screen has smaller letters in the same proportion; all else of it is as it was, and it is made once', () => {
  const made = onScreen(allTags);
  expect(onScreen(allTags)).toBe(made);
  made.lines.forEach(({ size, ...line }, i) => {
    const { size: paper, ...own } = allTags.lines[i]!;
    expect(line).toEqual(own);
    expect(size / paper).toBeCloseTo(made.lines[0]!.size / allTags.lines[0]!.size, 9);
    expect(size).toBeLessThan(paper);
  });
});
