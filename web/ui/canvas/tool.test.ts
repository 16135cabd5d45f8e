/** What is done with a tool that is still on its way. */
import { expect, test } from '@jest/globals';
import { type Tool, toolToCome } from './tool';

const event = (name: string) => ({ type: name }) as PointerEvent;
function spy(): { tool: Tool; said: unknown[] } {
  const said: unknown[] = [];
  const say = (act: string) => (at: readonly [number, number], of: PointerEvent) => void said.push([act, ...at, of.type]);
  const tool = { down: say('down'), move: say('move'), up: say('up'), cancel: () => false, ghosts: () => [], crosshair: false };
  return { tool, said };
}

test('is done once, in its order, when the tool is there', () => {
  const { tool: coming, hand } = toolToCome();
  coming.move([1, 2], event('a'));
  coming.down([1, 2], event('b'));
  coming.up([3, 4], event('c'));
  const { tool, said } = spy();
  hand(tool);
  expect(said).toEqual([
    ['move', 1, 2, 'a'],
    ['down', 1, 2, 'b'],
    ['up', 3, 4, 'c'],
  ]);
  hand(tool);
  expect(said).toHaveLength(3);
  expect(coming.ghosts()).toEqual([]);
});
test('what is left meanwhile is not done', () => {
  const { tool: coming, hand } = toolToCome();
  expect(coming.cancel()).toBe(false);
  coming.down([1, 2], event('b'));
  expect([coming.cancel(), coming.cancel()]).toEqual([true, false]);
  const { tool, said } = spy();
  hand(tool);
  expect(said).toEqual([]);
});
