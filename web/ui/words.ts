/** Small words of the screen. */
export const plural = (n: number, what = 'fixture'): string => `${n} ${what}${n === 1 ? '' : 's'}`;

/** Angles as they are spoken of: one, or the ends of a zoom. */
export const degreesOf = (field: readonly [number, number] | undefined): string =>
  field && field[1] > 0 ? (field[0] === field[1] ? `${field[0]}°` : `${field[0]}°-${field[1]}°`) : '';

/** How many units there are, as everybody counts them: spares are told apart. */
export function unitsSaid(fixtures: readonly { readonly spare: boolean }[]): string {
  const spare = fixtures.filter((fixture) => fixture.spare).length;
  return `${plural(fixtures.length - spare)}${spare ? ` and ${spare} spare` : ''}`;
}
