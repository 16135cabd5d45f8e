/** A bar with a row of square cells along its nose. */
import { LINE, MOVE, rect } from '../measure/path.js';
import { type FamilyEntry, grid, span } from './family.js';

export const ledBatten = {
  name: 'LED batten',
  order: 120,
  words: /batten|bar\b|strip.*led|led.*strip/,
  asked: 4,
  noseFrom: 0.62,
  celled: true,
  led: true,
  showsCells: true,
  usual: { size: [150, 1000, 170] },
  draw: (l, w, body) => {
    const [b, f] = span(l);
    const y = f - l * 0.38;
    return {
      outline: rect(-w / 2, b, w, l),
      solid: rect(-w / 2, y, w, f - y),
      inner: [MOVE, -w / 2, y, LINE, w / 2, y, ...grid(-w / 2, w / 2, y, f, body.cells > 1 ? Math.min(64, body.cells) : 8)],
      unitAt: [0, (b + y) / 2],
    };
  },
} as const satisfies FamilyEntry;
