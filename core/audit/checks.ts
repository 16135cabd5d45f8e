/**
 * The checks, each over one group of fixtures: a position, a universe, a channel, a circuit, a dimmer. A group is looked at again only when something in it changed,
 * so a check may read nothing that is not of its group, its types, or the settings.
 */

import { collisionsOn } from '../bodies/collisions.js';
import { formatLength } from '../measure/lengths.js';
import type { Family, Fixture, FixtureType, Position, Wall } from '../model/records.js';
import { find, get, type Show, settingsOf } from '../model/show.js';
import { byNumbering, natural } from '../order/order.js';
import { accessoriesOf } from '../patch/accessories.js';
import { formatAddress, SLOTS, slotOf, universeOf } from '../patch/address.js';
import { footprintOf, partFootprint } from '../patch/footprint.js';
import { isDevice } from '../patch/parts.js';
import { fixtureSpans, type Occupied, overlaps, wallSpans } from '../patch/spans.js';
import { curveLength } from '../space/curves.js';
import { place } from '../space/hanging.js';
import { make, nameOf, type Snag, type SnagCode, type SnagStep, upper } from './snag.js';

/** Overlaps of one universe that are listed; where all lies on all there are millions. */
const MOST = 300;

/** Overlaps and ends of a universe. Source: reference calculations 4. Two of one channel in one mode at one address are twins on purpose. */
export function universeSnags(show: Show, universe: number, fixtures: readonly Fixture[], walls: readonly Wall[]): Snag[] {
  const out: Snag[] = [];
  const spans: Occupied[] = [];
  const inside = ({ from, to }: { from: number; to: number }) =>
    universeOf(from) === universe || (universeOf(from) < universe && universeOf(to) >= universe);
  for (const fixture of fixtures)
    if (!fixture.spare) for (const span of fixtureSpans(show, fixture)) if (inside(span)) spans.push(span);
  for (const wall of walls) for (const span of wallSpans(wall)) if (inside(span)) spans.push(span);
  const called = (span: Occupied): string => {
    const fixture = find(show, 'fixture', span.id);
    return fixture
      ? nameOf(show, fixture, fixture.parts[span.part]?.channel ?? '')
      : (find(show, 'wall', span.id)?.name ?? 'a wall');
  };
  for (const span of spans) {
    const size = span.to - span.from + 1;
    if (universeOf(span.from) === universe && slotOf(span.from) + size - 1 > SLOTS)
      out.push(
        make(
          'past the universe',
          'stop',
          'patch',
          'address',
          [span.id],
          `${span.id} ${span.part}`,
          `${upper(called(span))} at ${formatAddress(span.from)} needs ${size} slots and runs past the end of its universe.`,
          `Give it an address up to ${universe}.${SLOTS - size + 1}, or one in another universe.`,
        ),
      );
  }
  for (const [a, b] of overlaps(spans, MOST)) {
    if (twins(show, a, b)) continue;
    // A pair over the border of two universes is met in both: it is told once.
    if (universeOf(b.from) !== universe) continue;
    out.push(
      make(
        'address shared',
        'stop',
        'patch',
        'address',
        [...new Set([a.id, b.id])],
        `${a.id} ${a.part} ${b.id} ${b.part}`,
        `${upper(called(a))} and ${called(b)} share ${formatAddress(b.from)}.`,
        'Move one of them; or give both one channel, if they are meant to work as one.',
        `${a.from}-${a.to} ${b.from}-${b.to}`,
      ),
    );
  }
  return out;
}
function twins(show: Show, a: Occupied, b: Occupied): boolean {
  if (a.from !== b.from || a.to !== b.to || a.id === b.id) return false;
  const [one, two] = [find(show, 'fixture', a.id), find(show, 'fixture', b.id)];
  const channel = one?.parts[a.part]?.channel;
  return (
    one !== undefined &&
    two !== undefined &&
    one.type === two.type &&
    one.mode === two.mode &&
    !!channel &&
    channel === two.parts[b.part]?.channel
  );
}

/** Fixtures that share a channel and are not alike. */
export function channelSnags(show: Show, channel: string, fixtures: readonly Fixture[]): Snag[] {
  const list = fixtures.filter((fixture) => !fixture.spare).sort((a, b) => (a.id < b.id ? -1 : 1));
  if (list.length < 2) return [];
  const differing: string[] = [];
  const types = [...new Set(list.map((fixture) => get(show, 'type', fixture.type).name))];
  if (new Set(list.map((fixture) => fixture.type)).size > 1) differing.push(`types (${types.sort(natural).join(', ')})`);
  else if (new Set(list.map((fixture) => fixture.mode)).size > 1)
    differing.push(`modes (${[...new Set(list.map((fixture) => fixture.mode))].sort(natural).join(', ')})`);
  const purposes = [...new Set(list.map((fixture) => fixture.purpose))];
  if (purposes.length > 1)
    differing.push(
      `purposes (${purposes
        .map((purpose) => purpose || 'none')
        .sort(natural)
        .join(', ')})`,
    );
  if (!differing.length) return [];
  return [
    make(
      'channel mixed',
      'doubt',
      'number',
      'channel',
      list.map((fixture) => fixture.id),
      channel,
      `Channel ${channel} is on ${list.length} fixtures of different ${differing.join(' and ')}.`,
      'Give one of them another channel, or accept it if they are to work together.',
    ),
  ];
}

/** Families whose light is coloured by what stands before the lens; LEDs and moving lights bring their own. */
const filtered: readonly Family[] = ['profile', 'fresnel', 'plano-convex', 'PAR', 'flood', 'cyc', 'strip'];
const takesFilter = (type: FixtureType): boolean => filtered.includes(type.family) && type.lamp !== 'LED' && type.pan === 0;

/** Everything about one position: places, bodies, units, what is still missing. */
export function positionSnags(show: Show, position: Position, riding: readonly Fixture[]): Snag[] {
  const fixtures = [...riding].sort(byNumbering(position));
  const { grid, units, issued } = settingsOf(show);
  const out: Snag[] = [];
  const length = curveLength(position.curve);
  const many = (n: number) => (n === 1 ? '1 unit' : `${n} units`);
  for (const fixture of fixtures) {
    const who = upper(nameOf(show, fixture));
    const at = (code: SnagCode, text: string, todo: string) =>
      out.push(make(code, 'doubt', 'hang', 'position', [fixture.id], fixture.id, text, todo, String(fixture.along)));
    if (fixture.along < -0.5 || fixture.along > length + 0.5)
      at('off the end', `${who} hangs off the end of ${position.name}.`, `Move it along, or make ${position.name} longer.`);
    const height = place(show, fixture).clamp[2];
    if (grid !== undefined && height > grid + 0.5)
      at(
        'above the grid',
        `${who} is above the grid: check the trim of ${position.name}.`,
        `Lower ${position.name}, or correct the height of the grid.`,
      );
    if (height < -0.5)
      at(
        'under the floor',
        `${who} is under the floor: check the trim of ${position.name}.`,
        `Raise ${position.name}, or shorten the drop.`,
      );
    const type = get(show, 'type', fixture.type);
    if (type.fits)
      for (const item of accessoriesOf(show, fixture))
        if (!type.fits.includes(item.form))
          out.push(
            make(
              'accessory',
              'doubt',
              'hang',
              'position',
              [fixture.id],
              `${fixture.id} ${item.id}`,
              `${who} has ${item.name}, which ${type.name} does not take.`,
              'Take it off, or change the type.',
            ),
          );
    if (fixture.spare && fixture.parts.some((part) => part.address !== null))
      out.push(
        make(
          'spare patched',
          'doubt',
          'patch',
          'address',
          [fixture.id],
          fixture.id,
          `${who} is spare and still has the address ${formatAddress(fixture.parts.find((part) => part.address !== null)!.address)}.`,
          'Clear its address, or take the mark off.',
        ),
      );
    if (!type.modes.some((mode) => footprintOf(mode) > 0) && (type.lamp === 'LED' || type.pan > 0))
      out.push(
        make(
          'no slots',
          'doubt',
          'patch',
          'mode',
          [fixture.id],
          fixture.id,
          `${who} is a ${type.name}, whose modes have no slots.`,
          'Edit the type and give it a mode.',
        ),
      );
  }
  for (const { a, b, what, missing } of collisionsOn(show, position, fixtures)) {
    const [one, two] = [get(show, 'fixture', a), get(show, 'fixture', b)];
    out.push(
      make(
        'too close',
        'doubt',
        'hang',
        'position',
        [a, b],
        `${a} ${b}`,
        `${upper(nameOf(show, one))} and ${nameOf(show, two)}: the ${what} need ${formatLength(Math.ceil(missing), units)}${units === 'metric' ? ' m' : ''} more between them.`,
        'Move one of them along, turn it, or hang it over.',
      ),
    );
  }
  const counted = fixtures.filter((fixture) => !fixture.spare);
  const byUnit = new Map<string, Fixture[]>();
  for (const fixture of counted) {
    if (!fixture.unit) continue;
    const list = byUnit.get(fixture.unit);
    if (list) list.push(fixture);
    else byUnit.set(fixture.unit, [fixture]);
  }
  for (const [unit, list] of byUnit)
    if (list.length > 1)
      out.push(
        make(
          'unit doubled',
          'doubt',
          'number',
          'unit',
          list.map((fixture) => fixture.id).sort(),
          `${position.id} ${unit}`,
          `${list.length} fixtures on ${position.name} are unit ${unit}.`,
          issued ? 'Give one of them a letter, such as 4A.' : 'Renumber the units of the position.',
        ),
      );
  const numbered = counted.filter((fixture) => fixture.unit);
  const wrong = numbered.findIndex((fixture, i) => i > 0 && natural(fixture.unit, numbered[i - 1]!.unit) < 0);
  if (wrong > 0) {
    const [before, after] = [numbered[wrong - 1]!, numbered[wrong]!];
    out.push(
      make(
        'unit order',
        'doubt',
        'number',
        'unit',
        [before.id, after.id],
        position.id,
        `Units on ${position.name} are not in order: ${after.unit} stands after ${before.unit}.`,
        `Renumber the units ${position.numbering}, or accept it.`,
      ),
    );
  }
  const missing = (
    code: SnagCode,
    step: SnagStep,
    field: Snag['field'],
    list: readonly Fixture[],
    what: string,
    todo: string,
  ) => {
    if (list.length)
      out.push(
        make(
          code,
          'open',
          step,
          field,
          list.map((fixture) => fixture.id),
          position.id,
          `${many(list.length)} on ${position.name} ${list.length === 1 ? 'has' : 'have'} no ${what}.`,
          todo,
          list
            .map((fixture) => fixture.id)
            .sort()
            .join(),
        ),
      );
  };
  const cells = (fixture: Fixture) => fixture.parts.filter((part) => !isDevice(part));
  missing(
    'no channel',
    'number',
    'channel',
    counted.filter((fixture) => cells(fixture).some((part) => !part.channel)),
    'channel',
    'Number them in a run.',
  );
  missing(
    'no address',
    'patch',
    'address',
    counted.filter((fixture) => fixture.parts.some((part, i) => part.address === null && partFootprint(show, fixture, i) > 0)),
    'address',
    'Give them addresses.',
  );
  missing(
    'no purpose',
    'hang',
    'purpose',
    counted.filter((fixture) => !fixture.purpose),
    'purpose',
    'Say what they are for.',
  );
  missing(
    'no colour',
    'hang',
    'colour',
    counted.filter((fixture) => takesFilter(get(show, 'type', fixture.type)) && cells(fixture).some((part) => !part.colour)),
    'colour',
    'Give them a filter, or NC for none.',
  );
  return out;
}
