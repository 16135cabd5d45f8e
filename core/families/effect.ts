/** A machine: square with a spout. */
import { type FamilyEntry, poly, span } from './family.js';

export const effect = {
  name: 'effect',
  order: 130,
  words: /haz|fog|smoke|effect|strobe|fan/,
  asked: 13,
  noseFrom: 0.85,
  celled: true,
  dark: true,
  beamType: 'None',
  usual: { angles: [0, 0], hang: 0 },
  draw: (l, w) => {
    const [b, f] = span(l);
    const h = w / 2;
    return {
      outline: poly(
        [-h, b],
        [h, b],
        [h, f - l * 0.15],
        [h * 0.3, f - l * 0.15],
        [h * 0.45, f],
        [-h * 0.45, f],
        [-h * 0.3, f - l * 0.15],
        [-h, f - l * 0.15],
      ),
      solid: poly([-h * 0.3, f - l * 0.15], [h * 0.3, f - l * 0.15], [h * 0.45, f], [-h * 0.45, f]),
    };
  },
} as const satisfies FamilyEntry;
