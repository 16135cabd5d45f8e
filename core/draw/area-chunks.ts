/** Focus areas: in plan their edge and their name, in section the height that is aimed at, as wide as they are. */
import { formatLength } from '../measure/lengths.js';
import type { FocusArea, Layer } from '../model/records.js';
import { type Show, settingsOf } from '../model/show.js';
import { areaPoints } from '../space/areas.js';
import { faded, locked, orderOf } from './layers.js';
import { boxOf, type Chunk, LINE, lines, MOVE, path, textAt, union } from './list.js';
import { projected, type SectionView } from './section-view.js';
import { remembered } from './stage-chunks.js';

/** Height of its name, paper mm. */
const NAME = 3;

export function areaChunk(show: Show, area: FocusArea, layer: Layer, denominator: number): Chunk {
  const order = orderOf(show, layer.id, 'area');
  return remembered(area, layer, order, String(denominator), () => {
    const points = areaPoints(area);
    const [x, y] = area.at;
    const arm = 0.8 * denominator;
    const size = NAME * denominator;
    const body = faded(
      [
        path(lines(points, true), 'area'),
        path([MOVE, x - arm, y, LINE, x + arm, y, MOVE, x, y - arm, LINE, x, y + arm], 'thin', 'none', 'faint'),
      ],
      layer,
    );
    const tags = faded([textAt(x, y + size * 0.9, area.name, size, 'centre', 'ink', true)], layer);
    const [first] = points;
    return {
      id: area.id,
      kind: 'area',
      order,
      box: union(boxOf(body), boxOf(tags)),
      locked: locked(layer),
      body,
      tags,
      hit: { shape: 'line', points: first ? [...points, first] : [], width: 40 },
    };
  });
}

/** A bar at the height that is aimed at, on a thin post. Null where the area lies behind the one who looks. */
export function areaCut(show: Show, view: SectionView, area: FocusArea, layer: Layer, denominator: number): Chunk | null {
  const edge = areaPoints(area).map(([x, y]) => projected(view, [x, y, area.at[2]]));
  if (view.kind === 'section' && edge.every(({ depth }) => depth < 0)) return null;
  const xs = edge.map(({ x }) => x);
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const { x, z } = projected(view, area.at);
  const size = 2.5 * denominator;
  const body = faded(
    [path([MOVE, left, z, LINE, right, z], 'area'), ...(z > 1 ? [path([MOVE, x, 0, LINE, x, z], 'thin', 'none', 'faint')] : [])],
    layer,
  );
  const said = `${area.name}  +${formatLength(z, settingsOf(show).units)}`;
  const tags = faded([textAt(x, z + size * 0.8, said, size, 'centre', 'faint')], layer);
  return {
    id: area.id,
    kind: 'area',
    order: orderOf(show, layer.id, 'area'),
    box: union(boxOf(body), boxOf(tags)),
    locked: locked(layer),
    body,
    tags,
    hit: {
      shape: 'line',
      points: [
        [left, z],
        [right, z],
      ],
      width: 40,
    },
  };
}
