/** A bottle: round lamp house, waist, barrel that opens a little at the lens. */
import { LINE, MOVE } from '../measure/path.js';
import { type FamilyEntry, poly, span } from './family.js';

export const profile = {
  name: 'profile',
  order: 10,
  words: /profile|ellips|spot|zoom/,
  asked: 6,
  noseFrom: 0.42,
  round: true,
  images: true,
  filtered: true,
  noseWidth: 0.7,
  beamType: 'Spot',
  usual: { size: [600, 260, 300], angles: [18, 26] },
  draw: (l, w, body) => {
    const [b, f] = span(l);
    const [h, waist, barrel] = [w / 2, w * 0.3, w * (body.field <= 30 ? 0.4 : 0.34)];
    const neck = b + l * 0.42;
    return {
      outline: poly(
        [-h, b + l * 0.1],
        [-h * 0.7, b],
        [h * 0.7, b],
        [h, b + l * 0.1],
        [h, neck - l * 0.08],
        [waist, neck],
        [barrel, f],
        [-barrel, f],
        [-waist, neck],
        [-h, neck - l * 0.08],
      ),
      inner: [MOVE, -waist, neck, LINE, waist, neck],
      solid: poly([-waist, neck], [waist, neck], [barrel, f], [-barrel, f]),
      unitAt: [0, b + l * 0.2],
    };
  },
} as const satisfies FamilyEntry;
