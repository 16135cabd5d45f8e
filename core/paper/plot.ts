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
  /** The largest usual scale at which nothing is missing, where something is; null when there is none. */
  readonly fits: number | null;
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
  const plan = drawn.get('plan');
  const usual = usualScales(settingsOf(show).units === 'imperial');
  return { sheet, missing: plan?.missing ?? null, fits: plan?.fits && usual.includes(plan.fits) ? plan.fits : null };
}

/** The largest usual scale, from the asked one on, at which nothing is missing; null when there is none. */
export function fittingScale(show: Show, options: PlateOptions): number | null {
  const { missing, fits } = plotPlate(show, options);
  return missing ? fits : options.denominator;
}

/** What falls off a sheet, and what to do, in sentences. */
export const sayMissing = (missing: Missing, { denominator, paper }: PlateOptions, fits: number | null): string =>
  said(missing, denominator, 'the plot', paper.name, fits);
