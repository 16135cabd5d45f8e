/** The same base, the head a round lens. */
import { arc, CLOSE, LINE, MOVE } from '../measure/path.js';
import type { FamilyEntry } from './family.js';

export const movingWash = {
  name: 'moving wash',
  order: 100,
  words: /(moving|motor|auto).*(wash|led)|wash.*(moving|mover)/,
  asked: 2,
  noseFrom: 0.3,
  round: true,
  celled: true,
  moves: true,
  usual: { size: [360, 340, 480] },
  draw: (l, w) => {
    const h = w / 2;
    const head = arc(0, l * 0.16, h * 0.92, -20, 220);
    head[0] = LINE;
    return {
      outline: [MOVE, -h, -l * 0.3, LINE, h, -l * 0.3, LINE, h, l * 0.02, ...head, LINE, -h, l * 0.02, CLOSE],
      inner: arc(0, l * 0.16, h * 0.6, 0, 360),
      solid: arc(0, l * 0.16, h * 0.6, 0, 360),
      boldUnitAt: [0, -l * 0.18],
      unitAt: [0, l * 0.16],
    };
  },
} as const satisfies FamilyEntry;
