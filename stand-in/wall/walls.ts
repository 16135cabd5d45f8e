/** Walls of a package, and the colour of each pixel by its slots. */
import { type Package, rowsOf } from '../package.js';

interface Pixel {
  readonly pixel: number;
  readonly x: number;
  readonly y: number;
  readonly universe: number;
  readonly slot: number;
}
export interface Wall {
  readonly name: string;
  readonly pixels: readonly Pixel[];
}
/** Pixels without an address stay dark and are left out. */
export function wallsOf({ files }: Package): Wall[] {
  const made = new Map<string, Pixel[]>();
  for (const row of rowsOf(files['pixels.csv'])) {
    const [pixel, x, y, universe, slot] = [row.Pixel, row['X mm'], row['Y mm'], row.Universe, row.Slot].map(Number) as [
      number,
      number,
      number,
      number,
      number,
    ];
    if (!(universe >= 1) || !(slot >= 1)) continue;
    const own = made.get(row.Wall ?? '') ?? [];
    made.set(row.Wall ?? '', own);
    own.push({ pixel, x, y, universe, slot });
  }
  return [...made].map(([name, pixels]) => ({ name, pixels }));
}
const hex = (byte: number): string => byte.toString(16).padStart(2, '0');
/** Red, green and blue of three slots, in this order. */
export const colours = (
  { pixels }: Wall,
  slots: (universe: number) => Uint8Array,
): { readonly pixel: number; readonly x: number; readonly y: number; readonly colour: string }[] =>
  pixels.map(({ pixel, x, y, universe, slot }) => {
    const own = slots(universe);
    return { pixel, x, y, colour: `#${[0, 1, 2].map((i) => hex(own[slot - 1 + i] ?? 0)).join('')}` };
  });
