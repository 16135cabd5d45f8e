/** Changes of the patch that are looked at before they are made: modes of many, blocks that move, two that swap. */
import { itemAt } from '../measure/list.js';
import { type Change, nothing, updating } from '../model/change.js';
import type { Fixture, FixtureType, Id } from '../model/records.js';
import { get, type Show } from '../model/show.js';
import { natural } from '../order/order.js';
import { formatAddress, parseAddress, SLOTS, slotOf, UNIVERSES, universeOf } from './address.js';
import { partFootprint } from './footprint.js';
import { mergeSpans, pack, type Span } from './pack.js';
import { inMode } from './parts.js';
import { fixtureSpans, type Occupied, occupied, overlaps, spanText } from './spans.js';

export type Considered =
  | { readonly ok: true; readonly change: Change; readonly notes: readonly string[] }
  | { readonly ok: false; readonly why: string };

const refused = (why: string): Considered => ({ ok: false, why });

/** What somebody is called in a sentence. */
export function calledIn(show: Show, id: Id, part = 0): string {
  const record = show.records.get(id);
  if (record?.kind === 'wall') return record.name;
  if (record?.kind !== 'fixture') return 'something';
  const channel = record.parts[part]?.channel || record.parts[0]!.channel;
  return channel ? `channel ${channel}` : `${get(show, 'position', record.position).name} unit ${record.unit || '-'}`;
}

/** Sentences about spans that meet others, or run past the end of a universe. */
function troubles(mine: readonly Occupied[], others: readonly Occupied[]): { past: Occupied[]; shared: [Occupied, Occupied][] } {
  const ids = new Set(mine.map((span) => span.id));
  return {
    past: mine.filter((span) => slotOf(span.from) + span.to - span.from > SLOTS),
    shared: overlaps([...mine, ...others], 2000).filter(([a, b]) => ids.has(a.id) || ids.has(b.id)),
  };
}

export interface ModeEffect {
  /** The modes alone: addresses stay. */
  readonly plain: Change;
  /** Modes, and new places for those that do not fit where they are. */
  readonly moving: Change;
  /** What would be wrong if addresses stayed, in sentences. */
  readonly past: readonly string[];
  readonly shared: readonly string[];
  /** Fixtures that "moving" takes elsewhere, as "channel 5: 1.20 to 1.60". */
  readonly moves: readonly string[];
  readonly slotsBefore: number;
  readonly slotsAfter: number;
  /** Parts that come or go. */
  readonly partsBefore: number;
  readonly partsAfter: number;
}

/** What a mode for many would bring. @throws RangeError when the type has no such mode */
export function modeEffect(show: Show, fixtures: readonly Fixture[], type: FixtureType, mode: string): ModeEffect {
  if (!type.modes.some((item) => item.name === mode)) throw new RangeError(`${type.name} has no mode named "${mode}".`);
  const fitting = fixtures.filter((fixture) => fixture.type === type.id);
  const changed = fitting.map((fixture) => inMode(fixture, type, mode));
  const ids = new Set(fitting.map((fixture) => fixture.id));
  const others = occupied(show, ids);
  const mine = changed.flatMap((fixture) => fixtureSpans(show, fixture));
  const { past, shared } = troubles(mine, others);
  // What is not of the selection stays; of the selection each that fits beside those before it stays, so that nobody moves for one that moves away.
  const wrong = new Set<string>();
  const fixed = mergeSpans(others);
  const staying: Occupied[] = [];
  let end = 0;
  for (const span of [...mine].sort((a, b) => a.from - b.from || a.to - b.to)) {
    const runsOver = slotOf(span.from) + span.to - span.from > SLOTS;
    if (runsOver || span.from <= end || fixed.some((other) => other.from <= span.to && span.from <= other.to)) {
      wrong.add(`${span.id} ${span.part}`);
      continue;
    }
    staying.push(span);
    end = span.to;
  }
  const stay = mergeSpans([...fixed, ...staying]);
  const moves: string[] = [];
  let busy = stay;
  const moved = changed.map((fixture) => ({
    ...fixture,
    parts: fixture.parts.map((part, i) => {
      if (!wrong.has(`${fixture.id} ${i}`) || part.address === null) return part;
      const size = partFootprint(show, fixture, i);
      const to = pack([size], part.address, busy)[0] ?? null;
      if (to !== null) busy = mergeSpans([...busy, { from: to, to: to + size - 1 }]);
      moves.push(
        `${calledIn(show, fixture.id, i)}: ${formatAddress(part.address)} to ${to === null ? 'nowhere, the universes are full' : formatAddress(to)}`,
      );
      return { ...part, address: to };
    }),
  }));
  const slots = (list: readonly Fixture[]) =>
    list.reduce((sum, fixture) => sum + fixture.parts.reduce((n, _, i) => n + partFootprint(show, fixture, i), 0), 0);
  const parts = (list: readonly Fixture[]) => list.reduce((sum, fixture) => sum + fixture.parts.length, 0);
  return {
    plain: updating(fitting.map((fixture, i) => [fixture, itemAt(changed, i)] as const)),
    moving: updating(fitting.map((fixture, i) => [fixture, itemAt(moved, i)] as const)),
    past: past.map(
      (span) =>
        `${calledIn(show, span.id, span.part)} at ${formatAddress(span.from)} would run past the end of universe ${universeOf(span.from)}`,
    ),
    shared: shared.map(
      ([a, b]) => `${calledIn(show, a.id, a.part)} and ${calledIn(show, b.id, b.part)} would share ${formatAddress(b.from)}`,
    ),
    moves,
    slotsBefore: slots(fitting),
    slotsAfter: slots(changed),
    partsBefore: parts(fitting),
    partsAfter: parts(changed),
  };
}

/**
 * A block of fixtures moved as it stands, so that its first address comes to another one; or by universes, each keeping its slot.
 * @returns the change, with what it would meet; refused when one would straddle or leave the universes
 */
export function shiftedBlock(show: Show, fixtures: readonly Fixture[], by: number): Considered {
  const spans = fixtures.flatMap((fixture) => fixtureSpans(show, fixture));
  if (!spans.length) return refused('Nothing of the selection has an address. Give addresses first.');
  for (const { from, to, id, part } of spans) {
    const at = from + by;
    if (at < 1 || to + by > UNIVERSES * SLOTS)
      return refused(`${upper(calledIn(show, id, part))} would leave the universes. Nothing was moved.`);
    if (slotOf(at) + to - from > SLOTS)
      return refused(
        `${upper(calledIn(show, id, part))} would come to ${formatAddress(at)} and run past the end of universe ${universeOf(at)}. Nothing was moved: choose another place, or let the block be packed.`,
      );
  }
  const change = updating(
    fixtures.map(
      (fixture) =>
        [
          fixture,
          {
            ...fixture,
            parts: fixture.parts.map((part) => (part.address === null ? part : { ...part, address: part.address + by })),
          },
        ] as const,
    ),
  );
  const moved = spans.map((span) => ({ ...span, from: span.from + by, to: span.to + by }));
  return { ok: true, change, notes: meetings(show, moved, fixtures) };
}

/** A block moved as somebody typed it: "3.1" for its first address, "+1 universe" or "-2 u", "+100" slots. */
export function movedBlock(show: Show, fixtures: readonly Fixture[], text: string): Considered {
  const universes = /^([+-]) ?(\d{1,4}) ?(?:u|universes?)$/i.exec(text.trim());
  if (universes) return shiftedBlock(show, fixtures, Number(`${universes[1]}${universes[2]}`) * SLOTS);
  const slots = /^([+-]) ?(\d{1,6})$/.exec(text.trim());
  if (slots) return shiftedBlock(show, fixtures, Number(`${slots[1]}${slots[2]}`));
  const parsed = parseAddress(text);
  if (!parsed.ok) return refused(parsed.why);
  if (parsed.address === null) return refused('Type where the block is to begin, such as 3.1, or +1 universe.');
  return shiftedBlock(show, fixtures, parsed.address - (firstAddressOf(fixtures) ?? 1));
}

const meetings = (show: Show, moved: readonly Occupied[], fixtures: readonly Fixture[]): string[] =>
  troubles(moved, occupied(show, new Set(fixtures.map((fixture) => fixture.id)))).shared.map(
    ([a, b]) =>
      `${upper(calledIn(show, a.id, a.part))} and ${calledIn(show, b.id, b.part)} would share ${spanText({ from: b.from, to: Math.min(a.to, b.to) })}.`,
  );

/** First address of a block; null when nothing of it is patched. */
export const firstAddressOf = (fixtures: readonly Fixture[]): number | null => {
  const list = fixtures.flatMap((fixture) => fixture.parts.flatMap(({ address }) => (address === null ? [] : [address])));
  return list.length ? Math.min(...list) : null;
};

/** Two fixtures take each other's addresses, part by part; both must have as many slots. */
export function swapped(show: Show, a: Fixture, b: Fixture): Considered {
  if (a.id === b.id) return refused('Choose two fixtures to swap.');
  const sizes = (fixture: Fixture) => fixture.parts.map((_, i) => partFootprint(show, fixture, i));
  if (a.parts.length !== b.parts.length)
    return refused(
      `${upper(calledIn(show, a.id))} has ${a.parts.length} parts and ${calledIn(show, b.id)} has ${b.parts.length}; they cannot take each other's addresses.`,
    );
  const take = (to: Fixture, from: Fixture): Fixture => ({
    ...to,
    parts: to.parts.map((part, i) => ({ ...part, address: itemAt(from.parts, i).address })),
  });
  const [first, second] = [take(a, b), take(b, a)];
  const moved = [first, second].flatMap((fixture) => fixtureSpans(show, fixture));
  const past = moved.find((span) => slotOf(span.from) + span.to - span.from > SLOTS);
  if (past)
    return refused(
      `${upper(calledIn(show, past.id, past.part))} would run past the end of universe ${universeOf(past.from)}. Nothing was swapped.`,
    );
  return {
    ok: true,
    change: updating([
      [a, first],
      [b, second],
    ]),
    notes: [
      ...(sizes(a).join() === sizes(b).join() ? [] : [`They take ${sizes(a).join(' + ')} and ${sizes(b).join(' + ')} slots.`]),
      ...meetings(show, moved, [a, b]),
    ],
  };
}

/** Takes addresses away. */
export const cleared = (fixtures: readonly Fixture[]): Change =>
  fixtures.length
    ? updating(
        fixtures.map(
          (fixture) => [fixture, { ...fixture, parts: fixture.parts.map((part) => ({ ...part, address: null })) }] as const,
        ),
      )
    : nothing;

/** Modes of the types of fixtures that several share, by type, for the choice of a mode. */
export function typesOf(show: Show, fixtures: readonly Fixture[]): { type: FixtureType; count: number }[] {
  const counts = new Map<Id, number>();
  for (const fixture of fixtures) counts.set(fixture.type, (counts.get(fixture.type) ?? 0) + 1);
  return [...counts]
    .map(([id, count]) => ({ type: get(show, 'type', id), count }))
    .sort((a, b) => b.count - a.count || natural(a.type.name, b.type.name));
}

const upper = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

export type { Span };
