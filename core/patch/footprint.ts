/** Slots that a mode takes. Count slots, never channels (reference formats 1.9). */
import type { Channel, Fixture, FixtureType, Mode } from '../model/records.js';
import { get, type Show } from '../model/show.js';

const kept = new WeakMap<Mode, readonly number[]>();

/** Highest slot used in each break, in the order of the breaks. A part of a fixture is a break of its mode. */
export function footprints(mode: Mode): readonly number[] {
  let sizes = kept.get(mode);
  if (!sizes) {
    const top = new Map<number, number>();
    for (const channel of mode.channels) top.set(channel.break, Math.max(top.get(channel.break) ?? 0, ...channel.offset));
    sizes = [...top].sort((a, b) => a[0] - b[0]).map(([, size]) => size);
    kept.set(mode, sizes);
  }
  return sizes;
}

const keptParts = new WeakMap<Mode, readonly (readonly Channel[])[]>();
/** Channels of a part: those of its break. Nothing where the mode has no such break. */
export function partChannels(mode: Mode | undefined, part: number): readonly Channel[] {
  if (!mode) return [];
  let parts = keptParts.get(mode);
  if (!parts) {
    const breaks = [...new Set(mode.channels.map((channel) => channel.break))].sort((a, b) => a - b);
    parts = breaks.map((own) => mode.channels.filter((channel) => channel.break === own));
    keptParts.set(mode, parts);
  }
  return parts[part] ?? [];
}

/** Slots of a whole mode, summed over its breaks. */
export const footprintOf = (mode: Mode): number => footprints(mode).reduce((a, b) => a + b, 0);
export const modeOf = (type: FixtureType, name: string): Mode | undefined => type.modes.find((mode) => mode.name === name);

/** Slots of one part of a fixture: of a cell by its break, of a device its own; 0 where the mode has no such break. */
export function partFootprint(show: Show, fixture: Fixture, part: number): number {
  const own = fixture.parts[part]?.slots;
  if (own !== undefined) return own;
  const mode = modeOf(get(show, 'type', fixture.type), fixture.mode);
  return mode ? (footprints(mode)[part] ?? 0) : 0;
}

/** Slots of a whole fixture. */
export function fixtureFootprint(show: Show, fixture: Fixture): number {
  const mode = modeOf(get(show, 'type', fixture.type), fixture.mode);
  return (mode ? footprintOf(mode) : 0) + fixture.parts.reduce((sum, part) => sum + (part.slots ?? 0), 0);
}
