/** What a way of the pointer does with what was pressed: fixtures, things of the stage, corners, tags, details. */

import { detailsOf } from '#core/draw/details';
import type { Chunk, TagBox } from '#core/draw/list';
import { alongAt, hangAt } from '#core/draw/locate';
import { formatLength } from '#core/measure/lengths';
import { present } from '#core/measure/list';
import { type Change, edit, updating } from '#core/model/change';
import type { Curve, Fixture, FocusArea, Id, Outline, Position, Vec2 } from '#core/model/records';
import { find, get, settingsOf } from '#core/model/show';
import { withUnits } from '#core/order/units';
import { type AreaHandle, resizedArea } from '#core/setout/areas';
import { dragFixtures } from '#core/setout/hang';
import type { Snap } from '#core/setout/snap';
import { angleOf, middleOf, turnPositions } from '#core/setout/turn';
import { curveLength, snapTo } from '#core/space/curves';
import { isMovable, movedRecord } from '#core/space/transform';
import { rad, wrap180 } from '#core/space/vectors';
import { stageDistance } from '../../ui/canvas/pointing';
import { type Env, snapAt } from '../../ui/canvas/tool';
import { plural } from '../../ui/words';

/** The change that a way makes, its name, and what is said beside the pointer. */
export interface Moved {
  readonly change: Change;
  readonly label: string;
  readonly say: string;
  readonly at: Vec2;
  readonly snap?: Snap;
}
export type Act = (at: Vec2, event: PointerEvent) => Moved;

/** How near a position must be, pixels, for fixtures to be hung on it in passing. */
const CATCH = 22;
/** Details are placed by steps of this, mm. */
const DETAIL_STEP = 100;

/** Fixtures go along their position, or onto another that is near. */
export function fixtureDrag(env: Env, fixture: Fixture, ids: readonly Id[]): Act {
  const show = env.show();
  const fixtures = ids.flatMap((id) => find(show, 'fixture', id) ?? []);
  const home = get(show, 'position', fixture.position);
  const { units, snap } = settingsOf(show);
  return (to, event) => {
    const step = event.altKey ? 0 : snap;
    const near = hangAt(show, to[0], to[1], CATCH / env.surface().view.k, step);
    const spot = near ?? alongAt(show, home, to[0], to[1], step);
    const { position, along, fromOrigin, at } = spot;
    const { curve, name } = position;
    const where = curve.form === 'vertical' ? `${formatLength(curve.z + along, units)} high` : stageDistance(fromOrigin, units);
    return {
      change: dragFixtures(show, fixtures, fixture, spot),
      label: `Move ${plural(fixtures.length)} on ${name}`,
      say: `${where}  ${name}`,
      at,
    };
  };
}

/** Positions and things of the stage go by the snapped way of the pointer. */
export function thingsDrag(env: Env, ids: readonly Id[], at: Vec2): Act {
  const show = env.show();
  const things = ids.map((id) => show.records.get(id)).filter((record) => isMovable(record));
  const start = snapAt(env, at, false);
  const { snap, units } = settingsOf(show);
  const [one] = things;
  const name = things.length === 1 && one && 'name' in one && one.name ? one.name : plural(things.length, 'thing');
  return (to, event) => {
    const there = snapAt(env, to, event.altKey);
    const met = there.kind !== 'grid' && there.kind !== 'free' && start.kind !== 'grid';
    const way: Vec2 = [to[0] - at[0], to[1] - at[1]];
    // From a point of the thing to another point; else by whole steps of the grid.
    const by: Vec2 = met
      ? [there.at[0] - start.at[0], there.at[1] - start.at[1]]
      : event.altKey
        ? way
        : [snapTo(way[0], snap), snapTo(way[1], snap)];
    const pairs = things.map((record) => [record, movedRecord(record, { kind: 'shift', by: [...by, 0] })] as const);
    return {
      change: withUnits(show, updating(pairs)),
      label: `Move ${name}`,
      say: `${formatLength(by[0], units)}, ${formatLength(by[1], units)}`,
      at: to,
      ...(met ? { snap: there } : {}),
    };
  };
}

export function cornerDrag(env: Env, outline: Outline, corner: number): Act {
  const { units } = settingsOf(env.show());
  return (to, event) => {
    const there = snapAt(env, to, event.altKey);
    const points = outline.points.map((point, i) => (i === corner ? there.at : point));
    return {
      change: edit<Outline>([outline], { points }),
      label: `Move a corner of ${outline.name || 'an outline'}`,
      say: `${formatLength(there.at[0], units)}, ${formatLength(there.at[1], units)}`,
      at: there.at,
      snap: there,
    };
  };
}

/** The edge of a focus area, or a corner of it. */
export function areaDrag(env: Env, area: FocusArea, handle: AreaHandle): Act {
  const { units } = settingsOf(env.show());
  return (to, event) => {
    const there = snapAt(env, to, event.altKey);
    const next = resizedArea(area, handle, there.at);
    const size = handle === 'depth' ? (next.depth ?? next.size) : next.size;
    return {
      change: updating([[area, next]]),
      label: `Size of the focus area ${area.name}`,
      say: `${area.name}  ${formatLength(size, units)}`,
      at: there.at,
      snap: there,
    };
  };
}

/** A tag keeps its distance from the clamp in millimetres of paper, to a tenth. */
export function tagDrag(env: Env, fixture: Fixture, chunk: Chunk, { tag, box }: TagBox, at: Vec2): Act {
  const { denominator } = env.options();
  const clamp: Vec2 = chunk.hit?.shape === 'box' ? [chunk.hit.at[0], chunk.hit.at[1]] : at;
  const others = (fixture.tagMoves ?? []).filter((move) => move.tag !== tag);
  const paper = (mm: number) => Math.round((mm / denominator) * 10) / 10;
  return (to) => {
    const by: Vec2 = [
      paper((box[0] + box[2]) / 2 + to[0] - at[0] - clamp[0]),
      paper((box[1] + box[3]) / 2 + to[1] - at[1] - clamp[1]),
    ];
    return {
      change: edit<Fixture>([fixture], { tagMoves: [...others, { tag, by }] }),
      label: `Move the ${tag} of unit ${fixture.unit || '-'}`,
      say: tag,
      at: to,
    };
  };
}

export function detailDrag(env: Env, position: Position, at: Vec2): Act {
  const { origin, size } = present(detailsOf(env.show()).get(position.id));
  return (to) => {
    const place: Vec2 = [snapTo(origin[0] + to[0] - at[0], DETAIL_STEP), snapTo(origin[1] + to[1] - at[1], DETAIL_STEP)];
    return {
      change: edit([position], { detail: { shown: true, at: place, size } }),
      label: `Move the detail of ${position.name}`,
      say: `detail of ${position.name}`,
      at: to,
    };
  };
}

/** Where a position is taken hold of to be turned: beyond its far end, seen from its middle. */
export function turnHandle(curve: Curve, beyond: number): Vec2 {
  const [mx, my] = middleOf(curve);
  const angle = rad(angleOf(curve));
  const half = curve.form === 'vertical' ? 0 : curve.form === 'arc' ? curve.radius : curveLength(curve) / 2;
  return [mx + Math.cos(angle) * (half + beyond), my + Math.sin(angle) * (half + beyond)];
}
/** Degrees to which a turn by hand goes in steps; Alt frees it. */
const TURN_STEP = 15;
export function turnDrag(env: Env, position: Position, from: Vec2): Act {
  const show = env.show();
  const middle = middleOf(position.curve);
  const bearing = (at: Vec2) => (Math.atan2(at[1] - middle[1], at[0] - middle[0]) * 180) / Math.PI;
  const now = angleOf(position.curve);
  return (to, event) => {
    const wanted = now + wrap180(bearing(to) - bearing(from));
    const angle = event.altKey ? wanted : Math.round(wanted / TURN_STEP) * TURN_STEP;
    return {
      change: turnPositions(show, [position], wrap180(angle - now)),
      label: `Turn ${position.name}`,
      say: `${Math.round(wrap180(angle) * 10) / 10}°`,
      at: to,
    };
  };
}

/** What is picked here and moved elsewhere stays where it is. */
export const stay =
  (at: Vec2): Act =>
  () => ({ change: { added: [], updated: [], removed: [] }, label: '', say: '', at });
