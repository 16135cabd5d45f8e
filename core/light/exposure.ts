/** From light to a picture: how bright it is taken, what counts as white, and how bright things roll off. */

import { planck } from './spectrum.js';
import { adapted, hexOfXyz, linearOf, xyzOfHex } from './srgb.js';
import { type Xyz, xyzOf } from './xyz.js';

/** A matrix of three by three, row by row. */
export type Matrix3 = readonly number[];
const columns: readonly Xyz[] = [xyzOfHex('#ff0000'), xyzOfHex('#00ff00'), xyzOfHex('#0000ff')];
/** Colour temperatures that can be taken for white, K. */
export const whites = { least: 2000, most: 10000, usual: 3200 } as const;
/**
 * Linear sRGB as a picture whose white is a lamp of so many kelvin.
 * Source: Bradford's adaptation from Planck's radiator to D65, as `adapted`.
 */
export function whiteBalance(kelvin: number): Matrix3 {
  const from = xyzOf(planck(Math.min(whites.most, Math.max(whites.least, kelvin))));
  const images = columns.map((column) => linearOf(adapted(column, from)));
  return [0, 1, 2].flatMap((row) => images.map((image) => image[row as 0 | 1 | 2]));
}
/** Linear sRGB of a lamp of so many kelvin, with Y = 1: what `whiteBalance` makes white. */
export const lampColour = (kelvin: number): Xyz => {
  const [r, g, b] = linearOf(xyzOf(planck(kelvin)));
  return [r, g, Math.max(0, b)];
};
/** #rrggbb of a light as eyes see it that take a lamp of so many kelvin for white; as bright as the screen has it. Source: Bradford's adaptation, as in the picture. */
export const hexSeen = ([X, Y, Z]: Xyz, kelvin: number = whites.usual): `#${string}` =>
  hexOfXyz(adapted([(100 * X) / Y, 100, (100 * Z) / Y], xyzOf(planck(kelvin))));
export const through = (m: Matrix3, [r, g, b]: Xyz): Xyz => {
  const row = (i: number) => (m[i] ?? 0) * r + (m[i + 1] ?? 0) * g + (m[i + 2] ?? 0) * b;
  return [row(0), row(3), row(6)];
};

/** How bright what is lit comes out in a picture on the average, of 1. */
const KEY = 0.3;
/** Darker than this share of the bright parts is shadow, which the eye does not go by. */
const SHADOW = 0.03;
/** Bright parts are those that only so much of the surface outshines: lamps right beside a cloth count for little. */
const BRIGHT = 0.03;
/** An exposure where nothing is lit: that of a work light of some hundred lux on a stage floor. */
export const workExposure = 1 / 40;
/**
 * Exposure of a picture, in 1 / (cd/m2), so that what is lit comes out at a middle brightness: by the mean of the logarithms over what is neither in the
 * shadow nor among the few brightest spots (log-average as of photographic meters; common practice, no source).
 * @param luminances  cd/m2, each with the surface that it is seen on
 */
export function exposureOf(luminances: readonly { readonly luminance: number; readonly size: number }[]): number {
  const lit = luminances.filter(({ luminance }) => luminance > 0).sort((a, b) => b.luminance - a.luminance);
  const whole = lit.reduce((sum, { size }) => sum + size, 0);
  if (!(whole > 0)) return workExposure;
  let outshone = 0;
  const bright = lit.find(({ size }) => {
    outshone += size;
    return outshone >= BRIGHT * whole;
  });
  const top = bright?.luminance ?? 0;
  let [sum, weight] = [0, 0];
  for (const { luminance, size } of lit) {
    if (luminance < SHADOW * top) break;
    sum += Math.log(Math.min(luminance, top)) * size;
    weight += size;
  }
  return KEY / Math.exp(sum / weight);
}
/** Brightness of 0 to 1 on the screen, linear, of an exposed light: dark parts as they are, bright ones rolling off as film does (common practice, no source). */
export const toned = (exposed: number): number => 1 - Math.exp(-Math.max(0, exposed));

/** Half precision of IEEE 754 (binary16), nearest, without what is beyond its range. */
export function halfs(values: Float32Array): Uint16Array {
  const bits = new Uint32Array(values.buffer, values.byteOffset, values.length);
  const out = new Uint16Array(values.length);
  for (let i = 0; i < values.length; i++) {
    const b = bits[i]!;
    const sign = (b >>> 16) & 0x8000;
    const exponent = ((b >>> 23) & 0xff) - 112;
    const fraction = b & 0x7fffff;
    if (exponent >= 31) out[i] = sign | 0x7bff;
    else if (exponent > 0) {
      const h = (exponent << 10) | (fraction >>> 13);
      out[i] = sign | Math.min(0x7bff, h + ((fraction >>> 12) & 1));
    } else if (exponent > -10) {
      const full = fraction | 0x800000;
      out[i] = sign | ((full >>> (14 - exponent)) + ((full >>> (13 - exponent)) & 1));
    } else out[i] = sign;
  }
  return out;
}
