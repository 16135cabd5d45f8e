/** A pixel wall that stands on the stage, in plan and in section; its wiring is drawn on its work area. */
import type { Layer, StandingWall, Vec2 } from '../model/records.js';
import type { Show } from '../model/show.js';
import { isStanding, onWall, sizeOf, stretchesOf, TILE_DEPTH, wallEnds, wallHeights } from '../space/pixel-wall.js';
import { rad } from '../space/vectors.js';
import { faded, locked, orderOf } from './layers.js';
import { boxOf, type Chunk, LINE, lines, MOVE, type Prim, path, rect, textAt, union } from './list.js';
import { projected, type SectionView } from './section-view.js';
import { remembered } from './stage-chunks.js';

export { isStanding };

/** Height of its name, paper mm. */
const NAME = 2.5;

/** From its face to its back, in plan, mm. */
const behind = ({ turn }: StandingWall): Vec2 => [-Math.sin(rad(turn)) * TILE_DEPTH, Math.cos(rad(turn)) * TILE_DEPTH];

/** In plan: the tiles as a band as deep as they are, with their joints, the face to the house. */
export function wallChunk(show: Show, wall: StandingWall, layer: Layer, denominator: number): Chunk {
  const order = orderOf(show, layer.id, 'wall');
  return remembered(wall, layer, order, String(denominator), () => {
    const { stretches, joints } = stretchesOf(wall);
    const [bx, by] = behind(wall);
    const at = (x: number, deep: boolean): Vec2 => {
      const [px, py] = onWall(wall, [x, 0]);
      return deep ? [px + bx, py + by] : [px, py];
    };
    const pen = wall.tiles.length ? 'fixture' : 'border';
    const size = NAME * denominator;
    const [left] = wallEnds(wall);
    const body: Prim[] = [
      ...stretches.map(([from, to]) =>
        path(lines([at(from, false), at(to, false), at(to, true), at(from, true)], true), pen, 'paper'),
      ),
      ...joints.map((x) => path([MOVE, ...at(x, false), LINE, ...at(x, true)], 'thin')),
    ];
    // The face is the heavy line.
    body.push(...stretches.map(([from, to]) => path([MOVE, ...at(from, false), LINE, ...at(to, false)], 'masking')));
    const name = textAt(left[0] - size * 0.5, left[1] + size * 0.2, wall.name, size, 'right', 'ink', true);
    const shown = faded(body, layer);
    const tags = faded([name], layer);
    return {
      id: wall.id,
      kind: 'wall',
      order,
      box: union(boxOf(shown), boxOf(tags)),
      locked: locked(layer),
      body: shown,
      tags,
      hit: { shape: 'line', points: [...wallEnds(wall)], width: TILE_DEPTH },
    };
  });
}

/** In section or elevation: its tiles at their heights, or, seen from its end, as high and as deep as they are. Null where it lies behind the one who looks. */
export function wallCut(show: Show, view: SectionView, wall: StandingWall, layer: Layer): Chunk | null {
  const [bx, by] = behind(wall);
  const corners = wallEnds(wall).flatMap(([x, y]) => [projected(view, [x, y, 0]), projected(view, [x + bx, y + by, 0])]);
  if (view.kind === 'section' && corners.every(({ depth }) => depth < 0)) return null;
  const [foot, top] = wallHeights(wall);
  const [left, right] = [Math.min(...corners.map(({ x }) => x)), Math.max(...corners.map(({ x }) => x))];
  const body: Prim[] = [];
  if (right - left < 2 * TILE_DEPTH) body.push(path(rect(left, foot, right - left, top - foot), 'fixture', 'paper'));
  else {
    for (const tile of wall.tiles) {
      const [w, h] = sizeOf(tile);
      const [p, q] = [onWall(wall, tile.at), onWall(wall, [tile.at[0] + w, tile.at[1] + h])].map((point) =>
        projected(view, point),
      );
      if (p && q) body.push(path(rect(Math.min(p.x, q.x), p.z, Math.abs(q.x - p.x), q.z - p.z), 'thin', 'none', 'faint'));
    }
    body.push(path(rect(left, foot, right - left, top - foot), 'scenery'));
  }
  const drawn = faded(body, layer);
  return {
    id: wall.id,
    kind: 'wall',
    order: orderOf(show, layer.id, 'wall'),
    box: boxOf(drawn),
    locked: locked(layer),
    body: drawn,
    tags: [],
    hit: {
      shape: 'line',
      points: [
        [left, foot],
        [left, top],
        [right, top],
        [right, foot],
        [left, foot],
      ],
      width: TILE_DEPTH / 2,
    },
  };
}
