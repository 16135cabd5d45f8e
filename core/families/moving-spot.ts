/** Yoke base as a broad box, head as a pointed hexagon: it stands out of its base. */
import { LINE, MOVE } from '../measure/path.js';
import { type FamilyEntry, poly } from './family.js';

export const movingSpot = {
  name: 'moving spot',
  order: 90,
  words: /moving|mover|automated|head/,
  asked: 3,
  noseFrom: 0.53,
  images: true,
  moves: true,
  beamType: 'Spot',
  usual: { size: [420, 380, 620] },
  draw: (l, w) => {
    const h = w / 2;
    return {
      outline: poly(
        [-h, -l * 0.3],
        [h, -l * 0.3],
        [h, l * 0.12],
        [h * 0.62, l * 0.18],
        [h * 0.62, l * 0.42],
        [h * 0.34, l * 0.6],
        [-h * 0.34, l * 0.6],
        [-h * 0.62, l * 0.42],
        [-h * 0.62, l * 0.18],
        [-h, l * 0.12],
      ),
      inner: [MOVE, -h * 0.62, l * 0.18, LINE, -h * 0.62, -l * 0.02, LINE, h * 0.62, -l * 0.02, LINE, h * 0.62, l * 0.18],
      solid: poly(
        [-h * 0.62, l * 0.18],
        [h * 0.62, l * 0.18],
        [h * 0.62, l * 0.42],
        [h * 0.34, l * 0.6],
        [-h * 0.34, l * 0.6],
        [-h * 0.62, l * 0.42],
      ),
      unitAt: [0, -l * 0.16],
    };
  },
} as const satisfies FamilyEntry;
