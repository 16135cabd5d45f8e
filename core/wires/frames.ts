/**
 * Levels between server and windows: one message in compact bytes, with what changed alone. Of each universe its number (2 octets, high first), a code and a count; after it
 * either all slots, or the changed ones as slot (2 octets) and level. Form of our own; nothing of a message is trusted.
 */
import { SLOTS } from '../patch/address.js';

/** What a message says of a universe: that nobody is heard any more, all of its slots, the changed ones, or that it is nothing any more: who sent it was this server, and is done. */
const [LOST, WHOLE, SOME, GONE] = [0, 1, 2, 3];
const HEAD = 5;
const CHANGED = 3;

/** Slots of a universe; null where its sources are lost. */
export type Slots = Uint8Array | null;

/**
 * What is to be said so that who knows `before` knows `after`.
 * @param before  undefined: nothing is known yet
 * @param after  undefined: nothing is to be known any more
 * @returns bytes, or null where nothing changed
 */
export function writeSlots(universe: number, before: Slots | undefined, after: Slots | undefined): Uint8Array | null {
  if (after === undefined) return before === undefined ? null : headed(universe, GONE, 0, 0).out;
  if (after === null) return before === null ? null : headed(universe, LOST, 0, 0).out;
  const changed: number[] = [];
  if (before) for (let i = 0; i < SLOTS; i++) if ((before[i] ?? 0) !== (after[i] ?? 0)) changed.push(i);
  if (before && !changed.length) return null;
  if (!before || changed.length * CHANGED >= SLOTS) {
    const { out } = headed(universe, WHOLE, SLOTS, SLOTS);
    out.set(after.subarray(0, SLOTS), HEAD);
    return out;
  }
  const { out, data } = headed(universe, SOME, changed.length, changed.length * CHANGED);
  changed.forEach((slot, i) => {
    data.setUint16(HEAD + i * CHANGED, slot);
    out[HEAD + i * CHANGED + 2] = after[slot] ?? 0;
  });
  return out;
}
function headed(
  universe: number,
  code: number,
  count: number,
  length: number,
): { readonly out: Uint8Array; readonly data: DataView } {
  const out = new Uint8Array(HEAD + length);
  const data = new DataView(out.buffer);
  data.setUint16(0, universe);
  out[2] = code;
  data.setUint16(3, count);
  return { out, data };
}

export const joined = (parts: readonly Uint8Array[]): Uint8Array => {
  const out = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  return out;
};

/**
 * Takes a message into what is known; each changed universe becomes a new list, so that who holds the old one can tell.
 * @returns the universes that it spoke of; null where it is no such message, and then nothing was taken
 */
export function takeSlots(known: Map<number, Slots>, message: Uint8Array): number[] | null {
  const data = new DataView(message.buffer, message.byteOffset, message.byteLength);
  const next = new Map<number, Slots | undefined>();
  for (let at = 0; at < message.length; ) {
    if (at + HEAD > message.length) return null;
    const [universe, code, count] = [data.getUint16(at), message[at + 2], data.getUint16(at + 3)];
    at += HEAD;
    if (code === LOST || code === GONE) {
      next.set(universe, code === LOST ? null : undefined);
      continue;
    }
    const length = code === WHOLE ? SLOTS : count * CHANGED;
    if ((code !== WHOLE && code !== SOME) || count > SLOTS || at + length > message.length) return null;
    if (code === WHOLE) next.set(universe, message.slice(at, at + SLOTS));
    else {
      // Changes of what was lost are none of it.
      const base = next.has(universe) ? next.get(universe) : known.get(universe);
      const slots = base?.slice() ?? new Uint8Array(SLOTS);
      for (let i = at; i < at + length; i += CHANGED) {
        const slot = data.getUint16(i);
        if (slot >= SLOTS) return null;
        slots[slot] = message[i + 2] ?? 0;
      }
      next.set(universe, slots);
    }
    at += length;
  }
  for (const [universe, slots] of next)
    if (slots === undefined) known.delete(universe);
    else known.set(universe, slots);
  return [...next.keys()];
}
