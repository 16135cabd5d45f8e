/** What the first and the last row see. */
import { firstOf, lastOf } from '../measure/list.js';
import type { Outline } from '../model/records.js';
import { all, type Show, settingsOf } from '../model/show.js';
import { EYE } from '../space/eyes.js';

export interface SightLine {
  readonly row: 'first row' | 'last row';
  readonly eye: readonly [y: number, z: number];
  /** Corners of the line of sight under the borders, y and z: above it nothing is seen. */
  readonly under: readonly (readonly [number, number])[];
}

/** What the first and the last row see under the borders: from the eye, always under the border that limits most so far. Source: plain geometry. */
export function sightLines(show: Show): SightLine[] {
  const rows = all(show, 'outline').filter((outline) => outline.use === 'seats');
  if (!rows.length) return [];
  const { stageDepth } = settingsOf(show);
  const borders = [
    ...all(show, 'masking').flatMap((item) => (item.use === 'border' ? [{ y: item.at[1], z: item.z }] : [])),
    ...all(show, 'outline').flatMap((item) =>
      item.use === 'border' ? [{ y: Math.max(...item.points.map(([, y]) => y)), z: item.zFrom }] : [],
    ),
  ].sort((a, b) => a.y - b.y || a.z - b.z);
  const middle = (outline: Outline) => outline.points.reduce((sum, [, y]) => sum + y, 0) / outline.points.length;
  const sorted = [...rows].sort((a, b) => middle(b) - middle(a));
  return (
    [
      ['first row', firstOf(sorted)],
      ['last row', lastOf(sorted)],
    ] as const
  ).map(([row, outline]): SightLine => {
    const [ey, ez] = [middle(outline), outline.zFrom + EYE];
    const before = borders.filter((border) => border.y > ey + 100);
    const back = Math.max(stageDepth, ...before.map((border) => border.y));
    const under: [number, number][] = [[ey, ez]];
    let slope = Number.POSITIVE_INFINITY;
    for (const border of before) {
      const here = (border.z - ez) / (border.y - ey);
      if (here >= slope) continue;
      // Up to this border the earlier one limits.
      if (Number.isFinite(slope)) under.push([border.y, ez + slope * (border.y - ey)]);
      slope = here;
      under.push([border.y, border.z]);
    }
    if (Number.isFinite(slope)) under.push([back, ez + slope * (back - ey)]);
    return { row, eye: [ey, ez], under };
  });
}
