/** Keys that the user changed: who has a key is told apart, and what the window needs is kept for it (WCAG 2.2, 2.1.4). */
import { describe, expect, test } from '@jest/globals';
import { isCharacter, keyOf, withKey } from './own-keys';
import { type Command, makeRegistry } from './registry';

const run = () => undefined;
const hang: Command = { id: 'hang', name: 'Hang fixtures', key: 'H', run };
const fit: Command = { id: 'fit', name: 'Fit', key: 'F', run };
const bare: Command = { id: 'bare', name: 'Bare', run };
const all = makeRegistry([{ id: 'x', commands: [hang, fit, bare] }]);

describe('own keys', () => {
  test('a command has its own key, the one it was given, or none', () => {
    expect([keyOf(hang, {}), keyOf(hang, { hang: 'Y' }), keyOf(hang, { hang: '' }), keyOf(bare, {})]).toEqual([
      'H',
      'Y',
      undefined,
      undefined,
    ]);
  });
  test('a key that another one has is refused by name, until that one has given it up', () => {
    expect(withKey(all, {}, 'hang', 'F')).toEqual({ ok: false, why: expect.stringContaining('F is the key of "Fit"') });
    expect(withKey(all, { fit: '' }, 'hang', 'F')).toEqual({ ok: true, keys: { fit: '', hang: 'F' } });
    expect(withKey(all, { fit: 'Y' }, 'bare', 'Y')).toMatchObject({ ok: false });
    // Its old key is free for others then.
    expect(withKey(all, { hang: 'Y' }, 'bare', 'H')).toEqual({ ok: true, keys: { hang: 'Y', bare: 'H' } });
  });
  test('the key it came with is no change; none is one', () => {
    expect(withKey(all, { hang: 'Y' }, 'hang', 'H')).toEqual({ ok: true, keys: {} });
    expect(withKey(all, {}, 'hang', '')).toEqual({ ok: true, keys: { hang: '' } });
    expect(withKey(all, {}, 'bare', '')).toEqual({ ok: true, keys: {} });
  });
  test('what fields, lists and the browser need is not given away', () => {
    for (const key of ['Tab', 'shift+Tab', 'Enter', 'Escape', 'ArrowLeft', 'mod+C', 'mod+W', 'Dead'])
      expect([key, withKey(all, {}, 'hang', key).ok]).toEqual([key, false]);
    for (const key of ['shift+H', 'F8', 'mod+E', ',', ' ']) expect([key, withKey(all, {}, 'hang', key).ok]).toEqual([key, true]);
    expect(withKey(all, {}, 'gone', 'Y').ok).toBe(false);
  });
  test('letters, figures, signs and the space bar are characters; what is held with Ctrl is none', () => {
    expect(['H', 'shift+H', '?', '1', ' '].map(isCharacter)).toEqual([true, true, true, true, true]);
    expect(['mod+H', 'F6', 'Escape', 'Delete', 'shift+F6'].map(isCharacter)).toEqual([false, false, false, false, false]);
  });
});
