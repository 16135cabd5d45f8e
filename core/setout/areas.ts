/** Focus areas by hand: pulled by their handles, and let go by what was aimed at them. */
import { type Change, updating } from '../model/change.js';
import type { Fixture, FocusArea, Id, Vec2 } from '../model/records.js';
import { all, find, type Show } from '../model/show.js';
import { middleOfPolygon } from '../space/areas.js';
import { rad } from '../space/vectors.js';

/** Handles of an area: its width and depth from the middle, or a corner of a polygon. */
export type AreaHandle = 'width' | 'depth' | number;
/** Smaller is no area that light could be focused on, mm. */
const LEAST = 100;

/** Where the handles are, in plan. */
export function areaHandles(area: FocusArea): readonly { readonly handle: AreaHandle; readonly at: Vec2 }[] {
  const { size, depth = size, shape = 'circle', turn = 0, points } = area;
  if (shape === 'polygon') return (points ?? []).map((at, handle) => ({ handle, at }));
  const [c, s] = [Math.cos(rad(turn)), Math.sin(rad(turn))];
  const [x, y] = area.at;
  const wide = { handle: 'width', at: [x + (c * size) / 2, y + (s * size) / 2] } as const;
  return shape === 'ellipse' ? [wide, { handle: 'depth', at: [x - (s * depth) / 2, y + (c * depth) / 2] }] : [wide];
}

/** An area whose handle was pulled to a point of the plan; its middle stays, but that of a polygon follows its corners. */
export function resizedArea(area: FocusArea, handle: AreaHandle, to: Vec2): FocusArea {
  if (typeof handle === 'number') {
    const points = (area.points ?? []).map((point, i) => (i === handle ? to : point));
    const xs = points.map(([x]) => x);
    return {
      ...area,
      points,
      size: Math.max(LEAST, Math.max(...xs) - Math.min(...xs)),
      at: [...middleOfPolygon(points), area.at[2]],
    };
  }
  const [dx, dy] = [to[0] - area.at[0], to[1] - area.at[1]];
  if (area.shape !== 'ellipse') return { ...area, size: Math.max(LEAST, 2 * Math.hypot(dx, dy)) };
  const [c, s] = [Math.cos(rad(area.turn ?? 0)), Math.sin(rad(area.turn ?? 0))];
  const across = handle === 'width' ? dx * c + dy * s : dy * c - dx * s;
  return { ...area, [handle === 'width' ? 'size' : 'depth']: Math.max(LEAST, 2 * Math.abs(across)) };
}

/** Fixtures that are aimed at any of some areas. */
export const aimedAt = (show: Show, areas: ReadonlySet<Id>): Fixture[] =>
  all(show, 'fixture').filter(({ aim }) => aim?.kind === 'area' && areas.has(aim.area));

/** Aims at areas let go, or held as the points where the areas are now. */
export function releasedAims(show: Show, areas: ReadonlySet<Id>, keep: 'points' | 'nothing'): Change {
  return updating(
    aimedAt(show, areas).map((fixture) => {
      const area = fixture.aim?.kind === 'area' ? find(show, 'area', fixture.aim.area) : undefined;
      return [fixture, { ...fixture, aim: keep === 'points' && area ? { kind: 'point', at: area.at } : null }] as const;
    }),
  );
}
/** Aims of looks at areas that go, held as the points where the areas are now. */
export const releasedLooks = (show: Show, areas: ReadonlySet<Id>): Change =>
  updating(
    all(show, 'look').flatMap((look) => {
      const states = Object.entries(look.states ?? {});
      if (!states.some(([, { aim }]) => aim?.kind === 'area' && areas.has(aim.area))) return [];
      const held = states.map(([channel, state]) => {
        const area = state.aim?.kind === 'area' && areas.has(state.aim.area) ? find(show, 'area', state.aim.area) : undefined;
        return [channel, area ? { ...state, aim: { kind: 'point' as const, at: area.at } } : state] as const;
      });
      return [[look, { ...look, states: Object.fromEntries(held) }] as const];
    }),
  );
