/** A can: round back, straight sides, open front. */
import { arc, CLOSE, LINE, MOVE, rect } from '../measure/path.js';
import { type FamilyEntry, span } from './family.js';

export const par = {
  name: 'PAR',
  order: 40,
  words: /\bpar\b|can\b/,
  asked: 9,
  noseFrom: 0.8,
  round: true,
  filtered: true,
  usual: {},
  draw: (l, w) => {
    const [b, f] = span(l);
    const h = w / 2;
    const back = arc(0, b + h, h, 180, 180);
    return {
      outline: [...back, LINE, h, f, LINE, -h, f, CLOSE],
      inner: [MOVE, -h, f - l * 0.14, LINE, h, f - l * 0.14],
      solid: rect(-h, f - l * 0.2, w, l * 0.2),
      unitAt: [0, b + l * 0.42],
    };
  },
} as const satisfies FamilyEntry;
