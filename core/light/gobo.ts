/** Gobos: what a plate with a picture lets through, as it is seen in the gate. Light passes where the picture is white. */

import { bytesOfBase64 } from '../measure/base64.js';
import type { Gobo } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { pngDots } from './png.js';

/** A square picture over -1 to 1, by rows from below: the circle round it is the edge of the field. */
export interface Plate {
  readonly side: number;
  readonly values: Float32Array;
}
const SIDE = 160;

/** The gobo that a text names, by its code. */
export function goboOf(show: Show, text: string): Gobo | undefined {
  const wanted = text.trim().toLowerCase();
  return wanted ? all(show, 'gobo').find(({ code }) => code.trim().toLowerCase() === wanted) : undefined;
}

/** A picture on the plate: its longer side is as wide as the field, what lies beside it is metal. Each point is the mean of the dots that it covers. */
function laid(width: number, height: number, values: Float32Array): Plate {
  const most = Math.max(width, height);
  const out = new Float32Array(SIDE * SIDE);
  const [ox, oy] = [(most - width) / 2, (most - height) / 2];
  for (let j = 0; j < SIDE; j++)
    for (let i = 0; i < SIDE; i++) {
      const [x0, x1] = [i, i + 1].map((k) => Math.round((k * most) / SIDE - ox)) as [number, number];
      // Rows of a picture run down, those of the plate up.
      const [y0, y1] = [SIDE - 1 - j, SIDE - j].map((k) => Math.round((k * most) / SIDE - oy)) as [number, number];
      let [sum, n] = [0, 0];
      for (let y = y0; y < Math.max(y1, y0 + 1); y++)
        for (let x = x0; x < Math.max(x1, x0 + 1); x++) {
          n++;
          if (x >= 0 && y >= 0 && x < width && y < height) sum += values[y * width + x] ?? 0;
        }
      out[j * SIDE + i] = sum / n;
    }
  return { side: SIDE, values: out };
}
const plates = new WeakMap<Gobo, Plate | null>();
/** The plate of a gobo; null where it has no picture, or none that can be read: its light is then as without it. */
export function plateOf(gobo: Gobo): Plate | null {
  const known = plates.get(gobo);
  if (known !== undefined) return known;
  const bytes = gobo.picture ? bytesOfBase64(gobo.picture) : null;
  const dots = bytes && pngDots(bytes);
  const made = dots ? laid(dots.width, dots.height, dots.values) : null;
  plates.set(gobo, made);
  return made;
}

/** Mean over a stretch of each row, or of each column, that grows by its radius to both sides. */
function evened({ side, values }: Plate, radius: number, along: 'rows' | 'columns'): Plate {
  const out = new Float32Array(side * side);
  const [step, next] = along === 'rows' ? [1, side] : [side, 1];
  for (let line = 0; line < side; line++) {
    let sum = 0;
    const at = (k: number) => (k >= 0 && k < side ? (values[line * next + k * step] ?? 0) : 0);
    for (let k = -radius; k < radius; k++) sum += at(k);
    for (let k = 0; k < side; k++) {
      sum += at(k + radius);
      out[line * next + k * step] = sum / (2 * radius + 1);
      sum -= at(k - radius);
    }
  }
  return { side, values: out };
}
const soft = new WeakMap<Plate, Map<number, Plate>>();
/** A plate out of focus. @param width  half the width that an edge then has, radii of the field; two means in a row give it that */
export function softened(plate: Plate, width: number): Plate {
  const radius = Math.round((width * plate.side) / 4);
  if (radius < 1) return plate;
  const known = soft.get(plate) ?? new Map<number, Plate>();
  soft.set(plate, known);
  const before = known.get(radius);
  if (before) return before;
  let made = plate;
  for (const along of ['rows', 'columns', 'rows', 'columns'] as const) made = evened(made, radius, along);
  known.set(radius, made);
  return made;
}

/** Share of the light that a plate lets through at points of the gate; none beside it. @param turn  of the plate, degrees anticlockwise */
export function plateAt({ side, values }: Plate, turn: number): (x: number, y: number) => number {
  const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  const at = (a: number, b: number) => (a >= 0 && b >= 0 && a < side && b < side ? (values[b * side + a] ?? 0) : 0);
  return (x, y) => {
    const px = ((x * c + y * s + 1) / 2) * side - 0.5;
    const py = ((y * c - x * s + 1) / 2) * side - 0.5;
    const [i, j] = [Math.floor(px), Math.floor(py)];
    const [p, q] = [px - i, py - j];
    return (at(i, j) * (1 - p) + at(i + 1, j) * p) * (1 - q) + (at(i, j + 1) * (1 - p) + at(i + 1, j + 1) * p) * q;
  };
}
