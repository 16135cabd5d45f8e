/** What of a stage is seen lit: its flat faces as surfaces of light, and what is round as clouds of points. mm. */
import { shownLayers } from '../model/layers.js';
import type { Id, Masking, Outline, Scenic, Vec2, Vec3 } from '../model/records.js';
import { all, type Show, settingsOf } from '../model/show.js';
import { type Body, feetOf, scenicBodies, usual } from '../space/scenic.js';
import { maskingEnds, outlinePoints } from '../space/transform.js';
import { add, cross, scaled } from '../space/vectors.js';
import { wallFaces } from '../space/walls.js';
import type { Surface } from './field.js';

/** A flat face that is seen: where it lies, what colour it is, and what it belongs to. */
export interface Face extends Surface {
  readonly normal: Vec3;
  /** Sides, mm; its points may reach a little beyond. */
  readonly wide: number;
  readonly high: number;
  /** A line round it in its own u and v, mm, where it is no rectangle. */
  readonly line?: readonly Vec2[];
  readonly of: Id | null;
  readonly paint: Paint;
  /** Hangs in folds. */
  readonly folded?: boolean;
}
/** A colour, and the share of the light that it gives back. */
export interface Paint {
  readonly colour: string;
  readonly reflects?: number;
}

/** What is usual, where nothing is said. Cloth: black wool gives back 2 to 5 in a hundred, a white cyc 70 to 80 (common practice, no source). */
const paints = {
  'stage edge': { colour: '#4b4640' },
  wall: { colour: '#6b6259' },
  scenery: { colour: '#7a6f60' },
  seats: { colour: '#4d2527' },
  leg: { colour: '#26262a' },
  border: { colour: '#26262a' },
  drop: { colour: '#55555a' },
  cyc: { colour: '#e0dfdc' },
} as const satisfies Readonly<Record<Outline['use'] | Masking['use'], Paint>>;
export const paintOf = (record: Outline | Masking | Scenic): Paint =>
  record.kind === 'scenic'
    ? {
        colour: record.colour ?? usual[record.shape].colour,
        ...(record.reflects === undefined ? {} : { reflects: record.reflects }),
      }
    : record.colour
      ? { colour: record.colour }
      : paints[record.use];

/** Steps between the points of light, mm: of the floor and cloths, of walls, and of things. */
const STEP = { floor: 100, cloth: 100, wall: 200, thing: 50 } as const;

/** A face from its corner along two sides. */
function face(
  id: string,
  corner: Vec3,
  u: Vec3,
  v: Vec3,
  wide: number,
  high: number,
  step: number,
  of: Id | null,
  paint: Paint,
): Face {
  const own = Math.max(5, Math.min(step, wide / 4, high / 4));
  return {
    id,
    corner,
    u,
    v,
    wide,
    high,
    step: own,
    across: Math.max(1, Math.ceil(wide / own - 1e-6)),
    rows: Math.max(1, Math.ceil(high / own - 1e-6)),
    normal: cross(u, v),
    of,
    paint,
  };
}
/** A face that stands between two points of the plan; it looks to the right of the way from the first to the second. */
function standing(id: string, a: Vec2, b: Vec2, low: number, high: number, step: number, of: Id, paint: Paint): Face[] {
  const wide = Math.hypot(b[0] - a[0], b[1] - a[1]);
  if (wide < 1 || high - low < 1) return [];
  const u: Vec3 = [(b[0] - a[0]) / wide, (b[1] - a[1]) / wide, 0];
  return [face(id, [a[0], a[1], low], u, [0, 0, 1], wide, high - low, step, of, paint)];
}
/** A level face inside a line of the plan. */
function level(id: string, points: readonly Vec2[], z: number, step: number, of: Id | null, paint: Paint): Face {
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
  const [x0, y0] = [Math.min(...xs), Math.min(...ys)];
  const made = face(id, [x0, y0, z], [1, 0, 0], [0, 1, 0], Math.max(...xs) - x0, Math.max(...ys) - y0, step, of, paint);
  return { ...made, line: points.map(([x, y]): Vec2 => [x - x0, y - y0]) };
}
const turnsLeft = (points: readonly Vec2[]): boolean =>
  points.reduce((sum, [x, y], i) => {
    const [p, q] = points[(i + 1) % points.length] ?? [x, y];
    return sum + x * q - p * y;
  }, 0) > 0;

/** Both sides of a cloth; the one that looks to the house when it is not turned comes first. */
function clothFaces(cloth: Masking): Face[] {
  const [a, b] = maskingEnds(cloth);
  const [low, high] = [cloth.z, cloth.z + cloth.height];
  const paint = paintOf(cloth);
  const folded = cloth.use !== 'cyc';
  return [
    ...standing(`${cloth.id} front`, a, b, low, high, STEP.cloth, cloth.id, paint),
    ...standing(`${cloth.id} back`, b, a, low, high, STEP.cloth, cloth.id, paint),
  ].map((one) => (folded ? { ...one, folded } : one));
}
function outlineFaces(outline: Outline): Face[] {
  const { id, use, zFrom, zTo, closed } = outline;
  const paint = paintOf(outline);
  const step = use === 'scenery' ? STEP.floor : STEP.wall;
  const points = outlinePoints(outline);
  const out: Face[] = [];
  const round = (line: readonly Vec2[], isClosed: boolean, outward: boolean, name: string) => {
    const way = turnsLeft(line) === outward ? line : [...line].reverse();
    const ends = isClosed ? [...way, ...way.slice(0, 1)] : way;
    ends.slice(1).forEach((b, i) => {
      const a = ends[i];
      if (a) out.push(...standing(`${id} ${name}${i}`, a, b, zFrom, zTo, step, id, paint));
    });
  };
  const faces = wallFaces(outline);
  if (faces && closed) {
    round(faces.outer, true, true, 'out ');
    round(faces.inner, true, false, 'in ');
  } else if (faces) round([...faces.outer, ...[...faces.inner].reverse()], true, true, 'out ');
  else if (closed) round(points, true, true, 'out ');
  else {
    // A sheet is seen from both sides.
    points.slice(1).forEach((b, i) => {
      const a = points[i];
      if (!a) return;
      out.push(...standing(`${id} ${i}`, a, b, zFrom, zTo, step, id, paint));
      out.push(...standing(`${id} back ${i}`, b, a, zFrom, zTo, step, id, paint));
    });
  }
  if (closed && !faces && use === 'scenery') out.push(level(`${id} top`, points, zTo, STEP.floor, id, paint));
  return out;
}
/** The five sides of a box that are seen. */
function boxFaces(id: string, { centre, axes: { u, v, w }, size }: Body, of: Id, paint: Paint): Face[] {
  const [a, b, c] = [scaled(u, size[0] / 2), scaled(v, size[1] / 2), scaled(w, size[2] / 2)];
  const at = (i: -1 | 1, j: -1 | 1, k: -1 | 1): Vec3 => add(centre, add(scaled(a, i), add(scaled(b, j), scaled(c, k))));
  const side = (name: string, corner: Vec3, along: Vec3, up: Vec3, wide: number, high: number) =>
    face(`${id} ${name}`, corner, along, up, wide, high, STEP.thing, of, paint);
  return [
    side('front', at(-1, -1, -1), u, w, size[0], size[2]),
    side('back', at(1, 1, -1), scaled(u, -1), w, size[0], size[2]),
    side('left', at(-1, 1, -1), scaled(v, -1), w, size[1], size[2]),
    side('right', at(1, -1, -1), v, w, size[1], size[2]),
    side('top', at(-1, -1, 1), u, v, size[0], size[1]),
  ];
}
/** Things whose sides are large and flat. */
const flatThings: ReadonlySet<Scenic['shape']> = new Set(['box', 'riser', 'flat', 'stairs']);

/** A thing that is lit point by point: its bodies and what they are painted. */
export interface Round {
  readonly id: Id;
  readonly bodies: readonly Body[];
  readonly paint: Paint;
}
export interface StageFaces {
  readonly faces: readonly Face[];
  readonly rounds: readonly Round[];
}
const keptFaces = new WeakMap<object, { readonly foot: number; readonly faces: readonly Face[] }>();
function remembered(record: object, foot: number, make: () => readonly Face[]): readonly Face[] {
  const known = keptFaces.get(record);
  if (known && known.foot === foot) return known.faces;
  const faces = make();
  keptFaces.set(record, { foot, faces });
  return faces;
}
/** The floor: what the edges of the stage enclose, or the stage of the settings where nobody has drawn one. */
function floorFaces(show: Show, edges: readonly Outline[]): readonly Face[] {
  if (edges.length)
    return edges.flatMap((edge) =>
      remembered(edge, 0, () => [level(`${edge.id} floor`, outlinePoints(edge), edge.zTo, STEP.floor, edge.id, paintOf(edge))]),
    );
  const { stageWidth: w, stageDepth: d } = settingsOf(show);
  const points: Vec2[] = [
    [-w / 2, 0],
    [w / 2, 0],
    [w / 2, d],
    [-w / 2, d],
  ];
  return [level('floor', points, 0, STEP.floor, null, paints['stage edge'])];
}
let last: { readonly from: readonly (readonly unknown[])[]; readonly made: StageFaces } | null = null;
/** Everything of the stage that light falls on; what lies on hidden layers is left out. The same while none of it changes. */
export function facesOf(show: Show): StageFaces {
  const from = [all(show, 'masking'), all(show, 'outline'), all(show, 'layer'), all(show, 'scenic'), all(show, 'settings')];
  if (last && from.every((list, i) => list === last?.from[i])) return last.made;
  const layers = shownLayers(show);
  const faces: Face[] = [];
  const shown = all(show, 'outline').filter(({ layer }) => layers.has(layer));
  faces.push(
    ...floorFaces(
      show,
      shown.filter(({ use }) => use === 'stage edge'),
    ),
  );
  for (const outline of shown)
    if (outline.use !== 'stage edge' && outline.use !== 'seats')
      faces.push(...remembered(outline, 0, () => outlineFaces(outline)));
  for (const cloth of all(show, 'masking'))
    if (layers.has(cloth.layer)) faces.push(...remembered(cloth, 0, () => clothFaces(cloth)));
  const feet = feetOf(show);
  const rounds: Round[] = [];
  for (const thing of all(show, 'scenic')) {
    if (!layers.has(thing.layer)) continue;
    const foot = feet.get(thing.id) ?? 0;
    if (flatThings.has(thing.shape))
      faces.push(
        ...remembered(thing, foot, () =>
          scenicBodies(thing, foot).flatMap((body, i) => boxFaces(`${thing.id} ${i}`, body, thing.id, paintOf(thing))),
        ),
      );
    else rounds.push({ id: thing.id, bodies: scenicBodies(thing, foot), paint: paintOf(thing) });
  }
  last = { from, made: { faces, rounds } };
  return last.made;
}
