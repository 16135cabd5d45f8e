/** What is written of what is alive, over a plan or a picture: figures where no other one stands, loss in red. */
import { colourIn } from '#core/light/filter';
import { colourTextOf } from '#core/light/source';
import type { Id } from '#core/model/records';
import { find, type Show } from '#core/model/show';
import { type LightLive, levelText } from '#core/wires/lives';
import { hexOf, WARM } from '#core/wires/sheet';

export const colourOf = (show: Show, id: Id, { colour }: LightLive): string => {
  if (colour) return hexOf(colour);
  const fixture = find(show, 'fixture', id);
  return (fixture && colourIn(show, colourTextOf(fixture)).rgb) ?? WARM;
};

export interface Pen {
  readonly canvas: CanvasRenderingContext2D;
  readonly stop: string;
  readonly sheet: string;
  readonly ink: string;
  readonly lamp: string;
  /** Pixels a millimetre. */
  readonly k: number;
}
/** Room on a pane for figures, in cells of some pixels: a thousand lights ask it with every frame. */
export interface Room {
  /** Takes a box where nothing stands yet. @returns false where something does */
  readonly take: (left: number, top: number, right: number, bottom: number) => boolean;
}
const CELL = 4;
export function makeRoom(width: number, height: number): Room {
  const [across, down] = [Math.ceil(width / CELL) + 1, Math.ceil(height / CELL) + 1];
  const taken = new Uint8Array(across * down);
  return {
    take(left, top, right, bottom) {
      const [c0, c1] = [Math.max(0, Math.floor(left / CELL)), Math.min(across - 1, Math.floor((right - 0.01) / CELL))];
      const [r0, r1] = [Math.max(0, Math.floor(top / CELL)), Math.min(down - 1, Math.floor((bottom - 0.01) / CELL))];
      for (let r = r0; r <= r1; r++) for (let c = c0; c <= c1; c++) if (taken[r * across + c]) return false;
      for (let r = r0; r <= r1; r++) taken.fill(1, r * across + c0, r * across + c1 + 1);
      return true;
    },
  };
}
const LINE = 14;
/** Widths of figures, which are few and stand in one face. */
const widths = new Map<string, number>();
function widthOf(canvas: CanvasRenderingContext2D, text: string): number {
  const key = `${canvas.font} ${text}`;
  const known = widths.get(key) ?? canvas.measureText(text).width;
  widths.set(key, known);
  return known;
}
/** The figure of a light where no other one stands: below it, above it, or a line further; of those that find no place the brighter ones were there first. */
export function writeFigure(
  { canvas, stop, sheet, ink, k }: Pen,
  x: number,
  y: number,
  { level, lost }: LightLive,
  room: Room,
): void {
  // One that stood at nothing when it was lost has its ring, and no figure that would say nothing.
  if (level <= 0) return;
  const radius = Math.max(7, 320 * k);
  const text = lost ? `${levelText(level)}?` : levelText(level);
  const half = widthOf(canvas, text) / 2 + 2;
  const below = y + radius * 1.3;
  const above = y - radius * 1.3 - LINE;
  for (const top of [below, above, below + LINE, above - LINE]) {
    if (!room.take(x - half, top, x + half, top + LINE)) continue;
    canvas.globalAlpha = 0.85;
    canvas.fillStyle = sheet;
    canvas.fillRect(x - half, top, 2 * half, LINE);
    canvas.globalAlpha = 1;
    canvas.fillStyle = lost ? stop : ink;
    canvas.fillText(text, x, top + LINE / 2);
    return;
  }
}

/** A canvas over a pane, as large as that, with a pen; null where it cannot be drawn on. */
export function penOver(element: HTMLCanvasElement, canvas: CanvasRenderingContext2D, k: number): Pen {
  const [width, height, ratio] = [element.clientWidth, element.clientHeight, window.devicePixelRatio || 1];
  // A canvas of the same size is wiped, and not made anew.
  const [wide, high] = [Math.round(width * ratio), Math.round(height * ratio)];
  if (element.width !== wide || element.height !== high) {
    element.width = wide;
    element.height = high;
  }
  canvas.setTransform(ratio, 0, 0, ratio, 0, 0);
  canvas.clearRect(0, 0, width, height);
  const style = getComputedStyle(element);
  canvas.font = `600 12px ${style.fontFamily}`;
  canvas.textAlign = 'center';
  canvas.textBaseline = 'middle';
  const named = (name: string) => style.getPropertyValue(name);
  return { canvas, k, stop: named('--stop'), sheet: named('--sheet'), ink: named('--ink'), lamp: named('--lamp') };
}
