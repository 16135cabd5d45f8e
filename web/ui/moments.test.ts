import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { clockSaid, daySaid, whenSaid } from './moments.js';

const now = new Date(2026, 10, 30, 14, 20);
const said = (...at: [number, number, number, number, number]) => whenSaid(new Date(...at).toISOString(), now);

test('a day is called as people call it', () => {
  expect(said(2026, 10, 30, 0, 5)).toBe('today 00:05');
  expect(said(2026, 10, 29, 18, 40)).toBe('yesterday 18:40');
  expect(said(2026, 10, 29, 23, 59)).toBe('yesterday 23:59');
  expect(said(2026, 10, 28, 23, 59)).toBe('28 Nov 23:59');
  expect(said(2025, 10, 30, 14, 20)).toBe('30 Nov 2025 14:20');
});
test('law: the calendar counts, not the hours; also where a clock is put on or back', () =>
  fc.assert(
    fc.property(
      fc.date({ min: new Date(2000, 0, 2), max: new Date(2100, 0, 1), noInvalidDate: true }),
      fc.nat(1439),
      (at, minute) => {
        const day = new Date(at.getFullYear(), at.getMonth(), at.getDate(), 0, minute);
        const before = new Date(day.getFullYear(), day.getMonth(), day.getDate() - 1, at.getHours(), at.getMinutes());
        expect(daySaid(day.toISOString(), at)).toBe('today');
        expect(daySaid(before.toISOString(), day)).toBe('yesterday');
        expect(clockSaid(at.toISOString())).toMatch(/^\d\d:\d\d$/);
      },
    ),
  ));
