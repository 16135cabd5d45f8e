/** Places of things inside things: three rows of four, the part of a matrix that turns and shifts. Plain geometry. */

/** Three rows of four, mm: the part of a matrix that says where a thing is. */
export type Place = readonly number[];
export const identityPlace: Place = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0];

/** One place inside another. */
export function within(outer: Place, inner: Place): number[] {
  const out: number[] = [];
  for (let i = 0; i < 3; i++)
    for (let j = 0; j < 4; j++) {
      let sum = j === 3 ? outer[4 * i + 3]! : 0;
      for (let k = 0; k < 3; k++) sum += outer[4 * i + k]! * inner[4 * k + j]!;
      out.push(sum);
    }
  return out;
}
