/** The list of checks: every one is told apart, says where it is mended, and looks at something. */
import { describe, expect, test } from '@jest/globals';
import { usualFields } from '../../fields/index.js';
import { checks } from './index.js';

describe('checks', () => {
  test('each code is there once, and a person can read it', () => {
    const codes = checks.map(({ code }) => code);
    expect(new Set(codes).size).toBe(codes.length);
    for (const code of codes) expect(code).toMatch(/^[a-z]+( [a-z]+)*$/);
  });
  test('each has a place of its own', () => {
    const places = checks.map(({ order }) => order);
    expect(places).toEqual([...new Set(places)].sort((a, b) => a - b));
  });
  test('each looks at a group at least', () => {
    for (const { code, find } of checks) expect([code, Object.values(find).length > 0]).toEqual([code, true]);
  });
  test('each is about a field that there is', () => {
    const fields = new Set<string>(usualFields.map(({ id }) => id));
    for (const { code, field } of checks) expect([code, fields.has(field)]).toEqual([code, true]);
  });
  test('what is merely not done yet is told last', () => {
    const weights = checks.map(({ weight }) => weight);
    expect(weights.lastIndexOf('doubt')).toBeLessThan(weights.indexOf('open'));
  });
});
