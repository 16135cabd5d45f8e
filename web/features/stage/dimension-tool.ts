/** Dimensions. */

import { v4 } from 'uuid';
import { lines, path } from '#core/draw/list';
import { dimensionFigures } from '#core/draw/stage-chunks';
import { formatLength } from '#core/measure/lengths';
import { firstOf, itemAt } from '#core/measure/list';
import { adding } from '#core/model/change';
import { layerForNew } from '#core/model/layers';
import type { Dimension, Vec2 } from '#core/model/records';
import { settingsOf } from '#core/model/show';
import type { Snap } from '#core/setout/snap';
import { select } from '../../state/selection';
import { toast } from '../../state/toast';
import { useTool } from '../../state/tool';
import { pointing } from '../../ui/canvas/points';
import { type Env, slip, type Tool } from '../../ui/canvas/tool';

/** Two points, then where the line stands. */
export function dimensionTool(env: Env): Tool {
  const made = (points: readonly Snap[], third: Vec2): Dimension => {
    const [from, to] = [firstOf(points).anchor, itemAt(points, 1).anchor];
    const [a, b] = [from.at, to.at];
    const level = Math.abs(b[1] - a[1]) < 1 || Math.abs(b[0] - a[0]) < 1;
    // Drawn out straight up or sideways from a slanting pair it measures across or up; else along.
    const [mx, my] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    const outside = (value: number, p: number, q: number) => value < Math.min(p, q) || value > Math.max(p, q);
    const along: Dimension['along'] = level
      ? 'line'
      : outside(third[1], a[1], b[1]) && !outside(third[0], a[0], b[0])
        ? 'x'
        : outside(third[0], a[0], b[0]) && !outside(third[1], a[1], b[1])
          ? 'y'
          : 'line';
    const bare: Dimension = { id: v4(), kind: 'dimension', layer: '', from, to, along, offset: 0 };
    const { p, q, length } = dimensionFigures(env.show(), bare);
    const [ux, uy] = length > 1e-6 ? [(q[0] - p[0]) / length, (q[1] - p[1]) / length] : [1, 0];
    const base = along === 'line' ? [mx, my] : a;
    const offset = -(third[0] - firstOf(base)) * uy + (third[1] - itemAt(base, 1)) * ux;
    return { ...bare, offset: Math.round(offset) };
  };
  return pointing(
    env,
    (points) => {
      if (points.length < 3)
        return (
          points.length === 2 &&
          Math.hypot(firstOf(points).at[0] - itemAt(points, 1).at[0], firstOf(points).at[1] - itemAt(points, 1).at[1]) < 1
        );
      try {
        const layer = layerForNew(env.show(), 'scenery', useTool.getState().layer);
        const record = { ...made(points, itemAt(points, 2).at), layer };
        env.session.edit(
          `Measure ${formatLength(dimensionFigures(env.show(), record).length, settingsOf(env.show()).units)}`,
          adding(record),
        );
        select([record.id]);
      } catch (error) {
        toast.error((error as Error).message);
      }
      return true;
    },
    (points, next) => {
      if (points.length < 2) return [path(lines([firstOf(points).at, next.at]), 'thin', 'none', 'lamp')];
      const { a, b, p, q, length } = dimensionFigures(env.show(), made(points, next.at));
      return [
        path(lines([a, p, q, b]), 'thin', 'none', 'lamp'),
        ...slip(env, [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2], formatLength(length, settingsOf(env.show()).units), 14),
      ];
    },
  );
}
