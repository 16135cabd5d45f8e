/**
 * What stands in the gate of a lantern, as one sees it who looks along the beam: x to the right, y up, the edge of the field a circle of radius 1.
 * A model of our own: blades are straight, what is not sharp is blurred evenly.
 */
import type { Fixture } from '../model/records.js';
import { rad } from '../space/vectors.js';

export type Optics = NonNullable<Fixture['optics']>;
/** Blades by the side from which they come. */
export const blades = ['up', 'down', 'left', 'right'] as const;
export type Blade = (typeof blades)[number];

/** A point in the frame of a blade, in which every blade comes from above. */
function under(blade: Blade, x: number, y: number): readonly [number, number] {
  switch (blade) {
    case 'up':
      return [x, y];
    case 'down':
      return [-x, -y];
    case 'left':
      return [y, -x];
    case 'right':
      return [-y, x];
  }
}
/** Edge of a blade as a line of the gate: a x + b y + c is how far a point lies behind it. */
function edgeOf(blade: Blade, depth: number, angle: number): readonly [a: number, b: number, c: number] {
  const turn = rad(angle);
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const [[xx, xy], [yx, yy]] = [under(blade, 1, 0), under(blade, 0, 1)];
  return [xy * cos - xx * sin, yy * cos - yx * sin, -(1 - 2 * depth) * cos];
}
/**
 * How far a point of the gate lies behind the edge of a blade; negative in the light.
 * @param depth  share of the field's width that it covers on its own axis, 0 to 1
 * @param angle  of its edge, degrees anticlockwise
 */
export function behindBlade(blade: Blade, depth: number, angle: number, x: number, y: number): number {
  const [a, b, c] = edgeOf(blade, depth, angle);
  return a * x + b * y + c;
}

/** From a point in the frame of a blade back into the gate. */
export function fromUnder(blade: Blade, bx: number, by: number): readonly [number, number] {
  switch (blade) {
    case 'up':
      return [bx, by];
    case 'down':
      return [-bx, -by];
    case 'left':
      return [-by, bx];
    case 'right':
      return [by, -bx];
  }
}
/** No blade turns farther, degrees (common practice, no source). */
export const STEEPEST = 45;
/** Least depth and angle by which a blade's edge lies on a line through two points of the gate; null where the line has no length, or meets the axis of every blade that turns so far outside the field, as one does that takes a corner of it. */
export function bladeAlong(
  p: readonly [number, number],
  q: readonly [number, number],
): { readonly blade: Blade; readonly depth: number; readonly angle: number } | null {
  let best: { blade: Blade; depth: number; angle: number } | null = null;
  for (const blade of blades) {
    const [[ax, ay], [bx, by]] = [under(blade, ...p), under(blade, ...q)];
    if (Math.abs(bx - ax) < 1e-9) continue;
    const slope = (by - ay) / (bx - ax);
    const angle = (Math.atan(slope) * 180) / Math.PI;
    const depth = (1 - (ay - ax * slope)) / 2;
    // The middle of the beam stays in the light, and of two blades that could do it the one that is pushed less far turned does.
    if (Math.abs(angle) > STEEPEST + 1e-9 || depth < 0 || depth > 0.5) continue;
    if (!best || Math.abs(angle) < Math.abs(best.angle)) best = { blade, depth, angle };
  }
  return best;
}

/** Half the width of an edge that is as sharp as it goes, and as soft, in radii of the field (from memory). */
const SHARP = 0.01;
const SOFT = 0.35;
/** From 1 in the light to 0 behind the edge, over its width. */
const past = (distance: number, width: number): number =>
  distance <= -width ? 1 : distance >= width ? 0 : 0.5 - 0.5 * Math.sin((Math.PI / 2) * (distance / width));

/** Half the width of the edges of what is in the gate, radii of the field. */
export const edgeWidth = ({ edge = 0, frost = 0 }: Optics): number => SHARP + (SOFT - SHARP) * Math.min(1, edge + frost);

/** Whether anything but what is round about the axis shapes the light. */
export const isShaped = (optics: Optics): boolean => (optics.shutters ?? []).some(({ depth }) => depth > 0);

/**
 * Share of the light that passes the rim of the gate, and its iris, so far from the axis. The rim lies where the field ends: the tenth of the light by which that is
 * known stands just inside it.
 */
export function passesRim(optics: Optics, radius: number): number {
  const width = edgeWidth(optics);
  const { iris = 1 } = optics;
  const light = past(radius - 1 - width, width);
  return iris < 1 && light > 0 ? light * past(radius - iris, width) : light;
}

/** Share of the light that rim, iris and blades let pass at a point of the gate. Made once for many points: pictures of it have tens of thousands. */
export function gateOf(optics: Optics): (x: number, y: number) => number {
  const width = edgeWidth(optics);
  const edges = (optics.shutters ?? []).flatMap(({ depth, angle }, i) => {
    const blade = blades[i];
    return depth > 0 && blade ? [edgeOf(blade, depth, angle)] : [];
  });
  return (x, y) => {
    let light = passesRim(optics, Math.sqrt(x * x + y * y));
    for (const [a, b, c] of edges) {
      if (light <= 0) return 0;
      light *= past(a * x + b * y + c, width);
    }
    return light;
  };
}

/** Optics in a mirror: left and right blades change places, and what turns turns the other way. Source: reference calculations 3 (mirror). */
export function mirroredOptics(optics: Optics): Optics {
  const { shutters, turn, ...rest } = optics;
  const image = (i: number) => {
    const { depth, angle } = shutters?.[i] ?? { depth: 0, angle: 0 };
    return { depth, angle: -angle + 0 };
  };
  return {
    ...rest,
    ...(shutters ? { shutters: [image(0), image(1), image(3), image(2)] } : {}),
    ...(turn === undefined ? {} : { turn: -turn + 0 }),
  };
}
