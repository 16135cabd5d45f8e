/**
 * Setting out by rule: fixtures along their positions, or positions over the stage. What a rule would do is seen before it is done.
 * Source: reference calculations 3; plain arithmetic.
 */

import { type Collision, collisionsOf } from '../bodies/collisions.js';
import { firstOf, itemAt, lastOf, present } from '../measure/list.js';
import { apply, type Change, edit, updating } from '../model/change.js';
import type { Fixture, Id, Position, Vec3 } from '../model/records.js';
import { get, type Show } from '../model/show.js';
import { natural } from '../order/order.js';
import { withUnits } from '../order/units.js';
import { alongOf, curveLength, frameAlong, fromOrigin, isClosed } from '../space/curves.js';
import { movedCurve } from '../space/transform.js';
import { mod, rad, wrap180 } from '../space/vectors.js';
import { spaced, spread, spreadRound } from './spread.js';
import { angleOf, middleOf } from './turn.js';

/** Fixtures: along their position (from the centre line, or height on a boom), drop, to the side, turn. Positions: across (stage left), upstage, height, turn. */
export type Axis = 'along' | 'drop' | 'side' | 'spin' | 'across' | 'upstage' | 'height' | 'turn';
export const fixtureAxes: readonly Axis[] = ['along', 'drop', 'side', 'spin'];
export const positionAxes: readonly Axis[] = ['across', 'upstage', 'height', 'turn'];

export type Rule =
  | { readonly kind: 'even'; readonly axis: Axis; readonly from: number; readonly to: number }
  | { readonly kind: 'spacing'; readonly axis: Axis; readonly centre: number; readonly spacing: number }
  /** Ends stand, the middle goes by `depth`; a full V brings a middle pair all the way. */
  | { readonly kind: 'v'; readonly axis: Axis; readonly depth: number; readonly full: boolean }
  | { readonly kind: 'fan'; readonly angle: number }
  /** On an arc by angle, degrees from its start; a whole round is divided so that first and last do not meet. */
  | {
      readonly kind: 'arc';
      readonly start: number;
      readonly sweep: number;
      readonly radius: number;
      readonly centre: readonly [number, number];
    }
  | {
      readonly kind: 'grid';
      readonly columns: number;
      readonly dx: number;
      readonly dy: number;
      readonly x: number;
      readonly y: number;
      /** Rows lie above each other, as on a wall: by height, of fixtures by drop. */
      readonly upright?: boolean;
    }
  | { readonly kind: 'align'; readonly axis: Axis; readonly at: number }
  | { readonly kind: 'gaps'; readonly axis: Axis }
  | { readonly kind: 'swap'; readonly axis: Axis }
  | { readonly kind: 'nudge'; readonly axis: Axis; readonly by: number }
  /** Away from a place on an axis, to both sides at once; less than 0 is towards it, and not past it. */
  | { readonly kind: 'apart'; readonly axis: Axis; readonly from: number; readonly by: number }
  /** The same from a point of the plan. */
  | { readonly kind: 'away'; readonly from: readonly [number, number]; readonly by: number };

/** True V and full V about the middle of n. Source: reference calculations 3 (V), check 3.3. */
export function vee(depth: number, n: number, full: boolean): number[] {
  return Array.from({ length: n }, (_, i) => {
    if (n < 2) return depth;
    if (!full) return depth * (1 - Math.abs((2 * i) / (n - 1) - 1));
    const half = Math.floor((n - 1) / 2);
    return half === 0 ? 0 : (depth * Math.min(i, n - 1 - i)) / half;
  });
}
/** Angles of a fan, -a to +a over n; one alone stays. Source: reference calculations 3 (fan), check 3.4. */
export const fan = (angle: number, n: number): number[] =>
  Array.from({ length: n }, (_, i) => (n < 2 ? 0 : angle * ((2 * i) / (n - 1) - 1) + 0));

/** Something that is set out: its figures on each axis, and how it is given others. */
interface Item<R extends Fixture | Position> {
  readonly record: R;
  readonly read: (axis: Axis) => number;
  readonly write: (record: R, axis: Axis, value: number) => R;
}

const fixtureItem = (show: Show, record: Fixture): Item<Fixture> => {
  const { curve } = get(show, 'position', record.position);
  // Heights on a boom are from the floor, as everywhere.
  const base = curve.form === 'vertical' ? curve.z : 0;
  return {
    record,
    read: (axis) =>
      axis === 'drop'
        ? record.drop
        : axis === 'side'
          ? record.side
          : axis === 'spin'
            ? record.spin
            : fromOrigin(curve, record.along) + base,
    write: (now, axis, value) =>
      axis === 'drop'
        ? { ...now, drop: value }
        : axis === 'side'
          ? { ...now, side: value }
          : axis === 'spin'
            ? { ...now, spin: wrap180(value) }
            : { ...now, along: alongOf(curve, value - base) },
  };
};
const positionItem = (record: Position): Item<Position> => ({
  record,
  read: (axis) => {
    const { curve } = record;
    return axis === 'height' ? curve.z : axis === 'turn' ? angleOf(curve) : middleOf(curve)[axis === 'upstage' ? 1 : 0];
  },
  write: (now, axis, value) => {
    const { curve } = now;
    const middle = middleOf(curve);
    if (axis === 'turn')
      return { ...now, curve: movedCurve(curve, { kind: 'turn', about: middle, angle: value - angleOf(curve) }) };
    const by: Vec3 =
      axis === 'height' ? [0, 0, value - curve.z] : axis === 'upstage' ? [0, value - middle[1], 0] : [value - middle[0], 0, 0];
    return { ...now, curve: movedCurve(curve, { kind: 'shift', by }) };
  },
});

const mainAxis = (record: Fixture | Position): Axis => (record.kind === 'fixture' ? 'along' : 'across');

/** Items in the order of an axis; ties by id, so that it is stable. */
const inOrder = <R extends Fixture | Position>(items: readonly Item<R>[], axis: Axis): Item<R>[] =>
  [...items].sort((a, b) => a.read(axis) - b.read(axis) || natural(a.record.id, b.record.id));

type Of<K extends Rule['kind']> = Extract<Rule, { kind: K }>;
type Ruled = Fixture | Position;
/** The items with values on an axis, in their order. */
const given = <R extends Ruled>(axis: Axis, sorted: readonly Item<R>[], values: readonly number[]): R[] =>
  sorted.map((item, i) => item.write(item.record, axis, itemAt(values, i)));
/** The items with so much more on an axis, in the order of their main one. */
const more = <R extends Ruled>(axis: Axis, items: readonly Item<R>[], by: readonly number[]): R[] => {
  const sorted = inOrder(items, mainAxis(firstOf(items).record));
  return given(
    axis,
    sorted,
    by.map((value, i) => itemAt(sorted, i).read(axis) + value),
  );
};

function onArc<R extends Ruled>(show: Show, items: readonly Item<R>[], rule: Of<'arc'>): R[] {
  const { start, sweep, radius, centre } = rule;
  const n = items.length;
  const whole = Math.abs(sweep) >= 360 - 1e-9;
  const angles = whole ? items.map((_, i) => start + (sweep * i) / n) : spread(start, start + sweep, n);
  return inOrder(items, mainAxis(firstOf(items).record)).map((item, i) => {
    const { record } = item;
    if (record.kind === 'fixture') {
      const { curve } = get(show, 'position', record.position);
      if (curve.form !== 'arc') throw new RangeError('Only fixtures on an arc or a ring are set out by angle.');
      const from = Math.sign(curve.sweep || 1) * (itemAt(angles, i) - curve.start);
      const turned = isClosed(curve) ? mod(from, 360) : from;
      return { ...record, along: Math.max(0, Math.min(curveLength(curve), curve.radius * rad(turned))) } as R;
    }
    const [x, y] = [centre[0] + radius * Math.cos(rad(itemAt(angles, i))), centre[1] + radius * Math.sin(rad(itemAt(angles, i)))];
    return item.write(item.write(record, 'across', x), 'upstage', y);
  });
}
function onGrid<R extends Ruled>(items: readonly Item<R>[], rule: Of<'grid'>): R[] {
  if (!Number.isInteger(rule.columns) || rule.columns < 1) throw new RangeError('A grid has at least one column.');
  const [across, up]: [Axis, Axis] =
    firstOf(items).record.kind === 'fixture'
      ? ['along', rule.upright ? 'drop' : 'side']
      : ['across', rule.upright ? 'height' : 'upstage'];
  return items.map((item, i) => {
    const [row, column] = [Math.floor(i / rule.columns), i % rule.columns];
    return item.write(item.write(item.record, across, rule.x + column * rule.dx), up, rule.y + row * rule.dy);
  });
}

/** A distance from a place, grown by `by` and never past it. */
const farther = (off: number, by: number): number => (off === 0 ? 0 : Math.sign(off) * Math.max(0, Math.abs(off) + by));

/** Positions go straight away from the point, fixtures along what they hang on. */
function away<R extends Ruled>(show: Show, items: readonly Item<R>[], { from, by }: Of<'away'>): R[] {
  return items.map((item) => {
    const { record } = item;
    if (record.kind === 'fixture') {
      const { curve } = get(show, 'position', record.position);
      const { point, t } = frameAlong(curve, record.along);
      // Where it would come nearest to the point, along the tangent.
      const off = (point[0] - from[0]) * t[0] + (point[1] - from[1]) * t[1];
      return { ...record, along: record.along + farther(off, by) - off } as R;
    }
    const [dx, dy] = [item.read('across') - from[0], item.read('upstage') - from[1]];
    const off = Math.hypot(dx, dy);
    const k = off < 1e-9 ? 1 : farther(off, by) / off;
    return item.write(item.write(record, 'across', from[0] + dx * k), 'upstage', from[1] + dy * k);
  });
}

/** What each rule does to items, of which there is at least one. */
const rules: { readonly [K in Rule['kind']]: <R extends Ruled>(items: readonly Item<R>[], rule: Of<K>, show: Show) => R[] } = {
  even: (items, { axis, from, to }) => given(axis, inOrder(items, axis), spread(from, to, items.length)),
  spacing: (items, { axis, centre, spacing }) => given(axis, inOrder(items, axis), spaced(centre, spacing, items.length)),
  v: (items, { axis, depth, full }) => more(axis, items, vee(depth, items.length, full)),
  fan: (items, { angle }) => more(firstOf(items).record.kind === 'fixture' ? 'spin' : 'turn', items, fan(angle, items.length)),
  arc: (items, rule, show) => onArc(show, items, rule),
  grid: (items, rule) => onGrid(items, rule),
  align: (items, { axis, at }) => items.map((item) => item.write(item.record, axis, at)),
  gaps(items, { axis }) {
    const sorted = inOrder(items, axis);
    if (sorted.length < 3) return sorted.map((item) => item.record);
    return given(axis, sorted, spread(firstOf(sorted).read(axis), lastOf(sorted).read(axis), sorted.length));
  },
  swap(items, { axis }) {
    const sorted = inOrder(items, axis);
    return given(axis, sorted, sorted.map((item) => item.read(axis)).reverse());
  },
  apart: (items, { axis, from, by }) =>
    items.map((item) => item.write(item.record, axis, from + farther(item.read(axis) - from, by))),
  away: (items, rule, show) => away(show, items, rule),
  nudge: (items, { axis, by }) => items.map((item) => item.write(item.record, axis, item.read(axis) + by)),
};
function ruled<R extends Ruled>(show: Show, items: readonly Item<R>[], rule: Rule): R[] {
  const by = rules[rule.kind] as (items: readonly Item<R>[], rule: Rule, show: Show) => R[];
  return items.length ? by(items, rule, show) : [];
}

export interface SetOut {
  /** Without the unit numbers that follow: for ghosts. */
  readonly change: Change;
  /** Distances between neighbours along the main axis, mm, least and greatest; null for fewer than two. */
  readonly spacing: readonly [number, number] | null;
  /** Collisions in which something that was set out takes part. */
  readonly overlaps: readonly Collision[];
  /** Fixtures that would hang off the end of their position. */
  readonly off: readonly Id[];
}

/**
 * What a rule does to fixtures or to positions. Fixtures of several positions are set out on each by itself.
 * @throws RangeError with a sentence when the rule does not fit
 */
export function setOut(show: Show, records: readonly Fixture[] | readonly Position[], rule: Rule): SetOut {
  const groups = new Map<Id, (Fixture | Position)[]>();
  for (const record of records) {
    const key = record.kind === 'fixture' ? record.position : '';
    const list = groups.get(key);
    if (list) list.push(record);
    else groups.set(key, [record]);
  }
  const after: (Fixture | Position)[] = [];
  for (const group of groups.values()) {
    if (firstOf(group).kind === 'fixture')
      after.push(
        ...ruled(
          show,
          (group as Fixture[]).map((record) => fixtureItem(show, record)),
          rule,
        ),
      );
    else after.push(...ruled(show, (group as Position[]).map(positionItem), rule));
  }
  const change = updating(after.map((record) => [present(show.records.get(record.id)), record] as const));
  const draft = apply(show, change);
  const ids = new Set(after.map((record) => record.id));
  const gaps: number[] = [];
  for (const group of groups.values()) {
    const values = group
      .map((record) => {
        const now = draft.records.get(record.id) as Fixture | Position;
        return now.kind === 'fixture' ? fixtureItem(draft, now).read('along') : positionItem(now).read('across');
      })
      .sort((a, b) => a - b);
    for (let i = 1; i < values.length; i++) gaps.push(itemAt(values, i) - itemAt(values, i - 1));
  }
  return {
    change,
    spacing: gaps.length ? [Math.min(...gaps), Math.max(...gaps)] : null,
    overlaps: collisionsOf(draft).filter(({ a, b }) => ids.has(a) || ids.has(b)),
    off: after.flatMap((record) => {
      if (record.kind !== 'fixture') return [];
      const length = curveLength(get(show, 'position', record.position).curve);
      return record.along < -0.5 || record.along > length + 0.5 ? [record.id] : [];
    }),
  };
}

/** The change of a set-out with the unit numbers that follow. */
export const applySetOut = (show: Show, result: SetOut): Change => withUnits(show, result.change);
export { edit, spreadRound };
