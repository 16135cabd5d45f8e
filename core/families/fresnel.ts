/** A squat box with a bowed lens. */
import { arc, CLOSE, LINE, MOVE } from '../measure/path.js';
import { type FamilyEntry, span } from './family.js';

export const fresnel = {
  name: 'fresnel',
  order: 20,
  words: /fresnel/,
  asked: 7,
  noseFrom: 0.78,
  round: true,
  filtered: true,
  beamType: 'Fresnel',
  usual: { size: [330, 290, 330] },
  draw: (l, w) => {
    const [b, f] = span(l);
    const h = w / 2;
    const flat = f - l * 0.22;
    // The circle through both edges of the lens and the tip of the nose: r = (h^2 + s^2) / 2s.
    const bow = f - flat;
    const r = (h * h + bow * bow) / (2 * bow);
    const half = (Math.asin(Math.min(1, h / r)) * 180) / Math.PI;
    const lens = arc(0, f - r, r, 90 - half, 2 * half);
    lens[0] = LINE;
    return {
      outline: [
        MOVE,
        -h,
        flat,
        LINE,
        -h,
        b + l * 0.12,
        LINE,
        -h * 0.75,
        b,
        LINE,
        h * 0.75,
        b,
        LINE,
        h,
        b + l * 0.12,
        LINE,
        h,
        flat,
        ...lens,
        CLOSE,
      ],
      solid: [MOVE, -h, flat, ...lens, CLOSE],
      unitAt: [0, b + l * 0.38],
    };
  },
} as const satisfies FamilyEntry;
