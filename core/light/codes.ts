/** Codes of colours as they are written: of filters, stacked or not, or #rrggbb. No light is calculated here. */
import type { Filter } from '../model/records.js';

export const HEX = /^#[0-9a-f]{6}$/i;
const foldedCode = (text: string): string => text.replace(/\s+/g, '').toLowerCase();

const codes = new WeakMap<readonly Filter[], ReadonlyMap<string, Filter>>();
const byCode = (filters: readonly Filter[]): ReadonlyMap<string, Filter> => {
  let map = codes.get(filters);
  if (!map) {
    map = new Map([...filters].reverse().map((filter) => [foldedCode(filter.code), filter]));
    codes.set(filters, map);
  }
  return map;
};

/** The filter of a code, whatever its blanks and capitals. */
export const filterOf = (filters: readonly Filter[], code: string): Filter | undefined => byCode(filters).get(foldedCode(code));

/** How a field writes what was typed: codes as their book writes them, one "+" between. Unknown codes stay as typed. */
export function writtenColour(filters: readonly Filter[], text: string): string {
  return text
    .split('+')
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => (HEX.test(part) ? part.toLowerCase() : (filterOf(filters, part)?.code ?? part)))
    .join(' + ');
}
