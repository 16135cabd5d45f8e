/**
 * CIE XYZ from spectra. Observer: the analytic fit of Wyman, Sloan and Shirley (JCGT 2013). Its x and y are off by 0.0013 for tungsten light, by up to 0.006 for
 * most single wavelengths, and by up to 0.015 for single wavelengths about 520 nm, as measured in xyz.test.ts: show no more than 3 decimals.
 */
import { FROM, type Spectrum, STEP, sample, WAVELENGTHS } from './spectrum.js';

export type Xyz = readonly [number, number, number];

const lobe = (nm: number, middle: number, below: number, above: number): number =>
  Math.exp(-0.5 * ((nm - middle) / (nm < middle ? below : above)) ** 2);

/** x, y and z bar at a wavelength in nm. */
export const observer = (nm: number): Xyz => [
  1.056 * lobe(nm, 599.8, 37.9, 31.0) + 0.362 * lobe(nm, 442.0, 16.0, 26.7) - 0.065 * lobe(nm, 501.1, 20.4, 26.2),
  0.821 * lobe(nm, 568.8, 46.9, 40.5) + 0.286 * lobe(nm, 530.9, 16.3, 31.1),
  1.217 * lobe(nm, 437.0, 11.8, 36.0) + 0.681 * lobe(nm, 459.0, 26.0, 13.8),
];
const table: readonly Xyz[] = WAVELENGTHS.map(observer);

const atSteps = (spectrum: Spectrum): readonly number[] =>
  spectrum.from === FROM && spectrum.step === STEP && spectrum.values.length === WAVELENGTHS.length
    ? spectrum.values
    : WAVELENGTHS.map((nm) => sample(spectrum, nm));

/**
 * XYZ of a source seen through a filter; the bare source has Y = 100, so Y is the luminous transmission in percent.
 * @param filter  left out: the source alone
 * Source: CIE 15, sums from 380 to 780 nm at 5 nm.
 */
export function xyzOf(source: Spectrum, filter?: Spectrum): Xyz {
  const power = atSteps(source);
  const passes = filter ? atSteps(filter) : null;
  let [x, y, z, white] = [0, 0, 0, 0];
  table.forEach(([bx, by, bz], i) => {
    const s = power[i]!;
    const st = passes ? s * passes[i]! : s;
    white += s * by;
    x += st * bx;
    y += st * by;
    z += st * bz;
  });
  const k = white > 0 ? 100 / white : 0;
  return [k * x, k * y, k * z];
}

/** Chromaticity, or null for black. */
export function xyOf([x, y, z]: Xyz): readonly [number, number] | null {
  const sum = x + y + z;
  return sum > 1e-9 ? [x / sum, y / sum] : null;
}

/** XYZ of x, y and Y; black where y is 0. */
export const xyzOfXyy = (x: number, y: number, Y: number): Xyz => (y > 0 ? [(x * Y) / y, Y, ((1 - x - y) * Y) / y] : [0, 0, 0]);

export const mired = (kelvin: number): number => 1e6 / kelvin;
/** Negative is bluer. */
export const miredShift = (from: number, to: number): number => mired(to) - mired(from);
export const shiftedKelvin = (kelvin: number, shift: number): number => 1e6 / (mired(kelvin) + shift);

/** Correlated colour temperature, K. Source: McCamy 1992; trust 2800 to 6500 K near the Planck curve. */
export function cct(x: number, y: number): number {
  const n = (x - 0.332) / (y - 0.1858);
  return -449 * n ** 3 + 3525 * n ** 2 - 6823.3 * n + 5520.33;
}

/** Distance from the Planck curve in CIE 1960 u, v; positive above it (greener). */
export function duv(x: number, y: number): number {
  const uv = (px: number, py: number) => [(4 * px) / (-2 * px + 12 * py + 3), (6 * py) / (-2 * px + 12 * py + 3)] as const;
  const [u, v] = uv(x, y);
  // Source: Krystek 1985, rational approximation of the Planck locus [from memory].
  const locus = (t: number) =>
    [
      (0.860117757 + 1.54118254e-4 * t + 1.28641212e-7 * t * t) / (1 + 8.42420235e-4 * t + 7.08145163e-7 * t * t),
      (0.317398726 + 4.22806245e-5 * t + 4.20481691e-8 * t * t) / (1 - 2.89741816e-5 * t + 1.61456053e-7 * t * t),
    ] as const;
  let best = Number.POSITIVE_INFINITY;
  let sign = 1;
  for (let m = 40; m <= 700; m += 2) {
    const [lu, lv] = locus(1e6 / m);
    const d = Math.hypot(u - lu, v - lv);
    if (d < best) {
      best = d;
      sign = v >= lv ? 1 : -1;
    }
  }
  return sign * best;
}

/** Farther than this from the Planck curve a colour temperature says nothing. */
export const SATURATED = 0.05;
