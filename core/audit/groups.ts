/** What the checks are shown of a group. */
import { facingOf, servedAreas } from '../light/served.js';
import type { Feed, Fixture, Position, Power, Purpose, Wall } from '../model/records.js';
import { type Show, settingsOf } from '../model/show.js';
import { byNumbering } from '../order/order.js';
import { universeOf } from '../patch/address.js';
import { isDevice } from '../patch/parts.js';
import { fixtureSpans, type Occupied, wallSpans } from '../patch/spans.js';
import { circuitName, feedLimit, partLoad } from '../power/loads.js';
import type { Groups } from './check.js';

export function positionGroup(show: Show, position: Position, riding: readonly Fixture[]): Groups['position'] {
  const fixtures = [...riding].sort(byNumbering(position));
  return { show, settings: settingsOf(show), position, fixtures, counted: fixtures.filter((fixture) => !fixture.spare) };
}

/** @param all  all that have the purpose */
export function purposeGroup(show: Show, purpose: Purpose, all: readonly Fixture[]): Groups['purpose'] {
  // In one order, whoever came into the purpose last.
  const fixtures = all.filter(({ spare }) => !spare).sort((a, b) => (a.id < b.id ? -1 : 1));
  // Light is calculated only where some is wished.
  const wished = purpose.lux !== undefined || purpose.even !== undefined;
  return { show, purpose, fixtures, served: wished ? servedAreas(show, fixtures, facingOf(purpose)) : [] };
}

export function universeGroup(
  show: Show,
  universe: number,
  fixtures: readonly Fixture[],
  walls: readonly Wall[],
): Groups['universe'] {
  const spans: Occupied[] = [];
  const inside = ({ from, to }: { from: number; to: number }) =>
    universeOf(from) === universe || (universeOf(from) < universe && universeOf(to) >= universe);
  for (const fixture of fixtures)
    if (!fixture.spare) for (const span of fixtureSpans(show, fixture)) if (inside(span)) spans.push(span);
  for (const wall of walls) for (const span of wallSpans(wall)) if (inside(span)) spans.push(span);
  return { show, universe, spans };
}

export const channelGroup = (show: Show, channel: string, fixtures: readonly Fixture[]): Groups['channel'] => ({
  show,
  channel,
  fixtures: fixtures.filter((fixture) => !fixture.spare),
});

/** What a feed carries. `own` is what it draws for itself, A: parts of a circuit that a dimmer feeds are counted there. */
export function feedGroup(
  show: Show,
  of: Feed['of'],
  name: string,
  fixtures: readonly Fixture[],
  feeds: ReadonlyMap<string, Feed>,
  power: Power,
): Groups['feed'] & { readonly own: number } {
  let [amps, own, watts] = [0, 0, 0];
  const on: Fixture[] = [];
  const channels = new Set<string>();
  for (const fixture of fixtures) {
    if (fixture.spare) continue;
    let has = false;
    fixture.parts.forEach((part, i) => {
      if (isDevice(part) || (of === 'dimmer' ? part.dimmer : circuitName(part)) !== name) return;
      has = true;
      const load = partLoad(show, fixture, i, power);
      amps += load.amps;
      if (of === 'dimmer' || !part.dimmer) own += load.amps;
      watts += load.watts;
      if (part.channel) channels.add(part.channel);
    });
    if (has) on.push(fixture);
  }
  return { show, of, name, on, channels, watts, amps, own, limit: feedLimit(feeds, power, of, name), power };
}
