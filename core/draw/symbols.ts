/**
 * Symbols of our own, drawn to each type's true size from its family's outline.
 * Local frame: origin at the clamp, nose towards +y, mm. Families differ by outline, so that they are told apart at 14 pixels.
 */
import type { Family, FixtureType } from '../model/records.js';
import { arc, type Box, boxOf, CLOSE, LINE, lines, MOVE, type PathPrim, path, rect } from './list.js';

export interface Symbol2D {
  readonly prims: readonly PathPrim[];
  /** Where the unit number sits. */
  readonly unitAt: readonly [number, number];
  readonly box: Box;
}

type Draw = (
  l: number,
  w: number,
  type: FixtureType,
) => { outline: number[]; inner?: number[]; unitAt?: readonly [number, number] };

/** Share of the length that lies behind the clamp: the yoke holds a lantern near its balance. */
const BEHIND = 0.45;
const span = (l: number) => [-l * BEHIND, l * (1 - BEHIND)] as const;
const poly = (...points: [number, number][]) => lines(points, true);
const grid = (x0: number, x1: number, y0: number, y1: number, n: number) =>
  Array.from({ length: n - 1 }, (_, i) => x0 + ((x1 - x0) * (i + 1)) / n).flatMap((x) => [MOVE, x, y0, LINE, x, y1]);

const outlines: Record<Family, Draw> = {
  // A bottle: round lamp house, waist, barrel that opens a little at the lens.
  profile: (l, w, type) => {
    const [b, f] = span(l);
    const [h, waist, barrel] = [w / 2, w * 0.3, w * (type.field <= 30 ? 0.4 : 0.34)];
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
      unitAt: [0, b + l * 0.42],
    };
  },
  // A tray that opens wide.
  flood: (l, w) => {
    const [b, f] = span(l);
    return { outline: poly([-w * 0.28, b], [w * 0.28, b], [w / 2, f], [-w / 2, f]) };
  },
  // Trays side by side, one a cell.
  cyc: (l, w, type) => {
    const [b, f] = span(l);
    const n = type.cells;
    const cell = w / n;
    const points: [number, number][] = [[-w / 2, f]];
    for (let i = 0; i < n; i++) {
      const x = -w / 2 + i * cell;
      points.push([x + cell * 0.18, b], [x + cell * 0.82, b], [x + cell, f]);
    }
    return { outline: lines(points, true), inner: [MOVE, -w / 2, f - l * 0.2, LINE, w / 2, f - l * 0.2] };
  },
  // A long low box with slanted ends, lamps as divisions.
  strip: (l, w, type) => {
    const [b, f] = span(l);
    return {
      outline: poly([-w / 2, b], [w / 2, b], [w / 2 - l * 0.3, f], [-w / 2 + l * 0.3, f]),
      inner: grid(-w / 2, w / 2, b, b + l * 0.4, Math.max(2, type.cells)),
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
    };
  },
  // A bar with a row of square cells along its nose.
  'LED batten': (l, w, type) => {
    const [b, f] = span(l);
    const y = f - l * 0.38;
    return {
      outline: rect(-w / 2, b, w, l),
      inner: [
        MOVE,
        -w / 2,
        y,
        LINE,
        w / 2,
        y,
        ...grid(-w / 2, w / 2, y, f, Math.max(4, Math.min(12, type.cells > 1 ? type.cells : 8))),
      ],
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
    };
  },
};

const kept = new WeakMap<FixtureType, Symbol2D>();

/** The symbol of a type, true to its length and width. Remembered per type. */
export function symbolOf(type: FixtureType): Symbol2D {
  let symbol = kept.get(type);
  if (!symbol) {
    const { outline, inner, unitAt } = outlines[type.family](type.length, type.width, type);
    const prims = [path(outline, 'fixture', 'paper'), ...(inner ? [path(inner, 'inner')] : [])];
    const box = boxOf(prims);
    symbol = { prims, unitAt: unitAt ?? [0, (box[1] + box[3]) / 2], box };
    kept.set(type, symbol);
  }
  return symbol;
}
