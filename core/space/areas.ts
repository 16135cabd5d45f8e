/** Shapes of focus areas in plan, and a grid of them. Plain geometry; mm. */
import type { FocusArea, NewId, Vec2 } from '../model/records.js';
import { rad } from './vectors.js';

const SIDES = 48;
/** Half the width and half the depth of a round area. */
const halves = ({ size, shape, depth }: FocusArea): Vec2 => [size / 2, (shape === 'ellipse' ? (depth ?? size) : size) / 2];

const keptPoints = new WeakMap<FocusArea, readonly Vec2[]>();
/** The edge of an area as a closed polygon, the first corner not said twice. */
export function areaPoints(area: FocusArea): readonly Vec2[] {
  const known = keptPoints.get(area);
  if (known) return known;
  const [x, y] = area.at;
  const [a, b] = halves(area);
  const [c, s] = [Math.cos(rad(area.turn ?? 0)), Math.sin(rad(area.turn ?? 0))];
  const points =
    area.shape === 'polygon' && area.points
      ? area.points
      : Array.from({ length: SIDES }, (_, i): Vec2 => {
          const [u, v] = [a * Math.cos((2 * Math.PI * i) / SIDES), b * Math.sin((2 * Math.PI * i) / SIDES)];
          return [x + u * c - v * s, y + u * s + v * c];
        });
  keptPoints.set(area, points);
  return points;
}
/** Whether a point of the plan lies in an area. Round ones exactly; polygons by the even and odd rule. */
export function insideArea(area: FocusArea, [px, py]: Vec2): boolean {
  if (area.shape === 'polygon' && area.points) {
    let inside = false;
    const { points } = area;
    points.forEach(([ax, ay], i) => {
      const [bx, by] = points[(i + 1) % points.length] ?? [ax, ay];
      if (ay > py !== by > py && px < ax + ((py - ay) * (bx - ax)) / (by - ay)) inside = !inside;
    });
    return inside;
  }
  const [a, b] = halves(area);
  const [c, s] = [Math.cos(rad(area.turn ?? 0)), Math.sin(rad(area.turn ?? 0))];
  const [dx, dy] = [px - area.at[0], py - area.at[1]];
  return Math.hypot((dx * c + dy * s) / a, (dy * c - dx * s) / b) <= 1;
}
/** Least and greatest x and y. */
export function areaBox(area: FocusArea): readonly [number, number, number, number] {
  const points = areaPoints(area);
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}
/** The middle of a polygon, by its surface; of one without a surface, of its corners. Source: plain geometry (shoelace). */
export function middleOfPolygon(points: readonly Vec2[]): Vec2 {
  let [sum, x, y] = [0, 0, 0];
  points.forEach(([ax, ay], i) => {
    const [bx, by] = points[(i + 1) % points.length] ?? [ax, ay];
    const cross = ax * by - bx * ay;
    sum += cross;
    x += (ax + bx) * cross;
    y += (ay + by) * cross;
  });
  if (Math.abs(sum) > 1e-6) return [x / (3 * sum), y / (3 * sum)];
  return [points.reduce((all, [px]) => all + px, 0) / points.length, points.reduce((all, [, py]) => all + py, 0) / points.length];
}

export const namings = ['letters', 'figures'] as const;
export const gridOrders = ['stage right first', 'stage left first'] as const;
export interface GridWish {
  /** How many across the stage, and how many rows up it. */
  readonly across: number;
  readonly rows: number;
  /** Share of an area's width and depth that it has in common with its neighbour, 0 to 0.9. */
  readonly overlap: number;
  readonly naming: (typeof namings)[number];
  readonly order: (typeof gridOrders)[number];
  /** Rows are named from the house up the stage, or from upstage down. */
  readonly from: 'downstage' | 'upstage';
}
/** At most so many in one gesture: more is a slip. */
export const MOST_AREAS = 400;

/** Letters count on: Z is followed by AA. Source: reference calculations 3 (letters, bijective base 26). */
function letters(n: number): string {
  let out = '';
  for (let i = n + 1; i > 0; i = Math.floor((i - 1) / 26)) out = String.fromCharCode(65 + ((i - 1) % 26)) + out;
  return out;
}
/** Names that are not taken, in order. */
function* freeNames(naming: GridWish['naming'], taken: ReadonlySet<string>): Generator<string> {
  for (let n = 0; ; n++) {
    const name = naming === 'letters' ? letters(n) : String(n + 1);
    if (!taken.has(name.toLowerCase())) yield name;
  }
}

/**
 * Areas over a rectangle of the plan, in the order of their names. Where they are as deep as wide they are circles, otherwise ellipses; the outermost touch the
 * edges, and neighbours overlap by the share wished.
 * @param taken  names that are there already, in small letters
 * @throws RangeError when there are none, or too many, or the rectangle has no size
 */
export function areaGrid(
  [x0, y0]: Vec2,
  [x1, y1]: Vec2,
  wish: GridWish,
  base: Pick<FocusArea, 'layer'> & { readonly height: number; readonly taken: ReadonlySet<string> },
  newId: NewId,
): FocusArea[] {
  const { across, rows, overlap } = wish;
  const whole = Number.isInteger(across) && Number.isInteger(rows) && across > 0 && rows > 0;
  if (!whole || across * rows > MOST_AREAS)
    throw new RangeError(`From 1 to ${MOST_AREAS} areas in all, so many across and so many rows.`);
  if (!(overlap >= 0 && overlap <= 0.9)) throw new RangeError('Neighbours overlap by 0 to 90 %.');
  const [w, d] = [Math.abs(x1 - x0), Math.abs(y1 - y0)];
  if (w < 10 || d < 10) throw new RangeError('The rectangle has no size: drag from one corner to the other.');
  // n areas of size s, each (1 - overlap) s on from the one before, are as wide as the rectangle.
  const sizeIn = (length: number, n: number) => length / (1 + (n - 1) * (1 - overlap));
  const [size, depth] = [sizeIn(w, across), sizeIn(d, rows)];
  const [left, near] = [Math.min(x0, x1), Math.min(y0, y1)];
  const names = freeNames(wish.naming, base.taken);
  return Array.from({ length: rows * across }, (_, i): FocusArea => {
    const [row, column] = [Math.floor(i / across), i % across];
    const [r, c] = [
      wish.from === 'downstage' ? row : rows - 1 - row,
      wish.order === 'stage right first' ? column : across - 1 - column,
    ];
    const at: FocusArea['at'] = [
      left + size / 2 + c * size * (1 - overlap),
      near + depth / 2 + r * depth * (1 - overlap),
      base.height,
    ];
    const round = Math.abs(size - depth) < 1;
    return {
      id: newId(),
      kind: 'area',
      layer: base.layer,
      name: names.next().value as string,
      at,
      size,
      ...(round ? {} : { shape: 'ellipse', depth }),
    };
  });
}
