/** Trays side by side, one a cell. */
import { LINE, lines, MOVE, rect } from '../measure/path.js';
import { type FamilyEntry, span } from './family.js';

export const cyc = {
  name: 'cyc',
  order: 60,
  words: /cyc|horizon/,
  asked: 10,
  noseFrom: 0.8,
  celled: true,
  filtered: true,
  showsCells: true,
  usual: { size: [320, 1000, 380], angles: [60, 95] },
  draw: (l, w, body) => {
    const [b, f] = span(l);
    const n = body.cells;
    const cell = w / n;
    const points: [number, number][] = [[-w / 2, f]];
    for (let i = 0; i < n; i++) {
      const x = -w / 2 + i * cell;
      points.push([x + cell * 0.18, b], [x + cell * 0.82, b], [x + cell, f]);
    }
    return {
      outline: lines(points, true),
      inner: [MOVE, -w / 2, f - l * 0.2, LINE, w / 2, f - l * 0.2],
      solid: rect(-w / 2, f - l * 0.2, w, l * 0.2),
    };
  },
} as const satisfies FamilyEntry;
