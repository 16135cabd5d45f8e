/** Placing by rule. Source: reference calculations 3; plain arithmetic. */

/** n values from a to b, both ends included; one value stands in the middle. @throws RangeError unless n is a whole number of at least 1 */
export function spread(a: number, b: number, n: number): number[] {
  if (!Number.isInteger(n) || n < 1) throw new RangeError(`A row has at least one fixture, not ${n}.`);
  if (n === 1) return [(a + b) / 2];
  return Array.from({ length: n }, (_, i) => a + ((b - a) * i) / (n - 1));
}

/** n values at a constant spacing about a centre. */
export const spaced = (centre: number, spacing: number, n: number): number[] =>
  Array.from({ length: n }, (_, i) => centre + (i - (n - 1) / 2) * spacing);

/** n angles or distances on a closed curve of this length, first at `from`: divided by n, so that first and last do not coincide. */
export const spreadRound = (from: number, length: number, n: number): number[] =>
  Array.from({ length: n }, (_, i) => (from + (length * i) / n) % length);
