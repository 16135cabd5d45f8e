/** Packing addresses in order. Source: reference calculations 4 (next fit); packing is common practice, no source. */
import { type Change, edit } from '../model/change.js';
import type { Fixture, Id } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { natural } from '../number/order.js';
import { SLOTS, slotOf, UNIVERSES, universeOf } from './address.js';
import { partFootprint } from './footprint.js';

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

/** One part with slots: what the packer moves and the audit compares. */
export interface Patched {
  readonly fixture: Fixture;
  readonly part: number;
  readonly size: number;
}

/** Parts in channel order, by number; those without a channel come last. */
export function partsInChannelOrder(show: Show, fixtures: readonly Fixture[]): Patched[] {
  return fixtures
    .flatMap((fixture) => fixture.parts.map((_, part) => ({ fixture, part, size: partFootprint(show, fixture, part) })))
    .filter(({ size }) => size > 0)
    .sort((a, b) => {
      const [ca, cb] = [a.fixture.parts[a.part]!.channel, b.fixture.parts[b.part]!.channel];
      return Number(!ca) - Number(!cb) || natural(ca, cb) || natural(a.fixture.id, b.fixture.id) || a.part - b.part;
    });
}

export interface PatchPlan {
  readonly change: Change;
  readonly addresses: ReadonlyMap<Id, readonly (number | null)[]>;
  readonly patched: number;
  readonly failed: number;
  readonly last: number | null;
}

/** Gives addresses to fixtures in channel order from a start address, skipping what fixtures outside the selection take. */
export function planPatch(show: Show, fixtures: readonly Fixture[], start: number): PatchPlan {
  const chosen = new Set(fixtures.map((fixture) => fixture.id));
  const taken: Span[] = [];
  for (const fixture of all(show, 'fixture')) {
    if (chosen.has(fixture.id)) continue;
    fixture.parts.forEach(({ address }, part) => {
      const size = partFootprint(show, fixture, part);
      if (address !== null && size > 0) taken.push({ from: address, to: address + size - 1 });
    });
  }
  const parts = partsInChannelOrder(
    show,
    fixtures.filter((fixture) => !fixture.spare),
  );
  const found = pack(
    parts.map(({ size }) => size),
    start,
    taken,
  );
  const addresses = new Map<Id, (number | null)[]>();
  parts.forEach(({ fixture, part }, i) => {
    const list = addresses.get(fixture.id) ?? fixture.parts.map(() => null);
    list[part] = found[i] ?? null;
    addresses.set(fixture.id, list);
  });
  const change = edit(
    fixtures.filter((fixture) => addresses.has(fixture.id)),
    (fixture) => ({ parts: fixture.parts.map((part, i) => ({ ...part, address: addresses.get(fixture.id)![i] ?? null })) }),
  );
  const given = found.filter((address): address is number => address !== null);
  return {
    change,
    addresses,
    patched: given.length,
    failed: found.length - given.length,
    last: given.length ? Math.max(...given) : null,
  };
}
