/** Checks of feeds and phases (reference calculations 8). */
import type { Feed, Fixture, Id, Power } from '../model/records.js';
import { get, type Show } from '../model/show.js';
import { natural } from '../order/order.js';
import { isDevice } from '../patch/parts.js';
import { imbalance } from '../power/electrics.js';
import { circuitName, feedLimit, partLoad } from '../power/loads.js';
import { make, type Snag, upper } from './snag.js';

/** What a feed carries, and its snag when that is too much. `own` is what it draws for itself, A: parts of a circuit that a dimmer feeds are counted there. */
export function feedSnags(
  show: Show,
  of: Feed['of'],
  name: string,
  fixtures: readonly Fixture[],
  feeds: ReadonlyMap<string, Feed>,
  power: Power,
): { amps: number; own: number; snags: Snag[] } {
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
  const ids = on.map((fixture) => fixture.id).sort();
  const out: Snag[] = [];
  const limit = feedLimit(feeds, power, of, name);
  if (amps > limit + 1e-9)
    out.push(
      make(
        'overload',
        'stop',
        'patch',
        of,
        ids,
        `${of} ${name}`,
        `${upper(of)} ${name} carries ${Math.round(watts)} W, ${amps.toFixed(1)} A at ${power.volts} V: ${(amps - limit).toFixed(1)} A more than its ${limit.toFixed(1)} A.`,
        `Move some of its ${on.length} units to another ${of}.`,
      ),
    );
  // Constant power is shared by many channels on purpose; a dimmed circuit has one.
  const dimmed = on.filter((fixture) => ['Halogen', 'Tungsten'].includes(get(show, 'type', fixture.type).lamp));
  if (of === 'circuit' && channels.size > 1 && dimmed.length === on.length)
    out.push(
      make(
        'circuit of two',
        'doubt',
        'number',
        'circuit',
        ids,
        name,
        `Circuit ${name} has ${channels.size} channels: ${[...channels].sort(natural).slice(0, 6).join(', ')}${channels.size > 6 ? ' ...' : ''}.`,
        'Give what is on one circuit one channel, or another circuit.',
      ),
    );
  return { amps, own, snags: out };
}

/** Phases that carry too much, or too unlike. `amps` by phase 1 to 3; who is on one is asked only when it is too much. */
export function phaseSnags(
  amps: readonly [number, number, number],
  fixturesOn: (phase: number) => readonly Id[],
  power: Power,
): Snag[] {
  const out: Snag[] = [];
  const limit = power.phase * power.share;
  amps.forEach((load, i) => {
    if (load > limit + 1e-9)
      out.push(
        make(
          'overload',
          'stop',
          'patch',
          'dimmer',
          fixturesOn(i + 1),
          `phase ${i + 1}`,
          `Phase ${i + 1} carries ${load.toFixed(1)} A, ${(load - limit).toFixed(1)} A more than its ${limit.toFixed(1)} A.`,
          'Balance the phases, or ask for a larger supply.',
        ),
      );
  });
  const off = imbalance(amps);
  if (amps.some((load) => load > 0) && off > power.imbalance + 1e-9)
    out.push(
      make(
        'imbalance',
        'doubt',
        'patch',
        'dimmer',
        [],
        'phases',
        `The phases carry ${amps.map((load) => load.toFixed(1)).join(', ')} A: one is ${Math.round(off * 100)} % above their mean.`,
        'Balance the phases.',
      ),
    );
  return out;
}
