/** People and things of the stage: in plan as one sees them from above, in section as they stand. */
import type { Layer, Scenic, Vec2 } from '../model/records.js';
import type { Show } from '../model/show.js';
import { type Body, feetOf, footprint, scenicBodies } from '../space/scenic.js';
import { turned } from '../space/vectors.js';
import { faded, locked, orderOf } from './layers.js';
import { arc, boxOf, type Chunk, circle, lines, type Prim, path } from './list.js';
import { bodyLine } from './mesh.js';
import { projected, type SectionView } from './section-view.js';
import { remembered } from './stage-chunks.js';

/** People are on drawings that ask for them, things on all. */
export const seenOn = ({ shape }: Scenic, { people }: { readonly people?: boolean | undefined }): boolean =>
  people === true || shape !== 'person';

/** Shoulders, a head, and a nose to the side that one looks to. */
function personPrims({ at, turn, width, depth, height }: Scenic): Prim[] {
  const [a, b] = [width / 2, depth / 2];
  const round = Array.from({ length: 24 }, (_, i): Vec2 => {
    const t = (2 * Math.PI * i) / 24;
    return turned([at[0] + a * Math.cos(t), at[1] + b * Math.sin(t)], at, turn);
  });
  const head = height * 0.055;
  const nose = (x: number, y: number) => turned([at[0] + x, at[1] + y], at, turn);
  return [
    path(lines(round, true), 'scenery', 'paper'),
    circle(at[0], at[1], head, 'scenery', 'paper'),
    path(lines([nose(-head * 0.4, -head * 0.9), nose(0, -head * 1.6), nose(head * 0.4, -head * 0.9)]), 'scenery'),
  ];
}
const fromAbove = ([x, y]: readonly [number, number, number]): Vec2 => [x, y];
const inside = (points: readonly Vec2[], [x, y]: Vec2): boolean =>
  points.every(([ax, ay], i) => {
    const [bx, by] = points[(i + 1) % points.length] ?? [ax, ay];
    return (bx - ax) * (y - ay) - (by - ay) * (x - ax) >= -1;
  });
/** The lines round bodies as they are seen; those that lie wholly behind one before them are left out. */
function roundPrims(bodies: readonly Body[], seen: Parameters<typeof bodyLine>[1]): Prim[] {
  const drawn: Vec2[][] = [];
  for (const body of bodies) {
    const line = bodyLine(body, seen);
    if (line.length > 2 && !drawn.some((before) => line.every((point) => inside(before, point)))) drawn.push(line);
  }
  return drawn.map((line) => path(lines(line, true), 'scenery'));
}

/** A thing as one sees it from above. */
export function scenicPrims(thing: Scenic): Prim[] {
  const { shape, at, width, depth } = thing;
  if (shape === 'person') return personPrims(thing);
  if (shape !== 'tree') return roundPrims(scenicBodies(thing, 0), fromAbove);
  const across = Math.min(width, depth);
  return [path(arc(at[0], at[1], across / 2, 0, 360), 'scenery'), circle(at[0], at[1], across * 0.065, 'scenery', 'none')];
}

export function scenicChunk(show: Show, thing: Scenic, layer: Layer): Chunk {
  const order = orderOf(show, layer.id, 'scenic');
  return remembered(thing, layer, order, '', () => {
    const { at, turn, width, depth } = thing;
    // Light hangs over it: what stands below is drawn faint.
    const body = scenicPrims(thing).map((prim) => ({ ...prim, ink: 'faint' as const }));
    return {
      id: thing.id,
      kind: 'scenic',
      order,
      box: boxOf([...body, path(lines(footprint(thing), true), 'thin')]),
      locked: locked(layer),
      body,
      tags: [],
      hit: { shape: 'box', at, turn, box: [-width / 2, -depth / 2, width / 2, depth / 2] },
    };
  });
}

/** As it stands; null where all of it lies behind the one who looks. */
export function scenicCut(show: Show, view: SectionView, thing: Scenic, layer: Layer): Chunk | null {
  const flat = footprint(thing).map(([x, y]) => projected(view, [x, y, 0]));
  if (view.kind === 'section' && flat.every(({ depth }) => depth < 0)) return null;
  const foot = feetOf(show).get(thing.id) ?? 0;
  const bodies = scenicBodies(thing, foot);
  const body = faded(
    roundPrims(bodies, (point): Vec2 => {
      const { x, z } = projected(view, point);
      return [x, z];
    }).map((prim) => ({ ...prim, pen: 'thin' as const, ink: 'faint' as const })) as Prim[],
    layer,
  );
  const box = boxOf(body);
  return {
    id: thing.id,
    kind: 'scenic',
    order: orderOf(show, layer.id, 'scenic'),
    box,
    locked: locked(layer),
    body,
    tags: [],
    hit: { shape: 'box', at: [0, 0], turn: 0, box },
  };
}
