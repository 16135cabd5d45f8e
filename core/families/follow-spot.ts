/** Long tube on a lamp house with handles behind. */
import { LINE, MOVE } from '../measure/path.js';
import { type FamilyEntry, poly, span } from './family.js';

export const followSpot = {
  name: 'follow spot',
  order: 80,
  words: /follow/,
  asked: 1,
  noseFrom: 0.36,
  round: true,
  images: true,
  boldInner: true,
  beamType: 'Spot',
  usual: { size: [1200, 380, 420], angles: [8, 13], lamp: 'Discharge', hang: 0 },
  draw: (l, w) => {
    const [b, f] = span(l);
    const [h, t] = [w / 2, w * 0.27];
    return {
      outline: poly(
        [-h, b + l * 0.08],
        [h, b + l * 0.08],
        [h, b + l * 0.3],
        [t, b + l * 0.36],
        [t, f - l * 0.08],
        [h * 0.8, f - l * 0.08],
        [h * 0.8, f],
        [-h * 0.8, f],
        [-h * 0.8, f - l * 0.08],
        [-t, f - l * 0.08],
        [-t, b + l * 0.36],
        [-h, b + l * 0.3],
      ),
      solid: poly([t, b + l * 0.36], [t, f - l * 0.08], [-t, f - l * 0.08], [-t, b + l * 0.36]),
      inner: [MOVE, -h * 0.6, b + l * 0.08, LINE, -h * 0.6, b, LINE, h * 0.6, b, LINE, h * 0.6, b + l * 0.08],
      unitAt: [0, b + l * 0.19],
    };
  },
} as const satisfies FamilyEntry;
