/** Points of records that can be snapped to, and that dimensions and leaders hold on to. */
import { itemAt, pairs } from '../measure/list.js';
import { type ByKind, byKind } from '../model/kinds/index.js';
import type { Anchor, DessinRecord, Id, Vec2 } from '../model/records.js';
import type { Show } from '../model/show.js';
import { curveLength, curvePoints, frameAlong } from './curves.js';
import { place } from './hanging.js';
import { isStanding, wallEnds } from './pixel-wall.js';
import { footprint } from './scenic.js';
import { maskingEnds } from './transform.js';

export interface NamedPoint {
  /** a, b, middle, centre, clamp, or c0, c1, ... for corners and m0, m1, ... for the middles of sides. */
  readonly point: string;
  readonly at: Vec2;
}
const mid = (a: Vec2, b: Vec2): Vec2 => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
const kept = new WeakMap<DessinRecord, readonly NamedPoint[]>();

/** The named points of a record in plan; none for what has no place. Fixtures answer their clamp. */
export function namedPoints(show: Show, record: DessinRecord): readonly NamedPoint[] {
  if (record.kind === 'fixture') {
    const { clamp } = place(show, record);
    return [{ point: 'clamp', at: [clamp[0], clamp[1]] }];
  }
  let points = kept.get(record);
  if (!points) {
    points = pointsOf(record);
    kept.set(record, points);
  }
  return points;
}

/** The named points of each kind that has a place. */
const named: ByKind<[], NamedPoint[]> = {
  outline({ points, closed, bulges }) {
    const sides = closed ? points.length : points.length - 1;
    const out = points.map((at, i): NamedPoint => ({ point: `c${i}`, at }));
    for (let i = 0; i < sides; i++)
      if (!bulges?.[i]) out.push({ point: `m${i}`, at: mid(itemAt(points, i), itemAt(points, (i + 1) % points.length)) });
    return out;
  },
  masking(record) {
    const [a, b] = maskingEnds(record);
    return [
      { point: 'a', at: a },
      { point: 'b', at: b },
      { point: 'middle', at: record.at },
    ];
  },
  position({ curve }) {
    if (curve.form === 'vertical') return [{ point: 'centre', at: curve.at }];
    const length = curveLength(curve);
    const flat = (along: number): Vec2 => {
      const { point } = frameAlong(curve, along);
      return [point[0], point[1]];
    };
    const out: NamedPoint[] = [
      { point: 'a', at: flat(0) },
      { point: 'b', at: flat(length) },
      { point: 'middle', at: flat(length / 2) },
    ];
    if (curve.form === 'arc') out.push({ point: 'centre', at: curve.centre });
    return out;
  },
  wall(record) {
    if (!isStanding(record)) return [];
    const [a, b] = wallEnds(record);
    return [
      { point: 'a', at: a },
      { point: 'b', at: b },
      { point: 'middle', at: record.at },
    ];
  },
  scenic: (record) => [
    { point: 'centre', at: record.at },
    ...footprint(record).map((at, i) => ({ point: `corner ${i + 1}`, at })),
  ],
  area: ({ at }) => [{ point: 'centre', at: [at[0], at[1]] }],
  note: ({ at }) => [{ point: 'a', at }],
};
const pointsOf = (record: DessinRecord): NamedPoint[] => byKind(named, record) ?? [];

/** Where an anchor is now: at the point of the record it holds on to, or at its own place. */
export function anchorAt(show: Show, anchor: Anchor): Vec2 {
  if (!anchor.to) return anchor.at;
  const record = show.records.get(anchor.to.id);
  return (record && namedPoints(show, record).find((item) => item.point === anchor.to!.point)?.at) ?? anchor.at;
}

/** The anchor of a record's point. */
export const anchorOn = (id: Id, { point, at }: NamedPoint): Anchor => ({ at, to: { id, point } });

type Segments = readonly (readonly [Vec2, Vec2])[];
const segmented: ByKind<[], Segments> = {
  masking: (record) => [maskingEnds(record)],
  wall: (record) => (isStanding(record) ? [wallEnds(record)] : []),
  position: ({ curve }) => {
    if (curve.form === 'vertical') return [];
    return pairs(curvePoints(curve)).map(([a, b]): readonly [Vec2, Vec2] => [
      [a[0], a[1]],
      [b[0], b[1]],
    ]);
  },
};
/** Segments of a record in plan, for crossings and for the nearest point of a line. */
export const segmentsOf = (record: DessinRecord): Segments => byKind(segmented, record) ?? [];
