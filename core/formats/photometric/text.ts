/** Text and figures of photometric files: old encodings, and streams of numbers that must be numbers. */

import { strFromU8 } from 'fflate';
import { itemAt } from '../../measure/list.js';
import { FormatError, type Report } from '../report.js';

/** UTF-16 by its mark, else UTF-8, else letter by letter as windows-1252 mostly is. @throws FormatError IES_SIZE */
export function decodeText(bytes: Uint8Array, report: Report, where: string): string {
  if (bytes.length > 20_000_000) throw new FormatError('IES_SIZE', `${where} is larger than 20 MB; no light is.`, where);
  if ((bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff)) {
    const little = bytes[0] === 0xff;
    const parts: string[] = [];
    for (let i = 2; i + 1 < bytes.length; i += 2)
      parts.push(
        String.fromCharCode(
          little ? itemAt(bytes, i) | (itemAt(bytes, i + 1) << 8) : (itemAt(bytes, i) << 8) | itemAt(bytes, i + 1),
        ),
      );
    return parts.join('');
  }
  const text = strFromU8(bytes);
  if (!text.includes('\uFFFD')) return text.replace(/^\uFEFF/, '');
  report.add('info', 'TEXT_ENCODING', 'The file is not UTF-8; it was read letter by letter.', where);
  return strFromU8(bytes, true);
}

const number = /^[+-]?(\d+(\.\d*)?|\.\d+)([eE][+-]?\d+)?$/;

/** All figures of a text, blanks and commas between them. @throws FormatError with the code when one is none, or there are too many */
export function numbersOf(text: string, where: string, code: string, most: number): number[] {
  const out: number[] = [];
  for (const match of text.matchAll(/[^\s,]+/g)) {
    if (out.length >= most) throw new FormatError('IES_COUNT', `${where} holds more than ${most} figures.`, where);
    const value = number.test(match[0]) ? Number(match[0]) : Number.NaN;
    if (!Number.isFinite(value))
      throw new FormatError(
        code,
        `${where}: "${match[0].slice(0, 30)}" stands where a figure belongs (figure ${out.length + 1}).`,
        where,
      );
    out.push(value);
  }
  return out;
}
