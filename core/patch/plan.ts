/** Automatic addressing: plans that are compared before one is taken. Source: reference calculations 4; packing is common practice, no source. */
import { type Change, edit } from '../model/change.js';
import type { Fixture, Id } from '../model/records.js';
import { get, type Show } from '../model/show.js';
import { fixturesOn, natural, positionsInOrder } from '../order/order.js';
import { SLOTS, slotOf, toAbsolute, UNIVERSES, universeOf } from './address.js';
import { partFootprint } from './footprint.js';
import { mergeSpans, type Span } from './pack.js';
import { freeSlots, occupied } from './spans.js';

export const patchOrders = ['channel', 'position', 'type', 'present address', 'as selected', 'largest first'] as const;
export const fits = ['in order', 'first hole', 'smallest hole'] as const;

export interface PlanRules {
  readonly order: (typeof patchOrders)[number];
  readonly start: number;
  /** Slots left free after each fixture. */
  readonly gap: number;
  /** Where something begins: slots off, off + every, ... (10 + 1: 1, 11, 21). */
  readonly round: { readonly every: number; readonly off: number; readonly of: 'fixture' | 'type' | 'position' } | null;
  /** Slots of every universe that stay free. */
  readonly reserved: readonly Span[];
  /** What has universes of its own. */
  readonly universePer: 'nothing' | 'position' | 'type';
  readonly fit: (typeof fits)[number];
  /** Parts of a fixture follow each other. */
  readonly together: boolean;
}
export const plainRules: PlanRules = {
  order: 'channel',
  start: 1,
  gap: 0,
  round: null,
  reserved: [],
  universePer: 'nothing',
  fit: 'in order',
  together: false,
};

export interface PatchPlan {
  readonly change: Change;
  /** Addresses of the parts of each fixture. */
  readonly addresses: ReadonlyMap<Id, readonly (number | null)[]>;
  /** Parts that got an address, and parts that found no place. */
  readonly patched: number;
  readonly failed: number;
  readonly first: number | null;
  readonly last: number | null;
  readonly universes: readonly number[];
  /** Slots that nobody can use well any more: free ones before the last one used of the plan, but for what is reserved. */
  readonly wasted: number;
  /** Fixtures that had another address. */
  readonly moved: number;
}

/** "1-100, 500-512" as spans of slots, or a sentence. */
export function readSlots(text: string): Span[] | string {
  const out: Span[] = [];
  for (const raw of text.split(/[,;]/)) {
    const term = raw.trim();
    if (!term) continue;
    const match = /^(\d{1,3})\s*(?:-|to)?\s*(\d{1,3})?$/.exec(term);
    const [from, to] = [Number(match?.[1]), Number(match?.[2] ?? match?.[1])];
    if (!match || from < 1 || to > SLOTS || from > to)
      return `"${term}" is no block of slots. Write 1-100, or several: 1-100, 500-512.`;
    out.push({ from, to });
  }
  return out;
}

/** What is placed in one piece: a part, or a fixture's parts together. */
interface Piece {
  readonly fixture: Fixture;
  readonly parts: readonly { readonly index: number; readonly size: number }[];
  readonly size: number;
}

/** a' = off + ceil((a - off) / k) * k, from the slot a on; source: reference calculations 4 (align). */
export const aligned = (slot: number, every: number, off: number): number => {
  const to = off + Math.ceil((slot - off) / every) * every;
  return to < 1 ? to + Math.ceil((1 - to) / every) * every : to;
};

function inOrder(show: Show, fixtures: readonly Fixture[], rules: PlanRules): Piece[] {
  const channel = (fixture: Fixture, part: number) => fixture.parts[part]?.channel ?? '';
  const byChannel = (a: Piece, b: Piece) => {
    const [x, y] = [channel(a.fixture, a.parts[0]!.index), channel(b.fixture, b.parts[0]!.index)];
    return (
      Number(!x) - Number(!y) || natural(x, y) || natural(a.fixture.id, b.fixture.id) || a.parts[0]!.index - b.parts[0]!.index
    );
  };
  const pieces = fixtures.flatMap((fixture): Piece[] => {
    if (fixture.spare) return [];
    const parts = fixture.parts
      .map((_, index) => ({ index, size: partFootprint(show, fixture, index) }))
      .filter(({ size }) => size > 0);
    const sum = parts.reduce((total, { size }) => total + size, 0);
    if (!parts.length) return [];
    return rules.together && sum <= SLOTS
      ? [{ fixture, parts, size: sum }]
      : parts.map((part) => ({ fixture, parts: [part], size: part.size }));
  });
  switch (rules.order) {
    case 'as selected':
      return pieces;
    case 'channel':
      return pieces.sort(byChannel);
    case 'largest first':
      return pieces.sort((a, b) => b.size - a.size || byChannel(a, b));
    case 'present address': {
      const now = (piece: Piece) => piece.fixture.parts[piece.parts[0]!.index]!.address ?? Number.POSITIVE_INFINITY;
      return pieces.sort((a, b) => (now(a) === now(b) ? byChannel(a, b) : now(a) - now(b)));
    }
    case 'position': {
      const rank = new Map<Id, number>();
      let n = 0;
      for (const position of positionsInOrder(show)) for (const fixture of fixturesOn(show, position)) rank.set(fixture.id, n++);
      return pieces.sort((a, b) => rank.get(a.fixture.id)! - rank.get(b.fixture.id)! || a.parts[0]!.index - b.parts[0]!.index);
    }
    case 'type': {
      const name = (piece: Piece) => get(show, 'type', piece.fixture.type).name;
      return pieces.sort((a, b) => natural(name(a), name(b)) || natural(a.fixture.type, b.fixture.type) || byChannel(a, b));
    }
  }
}

/** Keeps universes whole: pieces of one position or type stand together, in the order in which the first of each comes. */
function grouped(pieces: readonly Piece[], per: PlanRules['universePer']): Piece[][] {
  if (per === 'nothing') return [[...pieces]];
  const groups = new Map<Id, Piece[]>();
  for (const piece of pieces) {
    const key = per === 'position' ? piece.fixture.position : piece.fixture.type;
    const list = groups.get(key);
    if (list) list.push(piece);
    else groups.set(key, [piece]);
  }
  return [...groups.values()];
}

/**
 * A plan of addresses for fixtures. Nothing straddles a universe, overlaps what stays, or lies in what is reserved.
 * @throws RangeError when the rules leave no room: everything reserved, a step below 1
 */
export function planAddresses(show: Show, fixtures: readonly Fixture[], rules: PlanRules): PatchPlan {
  if (rules.round && !(rules.round.every >= 1)) throw new RangeError('Round slots are at least 1 apart.');
  if (!(rules.gap >= 0) || rules.gap > SLOTS) throw new RangeError(`A gap is 0 to ${SLOTS} slots.`);
  const reserved = mergeSpans(rules.reserved);
  const open = freeSlots(reserved);
  const widest = Math.max(0, ...open.map(({ from, to }) => to - from + 1));
  if (!widest) throw new RangeError('Every slot is reserved: leave some of each universe free.');
  const busy = mergeSpans(occupied(show, new Set(fixtures.flatMap((fixture) => (fixture.spare ? [] : [fixture.id])))));
  const room = new Room(busy, open, rules);
  const addresses = new Map<Id, (number | null)[]>();
  const used = new Set<number>();
  let [patched, failed, first, last] = [0, 0, Number.POSITIVE_INFINITY, 0];
  let next = rules.start;
  let before: Piece | null = null;
  grouped(inOrder(show, fixtures, rules), rules.universePer).forEach((group, i) => {
    if (i > 0 && rules.universePer !== 'nothing') {
      // A universe of its own: the next one that nothing sits in.
      let universe = universeOf(Math.max(next - 1, rules.start)) + 1;
      while (room.anyIn(universe)) universe++;
      next = toAbsolute(universe, 1);
    }
    const floor = next;
    for (const piece of group) {
      const { round } = rules;
      const begins: boolean =
        round !== null &&
        (round.of === 'fixture' ||
          before === null ||
          (round.of === 'type'
            ? before.fixture.type !== piece.fixture.type
            : before.fixture.position !== piece.fixture.position));
      before = piece;
      const at =
        piece.size > widest
          ? null
          : rules.fit === 'in order'
            ? room.next(next, piece.size, begins)
            : room.hole(floor, piece.size, begins, rules.fit === 'smallest hole');
      const list = addresses.get(piece.fixture.id) ?? piece.fixture.parts.map(() => null);
      addresses.set(piece.fixture.id, list);
      if (at === null) {
        failed += piece.parts.length;
        continue;
      }
      let slot = at;
      for (const { index, size } of piece.parts) {
        list[index] = slot;
        slot += size;
      }
      patched += piece.parts.length;
      room.take({ from: at, to: at + piece.size - 1 + rules.gap });
      used.add(universeOf(at));
      first = Math.min(first, at);
      last = Math.max(last, at + piece.size - 1);
      next = rules.fit === 'in order' ? at + piece.size + rules.gap : Math.max(next, at + piece.size + rules.gap);
    }
  });
  const change = edit(
    fixtures.filter((fixture) => addresses.has(fixture.id)),
    (fixture) => ({ parts: fixture.parts.map((part, i) => ({ ...part, address: addresses.get(fixture.id)![i] ?? null })) }),
  );
  const universes = [...used].sort((a, b) => a - b);
  return {
    change,
    addresses,
    patched,
    failed,
    first: Number.isFinite(first) ? first : null,
    last: last || null,
    universes,
    wasted: wastedIn(universes, addresses, fixtures, show, busy, reserved, last),
    moved: fixtures.filter((fixture) => {
      const to = addresses.get(fixture.id);
      return to !== undefined && fixture.parts.some((part, i) => part.address !== null && part.address !== to[i]);
    }).length,
  };
}

/** Plain plan in channel order from a start. */
export const planPatch = (show: Show, fixtures: readonly Fixture[], start: number): PatchPlan =>
  planAddresses(show, fixtures, { ...plainRules, start });

function wastedIn(
  universes: readonly number[],
  addresses: ReadonlyMap<Id, readonly (number | null)[]>,
  fixtures: readonly Fixture[],
  show: Show,
  busy: readonly Span[],
  reserved: readonly Span[],
  last: number,
): number {
  const spans: Span[] = [...busy];
  for (const fixture of fixtures)
    addresses.get(fixture.id)?.forEach((at, i) => {
      if (at !== null) spans.push({ from: at, to: at + partFootprint(show, fixture, i) - 1 });
    });
  const all = mergeSpans(spans);
  let wasted = 0;
  let i = 0;
  for (const universe of universes) {
    const base = toAbsolute(universe, 1) - 1;
    while (i < all.length && all[i]!.to <= base) i++;
    const inside: Span[] = [...reserved];
    for (let j = i; j < all.length && all[j]!.from <= base + SLOTS; j++)
      inside.push({ from: Math.max(1, all[j]!.from - base), to: Math.min(SLOTS, all[j]!.to - base) });
    for (const { from, to } of freeSlots(inside)) wasted += Math.max(0, Math.min(to, last - base) - from + 1);
  }
  return wasted;
}

/** Free room under the rules; what is placed is taken off it. */
class Room {
  private readonly busy: Span[];
  private readonly taken: Span[] = [];
  private i = 0;
  /** Holes by rising address, made when something is to be fitted into them. */
  private holes: Span[] | null = null;
  private holesTo = 0;
  private empty = false;
  constructor(
    busy: readonly Span[],
    private readonly open: readonly Span[],
    private readonly rules: PlanRules,
  ) {
    this.busy = [...busy];
  }

  /** The first slot at or after a one where a size fits into a span of slots, rounded when asked; null when it does not. */
  private inSpan(from: number, to: number, size: number, begins: boolean): number | null {
    const { round } = this.rules;
    const slot = slotOf(from);
    const at = begins && round ? from - slot + aligned(slot, round.every, round.off) : from;
    return at + size - 1 <= to && slotOf(at) >= slot ? at : null;
  }

  /** Next fit from an address on. */
  next(from: number, size: number, begins: boolean): number | null {
    let at = from;
    // Where a whole universe without anything in it had no place, no other has.
    let whole = 0;
    let met = false;
    for (;;) {
      const universe = universeOf(at);
      if (universe > UNIVERSES) return null;
      if (slotOf(at) === 1) {
        if (whole && whole < universe && !met) return null;
        [whole, met] = [universe, false];
      }
      const base = toAbsolute(universe, 1) - 1;
      // The open piece of this universe that the place lies in, or the next one.
      const piece = this.open.find(({ to }) => base + to >= at);
      if (!piece) {
        at = base + SLOTS + 1;
        continue;
      }
      const found = this.inSpan(Math.max(at, base + piece.from), base + piece.to, size, begins);
      if (found === null) {
        at = base + piece.to + 1;
        continue;
      }
      while (this.busy[this.i] && this.busy[this.i]!.to < at) this.i++;
      let j = this.i;
      while (this.busy[j] && this.busy[j]!.to < found) j++;
      const hit = this.busy[j];
      if (!hit || hit.from > found + size - 1) return found;
      met = true;
      at = hit.to + 1;
    }
  }

  /** First or smallest hole that holds a size, from an address on. */
  hole(from: number, size: number, begins: boolean, smallest: boolean): number | null {
    this.holes ??= [];
    if (!this.holesTo) this.holesTo = universeOf(from) - 1;
    for (;;) {
      let best: { i: number; at: number; room: number } | null = null;
      for (const [i, hole] of this.holes.entries()) {
        if (hole.to - hole.from + 1 < size || hole.to < from) continue;
        const at = this.inSpan(Math.max(hole.from, from), hole.to, size, begins);
        if (at === null) continue;
        const room = hole.to - hole.from + 1;
        if (!best || room < best.room) best = { i, at, room };
        if (!smallest) break;
      }
      if (best) return best.at;
      if (this.holesTo >= UNIVERSES || (this.empty && this.holesTo > universeOf(from))) return null;
      this.addHoles(++this.holesTo);
    }
  }
  private addHoles(universe: number): void {
    const base = toAbsolute(universe, 1) - 1;
    const inside = [...this.busy, ...this.taken]
      .filter(({ from, to }) => to > base && from <= base + SLOTS)
      .map(({ from, to }) => ({ from: Math.max(1, from - base), to: Math.min(SLOTS, to - base) }));
    // Where a universe without anything in it had no hole, no other has.
    this.empty = !inside.length;
    const closed = freeSlots(this.open);
    for (const { from, to } of freeSlots([...inside, ...closed])) this.holes!.push({ from: base + from, to: base + to });
  }

  take(span: Span): void {
    this.taken.push(span);
    if (!this.holes) return;
    this.holes = this.holes.flatMap((hole) => {
      if (hole.to < span.from || hole.from > span.to) return [hole];
      return [
        ...(hole.from < span.from ? [{ from: hole.from, to: span.from - 1 }] : []),
        ...(hole.to > span.to ? [{ from: span.to + 1, to: hole.to }] : []),
      ];
    });
  }
  anyIn(universe: number): boolean {
    const base = toAbsolute(universe, 1) - 1;
    const meets = ({ from, to }: Span) => to > base && from <= base + SLOTS;
    return this.busy.some(meets) || this.taken.some(meets);
  }
}
