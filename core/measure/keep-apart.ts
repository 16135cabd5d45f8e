/** Things on a line that would lie on each other are moved apart by no more than it needs. */
import { itemAt } from './list.js';

/**
 * Where things stand apart: in their order, each as far from the one before as it must be at least, and in all as little moved as can be (least squares).
 * Source: isotonic regression by pooling of adjacent violators (Barlow, Bartholomew, Bremner, Brunk 1972).
 * @param at    where they stand, in their order
 * @param least from each to the next at least, one less than there are
 * @returns one place for each
 */
export function keptApart(at: readonly number[], least: readonly number[]): number[] {
  // Less the room that is taken before each, all that is asked is that the places do not decrease.
  const room = [0];
  for (const gap of least) room.push(itemAt(room, room.length - 1) + gap);
  const pools: { sum: number; count: number }[] = [];
  at.forEach((place, i) => {
    let pool = { sum: place - itemAt(room, i), count: 1 };
    for (let last = pools.at(-1); last && last.sum / last.count >= pool.sum / pool.count; last = pools.at(-1)) {
      pool = { sum: last.sum + pool.sum, count: last.count + pool.count };
      pools.pop();
    }
    pools.push(pool);
  });
  return pools
    .flatMap(({ sum, count }) => Array.from({ length: count }, () => sum / count))
    .map((place, i) => place + itemAt(room, i));
}
