/** Value types of GDTF (reference formats 1.2): DMX values in any resolution, matrices, colours. */
import { firstOf, itemAt } from '../../measure/list.js';
import { identityPlace, type Place } from '../../space/places.js';
import type { Report } from '../report.js';
import { xmlToNumber } from '../xml/read.js';

/**
 * A DMX value brought from n to m bytes: low bytes are dropped; up, the bytes are repeated from the most significant one, or zeros follow with "s".
 * @param value  unsigned, below 256^n
 */
export function resized(value: number, n: number, m: number, shift = false): number {
  const bytes = Array.from({ length: n }, (_, i) => Math.floor(value / 256 ** (n - 1 - i)) % 256);
  let out = 0;
  for (let i = 0; i < m; i++) out = out * 256 + (i < n ? itemAt(bytes, i) : shift ? 0 : itemAt(bytes, i % n));
  return out;
}

/** A DMX value such as "128/1" or "128/1s" in the resolution of a channel of `bytes` bytes; null when the text is none. */
export function dmxValue(text: string | undefined, bytes: number, report: Report, where: string): number | null {
  if (text === undefined || text === '' || text === 'None') return null;
  const match = /^\s*(\d{1,12})\/(\d{1,3})(s?)\s*$/.exec(text);
  if (!match) {
    report.add('error', 'GDTF_DMX_VALUE', `"${text.slice(0, 30)}" is not a DMX value such as 128/1; 0 was taken.`, where);
    return 0;
  }
  const n = Number(match[2]);
  if (n < 1 || n > 4) {
    report.add('error', 'GDTF_DMX_VALUE', `"${text.slice(0, 30)}" names ${n} bytes, and must name 1 to 4; 0 was taken.`, where);
    return 0;
  }
  let value = Number(match[1]);
  if (value > 256 ** n - 1) {
    report.add(
      'warning',
      'GDTF_DMX_VALUE',
      `"${text.slice(0, 30)}" is more than ${n} byte${n > 1 ? 's' : ''} hold; the greatest value was taken.`,
      where,
    );
    value = 256 ** n - 1;
  }
  return resized(value, n, bytes, match[3] === 's');
}

/** A matrix of GDTF, brought to mm. What cannot be read is an error, and the identity is taken; the transposed form is turned. */
export function matrixOf(text: string | undefined, report: Report, where: string): Place {
  if (text === undefined) return identityPlace;
  const rows =
    text.length > 2000
      ? []
      : [...text.matchAll(/\{([^{}]*)\}/g)].map((match) => match[1]!.split(',').map((part) => xmlToNumber(part)));
  const bad = (why: string) => {
    report.add('error', 'GDTF_MATRIX', `A position matrix ${why}; the geometry was left at its parent.`, where);
    return identityPlace;
  };
  if (rows.length !== 4 || rows.some((row) => row.length !== 4 || row.includes(null))) return bad('cannot be read');
  let m = rows as number[][];
  const [a, b, c, d] = m as [number[], number[], number[], number[]];
  if ((d[0] !== 0 || d[1] !== 0 || d[2] !== 0) && a[3] === 0 && b[3] === 0 && c[3] === 0) {
    report.add('warning', 'MATRIX_TRANSPOSED', 'A position matrix is written in columns; it was turned.', where);
    m = [0, 1, 2, 3].map((i) => [0, 1, 2, 3].map((j) => m[j]![i]!));
  }
  const [r0, r1, r2] = m as [number[], number[], number[]];
  const det =
    firstOf(r0) * (itemAt(r1, 1) * itemAt(r2, 2) - itemAt(r1, 2) * itemAt(r2, 1)) -
    itemAt(r0, 1) * (firstOf(r1) * itemAt(r2, 2) - itemAt(r1, 2) * firstOf(r2)) +
    itemAt(r0, 2) * (firstOf(r1) * itemAt(r2, 1) - itemAt(r1, 1) * firstOf(r2));
  if (Math.abs(det) < 1e-12) return bad('is flat (its determinant is 0)');
  const out = [r0, r1, r2].flatMap((row) => [firstOf(row), itemAt(row, 1), itemAt(row, 2), itemAt(row, 3) * 1000]);
  return out.some((value) => Math.abs(value) > 1e7) ? bad('lies farther away than 10 km') : out;
}

/** x, y and Y of a CIE text, or null when it is none. */
export function cieOf(text: string | undefined): [number, number, number] | null {
  const parts = (text ?? '')
    .slice(0, 100)
    .split(',')
    .map((part) => xmlToNumber(part));
  if (parts.length !== 3 || parts.includes(null)) return null;
  const [x, y, Y] = parts as [number, number, number];
  return x >= 0 && x <= 1 && y >= 0 && y <= 1 && Y >= 0 && Y <= 1e6 ? [x, y, Y] : null;
}
