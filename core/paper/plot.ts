/** The whole plot at a scale and on a paper that are asked for by name: what the address of the file gives. */

import type { Since } from '../compare/since.js';
import type { Sheet } from '../draw/sheet.js';
import { type Paper, usualScales } from '../measure/scales.js';
import { type Show, settingsOf } from '../model/show.js';
import { drawSheet } from './plates.js';
import { plotSheet } from './ready/plot.js';
import { sayMissing as said } from './windows/stage.js';
import type { Missing } from './windows/window.js';

export interface PlateOptions {
  readonly paper: Paper;
  readonly landscape: boolean;
  readonly denominator: number;
  /** Date as it is to be printed; empty leaves the line out. */
  readonly date: string;
  /** What is marked as changed; left out, nothing. */
  readonly since?: Since | null;
}
export interface Plate {
  readonly sheet: Sheet;
  /** The plan does not fit the paper at this scale: what would be missing. */
  readonly missing: Missing | null;
}

/** Lays out the plot. The drawing stands in the middle of its window, and is cut to it. */
export function plotPlate(show: Show, { paper, landscape, denominator, date, since }: PlateOptions): Plate {
  const { sheet, drawn } = drawSheet(show, plotSheet(show, { paper, landscape }, denominator), {
    date,
    since,
    sheet: 0,
    sheets: 0,
    contents: [],
  });
  return { sheet, missing: drawn.get('plan')?.missing ?? null };
}

/** The largest usual scale, from the asked one on, at which nothing is missing; null when there is none. The plate itself says so, since details and tags grow with the paper. */
export function fittingScale(show: Show, options: PlateOptions): number | null {
  const drawn = settingsOf(show).units === 'imperial';
  const list = [options.denominator, ...usualScales(drawn).filter((value) => value > options.denominator)];
  return list.find((denominator) => !plotPlate(show, { ...options, denominator }).missing) ?? null;
}

/** What falls off a sheet, and what to do, in sentences. */
export const sayMissing = (missing: Missing, { denominator, paper }: PlateOptions, fits: number | null): string =>
  said(missing, denominator, 'the plot', paper.name, fits);
