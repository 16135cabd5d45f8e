/**
 * Loads of a supply. Watts, volts, amperes.
 * Source: reference calculations 8; the factor of continuous loads and voltage drop from memory (NFPA 70, BS 7671). Not a substitute for a competent electrician.
 */

/** A of a load: I = P / (V pf). @throws RangeError for a voltage or power factor that cannot be */
export function current(watts: number, volts: number, pf = 1): number {
  if (!(volts > 0) || !(pf > 0 && pf <= 1)) throw new RangeError('A voltage is above 0, a power factor between 0 and 1.');
  return watts / (volts * pf);
}
/** A that may flow for hours through a device of a rating. */
export const usable = (rating: number, share: number): number => rating * share;
/** Rating that a load needs: load / share (1.25 times at 80 %; from memory, NFPA 70). */
export const neededRating = (load: number, share: number): number => load / share;
/** Units of equal load that fit: rounded down, 10.98 units are 10. */
export const unitsThatFit = (capacity: number, each: number): number =>
  each > 0 ? Math.floor(capacity / each + 1e-9) : Number.POSITIVE_INFINITY;

/** Neutral of a star of resistive loads 120 degrees apart, A; with the third harmonics of the phases, which add. */
export function neutral(a: number, b: number, c: number, thirds: readonly [number, number, number] = [0, 0, 0]): number {
  const basic = Math.sqrt(Math.max(0, a * a + b * b + c * c - a * b - b * c - c * a));
  return Math.hypot(basic, thirds[0] + thirds[1] + thirds[2]);
}
/** (greatest - mean) / mean of the phases; 0 when nothing flows. */
export function imbalance(loads: readonly number[]): number {
  const mean = loads.reduce((sum, load) => sum + load, 0) / loads.length;
  return mean > 0 ? (Math.max(...loads) - mean) / mean : 0;
}

/** Loads put on phases, the largest first onto the least loaded; ties to the earlier phase. @returns a phase (0, 1, 2) for each load */
export function balance(loads: readonly number[], phases = 3): number[] {
  const sums = Array.from({ length: phases }, () => 0);
  const out = loads.map(() => 0);
  for (const i of loads.map((_, n) => n).sort((a, b) => loads[b]! - loads[a]! || a - b)) {
    const least = sums.indexOf(Math.min(...sums));
    out[i] = least;
    sums[least]! += loads[i]!;
  }
  return out;
}
/** V lost along a cable of one phase: mV/A/m counts both conductors. */
export const voltageDrop = (milliohm: number, amperes: number, metres: number): number => (milliohm * amperes * metres) / 1000;
/** mV/A/m of a cable from the resistance of a conductor at 20 degrees, ohm/km, at 70 degrees. */
export const dropFigure = (ohmPerKm: number): number => ohmPerKm * 2 * 1.1965;
