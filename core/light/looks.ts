/** Looks: who is lit by how much. Levels are 0 to 1; what comes out of a lamp follows its dimmer's law (reference calculations 6; square law: common practice, no source). */
import { apply, updating } from '../model/change.js';
import type { Fixture, Look, LookState } from '../model/records.js';
import { all, find, type Show } from '../model/show.js';
import { targetOf } from '../space/hanging.js';
import { squareLaw } from './beam.js';
import { posed } from './changers.js';
import { colourIn } from './filter.js';
import { hexOfXyz, xyzOfHex } from './srgb.js';

/** Looks in their order. */
export const looksOf = (show: Show): Look[] => [...all(show, 'look')].sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));

/** Level of a fixture: of its cells the highest. */
export const levelIn = ({ levels }: Pick<Look, 'levels'>, fixture: Fixture): number =>
  fixture.parts.reduce((most, { channel }) => Math.max(most, channel ? (levels[channel] ?? 0) : 0), 0);
/** What a fixture has in a look besides its level: of its channels the first that has any. */
export function stateIn({ states }: Pick<Look, 'states'>, fixture: Fixture): LookState | undefined {
  if (!states) return undefined;
  for (const { channel } of fixture.parts) if (channel && states[channel]) return states[channel];
  return undefined;
}
/** Fixtures that a look lights, as they stand in it, each with the share of its light that it gives. */
export const litBy = (show: Show, look: Pick<Look, 'levels' | 'states'>): (readonly [Fixture, number])[] =>
  all(show, 'fixture').flatMap((fixture) => {
    const level = fixture.spare ? 0 : levelIn(look, fixture);
    if (level <= 0) return [];
    const { fixture: stands, passes } = posed(show, fixture, stateIn(look, fixture));
    return passes > 0 ? [[stands, squareLaw(level) * passes] as const] : [];
  });
/** The show with fixtures as they stand in a look; the same show where none stands otherwise. */
export const standingAs = (show: Show, fixtures: readonly Fixture[]): Show =>
  apply(
    show,
    updating(
      fixtures.flatMap((fixture) => {
        const own = find(show, 'fixture', fixture.id);
        return own && own !== fixture ? [[own, fixture] as const] : [];
      }),
    ),
  );

/** States with some channels changed; a channel of which nothing is said any more is left out. */
export function withStates(
  states: Look['states'],
  channels: readonly string[],
  next: (now: LookState, channel: string) => { readonly [K in keyof LookState]?: LookState[K] | undefined },
): Pick<Look, 'states'> {
  const out: Record<string, LookState> = { ...states };
  for (const channel of channels) {
    if (!channel) continue;
    const said = Object.entries(next(out[channel] ?? {}, channel)).filter(([, value]) => value !== undefined);
    if (said.length) out[channel] = Object.fromEntries(said) as LookState;
    else delete out[channel];
  }
  return Object.keys(out).length ? { states: out } : {};
}

/** Levels with some channels at another one; out they are left out. */
export function withLevels(
  levels: Look['levels'],
  channels: readonly string[],
  level: number | ((now: number) => number),
): Look['levels'] {
  const next: Record<string, number> = { ...levels };
  for (const channel of channels) {
    if (!channel) continue;
    const to = typeof level === 'number' ? level : level(levels[channel] ?? 0);
    const kept = Math.round(Math.max(0, Math.min(1, to)) * 1000) / 1000;
    if (kept > 0) next[channel] = kept;
    else delete next[channel];
  }
  return next;
}
const between = (a: number, b: number, share: number): number => a * (1 - share) + b * share;
/** Linear mean of two colours of the screen. */
function mixed(a: string, b: string, share: number): string {
  const [p, q] = [xyzOfHex(a), xyzOfHex(b)];
  return hexOfXyz([between(p[0], q[0], share), between(p[1], q[1], share), between(p[2], q[2], share)]);
}
/** Between two states of a fixture: aims wander from point to point, zooms and mixed colours change evenly, frames change at the half. */
function stateBetween(show: Show, fixture: Fixture, a: LookState, b: LookState, share: number): LookState {
  const [from, to] = [posed(show, fixture, a).fixture, posed(show, fixture, b).fixture];
  const [p, q] = [targetOf(show, from), targetOf(show, to)];
  const { frame } = share < 0.5 ? a : b;
  const hex = ({ colour }: LookState): string => (colour === undefined ? null : colourIn(show, colour).rgb) ?? '#ffffff';
  const has = (key: keyof LookState) => a[key] !== undefined || b[key] !== undefined;
  return {
    ...(has('aim') && p && q
      ? { aim: { kind: 'point', at: [between(p[0], q[0], share), between(p[1], q[1], share), between(p[2], q[2], share)] } }
      : {}),
    ...(has('zoom') ? { zoom: between(from.optics?.zoom ?? 0, to.optics?.zoom ?? 0, share) } : {}),
    ...(frame === undefined ? {} : { frame }),
    ...(has('colour') ? { colour: mixed(hex(a), hex(b), share) } : {}),
  };
}
type Levels = Pick<Look, 'levels' | 'states'>;
/** What lies between two looks: none of the second at 0, all of it at 1. A light that is out in one of them already stands there as in the other. */
export function blended(show: Show, a: Levels, b: Levels, share: number): Levels {
  const channels = [...new Set([...Object.keys(a.levels), ...Object.keys(b.levels)])];
  const levels = channels.reduce<Look['levels']>(
    (now, channel) => withLevels(now, [channel], between(a.levels[channel] ?? 0, b.levels[channel] ?? 0, share)),
    {},
  );
  const byChannel = new Map(
    all(show, 'fixture').flatMap((fixture) => fixture.parts.map(({ channel }) => [channel, fixture] as const)),
  );
  const { states } = withStates(
    undefined,
    [...new Set([...Object.keys(a.states ?? {}), ...Object.keys(b.states ?? {})])],
    (_, channel) => {
      const fixture = byChannel.get(channel);
      const [from, to] = [a.states?.[channel] ?? {}, b.states?.[channel] ?? {}];
      if (share <= 0 || !fixture) return from;
      if (share >= 1) return to;
      if (!a.levels[channel]) return to;
      return b.levels[channel] ? stateBetween(show, fixture, from, to, share) : from;
    },
  );
  return states ? { levels, states } : { levels };
}
/** A level as it is typed: percent, or by how much more (+) or less (_) than it is; "full" and "out" in words. Null where it is none. */
export function levelFrom(text: string): ((now: number) => number) | null {
  const typed = text.trim().toLowerCase().replace(/\s*%$/, '').replace(',', '.');
  if (typed === 'full') return () => 1;
  if (typed === 'out' || typed === '') return () => 0;
  const [, sign, figure] = /^([+_]?)(\d+(?:\.\d+)?)$/.exec(typed) ?? [];
  if (figure === undefined) return null;
  const share = Number(figure) / 100;
  if (sign === '+') return (now) => Math.min(1, now + share);
  if (sign === '_') return (now) => Math.max(0, now - share);
  return share <= 1 ? () => share : null;
}
/** Channels of fixtures, each once. */
export const channelsOf = (fixtures: readonly Fixture[]): string[] => [
  ...new Set(fixtures.flatMap(({ parts }) => parts.map(({ channel }) => channel)).filter(Boolean)),
];
