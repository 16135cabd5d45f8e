/** The place of a tag as it is typed. */
import type { TagLine, Vec2 } from '#core/model/records';

/** Farther from its unit than this nobody looks for a tag, mm of paper. */
export const FAR = 500;
const figure = /^\s*([+-]?\d+(?:[.,]\d+)?)\s*(?:;|\s|,\s)\s*([+-]?\d+(?:[.,]\d+)?)\s*$/;
/** "4, -6.5": right of the clamp and up the page, mm of paper; null where it is not that. */
export function movedBy(text: string): Vec2 | null {
  const [, x, y] = figure.exec(text) ?? [];
  if (x === undefined || y === undefined) return null;
  const by: Vec2 = [Number(x.replace(',', '.')), Number(y.replace(',', '.'))];
  return by.every((mm) => Math.abs(mm) <= FAR) ? by : null;
}

/** Fields of the tags that can be moved: those in the body of the symbol stay there. */
export const movable = (lines: readonly TagLine[]): string[] =>
  lines.filter((line) => line.place !== 'body').map((line) => line.field);
