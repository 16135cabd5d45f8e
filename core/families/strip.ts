/** A long low box with slanted ends, lamps as divisions. */
import { type FamilyEntry, grid, poly, span } from './family.js';

export const strip = {
  name: 'strip',
  order: 70,
  words: /strip|border|groundrow/,
  asked: 11,
  noseFrom: 0.6,
  celled: true,
  filtered: true,
  showsCells: true,
  usual: { size: [180, 1800, 200], angles: [50, 90] },
  draw: (l, w, body) => {
    const [b, f] = span(l);
    return {
      outline: poly([-w / 2, b], [w / 2, b], [w / 2 - l * 0.3, f], [-w / 2 + l * 0.3, f]),
      solid: poly([-w / 2 + l * 0.15, b + l * 0.6], [w / 2 - l * 0.15, b + l * 0.6], [w / 2 - l * 0.3, f], [-w / 2 + l * 0.3, f]),
      boldUnitAt: [0, b + l * 0.3],
      inner: grid(-w / 2, w / 2, b, b + l * 0.4, Math.max(2, body.cells)),
    };
  },
} as const satisfies FamilyEntry;
