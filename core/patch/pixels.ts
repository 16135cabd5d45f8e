/** Pixel walls: from the wiring of tiles to the address of every pixel. Source: reference calculations 13 (wiring patterns are common practice, no source). */
import { itemAt, pairs, present } from '../measure/list.js';
import type { Tile, Vec2, Wall } from '../model/records.js';
import { middleOf, sizeOf } from '../space/pixel-wall.js';
import { SLOTS, slotOf, UNIVERSES, universeOf } from './address.js';
import { mergeSpans, type Span } from './pack.js';

export type Wiring = Pick<Wall, 'corner' | 'run' | 'serpentine'>;

/** Rows and columns of a tile as it stands, turned. */
export const standing = (tile: Pick<Tile, 'rows' | 'columns' | 'turn'>): readonly [rows: number, columns: number] =>
  tile.turn % 2 ? [tile.columns, tile.rows] : [tile.rows, tile.columns];

/** Index along the wiring of a pixel of an untouched tile; row 0 is at the top, seen from the front. */
export function pixelIndex(
  rows: number,
  columns: number,
  row: number,
  column: number,
  { corner, run, serpentine }: Wiring,
): number {
  const r = corner.startsWith('bottom') ? rows - 1 - row : row;
  const c = corner.endsWith('right') ? columns - 1 - column : column;
  return run === 'rows'
    ? r * columns + (serpentine && r % 2 ? columns - 1 - c : c)
    : c * rows + (serpentine && c % 2 ? rows - 1 - r : r);
}

/** The pixel of the untouched tile that stands at a row and column of the turned and mirrored one. The tile is mirrored first, then turned anticlockwise. */
export function untouched(
  tile: Pick<Tile, 'rows' | 'columns' | 'turn' | 'mirrored'>,
  row: number,
  column: number,
): readonly [number, number] {
  let [r, c] = [row, column];
  let [rows, columns] = standing(tile);
  for (let i = 0; i < tile.turn; i++) {
    // Back by a quarter, clockwise: what stands at the top right came from the top left of a quarter earlier.
    [r, c] = [c, rows - 1 - r];
    [rows, columns] = [columns, rows];
  }
  return [r, tile.mirrored ? columns - 1 - c : c];
}

/**
 * Addresses of pixels in their order along the wiring: none straddles a universe.
 * @param slots  slots of a pixel
 * @param breaks indices at which a new universe begins
 * @param most   pixels a universe, or null for as many as fit (170 of three slots)
 * @returns absolute addresses; null past the last universe
 */
export function pixelAddresses(
  count: number,
  start: number,
  slots: number,
  breaks: ReadonlySet<number> = none,
  most: number | null = null,
): (number | null)[] {
  const out: (number | null)[] = [];
  let at = start;
  let inside = 0;
  for (let i = 0; i < count; i++) {
    if (slotOf(at) + slots - 1 > SLOTS || (most !== null && inside >= most) || (i > 0 && breaks.has(i) && slotOf(at) !== 1)) {
      at = universeOf(at) * SLOTS + 1;
      inside = 0;
    }
    out.push(at + slots - 1 <= UNIVERSES * SLOTS ? at : null);
    const universe = universeOf(at);
    at += slots;
    inside = universeOf(at) === universe ? inside + 1 : 0;
  }
  return out;
}
const none: ReadonlySet<number> = new Set();

export interface Pixel {
  /** Index along the whole wiring, from 0. */
  readonly index: number;
  /** Index of the tile in the wall's list. */
  readonly tile: number;
  /** Row and column on the tile as it stands, from the top left, from 0. */
  readonly row: number;
  readonly column: number;
  readonly address: number | null;
  /** Middle of the pixel on the work area, mm from its lower left corner. */
  readonly at: Vec2;
}

/** Tiles in the order of the wiring, with their indices in the list. */
export const wired = (wall: Pick<Wall, 'tiles'>): { tile: Tile; index: number }[] =>
  wall.tiles
    .map((tile, index) => ({ tile, index }))
    .filter(({ tile }) => tile.place !== null)
    .sort((a, b) => a.tile.place! - b.tile.place! || a.index - b.index);

const kept = new WeakMap<Wall, readonly Pixel[]>();
/** Every pixel that is wired, in the order of the wiring. Remembered per wall. */
export function pixelsOf(wall: Wall): readonly Pixel[] {
  const known = kept.get(wall);
  if (known) return known;
  const breaks = new Set<number>();
  const out: Omit<Pixel, 'address'>[] = [];
  for (const { tile, index } of wired(wall)) {
    const base = out.length;
    const { rows, columns } = tile;
    if (wall.fresh === 'tile') breaks.add(base);
    if (wall.fresh === 'row') for (let i = 0; i < rows * columns; i += wall.run === 'rows' ? columns : rows) breaks.add(base + i);
    const [high, wide] = standing(tile);
    const [w, h] = sizeOf(tile);
    const of: Omit<Pixel, 'address'>[] = new Array(rows * columns);
    for (let row = 0; row < high; row++)
      for (let column = 0; column < wide; column++) {
        const [r, c] = untouched(tile, row, column);
        const i = pixelIndex(rows, columns, r, c, wall);
        of[i] = {
          index: base + i,
          tile: index,
          row,
          column,
          at: [tile.at[0] + ((column + 0.5) * w) / wide, tile.at[1] + h - ((row + 0.5) * h) / high],
        };
      }
    for (const pixel of of) out.push(pixel);
  }
  const addresses = wall.address === null ? null : pixelAddresses(out.length, wall.address, wall.slots, breaks, wall.most);
  const pixels = out.map((pixel): Pixel => ({ ...pixel, address: addresses?.[pixel.index] ?? null }));
  kept.set(wall, pixels);
  return pixels;
}

/** Slots of a wall, in rising spans, none over the end of a universe. */
export function wallRuns(wall: Wall): Span[] {
  const out: Span[] = [];
  for (const { address } of pixelsOf(wall)) {
    if (address === null) continue;
    const last = out.at(-1);
    const to = address + wall.slots - 1;
    if (last && address === last.to + 1 && universeOf(address) === universeOf(last.from))
      out[out.length - 1] = { from: last.from, to };
    else out.push({ from: address, to });
  }
  return out.length > 1 ? splitMerged(mergeSpans(out)) : out;
}
/** Merging may join the end of one universe with the beginning of the next. */
const splitMerged = (spans: readonly Span[]): Span[] =>
  spans.flatMap((span) => {
    const out: Span[] = [];
    for (let from = span.from; from <= span.to; ) {
      const end = Math.min(span.to, universeOf(from) * SLOTS);
      out.push({ from, to: end });
      from = end + 1;
    }
    return out;
  });

/** A matrix of tiles, wired row by row from the start corner; back and forth when serpentine. Sizes in mm. */
export function tileMatrix(
  tile: Pick<Tile, 'rows' | 'columns' | 'width' | 'height'>,
  rows: number,
  columns: number,
  at: Vec2,
  firstPlace = 0,
  wiring: Wiring = { corner: 'top left', run: 'rows', serpentine: true },
): Tile[] {
  const out: Tile[] = [];
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++)
      out.push({
        ...tile,
        at: [at[0] + c * tile.width, at[1] + (rows - 1 - r) * tile.height],
        turn: 0,
        mirrored: false,
        place: firstPlace + pixelIndex(rows, columns, r, c, wiring),
      });
  return out;
}

/** The wall with its tiles wired in the order of indices; tiles that are not named are not wired. */
export function rewired(wall: Wall, path: readonly number[]): Wall {
  const place = new Map(path.map((index, i) => [index, i] as const));
  return { ...wall, tiles: wall.tiles.map((tile, i) => ({ ...tile, place: place.get(i) ?? null })) };
}

/** A wire from one tile to the next in the order of the wiring, and where it passes over tiles that it does not end at. */
export interface Wire {
  /** Ends: middles of both tiles, mm on the work area. */
  readonly from: Vec2;
  readonly to: Vec2;
  /** Stretches that lie over other tiles, as shares of its length, rising and apart. */
  readonly over: readonly (readonly [number, number])[];
  /** How many tiles it passes over. */
  readonly passes: number;
}

/** The share of a line from a to b that lies inside a tile, or null. Source: clipping by parameters (Liang and Barsky 1984). */
function inside(a: Vec2, b: Vec2, tile: Tile): readonly [number, number] | null {
  const size = sizeOf(tile);
  let [from, to] = [0, 1];
  for (const axis of [0, 1] as const) {
    const d = b[axis] - a[axis];
    const [low, high] = [tile.at[axis], tile.at[axis] + size[axis]];
    if (Math.abs(d) < 1e-9) {
      // Along an edge is beside it.
      if (a[axis] <= low || a[axis] >= high) return null;
      continue;
    }
    const [p, q] = [(low - a[axis]) / d, (high - a[axis]) / d];
    from = Math.max(from, Math.min(p, q));
    to = Math.min(to, Math.max(p, q));
  }
  return to - from > 1e-9 ? [from, to] : null;
}

/**
 * The wires between tiles that are wired one after the other.
 * @param path  the tiles in the order of the wiring
 * @param tiles all that stand there: a wire may also pass over one that is not wired
 */
export function wiresOf(path: readonly Tile[], tiles: readonly Tile[]): Wire[] {
  return pairs(path).map(([one, next]) => {
    const [from, to] = [middleOf(one), middleOf(next)];
    const [left, right] = from[0] < to[0] ? [from[0], to[0]] : [to[0], from[0]];
    const [foot, top] = from[1] < to[1] ? [from[1], to[1]] : [to[1], from[1]];
    const over: (readonly [number, number])[] = [];
    for (const tile of tiles) {
      // Most lie elsewhere: a wall may have two thousand of them.
      const long = Math.max(tile.width, tile.height);
      if (tile.at[0] > right || tile.at[0] + long < left || tile.at[1] > top || tile.at[1] + long < foot) continue;
      const share = tile === one || tile === next ? null : inside(from, to, tile);
      if (share) over.push(share);
    }
    const passes = over.length;
    over.sort((a, b) => a[0] - b[0]);
    const joined: (readonly [number, number])[] = [];
    for (const [a, b] of over) {
      const last = joined.at(-1);
      if (last && a <= last[1] + 1e-9) joined[joined.length - 1] = [last[0], Math.max(last[1], b)];
      else joined.push([a, b]);
    }
    return { from, to, over: joined, passes };
  });
}

const keptWires = new WeakMap<Wall, readonly Wire[]>();
/** The wires of a wall as it is wired. Remembered per wall. */
export function wallWires(wall: Wall): readonly Wire[] {
  const known = keptWires.get(wall);
  if (known) return known;
  const wires = wiresOf(
    wired(wall).map(({ tile }) => tile),
    wall.tiles,
  );
  keptWires.set(wall, wires);
  return wires;
}

/**
 * The order of wiring after tiles were drawn through or clicked, one after the other: those come first, in that order; the others
 * follow as they were wired, and what was not wired stays so.
 */
export function wiredAlong(wall: Wall, path: readonly number[]): number[] {
  const old = wired(wall).map(({ index }) => index);
  return [...path, ...old.filter((index) => !path.includes(index))];
}

/** The wall without some of its tiles; the wiring closes up. */
export function withoutTiles(wall: Wall, gone: ReadonlySet<number>): Wall {
  const path = wired(wall).flatMap(({ index }) => (gone.has(index) ? [] : [index]));
  const kept = wall.tiles.map((_, i) => i).filter((i) => !gone.has(i));
  const renumbered = new Map(kept.map((old, i) => [old, i] as const));
  return rewired(
    { ...wall, tiles: kept.map((i) => itemAt(wall.tiles, i)) },
    path.map((old) => present(renumbered.get(old))),
  );
}

/** Tiles turned by quarter turns anticlockwise, or mirrored left to right, about the middle of them all. */
export function turnedTiles(wall: Wall, which: ReadonlySet<number>, act: 'turn' | 'mirror'): Wall {
  const chosen = wall.tiles.filter((_, i) => which.has(i));
  if (!chosen.length) return wall;
  const box = chosen.map((tile) => {
    const [w, h] = sizeOf(tile);
    return { x0: tile.at[0], y0: tile.at[1], x1: tile.at[0] + w, y1: tile.at[1] + h };
  });
  const [x0, y0] = [Math.min(...box.map((b) => b.x0)), Math.min(...box.map((b) => b.y0))];
  const [x1, y1] = [Math.max(...box.map((b) => b.x1)), Math.max(...box.map((b) => b.y1))];
  return {
    ...wall,
    tiles: wall.tiles.map((tile, i) => {
      if (!which.has(i)) return tile;
      const [w, h] = sizeOf(tile);
      if (act === 'mirror') {
        // Mirroring a turned tile turns it the other way.
        return {
          ...tile,
          mirrored: !tile.mirrored,
          turn: (4 - tile.turn) % 4,
          at: [x0 + x1 - tile.at[0] - w, tile.at[1]] as const,
        };
      }
      // A quarter anticlockwise about the lower left corner of them all, so that grids stay grids.
      return { ...tile, turn: (tile.turn + 1) % 4, at: [x0 + (y1 - tile.at[1] - h), y0 + (tile.at[0] - x0)] as const };
    }),
  };
}

/** Heading and rows of the table of pixels, for screen and CSV. Rows and columns from 1, as people count. */
export const pixelHeading = ['Pixel', 'Tile', 'Row', 'Column', 'Universe', 'Slot', 'Address', 'x mm', 'y mm'] as const;
export const pixelRow = (wall: Wall, pixel: Pixel): string[] => [
  String(pixel.index + 1),
  String((itemAt(wall.tiles, pixel.tile).place ?? 0) + 1),
  String(pixel.row + 1),
  String(pixel.column + 1),
  pixel.address === null ? '' : String(universeOf(pixel.address)),
  pixel.address === null ? '' : String(slotOf(pixel.address)),
  pixel.address === null ? '' : `${universeOf(pixel.address)}.${slotOf(pixel.address)}`,
  String(Math.round(pixel.at[0])),
  String(Math.round(pixel.at[1])),
];

/** The tile that lies next to a point in a direction: the nearest one ahead, what lies aside counts twice. Null where there is none. */
export function nextTile(wall: Wall, from: Vec2, way: Vec2): number | null {
  let [best, least]: [number | null, number] = [null, Number.POSITIVE_INFINITY];
  wall.tiles.forEach((tile, index) => {
    const [x, y] = middleOf(tile);
    const ahead = (x - from[0]) * way[0] + (y - from[1]) * way[1];
    const aside = Math.abs((x - from[0]) * way[1] - (y - from[1]) * way[0]);
    if (ahead <= 1 || ahead < aside * 0.5) return;
    const far = ahead + 2 * aside;
    if (far < least) [best, least] = [index, far];
  });
  return best;
}
