/** A fixture as a section or an elevation shows it: from the side as its outline turned to its beam, along its beam as its body; with the tags of the plan. */
import type { Fixture, Layer } from '../model/records.js';
import type { Show } from '../model/show.js';
import { formsOf } from '../patch/accessories.js';
import { axesOfBeam } from '../space/orientation.js';
import { deg, rad } from '../space/vectors.js';
import {
  type Drawing,
  drawingWith,
  type Figure,
  inkOf,
  type Kept,
  keptOf,
  type PlanOptions,
  type Sources,
  textsOf,
  wornBy,
} from './fixture-drawing.js';
import { type Box, eachCommand, type Prim, path, rect } from './list.js';
import { projected, type SectionView } from './section-view.js';
import { symbolIn } from './symbols.js';

/** Nearer to the plane than this counts as cut by it, mm. */
export const CUT = 1;
/** Of the beam's direction less than this lies in the view: the lantern is seen along its beam. */
const ALONG = 0.35;

/** A symbol as broad as it shows from here. */
function narrowed(prim: Prim, broad: number): Prim {
  if (prim.op === 'image') return { ...prim, x: prim.x * broad, w: prim.w * broad };
  if (prim.op !== 'path') return { ...prim, x: prim.x * broad };
  const out = [...prim.d];
  eachCommand(prim.d, (_, i, n) => {
    for (let j = 1; j <= n; j += 2) out[i + j] = (prim.d[i + j] ?? 0) * broad;
  });
  return { ...prim, d: out };
}

const caches = new WeakMap<SectionView, WeakMap<Fixture, Kept<Drawing | null>>>();
/** A fixture in a view, at its own place; null for one that lies before the plane of a section. */
export function unitIn(show: Show, view: SectionView, fixture: Fixture, layer: Layer, options: PlanOptions): Drawing | null {
  const cache = caches.get(view) ?? new WeakMap<Fixture, Kept<Drawing | null>>();
  caches.set(view, cache);
  return keptOf(cache, show, fixture, layer, options, (from) => {
    const { place } = from;
    const clamp = projected(view, place.clamp);
    if (view.kind === 'section' && clamp.depth < -CUT) return null;
    return drawingWith(fixture, from, textsOf(show, fixture, from), figureOf(show, view, fixture, from));
  });
}

function figureOf(show: Show, view: SectionView, fixture: Fixture, from: Sources): Figure {
  const { place, type, variant } = from;
  const { clamp, beam, bearing } = place;
  const at = projected(view, clamp);
  const tip = projected(view, [clamp[0] + beam[0], clamp[1] + beam[1], clamp[2] + beam[2]]);
  const [dx, dz] = [tip.x - at.x, tip.z - at.z];
  // Seen along its own beam a lantern is as wide and high as its body; else its outline turned to the beam,
  // as broad as its width shows from here: a batten seen from its end is as broad as it is high.
  const along = Math.hypot(dx, dz) < ALONG;
  const { u } = axesOfBeam(beam, bearing);
  const facing = Math.abs(u[0] * Math.sin(rad(view.look)) - u[1] * Math.cos(rad(view.look)));
  const broad = Math.min(1, Math.max(facing, Math.min(1, type.height / type.width)));
  const ink = inkOf(fixture, from);
  const common = { key: `${fixture.id} ${view.kind} ${from.denominator}`, size: 1, moves: [] };
  if (along) {
    const half = (type.width * broad) / 2;
    return {
      ...common,
      at: { x: at.x, y: at.z, turn: 0 },
      box: [-half, -type.height, half, 0],
      unitAt: [0, -type.height / 2],
      room: { width: 2 * half, length: type.height },
      worn: [path(rect(-half, -type.height, 2 * half, type.height), fixture.spare ? 'spare' : 'fixture', 'paper', ink)],
    };
  }
  const symbol = symbolIn(show, type, variant, formsOf(show, fixture));
  const [x0, y0, x1, y1] = symbol.box;
  const box: Box = [x0 * broad, y0, x1 * broad, y1];
  return {
    ...common,
    at: { x: at.x, y: at.z, turn: deg(Math.atan2(dz, dx)) - 90 },
    box,
    unitAt: [symbol.unitAt[0] * broad, symbol.unitAt[1]],
    room: { width: type.width * broad, length: type.length },
    worn: wornBy(symbol, ink, fixture.spare, from.colour).map((prim) => narrowed(prim, broad)),
  };
}
