/**
 * Illuminance on surfaces, lx. Each source has a share of each surface, cut to what its beam touches; a field adds shares up by levels and colours.
 * Source: reference calculations 6 (E = I cos / d2, incoherent sums); cylindrical illuminance by EN 12464-1 (mean over directions, I sin / (pi d2)).
 */
import type { Vec3 } from '../model/records.js';
import { add, cross, dot, scaled, unit } from '../space/vectors.js';
import { type Blocker, blockersIn, blockersInBeam, isBlocked, isConvex, shadePlate, shadeRow } from './blockers.js';
import { relativeAt, type Source } from './source.js';
import type { Xyz } from './xyz.js';

/** A flat grid of points. Point (i, j) lies (i + 0.5) steps along u and (j + 0.5) along v from the corner. */
export interface Surface {
  readonly id: string;
  /** mm */
  readonly corner: Vec3;
  readonly u: Vec3;
  readonly v: Vec3;
  readonly across: number;
  readonly rows: number;
  /** mm */
  readonly step: number;
  /** Where it faces; 'round' is the mean over all level directions, as on a face that may look anywhere. */
  readonly normal: Vec3 | 'round';
}
export interface Share {
  readonly i: number;
  readonly j: number;
  readonly across: number;
  readonly rows: number;
  /** lx at full, through its filters. */
  readonly lux: Float32Array;
}
/** Nearer than this counts as this, m. */
const NEAREST = 0.1;

export const pointOf = ({ corner, u, v, step }: Surface, i: number, j: number): Vec3 =>
  add(corner, add(scaled(u, (i + 0.5) * step), scaled(v, (j + 0.5) * step)));

/** lx of a source at a point that faces somewhere; nothing stands in between. */
export function luxAt({ at, right, up, beam, candela, kernel }: Source, point: Vec3, normal: Vec3 | 'round'): number {
  const d: Vec3 = [(point[0] - at[0]) / 1000, (point[1] - at[1]) / 1000, (point[2] - at[2]) / 1000];
  const r = Math.hypot(d[0], d[1], d[2]);
  if (r < 1e-9) return 0;
  const cosine = dot(d, beam) / r;
  if (cosine <= kernel.cosEdge) return 0;
  const facing = normal === 'round' ? Math.hypot(d[0], d[1]) / (Math.PI * r) : -dot(d, normal) / r;
  if (facing <= 0) return 0;
  const ahead = dot(d, beam);
  return (candela * relativeAt(kernel, cosine, dot(d, right) / ahead, dot(d, up) / ahead) * facing) / Math.max(NEAREST, r) ** 2;
}

/** Rays along the edge of a beam by which its box on a surface is found. */
const RAYS = 48;
/** The part of a surface that a beam can touch, in points; null where it touches none of it. */
function touched({ at, right, up, beam, kernel }: Source, surface: Surface): readonly [number, number, number, number] | null {
  const { corner, u, v, across, rows, step } = surface;
  const face = unit(cross(u, v));
  const height = dot(face, [at[0] - corner[0], at[1] - corner[1], at[2] - corner[2]]);
  const whole = [0, 0, across, rows] as const;
  const sine = Math.sqrt(Math.max(0, 1 - kernel.cosEdge ** 2));
  let [x0, y0, x1, y1] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY];
  let missed = 0;
  for (let k = 0; k < RAYS; k++) {
    const [c, s] = [Math.cos((2 * Math.PI * k) / RAYS) * sine, Math.sin((2 * Math.PI * k) / RAYS) * sine];
    const ray: Vec3 = [
      beam[0] * kernel.cosEdge + right[0] * c + up[0] * s,
      beam[1] * kernel.cosEdge + right[1] * c + up[1] * s,
      beam[2] * kernel.cosEdge + right[2] * c + up[2] * s,
    ];
    const fall = -dot(face, ray);
    // It runs along the surface, or away from it.
    if (fall * height <= 1e-6 * Math.abs(height)) {
      missed++;
      continue;
    }
    const to = add(at, scaled(ray, height / fall));
    const from: Vec3 = [to[0] - corner[0], to[1] - corner[1], to[2] - corner[2]];
    const [x, y] = [dot(from, u) / step, dot(from, v) / step];
    x0 = Math.min(x0, x);
    y0 = Math.min(y0, y);
    x1 = Math.max(x1, x);
    y1 = Math.max(y1, y);
  }
  if (missed === RAYS) return -dot(face, beam) * height > 0 || kernel.cosEdge < 0.1 ? whole : null;
  if (missed) return whole;
  // Between two rays the edge bulges out a little.
  const [mx, my] = [1.5 + (x1 - x0) * 0.004, 1.5 + (y1 - y0) * 0.004];
  const [i0, j0] = [Math.max(0, Math.floor(x0 - mx)), Math.max(0, Math.floor(y0 - my))];
  const [i1, j1] = [Math.min(across, Math.ceil(x1 + mx)), Math.min(rows, Math.ceil(y1 + my))];
  return i1 > i0 && j1 > j0 ? [i0, j0, i1, j1] : null;
}

/**
 * What a source gives to a surface at full; null where it gives nothing.
 * @param blockers  what stands in the way; none where that is not asked
 */
export function shareOf(source: Source, surface: Surface, blockers: readonly Blocker[] = []): Share | null {
  const box = touched(source, surface);
  if (!box) return null;
  const [i0, j0, i1, j1] = box;
  const { u, step, normal } = surface;
  const { at, right, up, beam, candela, kernel } = source;
  const corners = (
    [
      [i0, j0],
      [i1, j0],
      [i0, j1],
      [i1, j1],
    ] as const
  ).map(([i, j]) => pointOf(surface, i - 0.5, j - 0.5));
  const near = blockers.length ? blockersInBeam(blockersIn(blockers, [at, ...corners]), at, beam, kernel.cosEdge) : blockers;
  const across = i1 - i0;
  const rows = j1 - j0;
  const lux = new Float32Array(across * rows);
  const round = normal === 'round';
  const [nx, ny, nz] = round ? ([0, 0, 0] as const) : normal;
  const { cosEdge } = kernel;
  const radial = kernel.form === 'radial' ? kernel.values : null;
  const scale = (kernel.values.length - 1) / (1 - cosEdge);
  const end = kernel.values.length - 1.001;
  const ux = u[0] * step;
  const uy = u[1] * step;
  const uz = u[2] * step;
  const [bx, by, bz] = beam;
  const nearest = NEAREST * NEAREST;
  const sheets = near.filter((blocker) => blocker.form === 'sheet');
  const level = near.filter((blocker) => blocker.form === 'plate');
  const lids = level.filter(isConvex);
  const plates = level.filter((plate) => !isConvex(plate));
  const shaded = new Uint8Array(across);
  let some = false;
  for (let j = 0; j < rows; j++) {
    const first = pointOf(surface, i0, j0 + j);
    let x = first[0] - at[0];
    let y = first[1] - at[1];
    let z = first[2] - at[2];
    if (sheets.length || lids.length) shaded.fill(0);
    for (const sheet of sheets) shadeRow(sheet, at, x, y, z, ux, uy, uz, shaded);
    for (const lid of lids) shadePlate(lid, at, x, y, z, ux, uy, uz, shaded);
    for (let i = 0; i < across; i++, x += ux, y += uy, z += uz) {
      const ahead = x * bx + y * by + z * bz;
      if (ahead <= 0 || shaded[i] === 1) continue;
      const r2 = x * x + y * y + z * z;
      const inverse = 1 / Math.sqrt(r2);
      const cosine = ahead * inverse;
      if (cosine <= cosEdge) continue;
      const facing = round ? (Math.sqrt(x * x + y * y) * inverse) / Math.PI : -(x * nx + y * ny + z * nz) * inverse;
      if (facing <= 0) continue;
      let relative: number;
      if (radial) {
        // As `relativeAt`: a call for each of millions of points costs a third of the time.
        const c = Math.min(end, (cosine - cosEdge) * scale);
        const k = c | 0;
        relative = radial[k]! + (radial[k + 1]! - radial[k]!) * (c - k);
      } else
        relative = relativeAt(
          kernel,
          cosine,
          (x * right[0] + y * right[1] + z * right[2]) / ahead,
          (x * up[0] + y * up[1] + z * up[2]) / ahead,
        );
      if (relative <= 0) continue;
      if (plates.length && isBlocked(plates, at, [at[0] + x, at[1] + y, at[2] + z])) continue;
      // Metres: the square of a thousand.
      lux[j * across + i] = (candela * relative * facing) / Math.max(nearest, r2 * 1e-6);
      some = true;
    }
  }
  return some ? { i: i0, j: j0, across, rows, lux } : null;
}

/** One that is lit: its share of a surface, how much of its light it gives, and its colour with Y = 1. */
export interface Lit {
  readonly share: Share;
  readonly output: number;
  readonly xyz: Xyz;
}
/** lx of all together. */
export function totalOf(surface: Surface, lit: readonly Lit[]): Float32Array {
  const out = new Float32Array(surface.across * surface.rows);
  for (const { share, output } of lit) if (output > 0) addShare(out, surface.across, share, output);
  return out;
}
/** X, Y and Z of all together, three numbers a point; Y is lx. */
export function coloursOf(surface: Surface, lit: readonly Lit[]): Float32Array {
  const out = new Float32Array(surface.across * surface.rows * 3);
  for (const { share, output, xyz } of lit) {
    if (output <= 0) continue;
    const [x, y, z] = [output * xyz[0], output * xyz[1], output * xyz[2]];
    for (let j = 0; j < share.rows; j++) {
      let to = ((share.j + j) * surface.across + share.i) * 3;
      let from = j * share.across;
      for (const end = from + share.across; from < end; from++, to += 3) {
        const lux = share.lux[from] ?? 0;
        out[to] = (out[to] ?? 0) + lux * x;
        out[to + 1] = (out[to + 1] ?? 0) + lux * y;
        out[to + 2] = (out[to + 2] ?? 0) + lux * z;
      }
    }
  }
  return out;
}
/** Adds a share to the lux of a surface that is so many points across. */
export function addShare(out: Float32Array, across: number, share: Share, output: number): void {
  for (let j = 0; j < share.rows; j++) {
    let to = (share.j + j) * across + share.i;
    let from = j * share.across;
    for (const end = from + share.across; from < end; from++, to++) out[to] = (out[to] ?? 0) + (share.lux[from] ?? 0) * output;
  }
}

/** Figures of some points: average, least, most, and how even they are (U0 = least / average, EN 12464-1). Null where there are none. */
export interface Evenness {
  readonly average: number;
  readonly least: number;
  readonly most: number;
  readonly even: number;
}
export function evennessOf(lux: ArrayLike<number>, wanted: (index: number) => boolean = () => true): Evenness | null {
  let [sum, n, least, most] = [0, 0, Number.POSITIVE_INFINITY, 0];
  for (let i = 0; i < lux.length; i++) {
    if (!wanted(i)) continue;
    const value = lux[i] ?? 0;
    sum += value;
    n++;
    if (value < least) least = value;
    if (value > most) most = value;
  }
  if (!n) return null;
  const average = sum / n;
  return { average, least, most, even: average > 0 ? least / average : 0 };
}
