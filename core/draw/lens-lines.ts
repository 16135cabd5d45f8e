/** What a lens sees: stage, cloths, things and people as lines in its gate. */
import { inGate, type LensView, lineInGate, NEAR } from '../light/shutters.js';
import { shownLayers } from '../model/layers.js';
import type { Fixture, Vec2, Vec3 } from '../model/records.js';
import { all, find, type Show, settingsOf } from '../model/show.js';
import { areaPoints } from '../space/areas.js';
import { place } from '../space/hanging.js';
import { feetOf, scenicBodies } from '../space/scenic.js';
import { maskingEnds, outlinePoints } from '../space/transform.js';
import { bodyLine } from './mesh.js';

export interface LensLine {
  readonly use: 'floor' | 'house' | 'cloth' | 'area' | 'thing' | 'person';
  /** In the gate: x to the right, y up, the edge of the field a circle of radius 1. */
  readonly points: readonly Vec2[];
  /** Ends in the world: what a blade can be cut to. Lines round what stands there have none. */
  readonly ends?: readonly [Vec3, Vec3];
}
/** A person of 1.75 m who stands below the aim where the show has none: height of the crown, half the width of the shoulders, mm (common practice, no source). */
const PERSON = { height: 1750, shoulders: 230, neck: 1480, head: 110 };
/** Someone who stands nearer to the aim than this is seen instead, mm. */
const BESIDE = 600;

/** Lines of the stage as the lens of a fixture sees them. */
export function lensLines(show: Show, fixture: Fixture, view: LensView): LensLine[] {
  const out: LensLine[] = [];
  const add = (use: LensLine['use'], a: Vec3, b: Vec3) => {
    const line = lineInGate(view, a, b);
    if (line) out.push({ use, points: line, ends: [a, b] });
  };
  const ring = (use: LensLine['use'], points: readonly Vec3[]) =>
    points.forEach((a, i) => {
      const b = points[(i + 1) % points.length];
      if (b) add(use, a, b);
    });
  const { stageWidth, stageDepth } = settingsOf(show);
  for (let x = -Math.floor(stageWidth / 2000); x <= stageWidth / 2000; x++)
    add('floor', [x * 1000, 0, 0], [x * 1000, stageDepth, 0]);
  for (let y = 0; y <= stageDepth / 1000; y++) add('floor', [-stageWidth / 2, y * 1000, 0], [stageWidth / 2, y * 1000, 0]);
  for (const outline of all(show, 'outline')) {
    const points = outlinePoints(outline);
    if (outline.use === 'seats') continue;
    points.slice(1).forEach((b, i) => {
      const a = points[i];
      if (!a) return;
      for (const z of new Set([outline.zFrom, outline.zTo])) add('house', [...a, z], [...b, z]);
      if (outline.zTo > outline.zFrom) add('house', [...a, outline.zFrom], [...a, outline.zTo]);
    });
  }
  for (const cloth of all(show, 'masking')) {
    const [a, b] = maskingEnds(cloth);
    const [low, high] = [cloth.z, cloth.z + cloth.height];
    ring('cloth', [
      [...a, low],
      [...b, low],
      [...b, high],
      [...a, high],
    ]);
  }
  const aimed = fixture.aim?.kind === 'area' ? find(show, 'area', fixture.aim.area) : undefined;
  if (aimed)
    ring(
      'area',
      areaPoints(aimed).map(([x, y]): Vec3 => [x, y, aimed.at[2]]),
    );
  out.push(...thingLines(show, view));
  const { target } = place(show, fixture);
  const someone = all(show, 'scenic').some(
    ({ shape, at }) => shape === 'person' && target && Math.hypot(at[0] - target[0], at[1] - target[1]) < BESIDE,
  );
  if (target && !someone) out.push(...personAt(view, target));
  return out;
}
/** Things and people as they stand, by the line round each of their bodies, the farthest first; what lies on hidden layers is not seen. */
function thingLines(show: Show, view: LensView): LensLine[] {
  const layers = shownLayers(show);
  const feet = feetOf(show);
  const far = new Map<LensLine, number>();
  const lines = all(show, 'scenic').flatMap((thing) => {
    if (!layers.has(thing.layer)) return [];
    const use = thing.shape === 'person' ? ('person' as const) : ('thing' as const);
    return scenicBodies(thing, feet.get(thing.id) ?? 0).flatMap((body): LensLine[] => {
      const { ahead } = inGate(view, body.centre);
      if (ahead < NEAR + Math.hypot(...body.size) / 2) return [];
      const points = bodyLine(body, (point) => {
        const { x, y } = inGate(view, point);
        return [x, y];
      });
      const [first] = points;
      if (!first || points.length < 3) return [];
      const made: LensLine = { use, points: [...points, first] };
      far.set(made, ahead);
      return [made];
    });
  });
  return lines.sort((a, b) => (far.get(b) ?? 0) - (far.get(a) ?? 0));
}
/** A person below a point, turned to the lens. */
function personAt(view: LensView, target: Vec3): LensLine[] {
  const { right } = view;
  const [x, y] = target;
  const at = (across: number, z: number): Vec3 => [x + right[0] * across, y + right[1] * across, z];
  const { height, shoulders, neck, head } = PERSON;
  const outline: Vec3[] = [
    at(-shoulders * 0.5, 0),
    at(-shoulders * 0.62, neck * 0.55),
    at(-shoulders, neck - 130),
    at(-shoulders * 0.9, neck - 50),
    at(-head * 0.55, neck - 10),
    at(-head * 0.8, neck + 60),
    at(-head, neck + 150),
    at(-head * 0.75, height - 30),
    at(0, height),
    at(head * 0.75, height - 30),
    at(head, neck + 150),
    at(head * 0.8, neck + 60),
    at(head * 0.55, neck - 10),
    at(shoulders * 0.9, neck - 50),
    at(shoulders, neck - 130),
    at(shoulders * 0.62, neck * 0.55),
    at(shoulders * 0.5, 0),
    at(-shoulders * 0.5, 0),
  ];
  return outline.slice(1).flatMap((b, i): LensLine[] => {
    const a = outline[i];
    const line = a && lineInGate(view, a, b);
    return a && line ? [{ use: 'person', points: line }] : [];
  });
}
