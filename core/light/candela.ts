/** A measured distribution of light: candela in any direction, angles, lumens (reference formats 7.3 and 7.4). */
import type { Photometry } from '../model/records.js';
import { mod, rad } from '../space/vectors.js';

export type { Photometry } from '../model/records.js';

/** Horizontal angle folded into the range that a file tabulates. */
export function foldedH({ form, horizontal }: Pick<Photometry, 'form' | 'horizontal'>, H: number): number {
  const [first, last] = [horizontal[0]!, horizontal.at(-1)!];
  if (form !== 'C') return first >= 0 ? Math.abs(H) : H;
  if (horizontal.length === 1 || last === 0) return 0;
  if (first === 90 && last === 270) {
    const k = mod(H - 90, 360);
    return 90 + (k > 180 ? 360 - k : k);
  }
  const h = mod(H, 360);
  if (last > 180) return h;
  const half = h > 180 ? 360 - h : h;
  return last <= 90 && half > 90 ? 180 - half : half;
}

/** Index of the last angle that is not above the wanted one. */
function below(angles: readonly number[], wanted: number): number {
  let [low, high] = [0, angles.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (angles[middle]! <= wanted) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** Candela at a vertical and a horizontal angle, degrees; bilinear, 0 outside the table. */
export function candelaAt(light: Photometry, V: number, H: number): number {
  const { vertical, horizontal, candela } = light;
  const v = light.form !== 'C' && vertical[0]! >= 0 ? Math.abs(V) : V;
  const nV = vertical.length;
  if (v < vertical[0]! || v > vertical.at(-1)!) return 0;
  const i = Math.min(below(vertical, v), Math.max(0, nV - 2));
  const share = nV > 1 ? (v - vertical[i]!) / (vertical[i + 1]! - vertical[i]!) : 0;
  const plane = (j: number) => {
    const a = candela[j * nV + i]!;
    return nV > 1 ? a + (candela[j * nV + i + 1]! - a) * share : a;
  };
  const nH = horizontal.length;
  if (nH === 1) return plane(0);
  const h = foldedH(light, H);
  if (light.form !== 'C' && (h < horizontal[0]! || h > horizontal.at(-1)!)) return 0;
  const j = below(horizontal, h);
  const [h0, h1] = [horizontal[j]!, horizontal[j + 1] ?? horizontal[0]! + 360];
  if (j === nH - 1 && (light.form !== 'C' || horizontal.at(-1)! <= 180 || h <= h0)) return plane(j);
  const next = j === nH - 1 ? 0 : j + 1;
  const t = h1 > h0 ? Math.max(0, Math.min(1, (h - h0) / (h1 - h0))) : 0;
  return plane(j) + (plane(next) - plane(j)) * t;
}

/** Greatest value of the table, and whether it lies on the axis. */
export function peakOfTable({ candela, vertical, horizontal, form }: Photometry): { peak: number; onAxis: boolean } {
  let [peak, at] = [0, 0];
  candela.forEach((value, i) => {
    if (value > peak) [peak, at] = [value, i];
  });
  const [V, H] = [vertical[at % vertical.length]!, horizontal[Math.floor(at / vertical.length)]!];
  return { peak, onAxis: form === 'C' ? V === 0 : V === 0 && H === 0 };
}

/** Candela at an angle off the axis in one of the two crossed planes. */
export const offAxis = (light: Photometry, plane: 0 | 90, gamma: number): number => {
  if (light.form === 'C') return candelaAt(light, Math.abs(gamma), gamma >= 0 ? plane : plane + 180);
  return plane === 0 ? candelaAt(light, 0, gamma) : candelaAt(light, gamma, 0);
};

/** Angle from the axis at which the light first falls below a level, going one way; null when it never does. */
function crossing(light: Photometry, plane: 0 | 90, way: 1 | -1, level: number): number | null {
  const angles = light.form === 'C' || plane === 90 ? light.vertical : light.horizontal;
  const steps = [...new Set(angles.map(Math.abs))].sort((a, b) => a - b);
  let [before, was] = [0, offAxis(light, plane, 0)];
  if (was < level) return null;
  for (const angle of steps) {
    if (angle === 0) continue;
    const value = offAxis(light, plane, way * angle);
    if (value < level) return before + ((was - level) / (was - value)) * (angle - before);
    [before, was] = [angle, value];
  }
  return null;
}

/** Full angle at a share of the peak in a plane, degrees; null when the light never falls below it. */
export function angleAt(light: Photometry, share: number, plane: 0 | 90 = 0): number | null {
  const level = peakOfTable(light).peak * share;
  const [a, b] = [crossing(light, plane, 1, level), crossing(light, plane, -1, level)];
  return a === null || b === null ? null : a + b;
}

/** Lumens of the whole table. Source: reference formats 7.4; zones of equal vertical angle, trapezoids across. */
export function lumensOf(light: Photometry): number {
  const { vertical, horizontal, candela, form } = light;
  const [nV, nH] = [vertical.length, horizontal.length];
  const at = (j: number, i: number) => candela[j * nV + i]!;
  if (form === 'C') {
    const mean = (i: number) => {
      if (nH === 1) return at(0, i);
      let [sum, width] = [0, 0];
      for (let j = 0; j + 1 < nH; j++) {
        const w = horizontal[j + 1]! - horizontal[j]!;
        sum += (w * (at(j, i) + at(j + 1, i))) / 2;
        width += w;
      }
      const rest = 360 - (horizontal.at(-1)! - horizontal[0]!);
      // A file without symmetry that stops short of 360 closes on its first plane.
      if (horizontal.at(-1)! > 180 && rest > 0 && horizontal[0] === 0) {
        sum += (rest * (at(nH - 1, i) + at(0, i))) / 2;
        width += rest;
      }
      return width > 0 ? sum / width : at(0, i);
    };
    let total = 0;
    for (let i = 0; i + 1 < nV; i++)
      total += 2 * Math.PI * (Math.cos(rad(vertical[i]!)) - Math.cos(rad(vertical[i + 1]!))) * ((mean(i) + mean(i + 1)) / 2);
    return total;
  }
  // A cell's solid angle: the angle about the axis of the type, times the difference of sines along it.
  const cell = (j: number, i: number) => {
    const [dH, dV] = [rad(horizontal[j + 1]! - horizontal[j]!), rad(vertical[i + 1]! - vertical[i]!)];
    return form === 'A'
      ? dH * (Math.sin(rad(vertical[i + 1]!)) - Math.sin(rad(vertical[i]!)))
      : dV * (Math.sin(rad(horizontal[j + 1]!)) - Math.sin(rad(horizontal[j]!)));
  };
  let total = 0;
  for (let j = 0; j + 1 < nH; j++)
    for (let i = 0; i + 1 < nV; i++) total += (cell(j, i) * (at(j, i) + at(j + 1, i) + at(j, i + 1) + at(j + 1, i + 1))) / 4;
  return total * (horizontal[0]! >= 0 && nH > 1 ? 2 : 1) * (vertical[0]! >= 0 && nV > 1 ? 2 : 1);
}

/** Directions of type C in the forms A and B, degrees [axis naming from memory]. */
export const aFromC = (C: number, gamma: number): { X: number; Y: number } => ({
  X: (Math.atan(Math.cos(rad(C)) * Math.tan(rad(gamma))) * 180) / Math.PI,
  Y: (Math.asin(Math.sin(rad(C)) * Math.sin(rad(gamma))) * 180) / Math.PI,
});
export const bFromC = (C: number, gamma: number): { V: number; H: number } => ({
  V: (Math.atan(Math.sin(rad(C)) * Math.tan(rad(gamma))) * 180) / Math.PI,
  H: (Math.asin(Math.cos(rad(C)) * Math.sin(rad(gamma))) * 180) / Math.PI,
});
