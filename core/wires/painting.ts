/** Pixels that are painted at the check: some in a colour in front, all others of the wall in one behind, in the order of the wiring. */
import type { Wall } from '../model/records.js';
import { SLOTS, slotOf, universeOf } from '../patch/address.js';
import { type Pixel, pixelsOf } from '../patch/pixels.js';
import { bytesOf, slotValue } from '../patch/values.js';

export const brushes = ['pixel', 'so far', 'tile', 'row', 'column', 'universe', 'wall'] as const;
export type Brush = (typeof brushes)[number];
/** Red, green and blue as shares. */
export type Paint = readonly [number, number, number];

/** What pixels of one stroke have in common; strokes follow each other as the wiring meets them first. */
const strokeOf: Readonly<Record<Brush, (pixel: Pixel) => string>> = {
  pixel: ({ index }) => String(index),
  'so far': ({ index }) => String(index),
  tile: ({ tile }) => String(tile),
  row: ({ tile, row }) => `${tile} ${row}`,
  column: ({ tile, column }) => `${tile} ${column}`,
  universe: ({ address }) => (address === null ? '' : String(universeOf(address))),
  wall: () => '',
};
const kept = new WeakMap<Wall, Map<Brush, readonly string[]>>();
function strokesOf(wall: Wall, brush: Brush): readonly string[] {
  const own = kept.get(wall) ?? new Map<Brush, readonly string[]>();
  kept.set(wall, own);
  const known = own.get(brush) ?? [...new Set(pixelsOf(wall).map(strokeOf[brush]))];
  own.set(brush, known);
  return known;
}
/** How many strokes a wall has: pixels, tiles, rows of tiles and so on. */
export const strokeCount = (wall: Wall, brush: Brush): number => strokesOf(wall, brush).length;
/** The pixels of a stroke, from 0, by their index in the wiring. */
export function strokeAt(wall: Wall, brush: Brush, at: number): Set<number> {
  const pixels = pixelsOf(wall);
  if (brush === 'so far') return new Set(pixels.slice(0, at + 1).map(({ index }) => index));
  const stroke = strokesOf(wall, brush)[at];
  return new Set(pixels.filter((pixel) => strokeOf[brush](pixel) === stroke).map(({ index }) => index));
}

/** Bytes of a pixel in the order of its colours, such as "RGB", "GRB", "RGBW" or "RGB-16"; white stays dark, since red, green and blue say all. One colour alone is as bright as the brightest. */
function bytesOfPixel({ slots, colours }: Pick<Wall, 'slots' | 'colours'>, paint: Paint): number[] {
  const letters = colours.replace(/[^A-Z]/gi, '').toUpperCase();
  const each = Math.max(1, Math.floor(slots / Math.max(1, letters.length)));
  const alone = !/[RGB]/.test(letters);
  const out = [...letters].flatMap((letter) => {
    const i = 'RGB'.indexOf(letter);
    return bytesOf(slotValue(alone ? Math.max(...paint) : i < 0 ? 0 : (paint[i as 0 | 1 | 2] ?? 0), each), each);
  });
  return Array.from({ length: slots }, (_, i) => out[i] ?? 0);
}

/** Slots by universe of a whole wall: some pixels in front, all others behind. Pixels without an address are left out. */
export function paintedSlots(wall: Wall, chosen: ReadonlySet<number>, front: Paint, behind: Paint): Map<number, Uint8Array> {
  const [inFront, back] = [bytesOfPixel(wall, front), bytesOfPixel(wall, behind)];
  const out = new Map<number, Uint8Array>();
  for (const { index, address } of pixelsOf(wall)) {
    if (address === null) continue;
    const universe = universeOf(address);
    const slots = out.get(universe) ?? new Uint8Array(SLOTS);
    out.set(universe, slots);
    slots.set((chosen.has(index) ? inFront : back).slice(0, SLOTS - slotOf(address) + 1), slotOf(address) - 1);
  }
  return out;
}
/** What slots say of the pixels of a wall, red, green and blue as shares by their index; what nobody says is left out. */
export function seenPixels(wall: Wall, known: ReadonlyMap<number, Uint8Array | null>): Map<number, Paint> {
  const letters = wall.colours.replace(/[^A-Z]/gi, '').toUpperCase();
  const each = Math.max(1, Math.floor(wall.slots / Math.max(1, letters.length)));
  const place = (letter: string): number => letters.indexOf(letter) * each;
  const at = /[RGB]/.test(letters) ? (['R', 'G', 'B'] as const).map(place) : [0, 0, 0];
  const out = new Map<number, Paint>();
  for (const { index, address } of pixelsOf(wall)) {
    const slots = address === null ? null : known.get(universeOf(address));
    if (!slots || address === null) continue;
    // Coarse bytes alone: an eye sees no more.
    out.set(index, at.map((slot) => (slot < 0 ? 0 : (slots[slotOf(address) - 1 + slot] ?? 0) / 255)) as unknown as Paint);
  }
  return out;
}
