/** An octagon. */
import { LINE, MOVE } from '../measure/path.js';
import { type FamilyEntry, poly, span } from './family.js';

export const ledWash = {
  name: 'LED wash',
  order: 110,
  words: /led/,
  asked: 5,
  noseFrom: 0.72,
  celled: true,
  led: true,
  usual: {},
  draw: (l, w) => {
    const [b, f] = span(l);
    const [h, c] = [w / 2, w * 0.28];
    return {
      outline: poly([-h + c, b], [h - c, b], [h, b + c], [h, f - c], [h - c, f], [-h + c, f], [-h, f - c], [-h, b + c]),
      inner: [MOVE, -h * 0.8, f - l * 0.12, LINE, h * 0.8, f - l * 0.12],
      solid: poly([-h, f - c], [h, f - c], [h - c, f], [-h + c, f]),
    };
  },
} as const satisfies FamilyEntry;
