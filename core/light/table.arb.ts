/** Tables of measured light, made of a function of their angles. */
import type { Photometry } from '../model/records.js';

/** Angles in degrees, candela by `value`. */
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
