/** The picture of a type in its GDTF file, by a package that reads PNG. */
import { describe, expect, test } from '@jest/globals';
import { decode } from 'fast-png';
import { XMLParser } from 'fast-xml-parser';
import { strFromU8, unzipSync } from 'fflate';
import { pens } from '../../draw/list.js';
import { symbolOf } from '../../draw/symbols.js';
import { isNear } from '../../measure/near.arb.js';
import { arc, polylines } from '../../measure/path.js';
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
  test.each(['profile', 'fresnel', 'flood'] as const)(
    'of a %s is its lines, dot by dot: how far each lies from the nearest (brute force)',
    (family) => {
      const type = { ...plainType, family };
      const { prims, box } = symbolOf(type);
      const k = (256 - 2 * 16) / Math.max(box[2] - box[0], box[3] - box[1]);
      const lines = prims.flatMap((prim) => {
        if (prim.op === 'text' || prim.op === 'image') return [];
        const d = prim.op === 'circle' ? arc(prim.x, prim.y, prim.r, 0, 360) : prim.d;
        return polylines(d, 0.25 / k).flatMap(({ points, closed }) =>
          (closed ? [...points, ...points.slice(0, 1)] : points).flatMap((to, n, all) => {
            const from = all[n - 1];
            if (!from) return [];
            const [ax, ay, bx, by] = [from, to].flatMap(([x, y]) => [
              128 + (x - (box[0] + box[2]) / 2) * k,
              128 - (y - (box[1] + box[3]) / 2) * k,
            ]) as [number, number, number, number];
            return [{ ax, ay, dx: bx - ax, dy: by - ay, half: pens[prim.pen].width * 3 }];
          }),
        );
      });
      const { data: dots } = decode(thumbnailOf(type));
      expect(lines.some(({ dx, dy }) => Math.abs(dx) > 5 && Math.abs(dy) > 5) || family === 'flood').toBe(true);
      for (let at = 0; at < dots.length; at++) {
        const [px, py] = [(at % 256) + 0.5, Math.floor(at / 256) + 0.5];
        let cover = 0;
        for (const { ax, ay, dx, dy, half } of lines) {
          const along = dx * dx + dy * dy ? Math.min(1, Math.max(0, ((px - ax) * dx + (py - ay) * dy) / (dx * dx + dy * dy))) : 0;
          cover = Math.max(cover, half + 0.5 - Math.sqrt((px - ax - along * dx) ** 2 + (py - ay - along * dy) ** 2));
        }
        isNear(dots[at], 255 - (255 - 29) * Math.min(1, cover), 0.51);
      }
    },
  );
  test('is the same each time, and another for another type', () => {
    expect(thumbnailOf({ ...plainType })).toEqual(thumbnailOf(plainType));
    expect(thumbnailOf({ ...plainType, family: 'fresnel' })).not.toEqual(thumbnailOf(plainType));
  });
});
