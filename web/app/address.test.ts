/** The address of a show: written, read, and not believed further than it makes sense. */
import { describe, expect, test } from '@jest/globals';
import { lookedAt, searchOf } from './address';

const views = new Set(['plan', 'section', '3d']);

describe('the address', () => {
  test('says the view where it is not the plan, what stands beside it, and what is chosen', () => {
    expect(searchOf('', { view: 'plan', beside: null, chosen: [] })).toBe('');
    expect(searchOf('', { view: 'section', beside: '3d', chosen: ['a', 'b'] })).toBe('?view=section&beside=3d&chosen=a,b');
    expect(searchOf('?chosen=a', { view: 'section', beside: null, chosen: ['a'] })).toBe('?view=section&chosen=a');
    expect(searchOf('?view=section&shelf=1&chosen=a', { view: 'plan', beside: null, chosen: [] })).toBe('?shelf=1');
  });
  test('of many that are chosen it says nothing', () => {
    expect(searchOf('?chosen=a', { view: 'plan', beside: null, chosen: [...'abcdefghi'] })).toBe('');
  });
  test('is read as it was written', () => {
    const looked = { view: 'section', beside: '3d', chosen: ['a', 'b'] };
    expect(lookedAt(searchOf('', looked), views)).toEqual(looked);
  });
  test('views that there are not, and the rest of the world, are left out', () => {
    expect(lookedAt('?view=nowhere&beside=%3Cb%3E&other=1', views)).toEqual({});
    expect(lookedAt(`?chosen=${Array(50).fill('x').join(',')}`, views).chosen).toHaveLength(8);
  });
});
