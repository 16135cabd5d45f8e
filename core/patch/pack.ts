/** Packing addresses in order. Source: reference calculations 4 (next fit); packing is common practice, no source. */
import { SLOTS, slotOf, UNIVERSES, universeOf } from './address.js';

export interface Span {
  readonly from: number;
  readonly to: number;
}

/** Merged spans in rising order. */
export function mergeSpans(spans: readonly Span[]): Span[] {
  const out: Span[] = [];
  for (const span of [...spans].sort((a, b) => a.from - b.from)) {
    const last = out.at(-1);
    if (last && span.from <= last.to + 1) out[out.length - 1] = { from: last.from, to: Math.max(last.to, span.to) };
    else out.push(span);
  }
  return out;
}

/**
 * Addresses for footprints in order, from a start address on: none straddles a universe, none takes what is taken.
 * @param taken  spans that stay where they are
 * @returns absolute addresses; null for a footprint of 0 or over 512, and when the universes run out
 */
export function pack(footprints: readonly number[], start: number, taken: readonly Span[] = []): (number | null)[] {
  const busy = mergeSpans(taken);
  let next = start;
  let i = 0;
  return footprints.map((size) => {
    if (size < 1 || size > SLOTS) return null;
    for (;;) {
      if (slotOf(next) + size - 1 > SLOTS) next = universeOf(next) * SLOTS + 1;
      while (busy[i] && busy[i]!.to < next) i++;
      const hit = busy[i];
      if (!hit || hit.from > next + size - 1) break;
      next = hit.to + 1;
    }
    if (next + size - 1 > UNIVERSES * SLOTS) return null;
    const at = next;
    next += size;
    return at;
  });
}
