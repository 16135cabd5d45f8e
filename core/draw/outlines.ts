/** Outlines of the lantern families, drawn from the shapes of real ones: local frame, clamp at the origin, nose towards +y, mm. */
import type { Family } from '../model/records.js';
import { arc, CLOSE, LINE, lines, MOVE, rect } from './list.js';

/** What an outline depends on besides its size. */
export interface Body {
  readonly field: number;
  readonly cells: number;
}
export interface FamilyOutline {
  readonly outline: number[];
  readonly inner?: number[];
  /** What the bold set fills with ink. */
  readonly solid: number[];
  readonly unitAt?: readonly [number, number];
  /** Where the unit number stands in the bold set, if not there. */
  readonly boldUnitAt?: readonly [number, number];
}
type Draw = (l: number, w: number, body: Body) => FamilyOutline;

/** Share of the length that lies behind the clamp: the yoke holds a lantern near its balance. */
const BEHIND = 0.45;
const span = (l: number) => [-l * BEHIND, l * (1 - BEHIND)] as const;
const poly = (...points: [number, number][]) => lines(points, true);
const grid = (x0: number, x1: number, y0: number, y1: number, n: number) =>
  Array.from({ length: n - 1 }, (_, i) => x0 + ((x1 - x0) * (i + 1)) / n).flatMap((x) => [MOVE, x, y0, LINE, x, y1]);

export const outlines: Record<Family, Draw> = {
  // A bottle: round lamp house, waist, barrel that opens a little at the lens.
  profile: (l, w, body) => {
    const [b, f] = span(l);
    const [h, waist, barrel] = [w / 2, w * 0.3, w * (body.field <= 30 ? 0.4 : 0.34)];
    const neck = b + l * 0.42;
    return {
      outline: poly(
        [-h, b + l * 0.1],
        [-h * 0.7, b],
        [h * 0.7, b],
        [h, b + l * 0.1],
        [h, neck - l * 0.08],
        [waist, neck],
        [barrel, f],
        [-barrel, f],
        [-waist, neck],
        [-h, neck - l * 0.08],
      ),
      inner: [MOVE, -waist, neck, LINE, waist, neck],
      solid: poly([-waist, neck], [waist, neck], [barrel, f], [-barrel, f]),
      unitAt: [0, b + l * 0.2],
    };
  },
  // A squat box with a bowed lens.
  fresnel: (l, w) => {
    const [b, f] = span(l);
    const h = w / 2;
    const flat = f - l * 0.22;
    // The circle through both edges of the lens and the tip of the nose: r = (h^2 + s^2) / 2s.
    const bow = f - flat;
    const r = (h * h + bow * bow) / (2 * bow);
    const half = (Math.asin(Math.min(1, h / r)) * 180) / Math.PI;
    const lens = arc(0, f - r, r, 90 - half, 2 * half);
    lens[0] = LINE;
    return {
      outline: [
        MOVE,
        -h,
        flat,
        LINE,
        -h,
        b + l * 0.12,
        LINE,
        -h * 0.75,
        b,
        LINE,
        h * 0.75,
        b,
        LINE,
        h,
        b + l * 0.12,
        LINE,
        h,
        flat,
        ...lens,
        CLOSE,
      ],
      solid: [MOVE, -h, flat, ...lens, CLOSE],
      unitAt: [0, b + l * 0.38],
    };
  },
  // A box that tapers to a short straight tube.
  'plano-convex': (l, w) => {
    const [b, f] = span(l);
    const h = w / 2;
    return {
      outline: poly(
        [-h, b],
        [h, b],
        [h, b + l * 0.55],
        [h * 0.68, b + l * 0.7],
        [h * 0.68, f],
        [-h * 0.68, f],
        [-h * 0.68, b + l * 0.7],
        [-h, b + l * 0.55],
      ),
      solid: poly([-h * 0.68, b + l * 0.7], [h * 0.68, b + l * 0.7], [h * 0.68, f], [-h * 0.68, f]),
      unitAt: [0, b + l * 0.3],
    };
  },
  // A can: round back, straight sides, open front.
  PAR: (l, w) => {
    const [b, f] = span(l);
    const h = w / 2;
    const back = arc(0, b + h, h, 180, 180);
    return {
      outline: [...back, LINE, h, f, LINE, -h, f, CLOSE],
      inner: [MOVE, -h, f - l * 0.14, LINE, h, f - l * 0.14],
      solid: rect(-h, f - l * 0.2, w, l * 0.2),
      unitAt: [0, b + l * 0.42],
    };
  },
  // A tray that opens wide.
  flood: (l, w) => {
    const [b, f] = span(l);
    const mid = w * 0.4;
    return {
      outline: poly([-w * 0.28, b], [w * 0.28, b], [w / 2, f], [-w / 2, f]),
      solid: poly([-mid, f - l * 0.45], [mid, f - l * 0.45], [w / 2, f], [-w / 2, f]),
      boldUnitAt: [0, b + l * 0.26],
    };
  },
  // Trays side by side, one a cell.
  cyc: (l, w, body) => {
    const [b, f] = span(l);
    const n = body.cells;
    const cell = w / n;
    const points: [number, number][] = [[-w / 2, f]];
    for (let i = 0; i < n; i++) {
      const x = -w / 2 + i * cell;
      points.push([x + cell * 0.18, b], [x + cell * 0.82, b], [x + cell, f]);
    }
    return {
      outline: lines(points, true),
      inner: [MOVE, -w / 2, f - l * 0.2, LINE, w / 2, f - l * 0.2],
      solid: rect(-w / 2, f - l * 0.2, w, l * 0.2),
    };
  },
  // A long low box with slanted ends, lamps as divisions.
  strip: (l, w, body) => {
    const [b, f] = span(l);
    return {
      outline: poly([-w / 2, b], [w / 2, b], [w / 2 - l * 0.3, f], [-w / 2 + l * 0.3, f]),
      solid: poly([-w / 2 + l * 0.15, b + l * 0.6], [w / 2 - l * 0.15, b + l * 0.6], [w / 2 - l * 0.3, f], [-w / 2 + l * 0.3, f]),
      boldUnitAt: [0, b + l * 0.3],
      inner: grid(-w / 2, w / 2, b, b + l * 0.4, Math.max(2, body.cells)),
    };
  },
  // Long tube on a lamp house with handles behind.
  'follow spot': (l, w) => {
    const [b, f] = span(l);
    const [h, t] = [w / 2, w * 0.27];
    return {
      outline: poly(
        [-h, b + l * 0.08],
        [h, b + l * 0.08],
        [h, b + l * 0.3],
        [t, b + l * 0.36],
        [t, f - l * 0.08],
        [h * 0.8, f - l * 0.08],
        [h * 0.8, f],
        [-h * 0.8, f],
        [-h * 0.8, f - l * 0.08],
        [-t, f - l * 0.08],
        [-t, b + l * 0.36],
        [-h, b + l * 0.3],
      ),
      solid: poly([t, b + l * 0.36], [t, f - l * 0.08], [-t, f - l * 0.08], [-t, b + l * 0.36]),
      inner: [MOVE, -h * 0.6, b + l * 0.08, LINE, -h * 0.6, b, LINE, h * 0.6, b, LINE, h * 0.6, b + l * 0.08],
      unitAt: [0, b + l * 0.19],
    };
  },
  // Yoke base as a broad box, head as a pointed hexagon: it stands out of its base.
  'moving spot': (l, w) => {
    const h = w / 2;
    return {
      outline: poly(
        [-h, -l * 0.3],
        [h, -l * 0.3],
        [h, l * 0.12],
        [h * 0.62, l * 0.18],
        [h * 0.62, l * 0.42],
        [h * 0.34, l * 0.6],
        [-h * 0.34, l * 0.6],
        [-h * 0.62, l * 0.42],
        [-h * 0.62, l * 0.18],
        [-h, l * 0.12],
      ),
      inner: [MOVE, -h * 0.62, l * 0.18, LINE, -h * 0.62, -l * 0.02, LINE, h * 0.62, -l * 0.02, LINE, h * 0.62, l * 0.18],
      solid: poly(
        [-h * 0.62, l * 0.18],
        [h * 0.62, l * 0.18],
        [h * 0.62, l * 0.42],
        [h * 0.34, l * 0.6],
        [-h * 0.34, l * 0.6],
        [-h * 0.62, l * 0.42],
      ),
      unitAt: [0, -l * 0.16],
    };
  },
  // The same base, the head a round lens.
  'moving wash': (l, w) => {
    const h = w / 2;
    const head = arc(0, l * 0.16, h * 0.92, -20, 220);
    head[0] = LINE;
    return {
      outline: [MOVE, -h, -l * 0.3, LINE, h, -l * 0.3, LINE, h, l * 0.02, ...head, LINE, -h, l * 0.02, CLOSE],
      inner: arc(0, l * 0.16, h * 0.6, 0, 360),
      solid: arc(0, l * 0.16, h * 0.6, 0, 360),
      boldUnitAt: [0, -l * 0.18],
      unitAt: [0, l * 0.16],
    };
  },
  // An octagon.
  'LED wash': (l, w) => {
    const [b, f] = span(l);
    const [h, c] = [w / 2, w * 0.28];
    return {
      outline: poly([-h + c, b], [h - c, b], [h, b + c], [h, f - c], [h - c, f], [-h + c, f], [-h, f - c], [-h, b + c]),
      inner: [MOVE, -h * 0.8, f - l * 0.12, LINE, h * 0.8, f - l * 0.12],
      solid: poly([-h, f - c], [h, f - c], [h - c, f], [-h + c, f]),
    };
  },
  // A bar with a row of square cells along its nose.
  'LED batten': (l, w, body) => {
    const [b, f] = span(l);
    const y = f - l * 0.38;
    return {
      outline: rect(-w / 2, b, w, l),
      solid: rect(-w / 2, y, w, f - y),
      inner: [MOVE, -w / 2, y, LINE, w / 2, y, ...grid(-w / 2, w / 2, y, f, body.cells > 1 ? Math.min(64, body.cells) : 8)],
      unitAt: [0, (b + y) / 2],
    };
  },
  // A machine: square with a spout.
  effect: (l, w) => {
    const [b, f] = span(l);
    const h = w / 2;
    return {
      outline: poly(
        [-h, b],
        [h, b],
        [h, f - l * 0.15],
        [h * 0.3, f - l * 0.15],
        [h * 0.45, f],
        [-h * 0.45, f],
        [-h * 0.3, f - l * 0.15],
        [-h, f - l * 0.15],
      ),
      solid: poly([-h * 0.3, f - l * 0.15], [h * 0.3, f - l * 0.15], [h * 0.45, f], [-h * 0.45, f]),
    };
  },
};

/** Share of the length, from the back, at which the nose of a family begins. */
export const noseFrom: Readonly<Record<Family, number>> = {
  profile: 0.42,
  fresnel: 0.78,
  'plano-convex': 0.7,
  PAR: 0.8,
  flood: 0.55,
  cyc: 0.8,
  strip: 0.6,
  'follow spot': 0.36,
  'moving spot': 0.53,
  'moving wash': 0.3,
  'LED wash': 0.72,
  'LED batten': 0.62,
  effect: 0.85,
};
/** Families whose outline already shows each cell. */
export const showsCells: ReadonlySet<Family> = new Set<Family>(['cyc', 'strip', 'LED batten']);
export { grid };
