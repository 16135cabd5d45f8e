/** Outlines, and whole rooms of walls. */

import { v4 } from 'uuid';
import { lines, path } from '#core/draw/list';
import { formatLength, parseLength } from '#core/measure/lengths';
import { firstOf, itemAt, lastOf } from '#core/measure/list';
import { adding } from '#core/model/change';
import { layerForNew } from '#core/model/layers';
import type { LayerRole, Outline, Vec2 } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import { bulgePoints, bulgeThrough } from '#core/space/transform';
import { roomPoints } from '#core/space/walls';
import { useDraft } from '../../state/draft';
import { select } from '../../state/selection';
import type { Session } from '../../state/session/session';
import { toast } from '../../state/toast';
import { useTool } from '../../state/tool';
import { heights, pointing } from '../../ui/canvas/points';
import { type Env, slip, type Tool } from '../../ui/canvas/tool';

const roleOf: Readonly<Record<Outline['use'], LayerRole>> = {
  wall: 'house',
  'stage edge': 'house',
  seats: 'house',
  scenery: 'scenery',
  leg: 'masking',
  border: 'masking',
  cyc: 'masking',
};

/** Walls drawn as a rectangle or a room are about as thick as a wall of brick (common practice, no source), mm. */
export const THICK = 200;
/** A rectangle of walls is at least so wide, mm. */
const ROOM = 1000;
/** Thickness of the walls that are drawn, mm; 0 where they have none; null and a word where it is no length. */
function thickness(session: Session, points: readonly Vec2[]): number | null {
  const { outlineUse, shape } = useTool.getState();
  if (outlineUse !== 'wall' && shape !== 'room') return 0;
  const text = useDraft.getState().outline.thickness.trim();
  // A thin rectangle is a wall itself, and no room.
  const side = (i: 0 | 1) => Math.max(...points.map((point) => point[i])) - Math.min(...points.map((point) => point[i]));
  if (!text) return shape === 'room' || (shape === 'rectangle' && Math.min(side(0), side(1)) >= ROOM) ? THICK : 0;
  const parsed = parseLength(text, settingsOf(session.get().show).units);
  if (parsed.ok && parsed.mm >= 0) return parsed.mm;
  toast.error(`Thickness: ${parsed.ok ? 'a wall is 0 or more thick.' : parsed.why}`);
  return null;
}

/** A whole room about a point, by the figures typed for it. @returns whether it was made; a word says why not */
export function makeRoom(session: Session, at: Vec2): boolean {
  const { outline } = useDraft.getState();
  const { show } = session.get();
  const { units } = settingsOf(show);
  const sizes = (['width', 'depth', 'to'] as const).map((field) => parseLength(outline[field].trim() || 'x', units));
  const wrong = sizes.findIndex((size) => !size.ok || size.mm < 100);
  if (wrong >= 0) {
    toast.error(
      `Type the ${itemAt(['width', 'depth', 'height'], wrong)} of the room, inside: at least ${formatLength(100, units)}.`,
    );
    return false;
  }
  const [wide, deep] = sizes.map((size) => (size.ok ? size.mm : 0));
  const thick = thickness(session, []);
  if (thick === null) return false;
  return makeOutline(session, 'wall', roomPoints(at, wide ?? 0, deep ?? 0, thick), true);
}

/** Makes an outline of points. @returns whether the gesture is done; a word says why not */
function makeOutline(
  session: Session,
  use: Outline['use'],
  points: readonly Vec2[],
  closed: boolean,
  bulges?: readonly number[],
): boolean {
  const { outline } = useDraft.getState();
  const { layer } = useTool.getState();
  const z = heights(session, outline.from, outline.to);
  const thick = thickness(session, points);
  if (!z || thick === null) return false;
  try {
    const made: Outline = {
      id: v4(),
      kind: 'outline',
      layer: layerForNew(session.get().show, roleOf[use], layer),
      name: outline.name.trim() || use,
      use,
      points,
      closed,
      ...(bulges?.some(Boolean) ? { bulges } : {}),
      ...(thick ? { thickness: thick } : {}),
      zFrom: z[0],
      zTo: z[1],
    };
    session.edit(`Draw ${made.name}`, adding(made));
    select([made.id]);
  } catch (error) {
    toast.error((error as Error).message);
  }
  return true;
}

// Long: a gesture is one closure: what was pressed, drawn and typed is read by all its short functions.
export function outlineTool(env: Env): Tool {
  const make = (points: readonly Vec2[], closed: boolean, bulges?: readonly number[]): boolean => {
    return makeOutline(env.session, useTool.getState().outlineUse, points, closed, bulges);
  };
  return pointing(
    env,
    (points, done) => {
      const { shape } = useTool.getState();
      const at = points.map((point) => point.at);
      if (shape === 'room') return makeRoom(env.session, firstOf(at)) || true;
      if (shape === 'rectangle') {
        if (at.length < 2) return done;
        const [[x0, y0], [x1, y1]] = [firstOf(at), itemAt(at, 1)];
        if (Math.abs(x1 - x0) < 1 || Math.abs(y1 - y0) < 1) return false;
        return make(
          [
            [Math.min(x0, x1), Math.min(y0, y1)],
            [Math.max(x0, x1), Math.min(y0, y1)],
            [Math.max(x0, x1), Math.max(y0, y1)],
            [Math.min(x0, x1), Math.max(y0, y1)],
          ],
          true,
        );
      }
      if (shape === 'arc') {
        // Both ends, then a point that the arc passes.
        if (at.length < 3) return done;
        return make([firstOf(at), itemAt(at, 1)], false, [bulgeThrough(firstOf(at), itemAt(at, 2), itemAt(at, 1)), 0]);
      }
      const [first, last] = [firstOf(at), lastOf(at)];
      const closes = at.length > 3 && Math.hypot(first[0] - last[0], first[1] - last[1]) < 1;
      if (closes) return make(at.slice(0, -1), true);
      if (!done) return false;
      return at.length < 2 ? true : make(at, false);
    },
    (points, next) => {
      const { shape } = useTool.getState();
      const { units } = settingsOf(env.show());
      const at = points.map((point) => point.at);
      const from = lastOf(at);
      const way = formatLength(Math.hypot(next.at[0] - from[0], next.at[1] - from[1]), units);
      if (shape === 'rectangle') {
        const [x0, y0] = firstOf(at);
        const [x1, y1] = next.at;
        return [
          path(
            lines(
              [
                [x0, y0],
                [x1, y0],
                [x1, y1],
                [x0, y1],
              ],
              true,
            ),
            'scenery',
            'none',
            'lamp',
          ),
          ...slip(env, next.at, `${formatLength(Math.abs(x1 - x0), units)} x ${formatLength(Math.abs(y1 - y0), units)}`),
        ];
      }
      if (shape === 'arc' && at.length === 2)
        return [
          path(
            lines([firstOf(at), ...bulgePoints(firstOf(at), itemAt(at, 1), bulgeThrough(firstOf(at), next.at, itemAt(at, 1)))]),
            'scenery',
            'none',
            'lamp',
          ),
        ];
      return [path(lines([...at, next.at]), 'scenery', 'none', 'lamp'), ...slip(env, next.at, way)];
    },
  );
}
