/** Aims the chosen units at a point that is clicked, or typed with its height. */
import { LINE, MOVE, type Prim, path } from '#core/draw/list';
import { AIM_HEIGHT } from '#core/fields/aim';
import { formatStagePoint } from '#core/measure/lengths';
import { parsePoint } from '#core/measure/point';
import { edit } from '#core/model/change';
import type { Fixture, Vec2 } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import { place, targetOf } from '#core/space/hanging';
import { chosenFixtures } from '../../state/chosen';
import { useSelection } from '../../state/selection';
import { useTool } from '../../state/tool';
import { type Env, slip, snapAt, snapMark, type Tool } from '../../ui/canvas/tool';
import { plural } from '../../ui/words';

export function aimTool(env: Env): Tool {
  let pointer: Vec2 | null = null;
  let free = false;
  const chosen = () => chosenFixtures(env.show(), useSelection.getState().selection);
  const at = (): Vec2 | null => (pointer ? snapAt(env, pointer, free).at : null);
  /** Each keeps the height that it is aimed at, unless another one is said. */
  const aim = (to: Vec2, z: number | null): string | null => {
    const show = env.show();
    const fixtures = chosen();
    if (!fixtures.length) return 'Choose the units first, then aim them.';
    const { units } = settingsOf(show);
    env.session.edit(
      `Aim ${plural(fixtures.length)} at ${formatStagePoint(to, units)}`,
      edit<Fixture>(fixtures, (fixture) => ({
        aim: { kind: 'point', at: [...to, z ?? targetOf(show, fixture)?.[2] ?? AIM_HEIGHT] },
      })),
    );
    useTool.setState({ tool: 'select' });
    return null;
  };
  return {
    crosshair: true,
    down() {},
    move(to, event) {
      pointer = to;
      free = event.altKey;
      env.refresh();
    },
    up(to, event) {
      const why = aim(snapAt(env, to, event.altKey).at, null);
      if (why) env.say(why);
    },
    typed(text) {
      const point = parsePoint(text, settingsOf(env.show()).units, { from: pointer, height: true });
      return point.ok ? aim(point.at, point.z) : point.why;
    },
    cancel: () => false,
    ghosts() {
      const to = at();
      if (!to) return [];
      const show = env.show();
      const lines = chosen().map((fixture): Prim => {
        const [x, y] = place(show, fixture).clamp;
        return path([MOVE, x, y, LINE, ...to], 'thin', 'none', 'lamp');
      });
      const said = formatStagePoint(to, settingsOf(show).units);
      return [...lines, ...snapMark(env, snapAt(env, to, free)), ...slip(env, to, said, 30)];
    },
    reads: () => at(),
  };
}
