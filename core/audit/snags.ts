/** Snags: what is wrong or doubtful in the rig, in sentences. */

import { formatLength } from '../measure/lengths.js';
import type { Fixture, Id } from '../model/records.js';
import { all, get, type Show, settingsOf } from '../model/show.js';
import { natural } from '../number/order.js';
import { formatAddress, SLOTS, slotOf } from '../patch/address.js';
import { partFootprint } from '../patch/footprint.js';
import { curveLength } from '../space/curves.js';
import { place } from '../space/hanging.js';
import { collisionsOf } from './collisions.js';

export interface Snag {
  readonly code:
    | 'address shared'
    | 'past the universe'
    | 'off the end'
    | 'under the floor'
    | 'above the grid'
    | 'unit doubled'
    | 'too close';
  /** Stop: the rig cannot work so. Doubt: look at it. */
  readonly weight: 'stop' | 'doubt';
  readonly fixtures: readonly Id[];
  readonly field: 'address' | 'channel' | 'unit' | 'position';
  readonly text: string;
}

interface Slot {
  fixture: Fixture;
  channel: string;
  from: number;
  to: number;
}

const kept = new WeakMap<Show, readonly Snag[]>();

/** All snags of a show, stops first. Remembered per show. */
export function snagsOf(show: Show): readonly Snag[] {
  let snags = kept.get(show);
  if (!snags) {
    snags = [...addressSnags(show), ...placeSnags(show), ...doubledUnits(show), ...closeSnags(show)].sort(
      (a, b) => Number(a.weight === 'doubt') - Number(b.weight === 'doubt'),
    );
    kept.set(show, snags);
  }
  return snags;
}

const nameOf = (show: Show, fixture: Fixture, channel = fixture.parts[0]!.channel): string =>
  channel ? `channel ${channel}` : `${get(show, 'position', fixture.position).name} unit ${fixture.unit || '-'}`;

/** Overlaps by a sweep over intervals sorted by start: O(n log n + k). Source: reference calculations 4. */
function addressSnags(show: Show): Snag[] {
  const out: Snag[] = [];
  const slots: Slot[] = [];
  for (const fixture of all(show, 'fixture')) {
    if (fixture.spare) continue;
    for (const [index, part] of fixture.parts.entries()) {
      const size = partFootprint(show, fixture, index);
      if (part.address === null || size < 1) continue;
      slots.push({ fixture, channel: part.channel, from: part.address, to: part.address + size - 1 });
      if (slotOf(part.address) + size - 1 > SLOTS) {
        const who = nameOf(show, fixture, part.channel);
        out.push({
          code: 'past the universe',
          weight: 'stop',
          fixtures: [fixture.id],
          field: 'address',
          text: `${upper(who)} at ${formatAddress(part.address)} needs ${size} slots and runs past the end of its universe.`,
        });
      }
    }
  }
  slots.sort((a, b) => a.from - b.from || a.to - b.to || natural(a.channel, b.channel));
  let active: Slot[] = [];
  for (const slot of slots) {
    active = active.filter((other) => other.to >= slot.from);
    for (const other of active) {
      const [a, b] = [nameOf(show, other.fixture, other.channel), nameOf(show, slot.fixture, slot.channel)];
      out.push({
        code: 'address shared',
        weight: 'stop',
        fixtures: [...new Set([other.fixture.id, slot.fixture.id])],
        field: 'address',
        text: `${upper(a)} and ${b} share ${formatAddress(slot.from)}.`,
      });
    }
    if (active.length < 50) active.push(slot);
  }
  return out;
}

function placeSnags(show: Show): Snag[] {
  const out: Snag[] = [];
  const { grid } = settingsOf(show);
  for (const fixture of all(show, 'fixture')) {
    const position = get(show, 'position', fixture.position);
    const length = curveLength(position.curve);
    const who = upper(nameOf(show, fixture));
    const snag = (code: Snag['code'], text: string) =>
      out.push({ code, weight: 'doubt', fixtures: [fixture.id], field: 'position', text });
    if (fixture.along < -0.5 || fixture.along > length + 0.5)
      snag('off the end', `${who} hangs off the end of ${position.name}.`);
    const height = place(show, fixture).clamp[2];
    if (grid !== undefined && height > grid + 0.5)
      snag('above the grid', `${who} is above the grid: check the trim of ${position.name}.`);
    if (height < -0.5) snag('under the floor', `${who} is under the floor: check the trim of ${position.name}.`);
  }
  return out;
}

function closeSnags(show: Show): Snag[] {
  const { units } = settingsOf(show);
  return collisionsOf(show).map(({ a, b, what, missing }) => {
    const [one, two] = [get(show, 'fixture', a), get(show, 'fixture', b)];
    return {
      code: 'too close',
      weight: 'doubt',
      fixtures: [a, b],
      field: 'position',
      text: `${upper(nameOf(show, one))} and ${nameOf(show, two)}: the ${what} need ${formatLength(Math.ceil(missing), units)}${units === 'metric' ? ' m' : ''} more between them.`,
    };
  });
}

function doubledUnits(show: Show): Snag[] {
  const seen = new Map<string, Fixture[]>();
  for (const fixture of all(show, 'fixture')) {
    if (!fixture.unit || fixture.spare) continue;
    const key = `${fixture.position} ${fixture.unit}`;
    const list = seen.get(key);
    if (list) list.push(fixture);
    else seen.set(key, [fixture]);
  }
  return [...seen.values()]
    .filter((list) => list.length > 1)
    .map((list) => ({
      code: 'unit doubled' as const,
      weight: 'doubt' as const,
      fixtures: list.map((fixture) => fixture.id).sort(natural),
      field: 'unit' as const,
      text: `${list.length} fixtures on ${get(show, 'position', list[0]!.position).name} are unit ${list[0]!.unit}.`,
    }));
}

const upper = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

const byFixture = new WeakMap<readonly Snag[], ReadonlyMap<Id, readonly Snag[]>>();
/** Snags by fixture id. */
export function snagsByFixture(show: Show): ReadonlyMap<Id, readonly Snag[]> {
  const snags = snagsOf(show);
  let map = byFixture.get(snags);
  if (!map) {
    const fresh = new Map<Id, Snag[]>();
    for (const snag of snags) for (const id of snag.fixtures) fresh.set(id, [...(fresh.get(id) ?? []), snag]);
    map = fresh;
    byFixture.set(snags, fresh);
  }
  return map;
}
