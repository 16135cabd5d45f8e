/** Two at one check, one of whom drives. */
import { expect, test } from '@jest/globals';
import type { CheckSaid } from '#core/wires/together';
import { makeTogether } from './together.js';

const [SHOW, OTHER, LIGHT] = [1, 2, 3].map((n) => `00000000-0000-4000-8000-00000000000${n}`) as [string, string, string];
function house() {
  const told = new Map<string, CheckSaid>();
  const together = makeTogether<string>((window, said) => void told.set(window, said));
  return { told, ...together };
}
const state = { at: LIGHT, order: 'position', level: 1, others: 0 };

test('who moves a free wheel drives, the other follows, and may take it over', () => {
  const { told, take, leave } = house();
  take('screen', { show: SHOW, name: 'Noor' });
  take('phone', { show: SHOW, name: 'Ilse' });
  expect(told.get('phone')).toEqual({ event: 'check', show: SHOW, state: null, driver: null, mine: false, here: 2 });
  take('screen', { show: SHOW, name: 'Noor', state });
  expect(told.get('screen')).toMatchObject({ driver: 'Noor', mine: true, state });
  expect(told.get('phone')).toMatchObject({ driver: 'Noor', mine: false, state });
  // Who does not drive moves nothing.
  take('phone', { show: SHOW, name: 'Ilse', state: { ...state, level: 0.2 } });
  expect(told.get('screen')?.state?.level).toBe(1);
  take('phone', { show: SHOW, name: 'Ilse', drive: true });
  expect(told.get('screen')).toMatchObject({ driver: 'Ilse', mine: false, state });
  take('phone', { show: SHOW, name: 'Ilse', state: { ...state, level: 0.2 } });
  expect(told.get('screen')?.state?.level).toBe(0.2);
  leave('phone');
  expect(told.get('screen')).toMatchObject({ driver: null, mine: false, here: 1, state: { level: 0.2 } });
});
test('each show has its own check, and what is no word of it changes nothing', () => {
  const { told, take } = house();
  take('a', { show: SHOW, name: '', state });
  take('b', { show: OTHER });
  expect(told.get('a')).toMatchObject({ driver: 'somebody', here: 1 });
  expect(told.get('b')).toMatchObject({ state: null, here: 1 });
  for (const wrong of [{ at: 'x' }, { ...state, level: 2 }, { ...state, order: 5 }, 'no'])
    expect(take('a', { show: SHOW, state: wrong })).toBe(false);
  for (const wrong of ['no', 5, { show: 'none' }]) expect(take('a', wrong)).toBe(false);
  expect(told.get('a')?.state).toEqual(state);
  take('a', { show: OTHER });
  expect(told.get('b')).toMatchObject({ here: 2 });
  take('a', null);
  expect(told.get('b')).toMatchObject({ here: 1 });
});
