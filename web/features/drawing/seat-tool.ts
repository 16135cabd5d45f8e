/** Looks from a place of the plan: a click on a seat, and 3D shows the stage from there. Seats stand on no grid, so nothing is snapped. */
import { circle, LINE, MOVE, path } from '#core/draw/list';
import { formatLength } from '#core/measure/lengths';
import type { Vec2 } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import { seatEye } from '#core/space/eyes';
import { lookFrom } from '../../state/picture';
import { useTool } from '../../state/tool';
import { useView } from '../../state/view';
import { type Env, slip, type Tool } from '../../ui/canvas/tool';

export const seatTool = (env: Env): Tool => {
  let at: Vec2 | null = null;
  return {
    crosshair: true,
    down(point) {
      lookFrom(seatEye(env.show(), point), 'a seat');
      const { view, beside } = useView.getState();
      if (view !== '3d' && beside !== '3d') useView.setState({ beside: '3d' });
      useTool.setState({ tool: 'select' });
    },
    move(point) {
      at = point;
      env.refresh();
    },
    up: () => undefined,
    cancel: () => false,
    reads: () => at,
    ghosts() {
      if (!at) return [];
      const eye = seatEye(env.show(), at);
      return [
        circle(at[0], at[1], 6 / env.surface().view.k, 'scenery', 'none', 'lamp'),
        path([MOVE, ...at, LINE, eye.to[0], eye.to[1]], 'thin', 'none', 'lamp'),
        ...slip(env, at, `eye at +${formatLength(eye.at[2], settingsOf(env.show()).units)}`),
      ];
    },
  };
};
