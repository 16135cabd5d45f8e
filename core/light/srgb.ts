/** sRGB (IEC 61966-2-1) from XYZ with Y = 100 for white, and back. */
import type { Xyz } from './xyz.js';

export const D65: Xyz = [95.047, 100, 108.883];
type Rgb = readonly [number, number, number];

const encode = (c: number): number => (c <= 0.0031308 ? 12.92 * c : 1.055 * c ** (1 / 2.4) - 0.055);
const decode = (c: number): number => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4);

const each = ([r, g, b]: Rgb, of: (c: number) => number): Rgb => [of(r), of(g), of(b)];

/** Linear sRGB, outside 0..1 where the colour is outside the gamut. */
export function linearOf([X, Y, Z]: Xyz): Rgb {
  const [x, y, z] = [X / 100, Y / 100, Z / 100];
  return [3.2406 * x - 1.5372 * y - 0.4986 * z, -0.9689 * x + 1.8758 * y + 0.0415 * z, 0.0557 * x - 0.204 * y + 1.057 * z];
}

/** Into the gamut: pulled to the grey of equal Y, then dimmed (reference calculations 7). */
export function intoGamut(linear: Rgb, Y: number): Rgb {
  const least = Math.min(...linear);
  const y = Y / 100;
  const pulled = least < 0 && y > least ? each(linear, (c) => y + ((c - y) * y) / (y - least)) : linear;
  const most = Math.max(1, ...pulled);
  return each(pulled, (c) => Math.max(0, c / most));
}

/** Eight bit sRGB. */
export const rgbOfXyz = (xyz: Xyz): Rgb => each(intoGamut(linearOf(xyz), xyz[1]), (c) => Math.round(255 * encode(c)));
export const hexOfXyz = (xyz: Xyz): `#${string}` =>
  `#${rgbOfXyz(xyz)
    .map((c) => c.toString(16).padStart(2, '0'))
    .join('')}`;

/** XYZ of #rrggbb. */
export function xyzOfHex(hex: string): Xyz {
  const [r, g, b] = each([1, 3, 5], (i) => decode(Number.parseInt(hex.slice(i, i + 2), 16) / 255));
  return [
    100 * (0.4124564 * r + 0.3575761 * g + 0.1804375 * b),
    100 * (0.2126729 * r + 0.7151522 * g + 0.072175 * b),
    100 * (0.0193339 * r + 0.119192 * g + 0.9503041 * b),
  ];
}

/** From one white to another by Bradford's matrix, so that "no filter" is white on the screen. Source: Lam 1985, as used by ICC [from memory]. */
export function adapted([X, Y, Z]: Xyz, from: Xyz, to: Xyz = D65): Xyz {
  const cone = ([x, y, z]: Xyz): Rgb => [
    0.8951 * x + 0.2664 * y - 0.1614 * z,
    -0.7502 * x + 1.7135 * y + 0.0367 * z,
    0.0389 * x - 0.0685 * y + 1.0296 * z,
  ];
  const [a, b, c] = [cone([X, Y, Z]), cone(from), cone(to)];
  const [l, m, s] = [(a[0] * c[0]) / b[0], (a[1] * c[1]) / b[1], (a[2] * c[2]) / b[2]];
  return [
    0.9869929 * l - 0.1470543 * m + 0.1599627 * s,
    0.4323053 * l + 0.5183603 * m + 0.0492912 * s,
    -0.0085287 * l + 0.0400428 * m + 0.9684867 * s,
  ];
}
