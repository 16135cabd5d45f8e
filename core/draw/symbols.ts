/**
 * Symbols of our own, drawn to each type's true size from its family's outline.
 * Local frame: origin at the clamp, nose towards +y, mm. Families differ by outline, so that they are told apart at 14 pixels.
 */
import type { AccessoryForm, Family, FixtureType } from '../model/records.js';
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

const kept = new WeakMap<FixtureType, Map<string, Symbol2D>>();

/**
 * The symbol of a type, true to its length and width. Remembered per type.
 * @param variant  0 for the plain one; 1, 2, ... for other wattages or lamps of the same body, which carry bars across the back
 * @param forms    accessories in the order in which they sit before the lens
 */
export function symbolOf(type: FixtureType, variant = 0, forms: readonly AccessoryForm[] = []): Symbol2D {
  let symbols = kept.get(type);
  if (!symbols) {
    symbols = new Map();
    kept.set(type, symbols);
  }
  const key = `${variant} ${forms.join()}`;
  let symbol = symbols.get(key);
  if (!symbol) {
    const { outline, inner, unitAt } = outlines[type.family](type.length, type.width, type);
    const bare = boxOf([path(outline, 'fixture')]);
    const prims = [
      path(outline, 'fixture', 'paper'),
      ...(inner ? [path(inner, 'inner')] : []),
      ...(variant > 0 ? [path(variantBars(bare, variant), 'inner')] : []),
      ...accessoryPrims(forms, bare, type),
    ];
    symbol = { prims, unitAt: unitAt ?? [0, (bare[1] + bare[3]) / 2], box: boxOf(prims) };
    symbols.set(key, symbol);
  }
  return symbol;
}

/** Bars across the back: one more for each variant. */
function variantBars(box: Box, variant: number): number[] {
  const [w, l] = [box[2] - box[0], box[3] - box[1]];
  const middle = (box[0] + box[2]) / 2;
  return Array.from({ length: Math.min(3, variant) }, (_, i) => box[1] + l * (0.045 + 0.045 * i)).flatMap((y) => [
    MOVE,
    middle - w * 0.3,
    y,
    LINE,
    middle + w * 0.3,
    y,
  ]);
}

/** Accessories before the nose, one after the other; an iris and a gobo are drawn inside it. */
function accessoryPrims(forms: readonly AccessoryForm[], box: Box, type: FixtureType): PathPrim[] {
  const out: PathPrim[] = [];
  const w = Math.min(box[2] - box[0], type.family === 'profile' ? type.width * 0.7 : box[2] - box[0]);
  const h = w / 2;
  let y = box[3];
  for (const form of forms) {
    if (form === 'gobo holder') {
      // A T in the nose.
      const [bar, foot] = [box[3] - w * 0.22, box[3] - w * 0.6];
      out.push(path([MOVE, -h * 0.5, bar, LINE, h * 0.5, bar, MOVE, 0, bar, LINE, 0, foot], 'position'));
    } else if (form === 'iris') out.push(path([...arc(0, box[3] - w * 0.45, h * 0.3, 0, 360), CLOSE], 'inner', 'paper'));
    else if (form === 'top hat') {
      out.push(path(rect(-h * 0.8, y, w * 0.8, w * 0.45), 'inner', 'paper'));
      y += w * 0.45;
    } else if (form === 'half hat') {
      out.push(path([MOVE, -h * 0.8, y, LINE, -h * 0.8, y + w * 0.45, LINE, h * 0.8, y], 'inner', 'paper'));
      y += w * 0.45;
    } else if (form === 'barn doors') {
      out.push(path([MOVE, -h, y, LINE, -h * 1.45, y + w * 0.42, MOVE, h, y, LINE, h * 1.45, y + w * 0.42], 'position'));
      y += w * 0.3;
    } else if (form === 'colour frame') {
      out.push(path(rect(-h * 1.1, y, w * 1.1, w * 0.09), 'inner', 'ink'));
      y += w * 0.09;
    } else if (form === 'scroller') {
      out.push(
        path(rect(-h * 1.35, y, w * 1.35, w * 0.28), 'fixture', 'paper'),
        path([MOVE, -h * 1.0, y, LINE, -h * 1.0, y + w * 0.28, MOVE, h * 1.0, y, LINE, h * 1.0, y + w * 0.28], 'inner'),
      );
      y += w * 0.28;
    } else {
      const deep = w * 0.2;
      out.push(path(rect(-h * 0.9, y, w * 0.9, deep), 'inner', 'paper'), path(grid(-h * 0.9, h * 0.9, y, y + deep, 5), 'thin'));
      y += deep;
    }
  }
  return out;
}
