/** The plot in a picture larger than the window: panned as it is, drawn afresh where it no longer covers. */
import type { DisplayList } from '#core/draw/list';
import { type Palette, paint, type ViewBox } from './paint';

/** Share of the window by which it reaches over each edge. */
const OVER = 0.3;

export interface Window {
  readonly width: number;
  readonly height: number;
  readonly ratio: number;
}

export class Picture {
  private readonly canvas = document.createElement('canvas');
  private readonly context = this.canvas.getContext('2d', { alpha: false })!;
  /** The view that it was drawn for, in its own pixels. */
  private at: ViewBox | null = null;

  /** It was drawn at this scale. */
  fits = (view: ViewBox): boolean => this.at !== null && this.at.k === view.k;
  get empty(): boolean {
    return this.at === null;
  }

  /** @param skip  ids that are left out: they are drawn above while they move */
  draw(list: DisplayList, view: ViewBox, window: Window, palette: Palette, pen: number, skip?: ReadonlySet<string>): void {
    const { width, height, ratio } = window;
    const [w, h] = [Math.ceil(width * (1 + 2 * OVER)), Math.ceil(height * (1 + 2 * OVER))];
    if (this.canvas.width !== w * ratio || this.canvas.height !== h * ratio) {
      this.canvas.width = w * ratio;
      this.canvas.height = h * ratio;
    }
    const { k, tx, ty } = view;
    // Whole pixels, or the picture would be blurred where it lies.
    this.at = { k, tx: tx + Math.round(width * OVER), ty: ty + Math.round(height * OVER) };
    this.context.setTransform(ratio, 0, 0, ratio, 0, 0);
    this.context.fillStyle = palette.fill.paper;
    this.context.fillRect(0, 0, w, h);
    paint(this.context, list.chunks, this.at, palette, pen, w, h, skip);
  }

  /** Where it lies in the window at a view, and how large. */
  private lies(at: ViewBox, view: ViewBox, ratio: number) {
    const s = view.k / at.k;
    const [left, upper] = [view.tx - at.tx * s, view.ty - at.ty * s];
    return { s, left, upper, w: (this.canvas.width / ratio) * s, h: (this.canvas.height / ratio) * s };
  }
  /** Does it cover the window at this view, and not too coarsely? */
  covers(view: ViewBox, { width, height, ratio }: Window): boolean {
    if (!this.at) return false;
    const { s, left, upper, w, h } = this.lies(this.at, view, ratio);
    return left <= 0.5 && upper <= 0.5 && left + w >= width - 0.5 && upper + h >= height - 0.5 && s < 3;
  }
  /** Puts it into the window. */
  blit(below: CanvasRenderingContext2D, view: ViewBox, window: Window, palette: Palette): void {
    if (!this.at) return;
    const { width, height, ratio } = window;
    below.setTransform(ratio, 0, 0, ratio, 0, 0);
    if (!this.covers(view, window)) {
      below.fillStyle = palette.fill.paper;
      below.fillRect(0, 0, width, height);
    }
    const { left, upper, w, h } = this.lies(this.at, view, ratio);
    below.drawImage(this.canvas, left, upper, w, h);
  }
}
