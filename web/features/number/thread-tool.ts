/** The thread of a run: a line drawn by hand takes up what it passes; one in the run is dragged to the place of another; a click begins there. */

import { type Chunk, LINE, MOVE, type Prim, path } from '#core/draw/list';
import { lastOf } from '#core/measure/list';
import type { Id, Vec2 } from '#core/model/records';
import { alongLine, movedTo } from '#core/number/ordering';
import { useRun } from '../../state/run';
import { select, useSelection } from '../../state/selection';
import { type Env, slip, type Tool } from '../../ui/canvas/tool';

/** How near the thread must pass: 16 px, but no farther than a body is long when the whole house is in view; and never less than 6 px. */
const reachAt = (k: number): number => Math.max(6 / k, Math.min(16 / k, 400));

// Long: a gesture is one closure: what was pressed, drawn and typed is read by all its short functions.
export function threadTool(env: Env): Tool {
  let gesture:
    | { kind: 'line'; points: Vec2[]; add: boolean }
    | { kind: 'move'; id: Id; from: Vec2; to: Vec2; over: Id | null }
    | null = null;
  const drawn = () => env.surface().all('fixture');
  const at = (chunk: Chunk): Vec2 => (chunk.hit?.shape === 'box' ? chunk.hit.at : [chunk.box[0], chunk.box[1]]);
  const pick = (point: Vec2): Chunk | null => env.surface().pick(point[0], point[1], ['fixture']);
  const asSelected = (ids: readonly Id[]) => {
    useRun.setState((run) => ({ order: { ...run.order, by: 'as selected' } }));
    select(ids);
  };
  return {
    crosshair: true,
    down(point, event) {
      const chunk = pick(point);
      const { path: run } = useRun.getState();
      gesture =
        chunk?.id && run.includes(chunk.id) && run.length > 1 && !event.shiftKey
          ? { kind: 'move', id: chunk.id, from: point, to: point, over: null }
          : { kind: 'line', points: [point], add: event.shiftKey };
      env.refresh();
    },
    move(point) {
      if (!gesture) return;
      if (gesture.kind === 'line') {
        const last = lastOf(gesture.points);
        if (Math.hypot(point[0] - last[0], point[1] - last[1]) * env.surface().view.k > 3) gesture.points.push(point);
      } else {
        const over = pick(point)?.id ?? null;
        gesture = {
          ...gesture,
          to: point,
          over: over !== gesture.id && over && useRun.getState().path.includes(over) ? over : null,
        };
      }
      env.refresh();
    },
    up(point) {
      const ended = gesture;
      gesture = null;
      if (!ended) return;
      const run = useRun.getState();
      if (ended.kind === 'move') {
        if (ended.over) asSelected(movedTo(run.path, ended.id, ended.over));
        else if (run.order.by === 'round' || run.order.by === 'rings') useRun.setState({ first: ended.id });
      } else if (ended.points.length > 1) {
        const ids = alongLine(
          drawn().flatMap((chunk) => (chunk.id && !chunk.locked ? [{ id: chunk.id, at: at(chunk) }] : [])),
          ended.points,
          reachAt(env.surface().view.k),
        );
        if (ids.length) asSelected([...new Set(ended.add ? [...useSelection.getState().selection, ...ids] : ids)]);
        else env.say('The thread passed no fixture. Draw it through their symbols.');
      } else {
        const id = pick(point)?.id;
        const { selection } = useSelection.getState();
        if (id && ended.add) asSelected(selection.includes(id) ? selection.filter((other) => other !== id) : [...selection, id]);
        else if (id) asSelected([id]);
      }
      env.refresh();
    },
    cancel() {
      if (!gesture) return false;
      gesture = null;
      env.refresh();
      return true;
    },
    ghosts(): Prim[] {
      if (!gesture) return [];
      if (gesture.kind === 'line')
        return gesture.points.length > 1
          ? [
              path(
                gesture.points.flatMap(([x, y], i) => [i ? LINE : MOVE, x, y]),
                'position',
                'none',
                'lamp',
              ),
            ]
          : [];
      const run = useRun.getState().path;
      const place = run.indexOf(gesture.over ?? gesture.id) + 1;
      return [
        path([MOVE, ...gesture.from, LINE, ...gesture.to], 'scenery', 'none', 'lamp'),
        ...slip(env, gesture.to, gesture.over ? `to place ${place}` : `place ${place}`),
      ];
    },
  };
}
