/** A sheet of paper: drawings at their scale and things in paper mm, origin at the lower left, y up. What is seen here is what SVG and PDF print. */
import type { Prim } from './list.js';

/** Primitives in their own mm, brought to paper by x' = x k + ox, y' = y k + oy. Pens are paper mm throughout; text sizes are multiplied by k. */
export interface Pane {
  readonly k: number;
  readonly ox: number;
  readonly oy: number;
  /** Clip in paper mm: x, y, width, height. */
  readonly clip: readonly [number, number, number, number] | null;
  readonly prims: readonly Prim[];
}
export interface Sheet {
  readonly width: number;
  readonly height: number;
  readonly title: string;
  readonly panes: readonly Pane[];
}
