/** Things of a map set in order: edges in one line, even gaps, and a grid to snap to. Boxes are left, bottom, width and height, mm. */
import type { MapItem } from '../model/records.js';

export type MapBox = MapItem['box'];
export const edges = ['left', 'middle', 'right', 'top', 'centre', 'bottom'] as const;
export type Edge = (typeof edges)[number];

const moved = (item: MapItem, x: number, y: number): MapItem => ({ ...item, box: [x, y, item.box[2], item.box[3]] });
/** Left and right of a box, whichever way it was drawn. */
const across = ([x, , w]: MapBox): readonly [number, number] => [Math.min(x, x + w), Math.max(x, x + w)];
const up = ([, y, , h]: MapBox): readonly [number, number] => [Math.min(y, y + h), Math.max(y, y + h)];

/** Chosen things with one edge in a line: that of the outermost, or the middle of all. Others stay. */
export function aligned(items: readonly MapItem[], chosen: ReadonlySet<string>, edge: Edge): MapItem[] {
  const own = items.filter(({ id }) => chosen.has(id));
  if (own.length < 2) return [...items];
  const xs = own.map(({ box }) => across(box));
  const ys = own.map(({ box }) => up(box));
  const least = (list: readonly (readonly [number, number])[]) => Math.min(...list.map(([from]) => from));
  const most = (list: readonly (readonly [number, number])[]) => Math.max(...list.map(([, to]) => to));
  return items.map((item) => {
    if (!chosen.has(item.id)) return item;
    const [x, y] = item.box;
    const [[left, right], [bottom, top]] = [across(item.box), up(item.box)];
    if (edge === 'left') return moved(item, x + least(xs) - left, y);
    if (edge === 'right') return moved(item, x + most(xs) - right, y);
    if (edge === 'middle') return moved(item, x + (least(xs) + most(xs)) / 2 - (left + right) / 2, y);
    if (edge === 'bottom') return moved(item, x, y + least(ys) - bottom);
    if (edge === 'top') return moved(item, x, y + most(ys) - top);
    return moved(item, x, y + (least(ys) + most(ys)) / 2 - (bottom + top) / 2);
  });
}
/** Chosen things with even gaps between the outermost two, which stay. */
export function spread(items: readonly MapItem[], chosen: ReadonlySet<string>, way: 'across' | 'up'): MapItem[] {
  const range = way === 'across' ? across : up;
  const own = items.filter(({ id }) => chosen.has(id)).sort((a, b) => range(a.box)[0] - range(b.box)[0]);
  const [first, last] = [own[0], own.at(-1)];
  if (!first || !last || own.length < 3) return [...items];
  const whole = range(last.box)[1] - range(first.box)[0];
  const filled = own.reduce((sum, { box }) => sum + range(box)[1] - range(box)[0], 0);
  const gap = (whole - filled) / (own.length - 1);
  const to = new Map<string, number>();
  let at = range(first.box)[0];
  for (const { id, box } of own) {
    to.set(id, at - range(box)[0]);
    at += range(box)[1] - range(box)[0] + gap;
  }
  return items.map((item) => {
    const by = to.get(item.id);
    if (by === undefined) return item;
    const [x, y] = item.box;
    return way === 'across' ? moved(item, x + by, y) : moved(item, x, y + by);
  });
}
/** Where something new of a size lies on nothing: row by row from the upper left; where there is no room, at the upper left. */
export function freePlace(
  items: readonly MapItem[],
  [width, height]: readonly [number, number],
  [w, h]: readonly [number, number],
  margin = 10,
): readonly [x: number, y: number] {
  const step = 5;
  for (let y = height - margin - h; y >= margin; y -= step)
    for (let x = margin; x + w <= width - margin; x += step) {
      const free = items.every(({ box }) => {
        const [[left, right], [bottom, top]] = [across(box), up(box)];
        return x + w <= left || x >= right || y + h <= bottom || y >= top;
      });
      if (free) return [x, y];
    }
  return [margin, height - margin - h];
}
/** A place on the grid of a map; 0 is no grid. */
export const onGrid = (mm: number, snap: number): number => (snap > 0 ? Math.round(mm / snap) * snap : mm);
/** Things moved by so much, each onto the grid by its lower left corner. */
export const shifted = (
  items: readonly MapItem[],
  chosen: ReadonlySet<string>,
  [dx, dy]: readonly [number, number],
  snap: number,
): MapItem[] =>
  items.map((item) => (chosen.has(item.id) ? moved(item, onGrid(item.box[0] + dx, snap), onGrid(item.box[1] + dy, snap)) : item));
