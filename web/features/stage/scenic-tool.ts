/** Places people and things of the stage: a click each, facing the house; what is below carries them. */
import { v4 } from 'uuid';
import { scenicPrims } from '#core/draw/scenic-chunks';
import { formatLength } from '#core/measure/lengths';
import { adding, apply } from '#core/model/change';
import { layerForNew } from '#core/model/layers';
import type { Scenic, Vec2 } from '#core/model/records';
import { all, type Show, settingsOf } from '#core/model/show';
import { feetOf, usual } from '#core/space/scenic';
import { select } from '../../state/selection';
import { useTool } from '../../state/tool';
import { pointing } from '../../ui/canvas/points';
import { type Env, slip, type Tool } from '../../ui/canvas/tool';

/** A name that no other thing of the stage has: "Chair 3". */
function freeName(show: Show, shape: Scenic['shape']): string {
  const taken = new Set(all(show, 'scenic').map(({ name }) => name));
  const word = `${shape.slice(0, 1).toUpperCase()}${shape.slice(1)}`;
  for (let n = 1; ; n++) if (!taken.has(`${word} ${n}`)) return `${word} ${n}`;
}
/** @throws RangeError when no layer for it is open */
function thingAt(show: Show, at: Vec2): Scenic {
  const { scenicShape: shape, posture, layer } = useTool.getState();
  const [width, depth, height] = usual[shape].size;
  return {
    id: v4(),
    kind: 'scenic',
    layer: layerForNew(show, 'scenery', layer),
    name: freeName(show, shape),
    shape,
    at,
    turn: 0,
    width,
    depth,
    height,
    ...(shape === 'person' && posture !== 'standing' ? { posture } : {}),
  };
}

export const scenicTool = (env: Env): Tool =>
  pointing(
    env,
    (points) => {
      const [point] = points;
      if (!point) return false;
      try {
        const made = thingAt(env.show(), point.at);
        env.session.edit(`Place ${made.name}`, adding(made));
        select([made.id]);
      } catch (error) {
        env.say((error as Error).message);
      }
      return true;
    },
    (_, next) => {
      try {
        const thing = thingAt(env.show(), next.at);
        const foot = feetOf(apply(env.show(), adding(thing))).get(thing.id) ?? 0;
        const said = `${thing.name}, foot at +${formatLength(foot, settingsOf(env.show()).units)}`;
        return [...scenicPrims(thing).map((prim) => ({ ...prim, ink: 'lamp' as const })), ...slip(env, next.at, said)];
      } catch {
        return [];
      }
    },
  );
