/**
 * A field of light as it is drawn on a plan: bands between levels, their lines and figures. One hue that grows darker, so that eyes of any kind and a grey print
 * tell the bands apart by lightness alone. Source: marching squares with linear crossings (reference calculations 6), as d3-contour does them.
 */
import { contours } from 'd3-contour';
import type { Surface } from '../light/field.js';
import { boxOf, type Chunk, CLOSE, LINE, MOVE, type Prim, path, textAt } from './list.js';

/** From the lowest band to the highest. */
export const luxColours = ['#f4ecd6', '#f0dcae', '#ebc681', '#e4a94f', '#d98a2e', '#c26a1f', '#9c4a19', '#6f3015'] as const;

/** What is less than before, in a difference: of the same lightness as what is more, in the other hue. */
export const lessColours = ['#e6eef6', '#c9dcee', '#a5c5e2', '#7aa8d2', '#4f8abf', '#336ea6', '#235384', '#183c62'] as const;
/** So many bands each way has a difference. */
const WAYS = 4;

/** The light under which all but a hundredth of the lit points lie: a spot beside a lantern would take all the levels for itself. */
export function mostOf(lux: ArrayLike<number>): number {
  const lit = Array.from(lux).filter((value) => value > 0);
  lit.sort((a, b) => a - b);
  return lit[Math.floor(lit.length * 0.99)] ?? 0;
}
/** Levels of the series 1, 2, 5 below a maximum, lowest first: as many as there are colours at most. */
export function levelsUpTo(most: number, bands: number = luxColours.length): number[] {
  if (!(most > 0)) return [];
  const out: number[] = [];
  for (let decade = Math.floor(Math.log10(most)); out.length < bands && decade > -4; decade--)
    for (const k of [5, 2, 1]) {
      const level = k * 10 ** decade;
      if (level < most && out.length < bands) out.push(Number(level.toPrecision(3)));
    }
  return out.reverse();
}
/** Colour of the band that begins at a level; the brightest band of a field has the darkest. */
export const bandColour = (levels: readonly number[], i: number, colours: readonly `#${string}`[] = luxColours): `#${string}` =>
  colours[colours.length - levels.length + i] ?? colours[colours.length - 1] ?? '#6f3015';

/** Lines shorter than this have no figure, points. */
const FIGURED = 24;

/** @param lux  of the points of a level surface, in the unit that is shown */
export function luxChunk(
  surface: Surface,
  lux: ArrayLike<number>,
  levels: readonly number[],
  denominator: number,
  tone: { readonly colours: readonly `#${string}`[]; readonly sign: string } = { colours: luxColours, sign: '' },
): Chunk {
  const { corner, step, across, rows } = surface;
  // d3 counts from the edge of the first cell, whose value stands at its middle.
  const at = ([x, y]: readonly number[]): readonly [number, number] => [corner[0] + (x ?? 0) * step, corner[1] + (y ?? 0) * step];
  const body: Prim[] = [];
  const tags: Prim[] = [];
  const size = 2.5 * denominator;
  const made = contours()
    .size([across, rows])
    .thresholds([...levels])(lux as unknown as number[]);
  made.forEach((contour, i) => {
    const d: number[] = [];
    for (const polygon of contour.coordinates)
      for (const ring of polygon) {
        ring.slice(0, -1).forEach((point, k) => {
          d.push(k ? LINE : MOVE, ...at(point));
        });
        d.push(CLOSE);
        const top =
          ring.length >= FIGURED ? ring.reduce((best, point) => ((point[1] ?? 0) > (best[1] ?? 0) ? point : best)) : null;
        if (top) {
          const [x, y] = at(top);
          tags.push(textAt(x, y, `${tone.sign}${contour.value}`, size, 'centre', 'faint'));
        }
      }
    if (d.length) body.push(path(d, 'thin', bandColour(levels, i, tone.colours), 'faint'));
  });
  const box = body.length ? boxOf(body) : ([corner[0], corner[1], corner[0] + across * step, corner[1] + rows * step] as const);
  return { id: null, kind: 'stage', order: -2, box, locked: true, body, tags, hit: null };
}
/** Levels of a difference, the same both ways. */
export const differenceLevels = (difference: ArrayLike<number>): number[] =>
  levelsUpTo(mostOf(Array.from(difference, Math.abs)), WAYS);
/** What is more than before in one hue, what is less in another; where nothing has changed, nothing. */
export function differenceChunk(
  surface: Surface,
  difference: ArrayLike<number>,
  levels: readonly number[],
  denominator: number,
): Chunk {
  const part = (sign: 1 | -1, tone: Parameters<typeof luxChunk>[4]) =>
    luxChunk(
      surface,
      Array.from(difference, (value) => Math.max(0, sign * value)),
      levels,
      denominator,
      tone,
    );
  const [more, less] = [part(1, { colours: luxColours, sign: '+' }), part(-1, { colours: lessColours, sign: '-' })];
  return {
    ...more,
    box: boxOf([...more.body, ...less.body]) ?? more.box,
    body: [...more.body, ...less.body],
    tags: [...more.tags, ...less.tags],
  };
}
