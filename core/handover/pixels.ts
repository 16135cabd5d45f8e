/** Pixel walls for the desk: every pixel with its place, its tile, its universe and its slot. */
import type { Wall } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { natural } from '../order/order.js';
import { slotOf, universeOf } from '../patch/address.js';
import { type Pixel, pixelsOf } from '../patch/pixels.js';

export interface PixelSaid {
  /** From 1, in the order of the wiring. */
  readonly pixel: number;
  /** From 1, in the order of the wiring of tiles. */
  readonly tile: number;
  readonly row: number;
  readonly column: number;
  /** Middle of the pixel on the wall, mm from its lower left corner. */
  readonly x: number;
  readonly y: number;
  readonly universe: number | null;
  readonly slot: number | null;
}
export interface WallSaid {
  readonly name: string;
  readonly slots: number;
  readonly pixels: readonly PixelSaid[];
}
const said = ({ index, row, column, at, address }: Pixel, tile: number): PixelSaid => ({
  pixel: index + 1,
  tile,
  row: row + 1,
  column: column + 1,
  x: Math.round(at[0] * 10) / 10,
  y: Math.round(at[1] * 10) / 10,
  universe: address === null ? null : universeOf(address),
  slot: address === null ? null : slotOf(address),
});
function wallSaid(wall: Wall): WallSaid {
  const order = new Map<number, number>();
  const pixels = pixelsOf(wall).map((pixel) => {
    if (!order.has(pixel.tile)) order.set(pixel.tile, order.size + 1);
    return said(pixel, order.get(pixel.tile) ?? 0);
  });
  return { name: wall.name, slots: wall.slots, pixels };
}
/** Walls that have pixels, by name. */
export const wallsSaid = (show: Show): WallSaid[] =>
  [...all(show, 'wall')]
    .sort((a, b) => natural(a.name, b.name) || natural(a.id, b.id))
    .map(wallSaid)
    .filter(({ pixels }) => pixels.length);
export const pixelRows = (walls: readonly WallSaid[]): string[][] => [
  ['Wall', 'Pixel', 'Tile', 'Row', 'Column', 'X mm', 'Y mm', 'Universe', 'Slot'],
  ...walls.flatMap(({ name, pixels }) =>
    pixels.map((item) => [
      name,
      String(item.pixel),
      String(item.tile),
      String(item.row),
      String(item.column),
      String(item.x),
      String(item.y),
      item.universe === null ? '' : String(item.universe),
      item.slot === null ? '' : String(item.slot),
    ]),
  ),
];
