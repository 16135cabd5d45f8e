/** Bytes as text, against the published values of RFC 4648, 10, and the library of Node. */
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bytesOfBase64, textOfBytes } from './base64.js';

test('the values of RFC 4648, 10', () => {
  for (const [text, coded] of [
    ['', ''],
    ['f', 'Zg=='],
    ['fo', 'Zm8='],
    ['foo', 'Zm9v'],
    ['foobar', 'Zm9vYmFy'],
  ] as const)
    expect(textOfBytes(new TextEncoder().encode(text))).toBe(coded);
});
test('law: bytes come back, and are what Node writes; also more than one call takes', () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 300 }), (bytes) => {
      expect(textOfBytes(bytes)).toBe(Buffer.from(bytes).toString('base64'));
      expect(bytesOfBase64(textOfBytes(bytes))).toEqual(bytes);
    }),
  );
  const large = Uint8Array.from({ length: 200_001 }, (_, i) => i % 251);
  expect(bytesOfBase64(textOfBytes(large))).toEqual(large);
});
test('what is no such text is null', () => expect(bytesOfBase64('a*b')).toBeNull());
