/** Figures that are close enough, where there are thousands of them: an `expect` costs as much as three hundred of these. */

/** @throws Error with the figures, when one is not within a distance of what is wanted, or is none */
export function isNear(found: number | undefined, wanted: number | undefined, within: number): void {
  if (!(Math.abs((found ?? Number.NaN) - (wanted ?? Number.NaN)) < within))
    throw new Error(`${found} is not within ${within} of ${wanted}`);
}
