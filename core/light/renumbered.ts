/** Looks go with their lights: where channels are given other numbers, what looks say of them moves along. */
import { type Change, compose, updating } from '../model/change.js';
import type { Fixture, Look } from '../model/records.js';
import { all, type Show } from '../model/show.js';

const channelsOf = ({ parts }: Fixture): string[] => parts.map(({ channel }) => channel).filter(Boolean);

/** Channels that all their lights leave in a change, each with the ones that they go to. */
function moves(show: Show, change: Change): Map<string, Set<string>> {
  const to = new Map<string, Set<string>>();
  const left = new Set<string>();
  for (const [from, next] of change.updated) {
    if (from.kind !== 'fixture' || next.kind !== 'fixture' || from.parts.length !== next.parts.length) continue;
    from.parts.forEach(({ channel }, i) => {
      const now = next.parts[i]?.channel ?? '';
      if (!channel || channel === now) return;
      left.add(`${from.id} ${channel}`);
      if (now) to.set(channel, (to.get(channel) ?? new Set()).add(now));
    });
  }
  if (!to.size) return to;
  const gone = new Set(change.removed.map(({ id }) => id));
  // One that keeps the number keeps what is said of it.
  for (const fixture of all(show, 'fixture'))
    if (!gone.has(fixture.id))
      for (const channel of channelsOf(fixture)) if (to.has(channel) && !left.has(`${fixture.id} ${channel}`)) to.delete(channel);
  return to;
}

/** Values by channel after the moves; where the new number was in use and stays so, its own value stands. */
function moved<T>(values: Readonly<Record<string, T>>, to: ReadonlyMap<string, ReadonlySet<string>>): Record<string, T> {
  const out: Record<string, T> = {};
  for (const [channel, value] of Object.entries(values)) if (!to.has(channel)) out[channel] = value;
  for (const [channel, value] of Object.entries(values)) for (const next of to.get(channel) ?? []) out[next] ??= value;
  return out;
}

/** A change of fixtures with what it does to the looks of the show. */
export function withLooks(show: Show, change: Change): Change {
  const looks = all(show, 'look');
  if (!looks.length) return change;
  const to = moves(show, change);
  if (!to.size) return change;
  const touched = new Set([...change.updated.map(([{ id }]) => id), ...change.removed.map(({ id }) => id)]);
  const pairs = looks.flatMap((look): [Look, Look][] => {
    const said = [...Object.keys(look.levels), ...Object.keys(look.states ?? {})];
    if (touched.has(look.id) || !said.some((channel) => to.has(channel))) return [];
    const next = { ...look, levels: moved(look.levels, to) };
    return [[look, look.states ? { ...next, states: moved(look.states, to) } : next]];
  });
  return pairs.length ? compose(change, updating(pairs)) : change;
}
