/**
 * Units of a section or an elevation that lie on each other are drawn a second time, apart: a pipe that is seen end on, or that hides behind
 * another, has a strip above the drawing or below it, a boom behind a boom one at its side. There its units stand as far along as they show,
 * or as far apart as they need, with their numbers and tags; at their place only their outlines stay.
 */

import { keptApart } from '../measure/keep-apart.js';
import { formatLength } from '../measure/lengths.js';
import { itemAt, pairs } from '../measure/list.js';
import type { Layer, Position, Settings } from '../model/records.js';
import { rad } from '../space/vectors.js';
import { meetsTurned } from './crowd.js';
import type { Drawing } from './fixture-drawing.js';
import { type Box, boxOf, type Chunk, LINE, MOVE, type Prim, path, placed, textAt, textWidth, union } from './list.js';
import { boxOfTag, candidates, chainTags } from './tags.js';

/** A position with its units as they are seen. */
export interface Row {
  readonly position: Position;
  readonly layer: Layer;
  readonly order: number;
  /** How far it is seen: its ends, across and up. */
  readonly box: Box;
  /** How far beyond the plane. */
  readonly depth: number;
  /** In the order in which a strip has them. */
  readonly units: readonly Drawing[];
}
/** What becomes of the units of a drawing. */
export interface Apart {
  /** Each unit at its place: as it is, or only its outline. */
  readonly there: readonly Drawing[];
  /** Those that are drawn again in strips. */
  readonly again: readonly Drawing[];
  /** Lines, names and leaders of the strips. */
  readonly strips: readonly Chunk[];
}

const boxes = new WeakMap<Drawing, Box>();
const bodyBox = (drawing: Drawing): Box => {
  const known = boxes.get(drawing) ?? boxOf(drawing.body);
  boxes.set(drawing, known);
  return known;
};

const boxesMeet = (a: Box, b: Box): boolean => a[0] < b[2] && a[2] > b[0] && a[1] < b[3] && a[3] > b[1];
/** Outlines that touch are still told apart: of each as much is left out on every side, as a share of its size. */
const EDGE = 0.12;
/** A box about the clamp of a unit, in the frame of its symbol, less its edges. */
function core({ layout }: Drawing): { readonly cx: number; readonly cy: number; readonly hw: number; readonly hh: number } {
  const [x0, y0, x1, y1] = layout.box;
  const half = 0.5 - EDGE;
  return { cx: (x0 + x1) / 2, cy: (y0 + y1) / 2, hw: (x1 - x0) * half, hh: (y1 - y0) * half };
}
/** Whether one lies on the other: by their turned boxes. */
function covers(a: Drawing, b: Drawing): boolean {
  if (!boxesMeet(bodyBox(a), bodyBox(b))) return false;
  const [p, q] = [core(a), core(b)];
  const [x, y] = [b.layout.x - a.layout.x, b.layout.y - a.layout.y];
  // In the frame of the first, which then stands upright.
  const [back, turn] = [rad(-a.layout.turn), rad(b.layout.turn - a.layout.turn)];
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const cx = x * Math.cos(back) - y * Math.sin(back) + q.cx * c - q.cy * s;
  const cy = x * Math.sin(back) + y * Math.cos(back) + q.cx * s + q.cy * c;
  return meetsTurned([p.cx - p.hw, p.cy - p.hh, p.cx + p.hw, p.cy + p.hh], [cx, cy, q.hw, q.hh, c, s]);
}

const tagsFirst = new WeakMap<Drawing, Box[]>();
/** Tags where they stand first. */
function firstTags(unit: Drawing): Box[] {
  const { layout } = unit;
  const known =
    tagsFirst.get(unit) ??
    layout.chains.flatMap(({ side, items }) => chainTags(layout, side, items, itemAt(candidates, 0)).map(boxOfTag));
  tagsFirst.set(unit, known);
  return known;
}
/** Whether the tags of a unit, where they stand first, would lie on another. */
function saysOn(unit: Drawing, other: Drawing): boolean {
  const own = bodyBox(other);
  const tags = firstTags(unit).filter((tag) => boxesMeet(tag, own));
  if (!tags.length) return false;
  const { cx, cy, hw, hh } = core(other);
  const [c, s] = [Math.cos(rad(other.layout.turn)), Math.sin(rad(other.layout.turn))];
  const { x, y } = other.layout;
  return tags.some((tag) => meetsTurned(tag, [x + cx * c - cy * s, y + cx * s + cy * c, hw, hh, c, s]));
}
/** More of a row than this share would say something over units before it: then it has no room for its tags where it hangs. */
const CROWDED = 0.2;

type Lifted = 'itself' | 'hidden';
/** Rows whose units lie on each other, or on those of a row before them; and those whose tags would. */
function liftedOf(rows: readonly Row[]): ReadonlyMap<Row, Lifted> {
  const out = new Map<Row, Lifted>();
  const before: { readonly box: Box; readonly units: readonly Drawing[] }[] = [];
  for (const row of [...rows].sort((a, b) => a.depth - b.depth)) {
    const { units } = row;
    const box = units.map(bodyBox).reduce(union);
    const reach = units.flatMap(firstTags).reduce(union, box);
    const near = before.filter((other) => boxesMeet(other.box, reach)).flatMap((other) => other.units);
    if (units.some((unit) => near.some((other) => covers(unit, other)))) out.set(row, 'hidden');
    else if (
      units.some((unit, i) => units.some((other, j) => j < i && covers(unit, other))) ||
      units.filter((unit) => near.some((other) => saysOn(unit, other))).length > units.length * CROWDED
    )
      out.set(row, 'itself');
    if (out.get(row) !== 'hidden') before.push({ box, units });
  }
  return out;
}

const outlines = { itself: new WeakMap<Drawing, Drawing>(), hidden: new WeakMap<Drawing, Drawing>() };
/** What stays at its place of a unit that is drawn again; of one behind others less. */
function outlineOf(drawing: Drawing, why: Lifted): Drawing {
  const known = outlines[why].get(drawing);
  if (known) return known;
  const faint = (prim: Prim): Prim =>
    prim.op === 'path' || prim.op === 'circle' ? { ...prim, ink: 'faint', pen: 'thin', fill: 'none' } : { ...prim, ink: 'faint' };
  const made: Drawing = {
    ...drawing,
    layout: { ...drawing.layout, key: `${drawing.layout.key} outline`, chains: [], hand: [] },
    body: why === 'hidden' ? drawing.body.map(faint) : drawing.body,
    fixed: [],
    chunks: null,
    last: null,
  };
  outlines[why].set(drawing, made);
  return made;
}

const shifts = new WeakMap<Drawing, { readonly dx: number; readonly dz: number; readonly made: Drawing }>();
function shifted(drawing: Drawing, dx: number, dz: number): Drawing {
  const known = shifts.get(drawing);
  if (known && known.dx === dx && known.dz === dz) return known.made;
  const move = (prim: Prim) => placed(prim, dx, dz, 0);
  const { layout } = drawing;
  const [x, y] = [layout.x + dx, layout.y + dz];
  const made: Drawing = {
    ...drawing,
    layout: { ...layout, key: `${layout.key} apart`, x, y },
    body: drawing.body.map(move),
    fixed: drawing.fixed.map(move),
    hit: { shape: 'box', at: [x, y], turn: layout.turn, box: layout.box },
    chunks: null,
    last: null,
  };
  shifts.set(drawing, { dx, dz, made });
  return made;
}

/** The boxes of a unit and of its tags where they stand first, about its clamp. */
function extentsOf(unit: Drawing): Box[] {
  const { layout } = unit;
  return [bodyBox(unit), ...firstTags(unit)].map(([x0, y0, x1, y1]) => [
    x0 - layout.x,
    y0 - layout.y,
    x1 - layout.x,
    y1 - layout.y,
  ]);
}
/** How far two must stand apart along an axis so that nothing of them meets. @param across  how far the second lies off the first across that axis */
function leastBetween(a: readonly Box[], b: readonly Box[], axis: 0 | 1, across: number, gap: number): number {
  const [from, to, low, high] = axis ? ([1, 3, 0, 2] as const) : ([0, 2, 1, 3] as const);
  let least = gap;
  for (const p of a)
    for (const q of b)
      if (p[low] < q[high] + across + gap && p[high] + gap > q[low] + across) least = Math.max(least, p[to] - q[from] + gap);
  return least;
}

/** A strip before it has its place: everything about the point where its position is seen, or its middle. */
interface Strip {
  readonly row: Row;
  readonly at: readonly [x: number, z: number];
  /** Where each unit stands, across or up. */
  readonly places: readonly number[];
  readonly box: Box;
  readonly name: readonly string[];
}
const standing = (row: Row): boolean => row.position.curve.form === 'vertical';

/** @param size  height of the letters of names, mm of the world */
function stripOf(row: Row, size: number, settings: Settings): Strip {
  const { box, units, position } = row;
  const upright = standing(row);
  const axis = upright ? 1 : 0;
  const extents = units.map(extentsOf);
  const at: [number, number] = upright ? [box[0], 0] : [(box[0] + box[2]) / 2, position.curve.z];
  const places = keptApart(
    units.map(({ layout }) => (upright ? layout.y : layout.x)),
    pairs(units).map(([a, b], i) => {
      const across = upright ? b.layout.x - a.layout.x : b.layout.y - a.layout.y;
      return leastBetween(itemAt(extents, i), itemAt(extents, i + 1), axis, across, size * 0.4);
    }),
  );
  const own = units.map(({ layout }, i): Box => {
    const [x0, y0, x1, y1] = itemAt(extents, i).reduce(union);
    const [x, y] = upright ? [layout.x - at[0], itemAt(places, i)] : [itemAt(places, i) - at[0], layout.y - at[1]];
    return [x + x0, y + y0, x + x1, y + y1];
  });
  const name = upright ? [position.name] : [position.name, `+${formatLength(position.curve.z, settings.units)}`];
  const wide = Math.max(...name.map((text) => textWidth(text, size)));
  const round = own.reduce(union, upright ? [-50, box[1], 50, box[3]] : [0, 0, 0, 0]);
  return {
    row,
    at,
    places,
    name,
    // A tag finds its place one push from where it stands first.
    box: upright
      ? [Math.min(round[0], -wide / 2), round[1], Math.max(round[2], wide / 2), round[3] + size * 2]
      : [round[0] - wide - size, Math.min(round[1], -size * 1.5), round[2], Math.max(round[3], size * 1.5)],
  };
}

/** A strip at its place: its units there, and its line with its name. @param to  where its own point comes to lie @param leader  from the position to it */
function put(
  strip: Strip,
  to: readonly [number, number],
  size: number,
  leader: readonly Prim[],
): { units: Drawing[]; chunk: Chunk } {
  const { row, at, places, box, name } = strip;
  const { position, layer, order } = row;
  const upright = standing(row);
  const [dx, dz] = [to[0] - at[0], to[1] - at[1]];
  const units = row.units.map((unit, i) =>
    upright
      ? shifted(unit, dx, itemAt(places, i) - unit.layout.y + dz)
      : shifted(unit, itemAt(places, i) - unit.layout.x + dx, dz),
  );
  const along = units.map(({ layout }) => (upright ? layout.y : layout.x));
  const [from, until] = upright
    ? [Math.min(row.box[1] + dz, ...along), Math.max(row.box[3] + dz, ...along)]
    : [Math.min(...along) - size, Math.max(...along) + size];
  const line = upright ? [MOVE, to[0], from, LINE, to[0], until] : [MOVE, from, to[1], LINE, until, to[1]];
  const body: Prim[] = [path(line, 'position'), ...leader];
  const tags = name.map((text, i) =>
    upright
      ? textAt(to[0], to[1] + box[3] - size, text, size, 'centre', 'ink', true)
      : textAt(
          to[0] + box[0] + textWidth(itemAt(name, 0).padEnd(itemAt(name, name.length - 1).length), size),
          to[1] + (0.5 - i) * size * 1.25,
          text,
          size,
          'right',
          i ? 'faint' : 'ink',
          !i,
        ),
  );
  return {
    units,
    chunk: {
      id: position.id,
      kind: 'detail',
      order,
      box: union(boxOf(body), boxOf(tags)),
      locked: layer.state === 'locked',
      body,
      tags,
      hit: null,
    },
  };
}

/** Whether a position shows less of its length than its strip takes: then a leader leads to that. */
const seenShort = ({ row, box }: Strip): boolean => row.box[2] - row.box[0] < (box[2] - box[0]) / 2;
/** From where a position is seen to its strip in the first row beyond the drawing. */
function leaderTo({ row, box }: Strip, to: readonly [number, number], edge: number, up: boolean): Prim[] {
  const x = (row.box[0] + row.box[2]) / 2;
  return [
    path([MOVE, x, row.position.curve.z, LINE, x, edge, LINE, to[0], to[1] + (up ? box[1] : box[3])], 'thin', 'none', 'faint'),
  ];
}

/** Places of strips in rows beyond the drawing. */
type Lines = readonly (readonly { readonly strip: Strip; readonly x: number }[])[];
/** Of what is seen end on: in rows no wider than the drawing where that can be, each as near to its position as the others let it. */
function shared(strips: readonly Strip[], wide: number, gap: number): Lines {
  const room = ({ box }: Strip) => box[2] - box[0] + gap;
  const count = Math.ceil(strips.reduce((sum, strip) => sum + room(strip), 0) / Math.max(wide, ...strips.map(room)));
  const sorted = [...strips].sort((a, b) => a.at[0] - b.at[0] || a.row.depth - b.row.depth);
  return Array.from({ length: count }, (_, n) => {
    const mine = sorted.filter((_, i) => i % count === n);
    const places = keptApart(
      mine.map(({ at }) => at[0]),
      pairs(mine).map(([a, b]) => a.box[2] - b.box[0] + gap),
    );
    return mine.map((strip, i) => ({ strip, x: itemAt(places, i) }));
  });
}
/** Of what shows its length: right over its position, in the first row where it has room. */
function straight(strips: readonly Strip[], gap: number): Lines {
  const lines: { readonly strip: Strip; readonly x: number }[][] = [];
  for (const strip of [...strips].sort((a, b) => a.row.depth - b.row.depth)) {
    const x = strip.at[0];
    const free = lines.find((line) =>
      line.every(
        (other) => x + strip.box[0] > other.x + other.strip.box[2] + gap || x + strip.box[2] + gap < other.x + other.strip.box[0],
      ),
    );
    if (free) free.push({ strip, x });
    else lines.push([{ strip, x }]);
  }
  return lines;
}

/** Strips in rows over the drawing or under it. */
function inRows(strips: readonly Strip[], drawn: Box, up: boolean, size: number): ReturnType<typeof put>[] {
  const gap = size * 2;
  let edge = up ? drawn[3] : drawn[1];
  const first = edge;
  const lines = [
    ...shared(strips.filter(seenShort), drawn[2] - drawn[0], gap),
    ...straight(
      strips.filter((strip) => !seenShort(strip)),
      gap,
    ),
  ];
  return lines.flatMap((line) => {
    const [low, high] = [Math.min(...line.map(({ strip }) => strip.box[1])), Math.max(...line.map(({ strip }) => strip.box[3]))];
    const z = up ? edge + gap - low : edge - gap - high;
    // A leader to a row farther out would run through the rows between: there the name says which it is.
    const leads = edge === first;
    edge = up ? z + high : z + low;
    return line.map(({ strip, x }) =>
      put(strip, [x, z], size, leads && seenShort(strip) ? leaderTo(strip, [x, z], first, up) : []),
    );
  });
}

/** Strips of what stands, beside the drawing at their heights; those of stage left at its right. */
function beside(strips: readonly Strip[], drawn: Box, size: number) {
  let [left, right] = [drawn[0], drawn[2]];
  const middle = (left + right) / 2;
  return [...strips]
    .sort((a, b) => a.row.depth - b.row.depth)
    .map((strip) => {
      const { at, box } = strip;
      const x = at[0] < middle ? left - size * 2 - box[2] : right + size * 2 - box[0];
      if (at[0] < middle) left = x + box[0];
      else right = x + box[2];
      return put(strip, [x, 0], size, []);
    });
}

/** Lower than this share of the drawing a strip is under it. */
const LOW = 0.25;
/**
 * @param drawn  what is drawn besides
 * @param size   height of the letters of names, mm of the world
 */
export function apart(rows: readonly Row[], drawn: Box, size: number, settings: Settings): Apart {
  const lifted = liftedOf(rows);
  const strips = rows.filter((row) => lifted.has(row)).map((row) => stripOf(row, size, settings));
  const low = ({ row }: Strip) => row.position.curve.z < drawn[1] + (drawn[3] - drawn[1]) * LOW;
  const sides = beside(
    strips.filter(({ row }) => standing(row)),
    drawn,
    size,
  );
  const wider = sides.reduce(
    (box, { chunk, units }) => units.reduce((all, unit) => union(all, bodyBox(unit)), union(box, chunk.box)),
    drawn,
  );
  const lying = strips.filter(({ row }) => !standing(row));
  const made = [
    ...sides,
    ...inRows(
      lying.filter((strip) => !low(strip)),
      wider,
      true,
      size,
    ),
    ...inRows(lying.filter(low), wider, false, size),
  ];
  const there = rows.flatMap((row) => {
    const why = lifted.get(row);
    return why ? row.units.map((unit) => outlineOf(unit, why)) : row.units;
  });
  return { there, again: made.flatMap(({ units }) => units), strips: made.map(({ chunk }) => chunk) };
}
