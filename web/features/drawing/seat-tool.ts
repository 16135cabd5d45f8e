/** Looks from a place of the plan: a click on a seat, and 3D shows the stage from there. */
import { circle, LINE, MOVE, path } from '#core/draw/list';
import { formatLength } from '#core/measure/lengths';
import { settingsOf } from '#core/model/show';
import { seatEye } from '#core/space/eyes';
import { lookFrom } from '../../state/picture';
import { useTool } from '../../state/tool';
import { useView } from '../../state/view';
import { pointing } from '../../ui/canvas/points';
import { type Env, slip, type Tool } from '../../ui/canvas/tool';

export const seatTool = (env: Env): Tool =>
  pointing(
    env,
    (points) => {
      const [point] = points;
      if (!point) return false;
      lookFrom(seatEye(env.show(), point.at), 'a seat');
      const { view, beside } = useView.getState();
      if (view !== '3d' && beside !== '3d') useView.setState({ beside: '3d' });
      useTool.setState({ tool: 'select' });
      return true;
    },
    (_, next) => {
      const eye = seatEye(env.show(), next.at);
      const { k } = env.surface().view;
      return [
        circle(next.at[0], next.at[1], 6 / k, 'scenery', 'none', 'lamp'),
        path([MOVE, ...next.at, LINE, eye.to[0], eye.to[1]], 'thin', 'none', 'lamp'),
        ...slip(env, next.at, `eye at +${formatLength(eye.at[2], settingsOf(env.show()).units)}`),
      ];
    },
  );
