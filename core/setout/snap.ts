/** Snapping while drawing: ends, middles, crossings, lines, the centre line and plaster line, the grid. */

import Flatbush from 'flatbush';
import { shownLayers } from '../model/layers.js';
import type { Anchor, DessinRecord, Id, Vec2 } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { hungFixtures } from '../order/tray.js';
import { namedPoints, segmentsOf } from '../space/anchors.js';
import { snapTo } from '../space/curves.js';
import { isStanding } from '../space/pixel-wall.js';
import { outlinePoints } from '../space/transform.js';

export type SnapKind =
  | 'end'
  | 'middle'
  | 'centre'
  | 'crossing'
  | 'clamp'
  | 'on line'
  | 'centre line'
  | 'plaster line'
  | 'grid'
  | 'free';
export interface Snap {
  readonly at: Vec2;
  readonly kind: SnapKind;
  /** The point of a record that was met, for dimensions that hold on to it. */
  readonly anchor: Anchor;
}

interface Index {
  readonly records: readonly DessinRecord[];
  readonly points: readonly { readonly at: Vec2; readonly kind: SnapKind; readonly id: Id; readonly point: string }[];
  readonly segments: Float64Array;
  readonly pointTree: Flatbush | null;
  readonly segmentTree: Flatbush | null;
}
let last: Index | null = null;

/** What can be snapped to: everything of the stage and the positions that is not hidden, drawings from files too. Kept while none of it changes. */
function indexOf(show: Show): Index {
  const layers = shownLayers(show);
  const records: DessinRecord[] = [];
  for (const kind of ['backdrop', 'outline', 'masking', 'position', 'area', 'scenic'] as const)
    for (const record of all(show, kind)) if (layers.has(record.layer)) records.push(record);
  for (const wall of all(show, 'wall')) if (isStanding(wall) && layers.has(wall.layer)) records.push(wall);
  if (last && last.records.length === records.length && last.records.every((record, i) => record === records[i])) return last;
  const points: Index['points'][number][] = [];
  const flat: number[] = [];
  for (const record of records) {
    if (record.kind === 'backdrop') {
      for (const path of record.paths) {
        for (let i = 0; i + 1 < path.length; i += 2) {
          // Ends of a polyline that was read are fixed points: nothing can hold on to them by name.
          points.push({ at: [path[i]!, path[i + 1]!], kind: 'end', id: '', point: '' });
          if (i) flat.push(path[i - 2]!, path[i - 1]!, path[i]!, path[i + 1]!);
        }
      }
      continue;
    }
    for (const { point, at } of namedPoints(show, record)) {
      const kind: SnapKind = point === 'centre' ? 'centre' : point === 'middle' || point.startsWith('m') ? 'middle' : 'end';
      points.push({ at, kind, id: record.id, point });
    }
    if (record.kind === 'outline') {
      const line = outlinePoints(record);
      for (let i = 1; i < line.length; i++) flat.push(...line[i - 1]!, ...line[i]!);
    } else for (const [a, b] of segmentsOf(record)) flat.push(...a, ...b);
  }
  const tree = (n: number, add: (tree: Flatbush) => void): Flatbush | null => {
    if (!n) return null;
    const made = new Flatbush(n);
    add(made);
    made.finish();
    return made;
  };
  const segments = Float64Array.from(flat);
  last = {
    records,
    points,
    segments,
    pointTree: tree(points.length, (made) => {
      for (const { at } of points) made.add(at[0], at[1]);
    }),
    segmentTree: tree(segments.length / 4, (made) => {
      for (let i = 0; i < segments.length; i += 4)
        made.add(
          Math.min(segments[i]!, segments[i + 2]!),
          Math.min(segments[i + 1]!, segments[i + 3]!),
          Math.max(segments[i]!, segments[i + 2]!),
          Math.max(segments[i + 1]!, segments[i + 3]!),
        );
    }),
  };
  return last;
}

/** Crossing of two segments, or null. Source: plain geometry. */
export function crossing(a: Vec2, b: Vec2, c: Vec2, d: Vec2): Vec2 | null {
  const [rx, ry, sx, sy] = [b[0] - a[0], b[1] - a[1], d[0] - c[0], d[1] - c[1]];
  const cross = rx * sy - ry * sx;
  if (Math.abs(cross) < 1e-9) return null;
  const t = ((c[0] - a[0]) * sy - (c[1] - a[1]) * sx) / cross;
  const u = ((c[0] - a[0]) * ry - (c[1] - a[1]) * rx) / cross;
  return t < -1e-9 || t > 1 + 1e-9 || u < -1e-9 || u > 1 + 1e-9 ? null : [a[0] + t * rx, a[1] + t * ry];
}

const MOST = 400;

/**
 * The point that a pointer means.
 * @param tolerance mm: how near a thing must be
 * @param grid      mm between the lines of the grid; 0 leaves the grid out
 * @param free      snaps to nothing (Alt)
 */
export function snapPoint(show: Show, at: Vec2, tolerance: number, grid: number, free = false): Snap {
  const fixed = (point: Vec2, kind: SnapKind): Snap => ({ at: point, kind, anchor: { at: point, to: null } });
  if (free) return fixed(at, 'free');
  const index = indexOf(show);
  const box = [at[0] - tolerance, at[1] - tolerance, at[0] + tolerance, at[1] + tolerance] as const;
  let best: Snap | null = null;
  let least = tolerance;
  // Ends and centres go before middles, middles before crossings, at the same distance.
  const offer = (point: Vec2, kind: SnapKind, penalty: number, anchor?: Anchor) => {
    const distance = Math.hypot(point[0] - at[0], point[1] - at[1]) + penalty * tolerance;
    if (distance <= least) {
      least = distance;
      best = { at: point, kind, anchor: anchor ?? { at: point, to: null } };
    }
  };
  for (const i of index.pointTree?.search(...box).slice(0, MOST) ?? []) {
    const { at: point, kind, id, point: name } = index.points[i]!;
    offer(point, kind, kind === 'middle' ? 0.1 : 0, { at: point, to: id ? { id, point: name } : null });
  }
  for (const fixture of hungFixtures(show)) {
    const named = namedPoints(show, fixture)[0]!;
    if (Math.abs(named.at[0] - at[0]) < tolerance && Math.abs(named.at[1] - at[1]) < tolerance)
      offer(named.at, 'clamp', 0.05, { at: named.at, to: { id: fixture.id, point: 'clamp' } });
  }
  const near: (readonly [Vec2, Vec2])[] = [];
  for (const i of index.segmentTree?.search(...box).slice(0, 60) ?? []) {
    const s = index.segments;
    near.push([
      [s[4 * i]!, s[4 * i + 1]!],
      [s[4 * i + 2]!, s[4 * i + 3]!],
    ]);
  }
  // The centre line and the plaster line cross everything, but are drawn nowhere in the records.
  if (Math.abs(at[0]) < tolerance)
    near.push([
      [0, at[1] - 1e5],
      [0, at[1] + 1e5],
    ]);
  if (Math.abs(at[1]) < tolerance)
    near.push([
      [at[0] - 1e5, 0],
      [at[0] + 1e5, 0],
    ]);
  for (let i = 0; i < near.length; i++)
    for (let j = i + 1; j < near.length; j++) {
      const point = crossing(...near[i]!, ...near[j]!);
      if (point) offer(point, 'crossing', 0.15);
    }
  if (best) return best;
  for (const [a, b] of near) {
    const l2 = (b[0] - a[0]) ** 2 + (b[1] - a[1]) ** 2;
    if (l2 < 1e-9) continue;
    const k = Math.max(0, Math.min(1, ((at[0] - a[0]) * (b[0] - a[0]) + (at[1] - a[1]) * (b[1] - a[1])) / l2));
    const on: Vec2 = [a[0] + k * (b[0] - a[0]), a[1] + k * (b[1] - a[1])];
    const line: SnapKind = Math.abs(b[1] - a[1]) > 1e5 ? 'centre line' : Math.abs(b[0] - a[0]) > 1e5 ? 'plaster line' : 'on line';
    // On the centre line the other figure still goes by the grid.
    const point: Vec2 =
      grid > 0 && line === 'centre line'
        ? [0, snapTo(on[1], grid)]
        : grid > 0 && line === 'plaster line'
          ? [snapTo(on[0], grid), 0]
          : on;
    offer(point, line, 0.3);
  }
  if (best) return best;
  return grid > 0 ? fixed([snapTo(at[0], grid), snapTo(at[1], grid)], 'grid') : fixed(at, 'free');
}
