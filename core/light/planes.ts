/** Surfaces on which a show is measured: a level plane over the stage, and a small one at each focus area. mm. */
import type { FocusArea, Vec3 } from '../model/records.js';
import { all, type Show, settingsOf } from '../model/show.js';
import { areaBox, insideArea } from '../space/areas.js';
import { type Evenness, evennessOf, type Lit, pointOf, type Surface, totalOf } from './field.js';
import type { Xyz } from './xyz.js';

/** Where a plane of light faces: up like a floor, to the house like a face that looks there, or all round like one that looks anywhere. */
export const facings = ['up', 'the house', 'all round'] as const;
export type Facing = (typeof facings)[number];
const normals: Readonly<Record<Facing, Surface['normal']>> = { up: [0, 0, 1], 'the house': [0, -1, 0], 'all round': 'round' };

/** Beyond the stage on every side, mm. */
const MARGIN = 1000;
/** A level plane over the stage and its apron. */
export function stagePlane(show: Show, height: number, facing: Facing, step: number): Surface {
  const { stageWidth, stageDepth } = settingsOf(show);
  let front = 0;
  for (const outline of all(show, 'outline'))
    if (outline.use === 'stage edge') for (const [, y] of outline.points) front = Math.min(front, y);
  const [w, d] = [stageWidth + 2 * MARGIN, stageDepth - front + 2 * MARGIN];
  return {
    id: 'stage',
    corner: [-w / 2, front - MARGIN, height],
    u: [1, 0, 0],
    v: [0, 1, 0],
    across: Math.max(1, Math.ceil(w / step)),
    rows: Math.max(1, Math.ceil(d / step)),
    step,
    normal: normals[facing],
  };
}
/** Points across an area, at least; no farther apart than half a metre. Source: reference calculations 6 (grid: a tenth of the pool, or 0.5 m). */
const POINTS = 12;
const APART = 500;
/** A plane at the height that is aimed at, as large as the area. */
export function areaPlane(area: FocusArea, facing: Facing): Surface {
  const [x0, y0, x1, y1] = areaBox(area);
  const step = Math.min(APART, Math.max(10, Math.min(x1 - x0, y1 - y0) / POINTS));
  const [across, rows] = [Math.max(1, Math.round((x1 - x0) / step)), Math.max(1, Math.round((y1 - y0) / step))];
  const corner: Vec3 = [(x0 + x1) / 2 - (across * step) / 2, (y0 + y1) / 2 - (rows * step) / 2, area.at[2]];
  return { id: area.id, corner, u: [1, 0, 0], v: [0, 1, 0], across, rows, step, normal: normals[facing] };
}
/** Figures of the points of its plane that lie inside an area; of one so thin that none does, of all of them. */
export function areaFigures(area: FocusArea, surface: Surface, lux: ArrayLike<number>): Evenness | null {
  const inside = (index: number) => {
    const [x, y] = pointOf(surface, index % surface.across, Math.floor(index / surface.across));
    return insideArea(area, [x, y]);
  };
  return evennessOf(lux, inside) ?? evennessOf(lux);
}
/** Figures of an area, and the colour of all its light with Y = 1; null in the dark. */
export interface AreaLight extends Evenness {
  readonly xyz: Xyz | null;
}
export function areaLight(area: FocusArea, surface: Surface, lit: readonly Lit[]): AreaLight | null {
  const figures = areaFigures(area, surface, totalOf(surface, lit));
  if (!figures) return null;
  let [x, y, z] = [0, 0, 0];
  for (const { share, output, xyz } of lit) {
    let sum = 0;
    for (const lux of share.lux) sum += lux;
    x += sum * output * xyz[0];
    y += sum * output * xyz[1];
    z += sum * output * xyz[2];
  }
  return { ...figures, xyz: y > 0 ? [x / y, 1, z / y] : null };
}
