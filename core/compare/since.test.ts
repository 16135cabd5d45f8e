/** Issues, and what a sheet marks as changed since one. */
import { describe, expect, test } from '@jest/globals';
import { makeDemo } from '#demo/show';
import { itemAt } from '../measure/list.js';
import { apply, edit, removing } from '../model/change.js';
import { idOf } from '../model/show.arb.js';
import { all, type Show, settingsOf } from '../model/show.js';
import { issuePlot } from './issuing.js';
import { issuesInOrder, issuesWanted, nextIssue, nextIssueOf, type Stood, sinceIssue } from './since.js';

const demo = makeDemo();
let n = 8000;
const newId = () => idOf(n++);
const given = (show: Show, name: string): Show => {
  const change = issuePlot(show, { name, day: '2026-11-29', by: 'I. Ferro', to: 'the crew', note: ' ' }, newId);
  if (typeof change === 'string') throw new Error(change);
  return apply(show, change);
};
const recoloured = (show: Show, i: number): Show => {
  const fixture = itemAt(all(show, 'fixture'), i);
  return apply(show, edit([fixture], { parts: fixture.parts.map((part) => ({ ...part, colour: 'Sm 1a' })) }));
};
const stoodIn = (issued: readonly (readonly [string, Show])[], now: Show): Stood[] =>
  issuesWanted(now).map((issue) => ({ issue, show: issued.find(([name]) => name === issue.name)![1] }));

describe('names', () => {
  test.each([
    ['A', 'B'],
    ['Z', 'AA'],
    ['AZ', 'BA'],
    ['3', '4'],
    ['B1', 'B2'],
    ['first proof', 'first proof 2'],
    ['proof 9', 'proof 10'],
  ])('after %s comes %s', (name, next) => expect(nextIssue(name)).toBe(next));
  test('the first is A; a name is given once, and never empty', () => {
    expect(nextIssueOf(demo)).toBe('A');
    const a = given(demo, 'A');
    expect(nextIssueOf(a)).toBe('B');
    expect(settingsOf(a).issued).toBe('A');
    expect(issuesInOrder(a)).toMatchObject([{ name: 'A', day: '2026-11-29', by: 'I. Ferro', to: 'the crew' }]);
    expect(issuesInOrder(a)[0]).not.toHaveProperty('note');
    expect(issuePlot(a, { name: 'a ', day: '2026-12-01' }, newId)).toBe(
      'Issue A went out on 2026-11-29. Give this one another name.',
    );
    expect(issuePlot(a, { name: '  ', day: '2026-12-01' }, newId)).toContain('has a name');
  });
});

describe('what is marked', () => {
  const a = given(demo, 'A');
  const working = recoloured(a, 3);
  const b = given(working, 'B');
  const later = recoloured(b, 7);
  const [third, seventh] = [itemAt(all(demo, 'fixture'), 3).id, itemAt(all(demo, 'fixture'), 7).id];
  const issued = [['A', a], ['B', b]] as const; // biome-ignore format: pairs
  test('nothing without an issue, and on one that is the first and still stands', () => {
    expect(sinceIssue(demo, [])).toBeNull();
    const since = sinceIssue(a, stoodIn([['A', a]], a))!;
    expect([since.stale, [...since.letters]]).toEqual(['', []]);
  });
  test('after A: what changed bears the letter to come, and the sheet is said to be old', () => {
    const since = sinceIssue(working, stoodIn([['A', a]], working))!;
    expect([...since.letters]).toEqual([[third, 'B']]);
    expect(since.stale).toBe('Since issue A: 1 recoloured.');
  });
  test('on B itself: what B brought', () => {
    const since = sinceIssue(b, stoodIn(issued, b))!;
    expect([...since.letters]).toEqual([[third, 'B']]);
    expect(since.stale).toBe('');
    expect(since.base.issue.name).toBe('A');
  });
  test('after B: only what is newer; since A where that is asked for, each with its letter', () => {
    expect([...sinceIssue(later, stoodIn(issued, later))!.letters]).toEqual([[seventh, 'C']]);
    const asked = apply(later, edit([settingsOf(later)], { marks: issuesInOrder(later)[0]!.id }));
    expect([...sinceIssue(asked, stoodIn(issued, asked))!.letters].sort()).toEqual(
      [
        [third, 'B'],
        [seventh, 'C'],
      ].sort(),
    );
    const none = apply(later, edit([settingsOf(later)], { marks: 'none' }));
    expect(issuesWanted(none)).toEqual([]);
  });
  test('what was changed and changed back is not marked; what was struck is', () => {
    const first = itemAt(all(demo, 'fixture'), 3);
    const back = apply(working, edit([itemAt(all(working, 'fixture'), 3)], { parts: first.parts }));
    expect([...sinceIssue(back, stoodIn([['A', a]], back))!.letters]).toEqual([]);
    const less = apply(a, removing(first));
    const since = sinceIssue(less, stoodIn([['A', a]], less))!;
    expect(since.struck.map(({ id }) => id)).toEqual([third]);
    expect(since.letters.get(third)).toBe('B');
  });
});
