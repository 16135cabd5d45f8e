/** What is written of what is alive, over a plan or a picture: figures where no other one stands, loss in red. */
import { colourIn } from '#core/light/filter';
import { colourTextOf } from '#core/light/source';
import type { Id } from '#core/model/records';
import { find, type Show } from '#core/model/show';
import { type LightLive, levelText } from '#core/wires/lives';
import { hexOf } from '#core/wires/sheet';

/** Of a lamp without a filter. */
const WARM = '#ffd9a0';
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
export type Box = readonly [left: number, top: number, right: number, bottom: number];
const LINE = 14;
/** The figure of a light where no other one stands: below it, above it, or a line further; of those that find no place the brighter ones were there first. */
export function writeFigure(
  { canvas, stop, sheet, ink, k }: Pen,
  x: number,
  y: number,
  { level, lost }: LightLive,
  taken: Box[],
): void {
  // One that stood at nothing when it was lost has its ring, and no figure that would say nothing.
  if (level <= 0) return;
  const radius = Math.max(7, 320 * k);
  const text = lost ? `${levelText(level)}?` : levelText(level);
  const half = canvas.measureText(text).width / 2 + 2;
  const below = y + radius * 1.3;
  const above = y - radius * 1.3 - LINE;
  for (const top of [below, above, below + LINE, above - LINE]) {
    const box: Box = [x - half, top, x + half, top + LINE];
    if (taken.some((other) => box[0] < other[2] && box[2] > other[0] && box[1] < other[3] && box[3] > other[1])) continue;
    taken.push(box);
    canvas.globalAlpha = 0.85;
    canvas.fillStyle = sheet;
    canvas.fillRect(box[0], top, 2 * half, LINE);
    canvas.globalAlpha = 1;
    canvas.fillStyle = lost ? stop : ink;
    canvas.fillText(text, x, top + LINE / 2);
    return;
  }
}

/** A canvas over a pane, as large as that, with a pen; null where it cannot be drawn on. */
export function penOver(element: HTMLCanvasElement, canvas: CanvasRenderingContext2D, k: number): Pen {
  const [width, height, ratio] = [element.clientWidth, element.clientHeight, window.devicePixelRatio || 1];
  element.width = width * ratio;
  element.height = height * ratio;
  canvas.setTransform(ratio, 0, 0, ratio, 0, 0);
  const style = getComputedStyle(element);
  canvas.font = `600 12px ${style.fontFamily}`;
  canvas.textAlign = 'center';
  canvas.textBaseline = 'middle';
  const named = (name: string) => style.getPropertyValue(name);
  return { canvas, k, stop: named('--stop'), sheet: named('--sheet'), ink: named('--ink'), lamp: named('--lamp') };
}
