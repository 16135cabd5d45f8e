/** Addresses: how they are written, read and counted. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { formatAddress, parseAddress, parseStart, toAbsolute } from './address.js';
import { pack } from './pack.js';

const read = (text: string) => {
  const parsed = parseAddress(text);
  return parsed.ok ? parsed.address : parsed.why;
};

describe('addresses', () => {
  test('4.1 2.101 is 613; 1024 is 2.512; 1025 is 3.1', () =>
    expect([toAbsolute(2, 101), formatAddress(1024), formatAddress(1025)]).toEqual([613, '2.512', '3.1']));
  test.each([
    ['1.101', 101],
    ['1/101', 101],
    ['1:101', 101],
    ['1-101', 101],
    ['1|101', 101],
    ['1 101', 101],
    ['A101', 101],
    ['A-101', 101],
    ['101', 101],
    ['2.101', 613],
    ['B101', 613],
    ['613', 613],
    ['U2 A101', 613],
    ['u2.101', 613],
    ['[2] 101', 613],
    ['2,101', 613],
    ['1/512', 512],
    ['2.1', 513],
    ['AA1', 13313],
    ['0', null],
    ['-', null],
    ['', null],
    ['TBD', null],
  ] as const)('%s is %p', (text, wanted) => expect(read(text)).toBe(wanted));
  test.each(['1.513', '-5', '64000.1', '1.0', 'abc', '99999999999', '1.2.3'])('%s is refused with a sentence', (text) =>
    expect(read(text)).toMatch(/\.$/),
  );
  test('every address is read back from its own spelling', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 63999 * 512 }), (address) => expect(read(formatAddress(address))).toBe(address)),
    );
  });
  test('170 RGB pixels fill a universe, the next one begins at 2.1 (common practice, no source)', () => {
    const given = pack(
      Array.from({ length: 171 }, () => 3),
      1,
    );
    expect([formatAddress(given[169]!), formatAddress(given[170]!)]).toEqual(['1.508', '2.1']);
  });
});

test('a start may be a universe by itself, as in filters; elsewhere a letter is a universe of its own', () => {
  expect(['u2', 'U 3', '2.101', '613'].map(parseStart)).toEqual([513, 1025, 613, 613].map((address) => ({ ok: true, address })));
  expect(parseStart('u0')).toMatchObject({ ok: false });
  expect(parseStart('u64000')).toMatchObject({ ok: false });
});
