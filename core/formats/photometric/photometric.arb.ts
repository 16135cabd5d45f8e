/** Small photometric files and tables. */

import type { Photometry } from '../../model/records.js';
import { FormatError } from '../report.js';

export const table = (
  form: Photometry['form'],
  vertical: number[],
  horizontal: number[],
  value: (v: number, h: number) => number,
) => ({
  name: 'made-up',
  form,
  vertical,
  horizontal,
  candela: horizontal.flatMap((h) => vertical.map((v) => value(v, h))),
  watts: 0,
});
export const steps = (from: number, to: number, by: number) =>
  Array.from({ length: Math.round((to - from) / by) + 1 }, (_, i) => from + i * by);
export const cos = (degrees: number) => Math.cos((degrees * Math.PI) / 180);
export const codeOf = (work: () => unknown): string => {
  try {
    work();
  } catch (error) {
    if (error instanceof FormatError) return error.code;
    throw error;
  }
  return 'none';
};
