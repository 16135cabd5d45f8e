/** Draws focus areas: one by its middle and edge, its corners; or a grid over a rectangle. */
import { lines, type Prim, path, textAt } from '#core/draw/list';
import { formatLength } from '#core/measure/lengths';
import type { FocusArea, Vec2 } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import { areaPoints } from '#core/space/areas';
import { useTool } from '../../state/tool';
import { pointing } from '../../ui/canvas/points';
import { type Env, slip, type Tool } from '../../ui/canvas/tool';
import { gridOver, makeAreas, oneArea } from './making';
import { useFocus } from './state';

const edges = (areas: readonly FocusArea[], k: number): Prim[] =>
  areas.flatMap((area) => [
    path(lines(areaPoints(area), true), 'area', 'none', 'lamp'),
    textAt(area.at[0], area.at[1], area.name, 13 / k, 'centre', 'lamp', true),
  ]);

/** What is drawn of it before it is made; nothing where it cannot be. */
function preview(env: Env, make: () => readonly FocusArea[], at: Vec2): Prim[] {
  try {
    const areas = make();
    const [first] = areas;
    const { units } = settingsOf(env.show());
    const said = first ? `${areas.length > 1 ? `${areas.length} areas, each ` : ''}${formatLength(first.size, units)} wide` : '';
    return [...edges(areas, env.surface().view.k), ...slip(env, at, said)];
  } catch {
    return [];
  }
}
/** Makes them and lets go of the tool; a sentence where they cannot be. */
function made(env: Env, make: () => readonly FocusArea[]): boolean {
  try {
    makeAreas(env.session, make());
    useTool.setState({ tool: 'select' });
  } catch (error) {
    env.say((error as Error).message);
  }
  return true;
}

/** A drag from one point to the other does as two clicks do. */
function dragged(env: Env, tool: Tool): Tool {
  let from: Vec2 | null = null;
  return {
    ...tool,
    down(at, event) {
      from = at;
      tool.down(at, event);
    },
    up(at, event) {
      const far = from && Math.hypot(at[0] - from[0], at[1] - from[1]) * env.surface().view.k > 8;
      from = null;
      if (far) tool.down(at, event);
    },
  };
}

export const areaTool = (env: Env): Tool =>
  dragged(
    env,
    pointing(
      env,
      (points, done) => {
        const polygon = useFocus.getState().shape === 'polygon';
        if (polygon ? !done : points.length < 2) return false;
        return made(env, () => [
          oneArea(
            env.show(),
            points.map(({ at }) => at),
          ),
        ]);
      },
      (points, next) => {
        const all = [...points, next].map(({ at }) => at);
        if (useFocus.getState().shape === 'polygon' && all.length < 3) return [path(lines(all), 'area', 'none', 'lamp')];
        return preview(env, () => [oneArea(env.show(), all)], next.at);
      },
    ),
  );
export const gridTool = (env: Env): Tool =>
  dragged(
    env,
    pointing(
      env,
      (points) => {
        const [a, b] = points;
        return a && b ? made(env, () => gridOver(env.show(), a.at, b.at)) : false;
      },
      (points, next) => (points[0] ? preview(env, () => gridOver(env.show(), points[0]?.at ?? [0, 0], next.at), next.at) : []),
    ),
  );
