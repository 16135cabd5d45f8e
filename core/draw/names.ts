/** Where the names of positions stand on the plan: at the first of their places that lies on nothing else. */
import { itemAt, sameItems } from '../measure/list.js';
import type { Id, Outline, Position, Vec2 } from '../model/records.js';
import { all, type Show, settingsOf } from '../model/show.js';
import { stagePositionsInOrder } from '../order/tray.js';
import { curvePoints } from '../space/curves.js';
import { maskingEnds, outlinePoints } from '../space/transform.js';
import { type Box, textWidth } from './list.js';

export interface NamePlace {
  readonly at: Vec2;
  readonly align: 'left' | 'centre' | 'right';
}
/** Height of a position's name, paper mm. */
export const NAME = 2.5;
/** How far the units of a position reach from its line, mm: a usual profile, lens and all. From memory. */
const UNITS = 350;
/** Radius of the mark of a vertical position on the plan, mm. */
export const markRadius = (position: Position): number => Math.max(120, (position.base ?? 360) / 2);

interface Placed {
  readonly of: readonly (readonly unknown[])[];
  readonly denominator: number;
  readonly places: ReadonlyMap<Id | Axis, NamePlace>;
}
let last: Placed | null = null;

/** Texts of the two axes; they stand where nothing else does. */
export const axisNames = { 'centre line': 'CL', 'plaster line': 'plaster line' } as const;
export type Axis = keyof typeof axisNames;
/** Height of the texts of the axes, paper mm. */
export const AXIS = 2.5;

/** Places of all names at a scale, of positions by their ids and of the axes. The same lists of positions, cloths and outlines give the same map. */
export function namePlaces(show: Show, denominator: number): ReadonlyMap<Id | Axis, NamePlace> {
  const of = [all(show, 'position'), all(show, 'masking'), all(show, 'outline'), all(show, 'settings')];
  if (last && last.denominator === denominator && of.every((list, i) => sameItems(list, last?.of[i] ?? []))) return last.places;
  const places = placeAll(show, denominator);
  last = { of, denominator, places };
  return places;
}

type Segment = readonly [Vec2, Vec2];
const segments = (points: readonly Vec2[]): Segment[] => points.slice(1).map((b, i) => [itemAt(points, i), b]);

function placeAll(show: Show, denominator: number): ReadonlyMap<Id | Axis, NamePlace> {
  const size = NAME * denominator;
  const positions = stagePositionsInOrder(show);
  const lines: Segment[] = [
    ...all(show, 'masking').flatMap((cloth) => segments(maskingEnds(cloth))),
    ...all(show, 'outline').flatMap((outline) => segments(outlinePoints(outline))),
    ...axisLines(show),
  ];
  const marks: Box[] = [];
  /** The line of each position, along which its units hang. */
  const strips: { readonly own: Id; readonly box: Box; readonly lines: readonly Segment[] }[] = [];
  for (const position of positions) {
    const { curve } = position;
    if (curve.form === 'vertical') {
      const r = markRadius(position);
      marks.push([curve.at[0] - r, curve.at[1] - r, curve.at[0] + r, curve.at[1] + r]);
    } else {
      const strip = segments(curvePoints(curve, 50).map(([x, y]): Vec2 => [x, y]));
      strips.push({ own: position.id, box: boxRound(strip), lines: strip });
      lines.push(...strip);
    }
  }
  const out = new Map<Id | Axis, NamePlace>();
  const taken: Box[] = [];
  /** What a place costs, or more than a limit. A name on a name is worse than a name among units, and that is worse than a name on a line. */
  const costOf = (id: Id | Axis, place: Possible, box: Box, limit: number): number => {
    let cost = 0;
    for (const other of taken) if (meet(box, other)) cost += 6;
    for (const mark of marks) if (meet(box, mark)) cost += 6;
    if (cost >= limit) return cost;
    const wide = grown(box, UNITS);
    for (const strip of strips)
      if (strip.own === id ? place.among : touch(wide, strip.box) && strip.lines.some((line) => crosses(wide, line))) {
        cost += 2;
        if (cost >= limit) return cost;
      }
    let crossed = 0;
    // A wall is four lines, and a name on all of them no worse than on two.
    for (const line of lines) if (crosses(box, line) && ++crossed === 2) break;
    return cost + crossed;
  };
  /** Takes the first of the places that lies on least. */
  const put = (id: Id | Axis, places: readonly Possible[], boxOf: (place: NamePlace) => Box) => {
    let best: { place: NamePlace; box: Box; cost: number } | null = null;
    for (const place of places) {
      const box = boxOf(place);
      const cost = costOf(id, place, box, best?.cost ?? Number.POSITIVE_INFINITY);
      if (!best || cost < best.cost) best = { place: { at: place.at, align: place.align }, box, cost };
      if (cost === 0) break;
    }
    if (!best) return;
    out.set(id, best.place);
    taken.push(best.box);
  };
  for (const position of positions) put(position.id, placesOf(position, size), (place) => boxAt(position, place, size));
  const axis = AXIS * denominator;
  for (const [id, places] of Object.entries(axisPlaces(show, axis)) as [Axis, readonly Possible[]][])
    put(id, places, (place) => textBox(axisNames[id], place, axis, 0.7));
  return out;
}

/** Least y of what is outlined; remembered by the outlines. */
const keptFront = new WeakMap<readonly Outline[], number>();
function frontOf(show: Show): number {
  const outlines = all(show, 'outline');
  let front = keptFront.get(outlines);
  if (front === undefined) {
    front = 0;
    for (const outline of outlines) for (const [, y] of outline.points) if (y < front) front = y;
    keptFront.set(outlines, front);
  }
  return front;
}
/** From where to where the axes are drawn: the centre line up the stage, the plaster line across it, mm. */
export function axisEnds(show: Show): { readonly front: number; readonly back: number; readonly side: number } {
  const { stageWidth, stageDepth } = settingsOf(show);
  return { front: frontOf(show) - 500, back: stageDepth + 900, side: stageWidth / 2 + 600 };
}
const axisLines = (show: Show): Segment[] => {
  const { front, back, side } = axisEnds(show);
  return segments([
    [0, front],
    [0, back],
  ]).concat(
    segments([
      [-side, 0],
      [side, 0],
    ]),
  );
};
/** Where the texts of the axes may stand, the usual place first. */
function axisPlaces(show: Show, size: number): Record<Axis, readonly Possible[]> {
  const { front, back, side } = axisEnds(show);
  const gap = size * 0.4;
  const along = (x: number, align: 'left' | 'right'): Possible[] => [
    { at: [x, 0], align },
    { at: [x, size], align: align === 'left' ? 'right' : 'left' },
    { at: [x, -size], align: align === 'left' ? 'right' : 'left' },
  ];
  return {
    'centre line': [back - size, front + size].flatMap((y): Possible[] => [
      { at: [gap, y], align: 'left' },
      { at: [-gap, y], align: 'right' },
    ]),
    'plaster line': [...along(-side - gap, 'right'), ...along(side + gap, 'left')],
  };
}

/** A place, and whether the position's own units may hang there. */
interface Possible extends NamePlace {
  readonly among?: boolean;
}

/** Places that a name may have, the usual one first. */
function placesOf(position: Position, size: number): Possible[] {
  const { curve } = position;
  if (curve.form === 'vertical') {
    const [x, y] = curve.at;
    const r = markRadius(position);
    return [
      { at: [x, y - r - size * 0.8], align: 'centre' },
      { at: [x, y + r + size * 0.8], align: 'centre' },
      { at: [x + r + size * 0.4, y], align: 'left' },
      { at: [x - r - size * 0.4, y], align: 'right' },
      { at: [x, y - r - size * 2], align: 'centre' },
      { at: [x, y + r + size * 2], align: 'centre' },
    ];
  }
  const gap = size * 0.6;
  const off = position.width / 2 + size * 1.6;
  if (curve.form === 'arc' && Math.abs(curve.sweep) >= 300) {
    const [x, y] = curve.centre;
    const far = curve.radius + off;
    return [
      { at: [x, y], align: 'centre' },
      { at: [x + gap, y], align: 'left' },
      { at: [x - gap, y], align: 'right' },
      { at: [x, y + far], align: 'centre', among: true },
      { at: [x, y - far], align: 'centre', among: true },
      { at: [x + far, y], align: 'left', among: true },
      { at: [x - far, y], align: 'right', among: true },
    ];
  }
  const points = curvePoints(curve, 10);
  const [a, b] = [itemAt(points, 0), itemAt(points, points.length - 1)];
  const [left, right] = curve.form === 'straight' && a[0] > b[0] ? [b, a] : [a, b];
  return [
    { at: [left[0] - gap, left[1]], align: 'right' },
    { at: [right[0] + gap, right[1]], align: 'left' },
    { at: [left[0], left[1] + off], align: 'left', among: true },
    { at: [left[0], left[1] - off], align: 'left', among: true },
    { at: [right[0], right[1] + off], align: 'right', among: true },
    { at: [right[0], right[1] - off], align: 'right', among: true },
  ];
}

/** Letters of a trim, such as "+6.50"; in feet it has some more. */
const TRIM = 5;
/** What a name takes with its trim below it; a vertical position has its name alone. */
function boxAt({ name, curve }: Position, place: NamePlace, size: number): Box {
  return curve.form === 'vertical' ? textBox(name, place, size, 0.55) : textBox(name.padEnd(TRIM), place, size, 1.1);
}
/** What a text takes. @param half  half its height, in heights of its letters */
function textBox(text: string, { at: [x, y], align }: NamePlace, size: number, half: number): Box {
  const wide = textWidth(text, size);
  const from = align === 'left' ? x : align === 'right' ? x - wide : x - wide / 2;
  const up = size * (half + 0.25);
  return [from, y - up, from + wide, y + up];
}

const grown = ([x0, y0, x1, y1]: Box, by: number): Box => [x0 - by, y0 - by, x1 + by, y1 + by];
const meet = (a: Box, b: Box): boolean => a[0] < b[2] && a[2] > b[0] && a[1] < b[3] && a[3] > b[1];
/** As `meet`, with edges that lie on each other. */
const touch = (a: Box, b: Box): boolean => a[0] <= b[2] && a[2] >= b[0] && a[1] <= b[3] && a[3] >= b[1];
const boxRound = (lines: readonly Segment[]): Box => [
  Math.min(...lines.map(([a, b]) => Math.min(a[0], b[0]))),
  Math.min(...lines.map(([a, b]) => Math.min(a[1], b[1]))),
  Math.max(...lines.map(([a, b]) => Math.max(a[0], b[0]))),
  Math.max(...lines.map(([a, b]) => Math.max(a[1], b[1]))),
];
/** Whether a line comes into a box. Source: clipping by parameters (Liang and Barsky 1984). */
function crosses(box: Box, [[x0, y0], [x1, y1]]: Segment): boolean {
  // Most lines lie wholly beside the box.
  if ((x0 < box[0] && x1 < box[0]) || (x0 > box[2] && x1 > box[2])) return false;
  if ((y0 < box[1] && y1 < box[1]) || (y0 > box[3] && y1 > box[3])) return false;
  let [from, to] = [0, 1];
  for (const [p, q] of [
    [x0 - x1, x0 - box[0]],
    [x1 - x0, box[2] - x0],
    [y0 - y1, y0 - box[1]],
    [y1 - y0, box[3] - y0],
  ] as const) {
    if (p < 0) from = Math.max(from, q / p);
    else if (p > 0) to = Math.min(to, q / p);
  }
  return from <= to;
}
