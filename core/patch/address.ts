/** DMX addresses in any spelling. Source: ANSI E1.11 (512 slots), ANSI E1.31 (universes 1 to 63999); reference formats 8.4, calculations 4. */
export const SLOTS = 512;
export const UNIVERSES = 63999;

export type Address = { readonly ok: true; readonly address: number | null } | { readonly ok: false; readonly why: string };

export const toAbsolute = (universe: number, slot: number): number => SLOTS * (universe - 1) + slot;
export const universeOf = (address: number): number => Math.floor((address - 1) / SLOTS) + 1;
export const slotOf = (address: number): number => ((address - 1) % SLOTS) + 1;
/** "2.101"; empty for an unpatched part. */
export const formatAddress = (address: number | null): string =>
  address === null ? '' : `${universeOf(address)}.${slotOf(address)}`;
/** Without a footprint, or "1.33-1.36" with one. */
export const formatRange = (address: number | null, footprint: number): string =>
  address === null
    ? ''
    : footprint > 1
      ? `${formatAddress(address)} - ${formatAddress(address + footprint - 1)}`
      : formatAddress(address);

const pair = /^(?:u|\[)?\s*(\d+)\]?\s*[./:|\-,\s]\s*a?\s*(\d+)$/i;
const lettered = /^([a-z]{1,3})\s*[-/.: ]?\s*(\d+)$/i;

/** Where something is to begin: an address, or a universe by itself as in filters, `u2`, which begins at its first slot. */
export function parseStart(text: string): Address {
  const universe = /^u\s*(\d{1,5})$/i.exec(text.trim());
  return parseAddress(universe ? `${universe[1]}.1` : text);
}

/**
 * Reads an address: `1.101`, `1/101`, `1:101`, `613`, `B101`, `U2 A101`; empty, `-` and `0` are unpatched.
 * @returns the absolute address, or a sentence
 */
export function parseAddress(text: string): Address {
  const typed = text.trim();
  if (!typed || /^(-|0|0\.0|tbd|n\/a)$/i.test(typed)) return { ok: true, address: null };
  const wrong = (why: string): Address => ({ ok: false, why });
  if (/^\d+$/.test(typed)) {
    const absolute = Number(typed);
    return absolute <= UNIVERSES * SLOTS
      ? { ok: true, address: absolute }
      : wrong(`${typed} is beyond the last address, ${UNIVERSES}.${SLOTS}.`);
  }
  let match = pair.exec(typed);
  let universe = match ? Number(match[1]) : Number.NaN;
  if (!match) {
    match = lettered.exec(typed);
    if (match) universe = [...match[1]!.toUpperCase()].reduce((n, letter) => n * 26 + letter.charCodeAt(0) - 64, 0);
  }
  if (!match) return wrong(`"${typed.slice(0, 40)}" is not an address. Try 1.101, 1/101 or 613.`);
  const slot = Number(match[2]);
  if (universe < 1 || universe > UNIVERSES)
    return wrong(`Universe ${universe} does not exist: universes run from 1 to ${UNIVERSES}.`);
  if (slot < 1 || slot > SLOTS) return wrong(`Slot ${slot} does not exist: a universe has slots 1 to ${SLOTS}.`);
  return { ok: true, address: toAbsolute(universe, slot) };
}
