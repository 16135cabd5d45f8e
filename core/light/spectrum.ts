/** Spectra: a value at even steps of wavelength, and the sources that a show is lit with. */

/** Values from a wavelength on in even steps, nm. Transmissions are 0 to 1; power of a source is relative. */
export interface Spectrum {
  readonly from: number;
  readonly step: number;
  readonly values: readonly number[];
}

/** Second radiation constant in nm K. Source: CODATA. */
export const C2 = 1.438776877e7;
/** Range and step of all sums (reference calculations 7). */
export const FROM = 380;
export const TO = 780;
export const STEP = 5;
export const WAVELENGTHS: readonly number[] = Array.from({ length: (TO - FROM) / STEP + 1 }, (_, i) => FROM + i * STEP);

/** Value at a wavelength: linear between samples, the end value held beyond them. */
export function sample({ from, step, values }: Spectrum, nm: number): number {
  const at = (nm - from) / step;
  if (at <= 0) return values[0]!;
  if (at >= values.length - 1) return values.at(-1)!;
  const i = Math.floor(at);
  return values[i]! + (values[i + 1]! - values[i]!) * (at - i);
}

/** A spectrum from 380 to 780 nm in steps of 5 by a function of the wavelength. */
export const spectrumBy = (value: (nm: number) => number): Spectrum => ({
  from: FROM,
  step: STEP,
  values: WAVELENGTHS.map(value),
});

/** Planck's radiator at T kelvin, 1 at 560 nm. Source: Planck's law. */
export const planckAt = (kelvin: number, nm: number): number => {
  const power = (lambda: number) => lambda ** -5 / Math.expm1(C2 / (lambda * kelvin));
  return power(nm) / power(560);
};
export const planck = (kelvin: number): Spectrum => spectrumBy((nm) => planckAt(kelvin, nm));

/** A white LED: a narrow blue pump with a broad phosphor above it, about 5000 K (a model, from memory). */
export const whiteLed: Spectrum = spectrumBy((nm) => {
  const bell = (middle: number, width: number) => Math.exp(-0.5 * ((nm - middle) / width) ** 2);
  return 0.86 * bell(450, 9) + 0.72 * bell(545, 46) + 0.42 * bell(615, 48);
});

/** The sources that filters are looked at under. */
export const sources = {
  'lamp 3200 K': planck(3200),
  'lamp 5600 K': planck(5600),
  'white LED': whiteLed,
} as const;
export type SourceName = keyof typeof sources;

/** Two or more filters one behind the other: point by point, never by their luminous transmissions. */
export const stacked = (...layers: readonly Spectrum[]): Spectrum =>
  spectrumBy((nm) => layers.reduce((product, layer) => product * sample(layer, nm), 1));
