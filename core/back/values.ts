/** What a cell of a list says, in the spelling that a field is typed in. */
import { decimalComma, parseLength, type Units } from '../measure/lengths.js';
import { parseAddress } from '../patch/address.js';
import type { Meaning } from './headings.js';

export type Said = { readonly ok: true; readonly text: string } | { readonly ok: false; readonly why: string };
const said = (text: string): Said => ({ ok: true, text });
const no = (why: string): Said => ({ ok: false, why });

/** What of a row a cell is read with. */
export interface Beside {
  /** Of the universe column; '' for none. */
  readonly universe: string;
  /** Addresses of the column are written with their universes: a bare long number is no address. */
  readonly dotted: boolean;
}
const months = 'jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec';
/** "1/2" that a spreadsheet took for a date. Source: reference formats 8.4. */
const date = new RegExp(
  `^(\\d{1,2}[-/. ](${months})[a-z]*([-/. ]\\d+)?|(${months})[a-z]*[-/. ]\\d+|\\d{4}-\\d{1,2}-\\d{1,2}([ t].*)?)$`,
  'i',
);
/** Days since 1900 of the years 2000 to 2099, as a spreadsheet counts them. */
const isDay = (n: number): boolean => n >= 36526 && n <= 73050;

/** An address in any spelling of reference formats 8.4, as `1.101`; '' is unpatched. */
export function addressSaid(cell: string, { universe, dotted }: Beside): Said {
  const text = cell.trim();
  if (date.test(text) || (dotted && /^\d{5}$/.test(text) && isDay(Number(text))))
    return no(`"${text.slice(0, 30)}" is a date: a spreadsheet has taken an address such as 1/2 for one. Write 1.2 as text.`);
  // Of a range the first slot counts: "2.101-2.116".
  const range = /^(.*\d)\s*(?:-|\u2013|\.\.\.?|to)\s*(\d+[./:]\d+)$/i.exec(text);
  const first = range?.[1] ?? text;
  const bare = /^\d{1,3}$/.test(first) && Number(first) > 0 && Number(first) <= 512;
  const beside = universe.trim().replace(/^u(?:niverse)?\s*/i, '');
  const whole = bare && beside && beside !== '-' ? `${beside}${/^[a-z]+$/i.test(beside) ? '' : '.'}${first}` : first;
  const read = parseAddress(whole);
  if (!read.ok) return no(read.why);
  return said(read.address === null ? '' : whole);
}
/** A length in mm, feet and inches and decimal commas too. @param unit  of the heading, where it says one */
export function lengthSaid(cell: string, units: Units, unit = ''): number | null {
  const text = cell.trim();
  if (!text) return null;
  const plain = /^-?\d+([.,]\d+)?$/.test(text);
  const read = parseLength(
    plain && unit ? `${text}${unit}` : text,
    units,
    text.includes(',') && !text.includes('.') ? true : decimalComma(),
  );
  return read.ok && !read.relative ? read.mm : null;
}
/** "X (mm)", "Trim ft": the unit that a heading says. */
export const unitOfHeading = (heading: string): string =>
  /(?:\(|\s)(mm|cm|m|ft|in)\)?\s*$/i.exec(heading)?.[1]?.toLowerCase() ?? '';

/** Ways to say that no filter is there. Source: reference formats 8.3. */
const open = /^(n\/?c|ow|open|none|clear)$/i;
/** The same colour, though one says "NC" and the other nothing. */
export const sameColour = (a: string, b: string): boolean =>
  (open.test(a.trim()) || !a.trim()) && (open.test(b.trim()) || !b.trim());

/** A cell as its field is typed. */
export function cellSaid(to: Meaning, cell: string, beside: Beside): Said {
  const text = cell.trim();
  if (to === 'address') return addressSaid(text, beside);
  if (to === 'channel') return said(text.replace(/^\((.*)\)$/, '$1'));
  if (to === 'colour' && open.test(text)) return said('NC');
  return said(text);
}

/** Whether most addresses of a column carry their universes. */
export const areDotted = (cells: readonly string[]): boolean => {
  const some = cells.map((cell) => cell.trim()).filter((cell) => /\d/.test(cell));
  return some.filter((cell) => /^[a-z]*\s*\d*\s*[./:|\-\s]\s*a?\d+$/i.test(cell)).length > some.length / 2;
};
/** A spreadsheet has cut zeros off the ends: 1.10 became 1.1. Source: reference formats 8.4 (ADDRESS_ZEROES_LOST). */
export function zeroesLost(cells: readonly string[]): boolean {
  const dotted = cells.map((cell) => cell.trim()).filter((cell) => /^\d+\.\d+$/.test(cell));
  return dotted.length > 20 && !dotted.some((cell) => cell.endsWith('0'));
}
