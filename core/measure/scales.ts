/** Drawing scales and paper. Source: ISO 216; ISO 5455 for 1:20 to 1:500; ANSI/ASME Y14.1 for ARCH sizes, letter (A) and tabloid (B) (reference calculations 11). */
import { INCH } from './lengths.js';

export interface Paper {
  readonly name: string;
  /** Landscape, mm. */
  readonly width: number;
  readonly height: number;
}

export const papers: readonly Paper[] = [
  { name: 'A0', width: 1189, height: 841 },
  { name: 'A1', width: 841, height: 594 },
  { name: 'A2', width: 594, height: 420 },
  { name: 'A3', width: 420, height: 297 },
  { name: 'A4', width: 297, height: 210 },
  { name: 'ARCH D', width: 36 * INCH, height: 24 * INCH },
  { name: 'ARCH C', width: 24 * INCH, height: 18 * INCH },
  { name: 'tabloid', width: 17 * INCH, height: 11 * INCH },
  { name: 'letter', width: 11 * INCH, height: 8.5 * INCH },
];

export interface Scale {
  readonly name: string;
  readonly denominator: number;
}

export const scales: readonly Scale[] = [
  { name: '1:20', denominator: 20 },
  { name: '1:25', denominator: 25 },
  { name: '1:50', denominator: 50 },
  { name: '1:75', denominator: 75 },
  { name: '1:100', denominator: 100 },
  { name: '1:200', denominator: 200 },
  { name: '1:500', denominator: 500 },
  { name: '1/2" = 1\'-0"', denominator: 24 },
  { name: '1/4" = 1\'-0"', denominator: 48 },
  { name: '1/8" = 1\'-0"', denominator: 96 },
  { name: '1/16" = 1\'-0"', denominator: 192 },
];

/** Denominators of the metric scales, or of those in inches to the foot, the largest drawing first. */
export const usualScales = (imperial: boolean): number[] =>
  scales
    .filter(({ name }) => name.includes('=') === imperial)
    .map(({ denominator }) => denominator)
    .sort((a, b) => a - b);

/** `1:25` or `1/2"=1'-0"` to its denominator; null when it is neither. 1/2" to a foot is 12 / (1/2) = 24. */
export function parseScale(text: string): number | null {
  const ratio = /^\s*1\s*:\s*(\d+(?:\.\d+)?)\s*$/.exec(text);
  if (ratio) return Number(ratio[1]) || null;
  const drawn = /^\s*(\d+)(?:\s*\/\s*(\d+))?\s*(?:"|in)?\s*=\s*1\s*'(?:\s*-?\s*0\s*"?)?\s*$/.exec(text);
  if (!drawn) return null;
  const inches = Number(drawn[1]) / Number(drawn[2] ?? 1);
  return inches > 0 && Number.isFinite(inches) ? 12 / inches : null;
}

export const scaleName = (denominator: number): string =>
  scales.find((scale) => scale.denominator === denominator)?.name ?? `1:${denominator}`;
export const paperNamed = (name: string): Paper | undefined => papers.find((paper) => paper.name === name);

/**
 * The largest drawing that fits: the smallest denominator of a list at which the extents (mm) go onto a printable area (mm of paper), the sheet either way round.
 * @returns null when none fits
 * Source: reference calculations 11 (scale), check 11.2.
 */
export function fitScale(
  width: number,
  height: number,
  printable: readonly [number, number],
  denominators: readonly number[],
): { readonly denominator: number; readonly turned: boolean } | null {
  for (const denominator of [...denominators].sort((a, b) => a - b))
    for (const turned of [false, true]) {
      const [w, h] = turned ? [printable[1], printable[0]] : printable;
      if (width / denominator <= w && height / denominator <= h) return { denominator, turned };
    }
  return null;
}
