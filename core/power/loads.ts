/** Load of every circuit, dimmer, phase and position of a show, against the limits of the house. */
import { itemAt } from '../measure/list.js';
import { type Change, nothing, updating } from '../model/change.js';
import type { Feed, Fixture, Id, NewId, Power } from '../model/records.js';
import { all, get, type Show, settingsOf } from '../model/show.js';
import { natural } from '../order/order.js';
import { isDevice } from '../patch/parts.js';
import { balance, current, imbalance, usable } from './electrics.js';

/** A European house with single-phase circuits (common practice, no source). */
export const plainPower: Power = { volts: 230, share: 1, circuit: 16, dimmer: 16, phase: 63, imbalance: 0.3 };
export const powerOf = (show: Show): Power => settingsOf(show).power ?? plainPower;

/** Power factor: 1 for lamps, 0.9 where it is not known (assumed; reference calculations 8). */
export const powerFactor = (lamp: string): number => (/halogen|tungsten|lamp|incandescent/i.test(lamp) || lamp === '' ? 1 : 0.9);

export interface Load {
  readonly name: string;
  readonly watts: number;
  readonly amps: number;
  /** A that may flow; null where nothing limits it. */
  readonly limit: number | null;
  readonly phase: number | null;
  readonly fixtures: readonly Id[];
  readonly units: number;
}
export interface Loads {
  readonly circuits: readonly Load[];
  readonly dimmers: readonly Load[];
  readonly multicables: readonly Load[];
  readonly positions: readonly Load[];
  /** Phases 1 to 3, as far as feeds were put on them. */
  readonly phases: readonly Load[];
  readonly imbalance: number;
  readonly watts: number;
  /** Watts of what no circuit or dimmer feeds. */
  readonly unfed: number;
}

/** Watts and amperes of a part: a fixture's watts are those of its cells together. */
export function partLoad(show: Show, fixture: Fixture, part: number, power: Power): { watts: number; amps: number } {
  const own = itemAt(fixture.parts, part);
  if (isDevice(own)) return { watts: 0, amps: 0 };
  const type = get(show, 'type', fixture.type);
  const cells = fixture.parts.reduce((n, item) => n + (isDevice(item) ? 0 : 1), 0);
  const watts = type.watts / Math.max(1, cells);
  return { watts, amps: current(watts, power.volts, powerFactor(type.lamp)) };
}
/** Name of a circuit with its number: "E1 / 4". */
export const circuitName = (part: { readonly circuit: string; readonly circuitNumber?: string | undefined }): string =>
  [part.circuit, part.circuitNumber].filter(Boolean).join(' / ');

/** What feeds a part: its dimmer, or its circuit where it has none. */
export const feedOf = (part: Fixture['parts'][number]): { of: Feed['of']; name: string } | null =>
  part.dimmer ? { of: 'dimmer', name: part.dimmer } : circuitName(part) ? { of: 'circuit', name: circuitName(part) } : null;

/** Limit of a feed, A: its own, or the house's; with the share that hours allow. */
export const feedLimit = (feeds: ReadonlyMap<string, Feed>, power: Power, of: Feed['of'], name: string): number =>
  usable(feeds.get(`${of} ${name}`)?.limit ?? power[of], power.share);
const named = new WeakMap<readonly Feed[], ReadonlyMap<string, Feed>>();
/** Feeds by what they are of and their name: "dimmer 12". Remembered by the list of feeds, which most edits leave alone. */
export function feedsByName(show: Show): ReadonlyMap<string, Feed> {
  const feeds = all(show, 'feed');
  let map = named.get(feeds);
  if (!map) {
    map = new Map(feeds.map((feed) => [`${feed.of} ${feed.name}`, feed]));
    named.set(feeds, map);
  }
  return map;
}

const kept = new WeakMap<Show, Loads>();
/** All loads. Spares count for nothing. Remembered per show. */
export function loadsOf(show: Show): Loads {
  const known = kept.get(show);
  if (known) return known;
  const power = powerOf(show);
  const feeds = feedsByName(show);
  interface Sum {
    watts: number;
    amps: number;
    fixtures: Set<Id>;
  }
  const sums = {
    circuit: new Map<string, Sum>(),
    dimmer: new Map<string, Sum>(),
    multicable: new Map<string, Sum>(),
    position: new Map<string, Sum>(),
    phase: new Map<string, Sum>(),
  };
  const add = (map: Map<string, Sum>, name: string, load: { watts: number; amps: number }, id: Id) => {
    const sum = map.get(name) ?? { watts: 0, amps: 0, fixtures: new Set() };
    map.set(name, sum);
    sum.watts += load.watts;
    sum.amps += load.amps;
    sum.fixtures.add(id);
  };
  let [watts, unfed] = [0, 0];
  for (const fixture of all(show, 'fixture')) {
    if (fixture.spare) continue;
    fixture.parts.forEach((part, i) => {
      const load = partLoad(show, fixture, i, power);
      if (!load.watts) return;
      watts += load.watts;
      add(sums.position, fixture.position, load, fixture.id);
      if (circuitName(part)) add(sums.circuit, circuitName(part), load, fixture.id);
      if (part.dimmer) add(sums.dimmer, part.dimmer, load, fixture.id);
      if (part.multicable) add(sums.multicable, part.multicable, load, fixture.id);
      const feed = feedOf(part);
      if (!feed) unfed += load.watts;
      const phase = feed && feeds.get(`${feed.of} ${feed.name}`)?.phase;
      if (phase) add(sums.phase, String(phase), load, fixture.id);
    });
  }
  const list = (map: Map<string, Sum>, of: 'circuit' | 'dimmer' | null, nameOf = (name: string) => name): Load[] =>
    [...map]
      .map(
        ([name, sum]): Load => ({
          name: nameOf(name),
          watts: sum.watts,
          amps: sum.amps,
          limit: of ? feedLimit(feeds, power, of, name) : null,
          phase: of ? (feeds.get(`${of} ${name}`)?.phase ?? null) : null,
          fixtures: [...sum.fixtures],
          units: sum.fixtures.size,
        }),
      )
      .sort((a, b) => natural(a.name, b.name));
  const phases = [1, 2, 3].map((n): Load => {
    const sum = sums.phase.get(String(n));
    return {
      name: `Phase ${n}`,
      watts: sum?.watts ?? 0,
      amps: sum?.amps ?? 0,
      limit: usable(power.phase, power.share),
      phase: n,
      fixtures: [...(sum?.fixtures ?? [])],
      units: sum?.fixtures.size ?? 0,
    };
  });
  const loads: Loads = {
    circuits: list(sums.circuit, 'circuit'),
    dimmers: list(sums.dimmer, 'dimmer'),
    multicables: list(sums.multicable, null),
    positions: list(sums.position, null, (id) => get(show, 'position', id).name),
    phases,
    imbalance: imbalance(phases.map((phase) => phase.amps)),
    watts,
    unfed,
  };
  kept.set(show, loads);
  return loads;
}

/** Sets a feed's phase or limit; a feed that says nothing any more is taken away. */
export function withFeed(
  show: Show,
  of: Feed['of'],
  name: string,
  patch: Partial<Pick<Feed, 'phase' | 'limit'>>,
  newId: NewId,
): Change {
  const now = all(show, 'feed').find((feed) => feed.of === of && feed.name === name);
  const to: Feed = { ...(now ?? { id: newId(), kind: 'feed', of, name, phase: null, limit: null }), ...patch };
  if (to.phase === null && to.limit === null) return now ? { added: [], updated: [], removed: [now] } : nothing;
  return now ? updating([[now, to]]) : { added: [to], updated: [], removed: [] };
}

/** Every dimmer, and every circuit without one, put on the phase that is least loaded, the largest first. */
export function balanced(show: Show, newId: NewId): Change {
  const power = powerOf(show);
  const sums = new Map<string, { of: Feed['of']; name: string; amps: number }>();
  for (const fixture of all(show, 'fixture')) {
    if (fixture.spare) continue;
    fixture.parts.forEach((part, i) => {
      const feed = feedOf(part);
      if (!feed) return;
      const key = `${feed.of} ${feed.name}`;
      const sum = sums.get(key) ?? { ...feed, amps: 0 };
      sums.set(key, sum);
      sum.amps += partLoad(show, fixture, i, power).amps;
    });
  }
  const list = [...sums.values()].sort((a, b) => natural(a.name, b.name));
  const phases = balance(list.map(({ amps }) => amps));
  const feeds = feedsByName(show);
  const added: Feed[] = [];
  const pairs: [Feed, Feed][] = [];
  list.forEach(({ of, name }, i) => {
    const phase = itemAt(phases, i) + 1;
    const now = feeds.get(`${of} ${name}`);
    if (now) pairs.push([now, { ...now, phase }]);
    else added.push({ id: newId(), kind: 'feed', of, name, phase, limit: null });
  });
  return { ...updating(pairs), added };
}
