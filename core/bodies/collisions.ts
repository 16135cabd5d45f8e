/** Fixtures on one position that stand closer than their bodies or clamps allow, and by how much. */

import { symbolIn } from '../draw/symbols.js';
import { itemAt } from '../measure/list.js';
import { changedBetween } from '../model/lineage.js';
import type { Fixture, Id, Position } from '../model/records.js';
import { get, type Show } from '../model/show.js';
import { hungFixtures, stagePositions } from '../order/tray.js';
import { type Place, place } from '../space/hanging.js';

export interface Collision {
  readonly position: Id;
  readonly a: Id;
  readonly b: Id;
  readonly what: 'bodies' | 'clamps';
  /** How much farther apart along the position they must be, mm. */
  readonly missing: number;
}
/** Width of a clamp on its pipe, mm (common practice, no source). */
export const CLAMP = 60;
/** Bodies that touch by less than this count as side by side, mm. */
const TOUCH = 1;

interface Body {
  readonly fixture: Fixture;
  readonly at: Place;
  readonly cx: number;
  readonly cy: number;
  readonly hw: number;
  readonly hh: number;
  readonly c: number;
  readonly s: number;
  /** Radius of the circle round it. */
  readonly round: number;
}

/** The body as the plan shows it; on a vertical position as the house sees it. */
function bodyOf(show: Show, fixture: Fixture, vertical: boolean): Body {
  const at = place(show, fixture);
  const { box } = symbolIn(show, get(show, 'type', fixture.type));
  const turn = vertical
    ? Math.hypot(at.beam[0], at.beam[2]) < 0.05
      ? Math.PI
      : Math.atan2(at.beam[2], at.beam[0]) - Math.PI / 2
    : ((at.bearing - 90) * Math.PI) / 180;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const [mx, my] = [(box[0] + box[2]) / 2, (box[1] + box[3]) / 2];
  const [x, y] = vertical ? [at.clamp[0], at.clamp[2]] : [at.clamp[0], at.clamp[1]];
  return {
    fixture,
    at,
    cx: x + mx * c - my * s,
    cy: y + mx * s + my * c,
    hw: (box[2] - box[0]) / 2,
    hh: (box[3] - box[1]) / 2,
    c,
    s,
    round: Math.hypot(box[2] - box[0], box[3] - box[1]) / 2,
  };
}

/** Half of what a body covers along a direction of length one. */
const reach = (body: Body, nx: number, ny: number): number =>
  body.hw * Math.abs(body.c * nx + body.s * ny) + body.hh * Math.abs(-body.s * nx + body.c * ny);

/** How far b must move along (tx, ty) to come clear of a; 0 when it is. By the separating axes; source: plain geometry. */
function missingAlong(a: Body, b: Body, tx: number, ty: number): number {
  const [dx, dy] = [b.cx - a.cx, b.cy - a.cy];
  let least = Number.POSITIVE_INFINITY;
  // Across and along a, then across and along b.
  for (let axis = 0; axis < 4; axis++) {
    const { c, s } = axis < 2 ? a : b;
    const nx = axis % 2 ? -s : c;
    const ny = axis % 2 ? c : s;
    const need = reach(a, nx, ny) + reach(b, nx, ny);
    const apart = dx * nx + dy * ny;
    if (need - Math.abs(apart) <= TOUCH) return 0;
    // The middles may lie the other way round than the clamps: then b has to come past a first.
    const share = tx * nx + ty * ny;
    if (Math.abs(share) > 1e-6) least = Math.min(least, (need - Math.sign(share) * apart) / Math.abs(share));
  }
  return Number.isFinite(least) ? least : 0;
}

/** Collisions on one position, its fixtures given in any order. */
export function collisionsOn(show: Show, position: Position, fixtures: readonly Fixture[]): Collision[] {
  const vertical = position.curve.form === 'vertical';
  const bodies = fixtures.map((fixture) => bodyOf(show, fixture, vertical)).sort((a, b) => a.fixture.along - b.fixture.along);
  // Never less than a clamp, which small bodies need too.
  const widest = bodies.reduce((most, body) => Math.max(most, body.round), CLAMP);
  const out: Collision[] = [];
  for (let i = 0; i < bodies.length; i++)
    for (let j = i + 1; j < bodies.length; j++) {
      const [a, b] = [itemAt(bodies, i), itemAt(bodies, j)];
      const apart = b.fixture.along - a.fixture.along;
      const far = Math.hypot(b.cx - a.cx, b.cy - a.cy);
      if (apart > 3 * widest && far > 2 * widest) break;
      const [p, q] = [a.at.frame.point, b.at.frame.point];
      const clampsApart = Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);
      // Most neighbours: neither the circles round the bodies meet, nor the clamps.
      if (far >= a.round + b.round && clampsApart >= CLAMP) continue;
      const t = a.at.frame.t;
      // Under and over the pipe, or high above another on an extension: not in each other's way.
      const clear =
        !vertical &&
        Math.abs(a.at.axis[2] - b.at.axis[2]) >
          (get(show, 'type', a.fixture.type).height + get(show, 'type', b.fixture.type).height) / 2;
      const missing = clear ? 0 : vertical ? missingAlong(a, b, 0, 1) : missingAlong(a, b, t[0], t[1]);
      const clamps = position.use !== 'floor' && clampsApart < CLAMP - TOUCH && a.fixture.chord === b.fixture.chord;
      if (missing > TOUCH) out.push({ position: position.id, a: a.fixture.id, b: b.fixture.id, what: 'bodies', missing });
      else if (clamps)
        out.push({ position: position.id, a: a.fixture.id, b: b.fixture.id, what: 'clamps', missing: CLAMP - apart });
    }
  return out;
}

const keptOn = new WeakMap<Position, { places: readonly (Place | Fixture)[]; found: readonly Collision[] }>();
const kept = new WeakMap<Show, readonly Collision[]>();
/** The rig that was looked at last, position by position. */
let last: { readonly show: Show; readonly on: ReadonlyMap<Id, readonly Collision[]> } | null = null;

/** Fixtures by the position that they hang on, in the order of the show. */
function ridingOn(show: Show, positions: ReadonlySet<Id> | null): Map<Id, Fixture[]> {
  const riding = new Map<Id, Fixture[]>();
  for (const fixture of hungFixtures(show)) {
    if (positions && !positions.has(fixture.position)) continue;
    const list = riding.get(fixture.position);
    if (list) list.push(fixture);
    else riding.set(fixture.position, [fixture]);
  }
  return riding;
}

/** What is found on a position; where its fixtures stand as they stood it is not looked at again. */
function on(show: Show, position: Position, fixtures: readonly Fixture[] | undefined): readonly Collision[] {
  if (!fixtures || fixtures.length < 2) return [];
  const places = fixtures.map((fixture) => place(show, fixture));
  const known = keptOn.get(position);
  if (known && known.places.length === places.length && places.every((at, i) => known.places[i] === at)) return known.found;
  const found = collisionsOn(show, position, fixtures);
  keptOn.set(position, { places, found });
  return found;
}

/** Positions whose fixtures an edit touched; null where it touched what others stand by too. */
function touchedPositions(before: Show, show: Show): ReadonlySet<Id> | null {
  const changed = changedBetween(before, show);
  if (!changed) return null;
  const positions = new Set<Id>();
  for (const id of changed.ids)
    for (const record of [before.records.get(id), show.records.get(id)]) {
      if (record?.kind === 'fixture') positions.add(record.position);
      else if (record?.kind === 'position') positions.add(record.id);
      // Types, areas and settings say where others stand; notes, runs and the like do not, but are rarely changed alone.
      else if (record) return null;
    }
  return positions;
}

/** Collisions of the whole rig, position by position. An edit looks again at the positions that it touched. */
export function collisionsOf(show: Show): readonly Collision[] {
  const known = kept.get(show);
  if (known) return known;
  const touched = last && touchedPositions(last.show, show);
  const riding = ridingOn(show, touched);
  const found = new Map<Id, readonly Collision[]>();
  for (const position of stagePositions(show)) {
    const here = touched && !touched.has(position.id) ? last?.on.get(position.id) : on(show, position, riding.get(position.id));
    if (here?.length) found.set(position.id, here);
  }
  last = { show, on: found };
  const out = [...found.values()].flat();
  kept.set(show, out);
  return out;
}
