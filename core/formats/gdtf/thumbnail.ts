/** The picture of a type for lists of other programs: its symbol in black on white, as PNG (reference formats 1.1). The same type gives the same bytes. */

import { encode } from 'fast-png';
import { pens } from '../../draw/list.js';
import { symbolOf } from '../../draw/symbols.js';
import { arc, polylines } from '../../measure/path.js';
import type { FixtureType } from '../../model/records.js';

/** Dots a side, and how many of them are left free at each edge. */
const SIDE = 256;
const FREE = 16;
/** Dots of a millimetre of pen: an outline is three dots wide. */
const PEN = 6;
const INK = 29;

type Point = readonly [number, number];
/** Darkens the dots along a stroke, by how much of each it covers. */
function stroke(dark: Float32Array, [ax, ay]: Point, [bx, by]: Point, width: number): void {
  const reach = width / 2 + 1;
  const [dx, dy] = [bx - ax, by - ay];
  const length = dx * dx + dy * dy;
  const clamp = (value: number) => Math.max(0, Math.min(SIDE - 1, Math.floor(value)));
  for (let j = clamp(Math.min(ay, by) - reach); j <= clamp(Math.max(ay, by) + reach); j++) {
    const y = j + 0.5 - ay;
    // Of a long stroke only what lies near this row of dots: where it comes within reach, and where it leaves it.
    const along = dy === 0 ? [0, 1] : [(y - reach) / dy, (y + reach) / dy].map((t) => Math.max(0, Math.min(1, t)));
    const [from, to] = [ax + dx * (along[0] ?? 0), ax + dx * (along[1] ?? 1)];
    const last = clamp(Math.max(from, to) + reach);
    for (let i = clamp(Math.min(from, to) - reach); i <= last; i++) {
      const x = i + 0.5 - ax;
      const t = length > 0 ? Math.max(0, Math.min(1, (x * dx + y * dy) / length)) : 0;
      const cover = width / 2 + 0.5 - Math.sqrt((x - t * dx) ** 2 + (y - t * dy) ** 2);
      const at = j * SIDE + i;
      if (cover > (dark[at] ?? 0)) dark[at] = Math.min(1, cover);
    }
  }
}

const made = new WeakMap<FixtureType, Uint8Array>();
export function thumbnailOf(type: FixtureType): Uint8Array {
  const known = made.get(type);
  if (known) return known;
  const { prims, box } = symbolOf(type);
  const k = (SIDE - 2 * FREE) / Math.max(1, box[2] - box[0], box[3] - box[1]);
  const [mx, my] = [(box[0] + box[2]) / 2, (box[1] + box[3]) / 2];
  const at = ([x, y]: Point): Point => [SIDE / 2 + (x - mx) * k, SIDE / 2 - (y - my) * k];
  const dark = new Float32Array(SIDE * SIDE);
  for (const prim of prims) {
    if (prim.op === 'text' || prim.op === 'image') continue;
    const d = prim.op === 'circle' ? arc(prim.x, prim.y, prim.r, 0, 360) : prim.d;
    for (const { points, closed } of polylines(d, 0.25 / k)) {
      const all = closed ? [...points, ...points.slice(0, 1)] : points;
      for (const [i, point] of all.entries()) {
        const before = all[i - 1];
        if (before) stroke(dark, at(before), at(point), pens[prim.pen].width * PEN);
      }
    }
  }
  const data = new Uint8Array(dark.length);
  for (let i = 0; i < dark.length; i++) data[i] = Math.round(255 - (255 - INK) * (dark[i] ?? 0));
  const png = encode({ width: SIDE, height: SIDE, channels: 1, depth: 8, data });
  made.set(type, png);
  return png;
}
