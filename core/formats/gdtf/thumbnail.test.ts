/** The picture of a type in its GDTF file, by a package that reads PNG. */
import { describe, expect, test } from '@jest/globals';
import { decode } from 'fast-png';
import { XMLParser } from 'fast-xml-parser';
import { strFromU8, unzipSync } from 'fflate';
import { plainType } from '../../model/show.arb.js';
import { thumbnailOf } from './thumbnail.js';
import { writeGdtf } from './write.js';

describe('the picture of a type', () => {
  const files = unzipSync(writeGdtf(plainType));
  const { width, height, channels, data } = decode(files['thumbnail.png']!);
  const dark = (x: number, y: number) => data[y * width + x]! < 128;

  test('lies in the archive under the name that the description gives, without its ending', () => {
    const { GDTF } = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '@' }).parse(
      strFromU8(files['description.xml']!),
    );
    expect(GDTF.FixtureType['@Thumbnail']).toBe('thumbnail');
    expect([width, height, channels]).toEqual([256, 256, 1]);
  });
  test('has the outline of the symbol, as long as the type against its width, free at the edges', () => {
    const rows = Array.from({ length: height }, (_, y) => y).filter((y) =>
      Array.from({ length: width }, (_, x) => x).some((x) => dark(x, y)),
    );
    const columns = Array.from({ length: width }, (_, x) => x).filter((x) =>
      Array.from({ length: height }, (_, y) => y).some((y) => dark(x, y)),
    );
    const size = [columns.at(-1)! - columns[0]!, rows.at(-1)! - rows[0]!] as const;
    expect(Math.max(...size)).toBeGreaterThan(220);
    expect(Math.max(...size)).toBeLessThan(232);
    expect(size[0] / size[1]).toBeCloseTo(plainType.width / plainType.length, 1);
    expect([columns[0]!, rows[0]!].every((edge) => edge > 10)).toBe(true);
    // Lines, not a blot: most of it is white.
    expect(data.filter((value) => value < 128).length / data.length).toBeLessThan(0.15);
  });
  test('is the same each time, and another for another type', () => {
    expect(thumbnailOf({ ...plainType })).toEqual(thumbnailOf(plainType));
    expect(thumbnailOf({ ...plainType, family: 'fresnel' })).not.toEqual(thumbnailOf(plainType));
  });
});
