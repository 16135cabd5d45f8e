/** A box that tapers to a short straight tube. */
import { type FamilyEntry, poly, span } from './family.js';

export const planoConvex = {
  name: 'plano-convex',
  order: 30,
  words: /\bpc\b|plano|convex/,
  asked: 8,
  noseFrom: 0.7,
  filtered: true,
  beamType: 'PC',
  usual: { size: [420, 300, 330] },
  draw: (l, w) => {
    const [b, f] = span(l);
    const h = w / 2;
    return {
      outline: poly(
        [-h, b],
        [h, b],
        [h, b + l * 0.55],
        [h * 0.68, b + l * 0.7],
        [h * 0.68, f],
        [-h * 0.68, f],
        [-h * 0.68, b + l * 0.7],
        [-h, b + l * 0.55],
      ),
      solid: poly([-h * 0.68, b + l * 0.7], [h * 0.68, b + l * 0.7], [h * 0.68, f], [-h * 0.68, f]),
      unitAt: [0, b + l * 0.3],
    };
  },
} as const satisfies FamilyEntry;
