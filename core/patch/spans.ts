/** Who takes which slots: spans of fixtures and pixel walls, what is free between them, and where two meet. Source: reference calculations 4. */
import { adding, type Change, nothing, removing, updating } from '../model/change.js';
import type { Fixture, Id, NewId, Universe, Wall } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { formatAddress, SLOTS, toAbsolute, UNIVERSES, universeOf } from './address.js';
import { partFootprint } from './footprint.js';
import { mergeSpans, type Span } from './pack.js';
import { wallRuns } from './pixels.js';

/** Slots of one part of a fixture, or of a piece of a pixel wall. */
export interface Occupied extends Span {
  readonly id: Id;
  /** Index of the part; of a wall, of its piece. */
  readonly part: number;
  readonly kind: 'fixture' | 'wall';
}

/** Spans of one fixture; spares keep the slots that they have. */
export const fixtureSpans = (show: Show, fixture: Fixture): Occupied[] =>
  fixture.parts.flatMap(({ address }, part): Occupied[] => {
    const size = partFootprint(show, fixture, part);
    return address !== null && size > 0 ? [{ from: address, to: address + size - 1, id: fixture.id, part, kind: 'fixture' }] : [];
  });
export const wallSpans = (wall: Wall): Occupied[] =>
  wallRuns(wall).map((span, part) => ({ ...span, id: wall.id, part, kind: 'wall' }));

/** All spans but those of some records. */
export const occupied = (show: Show, without: ReadonlySet<Id> = none): Occupied[] => [
  ...all(show, 'fixture').flatMap((fixture) => (without.has(fixture.id) ? [] : fixtureSpans(show, fixture))),
  ...all(show, 'wall').flatMap((wall) => (without.has(wall.id) ? [] : wallSpans(wall))),
];
const none: ReadonlySet<Id> = new Set();

/**
 * Pairs of spans that meet, by a sweep over their starts: O(n log n + k).
 * @param most  pairs after which it is enough; a universe in which everything lies on everything has millions
 */
export function overlaps<S extends Span>(spans: readonly S[], most = Number.POSITIVE_INFINITY): [S, S][] {
  const sorted = [...spans].sort((a, b) => a.from - b.from || a.to - b.to);
  const out: [S, S][] = [];
  let active: S[] = [];
  let end = 0;
  for (const span of sorted) {
    // Most spans meet none: then nothing before them reaches them.
    if (span.from > end) active = [span];
    else {
      active = active.filter((other) => other.to >= span.from);
      for (const other of active) {
        out.push([other, span]);
        if (out.length >= most) return out;
      }
      active.push(span);
    }
    end = Math.max(end, span.to);
  }
  return out;
}

/** Free slots of a universe between spans that are given in slots 1 to 512. */
export function freeSlots(taken: readonly Span[]): Span[] {
  const out: Span[] = [];
  let cursor = 1;
  for (const { from, to } of mergeSpans(taken)) {
    if (from > cursor) out.push({ from: cursor, to: from - 1 });
    cursor = Math.max(cursor, to + 1);
  }
  if (cursor <= SLOTS) out.push({ from: cursor, to: SLOTS });
  return out;
}

export interface UniverseUse {
  readonly number: number;
  /** In slots 1 to 512; what runs past the end is cut at it. */
  readonly spans: readonly Occupied[];
  readonly free: readonly Span[];
  readonly used: number;
  readonly overlapping: readonly Span[];
}

const kept = new WeakMap<Show, readonly UniverseUse[]>();
/** Every universe that something sits in or that somebody named, in order. Remembered per show. */
export function universesOf(show: Show): readonly UniverseUse[] {
  const known = kept.get(show);
  if (known) return known;
  const byNumber = new Map<number, Occupied[]>();
  for (const universe of all(show, 'universe')) byNumber.set(universe.number, []);
  for (const span of occupied(show))
    for (let number = universeOf(span.from); number <= Math.min(UNIVERSES, universeOf(span.to)); number++) {
      const base = toAbsolute(number, 1) - 1;
      const inside = { ...span, from: Math.max(1, span.from - base), to: Math.min(SLOTS, span.to - base) };
      const list = byNumber.get(number);
      if (list) list.push(inside);
      else byNumber.set(number, [inside]);
    }
  const out = [...byNumber]
    .sort((a, b) => a[0] - b[0])
    .map(([number, spans]): UniverseUse => {
      const free = freeSlots(spans);
      const overlapping = overlaps(spans, 500).map(([a, b]) => ({ from: Math.max(a.from, b.from), to: Math.min(a.to, b.to) }));
      return {
        number,
        spans: [...spans].sort((a, b) => a.from - b.from),
        free,
        used: SLOTS - free.reduce((sum, { from, to }) => sum + to - from + 1, 0),
        overlapping: mergeSpans(overlapping),
      };
    });
  kept.set(show, out);
  return out;
}

/** "25-30, 81-499". */
export const spansText = (spans: readonly Span[]): string =>
  spans.map(({ from, to }) => (from === to ? String(from) : `${from}-${to}`)).join(', ');
/** "1.25" to "1.30" of absolute spans, for sentences. */
export const spanText = ({ from, to }: Span): string =>
  from === to ? formatAddress(from) : `${formatAddress(from)} to ${formatAddress(to)}`;

/** The change that names a universe or says where it goes out; a record that says nothing any more is taken away. */
export function withUniverse(
  show: Show,
  number: number,
  patch: Partial<Pick<Universe, 'name' | 'protocol' | 'node' | 'port'>>,
  newId: NewId,
): Change {
  const now = all(show, 'universe').find((item) => item.number === number);
  const to: Universe = {
    ...(now ?? { id: newId(), kind: 'universe', number, name: '', protocol: '', node: '', port: '' }),
    ...patch,
  };
  if (![to.name, to.protocol, to.node, to.port].some(Boolean)) return now ? removing(now) : nothing;
  return now ? updating([[now, to]]) : adding(to);
}
