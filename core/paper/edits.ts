/** What is done to the set of plates, as changes: sets and plates added, moved, taken out; windows corrected by hand. */

import { drawnFrom } from '../draw/title-items.js';
import { adding, apply, type Change, compose, edit, nothing, removing, updating } from '../model/change.js';
import { makeTitleBlock } from '../model/make.js';
import type { Id, NewId, Plate, PlateWindow } from '../model/records.js';
import { all, find, type Show, settingsOf } from '../model/show.js';
import { type Planned, platesInOrder } from './plates.js';
import { readySet } from './ready/index.js';
import { inMargins, sheetSize, smallPaper, withColumn } from './ready/set.js';
import { triedScales } from './windows/stage.js';
import type { Drawn } from './windows/window.js';

const nextOrder = (show: Show): number => Math.max(0, ...all(show, 'plate').map(({ order }) => order)) + 1;
/** The plot stands for a show without plates; with the first of them it becomes one of them. */
const firstPlot = (show: Show, newId: NewId): Plate[] =>
  all(show, 'plate').length ? [] : [{ id: newId(), kind: 'plate', name: 'Whole plot', order: 1, ready: 'plot' }];

/** A set, not one sheet of it that was corrected. */
const isInBook = (show: Show, id: string): boolean =>
  all(show, 'plate').some(({ ready, of, windows }) => ready === id && of === undefined && !windows);

/** Adds a ready set behind the others. @throws RangeError for a set that is not there, or is in the book already */
export function addedSet(show: Show, id: string, newId: NewId): Change {
  const set = readySet(show, id);
  if (!set) throw new RangeError(`There is no ready set "${id}".`);
  if (isInBook(show, id)) throw new RangeError(`${set.title} is in the book already.`);
  const before = id === 'plot' ? [] : firstPlot(show, newId);
  const order = before.length ? 2 : nextOrder(show);
  // The list of contents is read first.
  const first = Math.min(1, ...all(show, 'plate').map((plate) => plate.order)) - 1;
  return adding(...before, { id: newId(), kind: 'plate', name: set.title, order: id === 'contents' ? first : order, ready: id });
}

/** Adds several ready sets, in their order; those that are in the book already, or have no sheet in this show, are left out. */
export function addedSets(show: Show, ids: readonly string[], newId: NewId): Change {
  let [now, added]: [Show, Change['added']] = [show, []];
  for (const id of ids) {
    if (isInBook(now, id) || !readySet(now, id)?.make(now, {}).length) continue;
    const change = addedSet(now, id, newId);
    added = [...added, ...change.added];
    now = apply(now, change);
  }
  return adding(...added);
}

/** A plate of the user's own, with a title block and room for windows. */
export function addedPlate(show: Show, name: string, newId: NewId): { readonly change: Change; readonly plate: Plate } {
  const paper = smallPaper(show);
  const before = firstPlot(show, newId);
  const { windows } = withColumn(show, sheetSize(paper, true), { key: false, legend: false });
  const plate: Plate = {
    id: newId(),
    kind: 'plate',
    name,
    order: before.length ? 2 : nextOrder(show),
    paper: paper.name,
    turned: 'landscape',
    windows,
  };
  return { change: adding(...before, plate), plate };
}

/** A plate of the user's own with a picture over the whole of its room, and what it shows below it. @param png  base64, as records keep it */
export function picturePlate(
  show: Show,
  name: string,
  png: string,
  newId: NewId,
): { readonly change: Change; readonly plate: Plate } {
  const { change, plate } = addedPlate(show, name, newId);
  const { room } = withColumn(show, sheetSize(smallPaper(show), true), { key: false, legend: false });
  const [x, y, w, h] = room;
  const picture: PlateWindow = { id: newId(), what: 'picture', box: [x + 3, y + 3, w - 6, h - 6], picture: png, text: name };
  const made = { ...plate, windows: [picture, ...(plate.windows ?? [])] };
  return { change: { ...change, added: change.added.map((record) => (record.id === plate.id ? made : record)) }, plate: made };
}

/** Takes a plate or a whole set out, with what was corrected in it by hand. */
export function withoutPlate(show: Show, plate: Plate): Change {
  const corrections = all(show, 'plate').filter(
    (other) => other.id !== plate.id && plate.ready !== undefined && plate.of === undefined && other.ready === plate.ready,
  );
  return removing(plate, ...corrections);
}

/** A plate moved to another place among the others, counted from 0. */
export function movedPlate(show: Show, plate: Plate, to: number): Change {
  const list = platesInOrder(show).filter(({ id }) => id !== plate.id);
  list.splice(Math.max(0, Math.min(list.length, to)), 0, plate);
  return updating(list.map((item, i) => [item, item.order === i + 1 ? item : { ...item, order: i + 1 }] as const));
}

type Corrected = Partial<Pick<Plate, 'name' | 'paper' | 'turned' | 'windows'>>;
/**
 * A sheet corrected by hand. One of a ready set gets a plate that stands in for it; the others of the set go on following the show.
 * @param what  fields of the plate: its windows, its name, its paper
 */
export function corrected(show: Show, planned: Planned, what: Corrected, newId: NewId): Change {
  const own = planned.ready === null ? planned.plate : planned.corrected;
  if (own) return edit([own], what);
  if (planned.ready === null) return nothing;
  const plate: Plate = {
    id: newId(),
    kind: 'plate',
    name: planned.name,
    order: planned.plate?.order ?? 1,
    paper: planned.paper.name,
    turned: planned.landscape ? 'landscape' : 'portrait',
    ready: planned.ready,
    of: planned.of,
    windows: planned.windows,
    ...what,
  };
  return planned.plate ? adding(plate) : compose(adding(...firstPlot(show, newId)), adding(plate));
}
/** As the set makes it again. */
export const uncorrected = ({ corrected: own }: Planned): Change => (own ? removing(own) : nothing);

/** A window put into a sheet: in the largest of some usual rooms, above the margin. */
export function newWindow(
  planned: Planned,
  what: PlateWindow['what'],
  newId: NewId,
  more: Partial<PlateWindow> = {},
): PlateWindow {
  const [left, bottom, width, height] = inMargins(sheetSize(planned.paper, planned.landscape));
  return { id: newId(), what, box: [left + 5, bottom + height * 0.35, width * 0.5, height * 0.6], ...more };
}

/** The title block of a show as one that is drawn: its own, one made from its lines, or a new one. @returns what has to change first, and its id */
export function titleToDraw(show: Show, newId: NewId): { readonly change: Change; readonly id: Id } {
  const settings = settingsOf(show);
  const own = find(show, 'titleblock', settings.titleBlock);
  if (own) return { id: own.id, change: own.items ? nothing : edit([own], drawnFrom(own)) };
  const made = makeTitleBlock(newId());
  const fresh = { ...made, name: 'Title block of the show', ...drawnFrom(made) };
  return { id: fresh.id, change: compose(adding(fresh), edit([settings], { titleBlock: fresh.id })) };
}

/** A sheet's edges and its windows', to which a window snaps while it is dragged, mm. @returns across, and up */
export function snapLines(planned: Planned, moving: string): readonly [readonly number[], readonly number[]] {
  const others = planned.windows.filter(({ id }) => id !== moving).map(({ box }) => box);
  return edgeLines(inMargins(sheetSize(planned.paper, planned.landscape)), others);
}
type Box = PlateWindow['box'];
/** Edges and middles of a frame and of what stands in it. @returns across, and up */
export const edgeLines = (frame: Box, others: readonly Box[]): readonly [readonly number[], readonly number[]] => [
  [frame, ...others].flatMap(([x, , w]) => [x, x + w / 2, x + w]),
  [frame, ...others].flatMap(([, y, , h]) => [y, y + h / 2, y + h]),
];
/** Least side of a window, mm. */
export const LEAST_SIDE = 8;
/** What is held of a window: its middle, or one of its edges or corners by sign across and up. */
export type Handle = readonly [across: -1 | 0 | 1, up: -1 | 0 | 1];
/** How far the nearest line lies from the nearest of some values; null where none is near. */
function nearest(values: readonly number[], lines: readonly number[], within: number): number | null {
  let best: number | null = null;
  for (const value of values)
    for (const line of lines) {
      const by = line - value;
      if (Math.abs(by) < within && (best === null || Math.abs(by) < Math.abs(best))) best = by;
    }
  return best;
}
/**
 * A window dragged by a handle, snapped to lines that are near, else to whole millimetres.
 * @param within  how near, mm; 0 snaps to nothing
 * @param least   least side, mm
 */
export function draggedBox(
  box: Box,
  [across, up]: Handle,
  by: readonly [number, number],
  lines: readonly [readonly number[], readonly number[]],
  within: number,
  least = LEAST_SIDE,
): Box {
  const axis = (
    from: number,
    size: number,
    sign: -1 | 0 | 1,
    moved: number,
    near: readonly number[],
  ): readonly [number, number] => {
    const placed = (values: readonly number[], at: number): number => {
      const snap = nearest(values, near, within);
      return snap === null ? (within ? Math.round(at) : at) : at + snap;
    };
    const at = from + moved;
    if (sign === 0) return [placed([at, at + size / 2, at + size], at), size];
    if (sign > 0) return [from, Math.max(least, placed([at + size], at + size) - from)];
    const start = Math.min(placed([at], at), from + size - least);
    return [start, from + size - start];
  };
  const held = across === 0 && up === 0;
  const [x, w] = held || across !== 0 ? axis(box[0], box[2], across, by[0], lines[0]) : [box[0], box[2]];
  const [y, h] = held || up !== 0 ? axis(box[1], box[3], up, by[1], lines[1]) : [box[1], box[3]];
  return [x, y, w, h];
}

/** What a drawing shows of the stage at its window's middle, mm of the stage. Null for what is no drawing. */
function middleOf(
  { box, turn = 0, crop, scale }: PlateWindow,
  drawn: Drawn | undefined,
): { readonly at: readonly [number, number]; readonly denominator: number } | null {
  // What was said of it is newer than its drawing.
  if (crop && scale) return { at: [(crop[0] + crop[2]) / 2, (crop[1] + crop[3]) / 2], denominator: scale };
  const pane = drawn?.panes.find(({ k }) => k !== 1);
  if (!pane || !drawn?.denominator) return null;
  const [x, y] = [(box[0] + box[2] / 2 - pane.ox) / pane.k, (box[1] + box[3] / 2 - pane.oy) / pane.k];
  const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  return { at: [x * c + y * s, y * c - x * s], denominator: drawn.denominator };
}
/** The part of the stage that a window shows about a point, at a denominator. */
function shownAt(window: PlateWindow, at: readonly [number, number], denominator: number): PlateWindow {
  const { box, turn = 0 } = window;
  // On its side a window shows as much across as it is high.
  const upright = Math.abs(Math.sin((turn * Math.PI) / 180)) < 0.5;
  const [w, h] = upright ? [box[2], box[3]] : [box[3], box[2]];
  const [dx, dy] = [(w * denominator) / 2, (h * denominator) / 2];
  return { ...window, scale: denominator, crop: [at[0] - dx, at[1] - dy, at[0] + dx, at[1] + dy] };
}
/** The drawing moved inside its window. @param by  mm of paper */
export function pannedWindow(window: PlateWindow, drawn: Drawn | undefined, by: readonly [number, number]): PlateWindow {
  const middle = middleOf(window, drawn);
  if (!middle) return window;
  const { at, denominator } = middle;
  const turn = ((window.turn ?? 0) * Math.PI) / 180;
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const [dx, dy] = [by[0] * denominator, by[1] * denominator];
  return shownAt(window, [at[0] - (dx * c + dy * s), at[1] - (dy * c - dx * s)], denominator);
}
/** The drawing inside its window at the next larger (1) or smaller (-1) usual scale, about its middle. */
export function zoomedWindow(show: Show, window: PlateWindow, drawn: Drawn | undefined, way: 1 | -1): PlateWindow {
  const middle = middleOf(window, drawn);
  if (!middle) return window;
  const list = [...new Set([...triedScales(show), middle.denominator])].sort((a, b) => a - b);
  const next = list[list.indexOf(middle.denominator) - way];
  return next === undefined ? window : shownAt(window, middle.at, next);
}
