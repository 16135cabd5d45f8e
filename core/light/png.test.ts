/** PNG as light, against a package that writes them (fast-png), and hostile bytes. */
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { decode, encode } from 'fast-png';
import { zlibSync } from 'fflate';
import { pngDots } from './png.js';

const dotsOf = (channels: 1 | 2 | 3 | 4) =>
  fc.tuple(fc.integer({ min: 1, max: 24 }), fc.integer({ min: 1, max: 24 })).chain(([width, height]) =>
    fc.record({
      width: fc.constant(width),
      height: fc.constant(height),
      channels: fc.constant(channels),
      data: fc.uint8Array({ minLength: width * height * channels, maxLength: width * height * channels }),
    }),
  );
/** A file whose rows go through any of the five filters: its data are given as they stand in it. */
function filtered(width: number, height: number, packed: Uint8Array): Uint8Array {
  const plain = encode({ width, height, channels: 3, data: new Uint8Array(width * height * 3), depth: 8 });
  const head = plain.subarray(0, 33);
  const data = zlibSync(packed);
  const out = new Uint8Array(head.length + 12 + data.length + 12);
  out.set(head);
  const chunk = (at: number, name: string, bytes: Uint8Array) => {
    new DataView(out.buffer).setUint32(at, bytes.length);
    out.set(
      [...name].map((letter) => letter.charCodeAt(0)),
      at + 4,
    );
    out.set(bytes, at + 8);
  };
  chunk(33, 'IDAT', data);
  chunk(33 + 12 + data.length, 'IEND', new Uint8Array());
  return out;
}
describe('dots', () => {
  test.each([1, 2, 3, 4] as const)('what a package writes with %i bytes a dot is read as it was', (channels) => {
    fc.assert(
      fc.property(dotsOf(channels), (picture) => {
        const read = pngDots(encode({ ...picture, depth: 8 }))!;
        expect([read.width, read.height]).toEqual([picture.width, picture.height]);
        for (let i = 0; i < read.values.length; i++) {
          const [a = 0, b = 0, c = 0, d = 0] = picture.data.subarray(i * channels, (i + 1) * channels);
          const grey = channels < 3 ? a : 0.2126 * a + 0.7152 * b + 0.0722 * c;
          const clear = channels === 2 ? b : channels === 4 ? d : 255;
          expect(read.values[i]).toBeCloseTo((grey / 255) * (clear / 255), 5);
        }
      }),
      { numRuns: 30 },
    );
  });
  test('each filter of the specification is taken off as a package does it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }),
        fc.array(fc.integer({ min: 0, max: 4 }), { minLength: 1, maxLength: 9 }),
        fc.uint8Array({ minLength: 243, maxLength: 243 }),
        (width, filters, bytes) => {
          const row = width * 3 + 1;
          const packed = new Uint8Array(row * filters.length);
          filters.forEach((filter, j) => {
            packed.set([filter, ...bytes.subarray(j * 27, j * 27 + width * 3)], j * row);
          });
          const file = filtered(width, filters.length, packed);
          const { data } = decode(file);
          const read = pngDots(file)!;
          read.values.forEach((value, i) => {
            const [r = 0, g = 0, b = 0] = data.slice(i * 3, i * 3 + 3);
            expect(value).toBeCloseTo((0.2126 * r + 0.7152 * g + 0.0722 * b) / 255, 5);
          });
        },
      ),
      { numRuns: 40 },
    );
    expect(pngDots(filtered(1, 1, Uint8Array.of(5, 1, 2, 3)))).toBeNull();
  });
  test('no PNG, a cut one, other depths and sides that are too long are told as none; nothing is thrown (law)', () => {
    const whole = encode({ width: 5, height: 4, channels: 1, data: new Uint8Array(20).fill(200), depth: 8 });
    for (let length = 0; length < whole.length - 12; length++) expect(pngDots(whole.subarray(0, length))).toBeNull();
    expect(pngDots(encode({ width: 2, height: 2, channels: 1, data: new Uint16Array(4), depth: 16 }))).toBeNull();
    const long = (width: number) => pngDots(encode({ width, height: 1, channels: 1, data: new Uint8Array(width), depth: 8 }));
    expect([long(2048)?.width, long(2049)]).toEqual([2048, null]);
    const wide = whole.slice();
    new DataView(wide.buffer).setUint32(16, 3000);
    expect(pngDots(wide)).toBeNull();
    fc.assert(
      fc.property(fc.nat(whole.length - 1), fc.nat(255), (at, byte) => {
        const hurt = whole.slice();
        hurt[at] = byte;
        pngDots(hurt);
      }),
    );
  });
});
