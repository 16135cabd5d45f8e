import { expect, test } from '@jest/globals';
import { includes, may, roles, type ShowAct, showActs } from './roles.js';

test('who may do all that another may is more in a show; an electrician and a programmer are neither', () => {
  for (const role of roles) {
    expect(includes('owner', role)).toBe(true);
    expect(includes(role, 'viewer')).toBe(true);
    expect(includes(role, role)).toBe(true);
    expect(includes('viewer', role)).toBe(role === 'viewer');
  }
  expect([includes('designer', 'electrician'), includes('designer', 'programmer'), includes('designer', 'owner')]).toEqual([
    true,
    true,
    false,
  ]);
  expect([includes('electrician', 'programmer'), includes('programmer', 'electrician')]).toEqual([false, false]);
});
test('nobody may do less than look, and nobody but its owner says who belongs to a show', () => {
  for (const role of roles) expect([role, may(role, 'look'), may(role, 'people')]).toEqual([role, true, role === 'owner']);
  for (const act of Object.keys(showActs) as ShowAct[]) expect(may('owner', act)).toBe(true);
});
