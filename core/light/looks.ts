/** Looks: who is lit by how much. Levels are 0 to 1; what comes out of a lamp follows its dimmer's law (reference calculations 6; square law: common practice, no source). */
import type { Fixture, Look } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { squareLaw } from './beam.js';

/** Looks in their order. */
export const looksOf = (show: Show): Look[] => [...all(show, 'look')].sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));

/** Level of a fixture: of its cells the highest. */
export const levelIn = ({ levels }: Pick<Look, 'levels'>, fixture: Fixture): number =>
  fixture.parts.reduce((most, { channel }) => Math.max(most, channel ? (levels[channel] ?? 0) : 0), 0);
/** Fixtures that a look lights, each with the share of its light that it gives. */
export const litBy = (show: Show, look: Pick<Look, 'levels'>): (readonly [Fixture, number])[] =>
  all(show, 'fixture').flatMap((fixture) => {
    const level = fixture.spare ? 0 : levelIn(look, fixture);
    return level > 0 ? [[fixture, squareLaw(level)] as const] : [];
  });

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
/** Levels between two looks: none of the second at 0, all of it at 1. */
export function blended(a: Look['levels'], b: Look['levels'], share: number): Look['levels'] {
  const channels = [...new Set([...Object.keys(a), ...Object.keys(b)])];
  return channels.reduce<Look['levels']>(
    (levels, channel) => withLevels(levels, [channel], (a[channel] ?? 0) * (1 - share) + (b[channel] ?? 0) * share),
    {},
  );
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
