/** A tray that opens wide. */
import { type FamilyEntry, poly, span } from './family.js';

export const flood = {
  name: 'flood',
  order: 50,
  words: /flood|scoop/,
  asked: 12,
  noseFrom: 0.55,
  celled: true,
  filtered: true,
  usual: { angles: [70, 110] },
  draw: (l, w) => {
    const [b, f] = span(l);
    const mid = w * 0.4;
    return {
      outline: poly([-w * 0.28, b], [w * 0.28, b], [w / 2, f], [-w / 2, f]),
      solid: poly([-mid, f - l * 0.45], [mid, f - l * 0.45], [w / 2, f], [-w / 2, f]),
      boldUnitAt: [0, b + l * 0.26],
    };
  },
} as const satisfies FamilyEntry;
