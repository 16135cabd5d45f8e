/** The sheet of pictures: ISO 216 (A3), whole pictures, nothing on another. */
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { A3, pictureSheet } from './picture-sheet.js';

test('pictures keep their form, lie on the sheet and not on each other, and have room for a caption (law)', () =>
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0.4, max: 3, noNaN: true }), { minLength: 1, maxLength: 3 }), (aspects) => {
      const { pictures, title, under } = pictureSheet(aspects.map((aspect) => ({ aspect })));
      pictures.forEach(({ frame, caption }, i) => {
        expect(frame.width / frame.height).toBeCloseTo(aspects[i]!, 6);
        expect(frame.x).toBeGreaterThanOrEqual(10);
        expect(frame.x + frame.width).toBeLessThanOrEqual(A3.width - 10);
        expect(frame.y).toBeGreaterThan(Math.max(title.y, under.y));
        expect(caption.y).toBeGreaterThan(frame.y + frame.height);
        expect(caption.y).toBeLessThan(A3.height - 10);
        for (const { frame: other } of pictures.slice(i + 1))
          expect(frame.x + frame.width <= other.x || frame.y + frame.height <= other.y || other.y + other.height <= frame.y).toBe(
            true,
          );
      });
    }),
  ));
