/** Who is at a show: told to the others, and to nobody else. */
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { v4 } from 'uuid';
import { MOST_CHOSEN, makeHere, type Person } from './live/here.js';

/** Tellings that wait are made when the test says so. */
function house() {
  const waiting: (() => void)[] = [];
  const here = makeHere((work) => waiting.push(work));
  const settle = () => {
    for (let work = waiting.shift(); work; work = waiting.shift()) work();
  };
  const enter = (show: string, name: string) => {
    const seen: { others: readonly Person[]; told: number } = { others: [], told: 0 };
    const window = here.enter(show, name, (others) => {
      seen.others = others;
      seen.told++;
    });
    return { ...window, seen };
  };
  return { enter, settle };
}
const said = (others: readonly Person[]) => others.map(({ name, step, chosen, more }) => [name, step, chosen.length, more]);

test('each hears of the others at the same show, of what they say, and that they leave', () => {
  const { enter, settle } = house();
  const [ines, lena, far] = [enter('a', 'Ines'), enter('a', 'Lena'), enter('b', 'Odd')];
  settle();
  expect([said(ines.seen.others), said(lena.seen.others), said(far.seen.others)]).toEqual([
    [['Lena', '', 0, 0]],
    [['Ines', '', 0, 0]],
    [],
  ]);
  const ids = Array.from({ length: MOST_CHOSEN + 5 }, () => v4());
  lena.say({ step: 'hang', chosen: ids, more: 5 });
  lena.say({ step: 'focus' });
  settle();
  // Two words within a moment are told once.
  expect([ines.seen.told, lena.seen.told]).toEqual([2, 2]);
  expect(said(ines.seen.others)).toEqual([['Lena', 'focus', MOST_CHOSEN, 5]]);
  lena.leave();
  lena.leave();
  lena.say({ step: 'paper' });
  settle();
  expect(ines.seen.others).toEqual([]);
  expect(far.seen.told).toBe(1);
});
test('law: whatever a window says, the others hear a step, ids and a number, and nothing else', () =>
  fc.assert(
    fc.property(
      fc.array(fc.oneof(fc.anything(), fc.record({ step: fc.anything(), chosen: fc.anything(), more: fc.anything() }))),
      (words) => {
        const { enter, settle } = house();
        const [one, other] = [enter('a', 'Ines'), enter('a', 'Lena')];
        for (const word of words) one.say(word);
        settle();
        expect(other.seen.others).toHaveLength(1);
        const [{ id, name, step, chosen, more, ...rest }] = other.seen.others as [Person];
        expect([name, rest]).toEqual(['Ines', {}]);
        expect(id).toBeGreaterThan(0);
        expect(step).toMatch(/^[a-z0-9 -]{0,40}$/);
        expect(chosen.length).toBeLessThanOrEqual(MOST_CHOSEN);
        for (const item of chosen) expect(item).toMatch(/^[0-9a-f-]{36}$/);
        expect(Number.isInteger(more) && more >= 0).toBe(true);
      },
    ),
  ));
