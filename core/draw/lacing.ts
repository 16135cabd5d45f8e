/** The lacing of a truss: from one edge to the other and back, about every half metre. */
import type { Vec2 } from '../model/records.js';
import { LINE, MOVE, type Prim, path } from './list.js';

/** About the pitch of a truss's lacing, mm (common practice, no source). */
const PITCH = 500;

/** @param at  the point at a distance along the truss and to its side, mm. @param half  half of what is seen of its breadth, mm */
export function laced(at: (along: number, side: number) => Vec2, length: number, half: number): Prim {
  const n = Math.max(1, Math.round(length / PITCH));
  const d: number[] = [];
  for (let i = 0; i < n; i++) {
    const side = i % 2 ? half : -half;
    d.push(MOVE, ...at((length * i) / n, side), LINE, ...at((length * (i + 1)) / n, -side));
  }
  return path(d, 'thin', 'none', 'faint');
}
