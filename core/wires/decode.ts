/**
 * What slots say about the lights that are patched to them: level, colour, pan and tilt, by the modes of the patch. Values of one to four bytes, coarse first; a light whose mode
 * has no dimmer is as bright as its brightest colour. Source: reference calculations 4; attributes are those of GDTF (reference formats 1).
 */
import type { Channel, Fixture, FixtureType, Id } from '../model/records.js';
import { all, get, type Show } from '../model/show.js';
import { SLOTS, slotOf, universeOf } from '../patch/address.js';
import { modeOf, partChannels, partFootprint } from '../patch/footprint.js';
import { shareOf } from '../patch/values.js';
import { additive, subtractive } from './emitters.js';

export interface Live {
  /** Share of full. */
  readonly level: number;
  /** Red, green and blue as shares of the brightest; null where the light has no colour of its own. */
  readonly colour: readonly [number, number, number] | null;
  /** Degrees from the middle; null where it does not move. */
  readonly pan: number | null;
  readonly tilt: number | null;
}
/** A light, or a cell of one, that slots of a universe say. */
export interface Spot {
  readonly fixture: Id;
  readonly part: number;
  readonly universe: number;
  /** First slot and number of slots. */
  readonly from: number;
  readonly count: number;
  readonly read: (slots: Uint8Array) => Live;
}

/** The value of a channel as a share; what stands beyond the universe is 0. */
function shareIn(slots: Uint8Array, first: number, { offset }: Channel): number {
  let value = 0;
  for (const at of offset) value = value * 256 + (slots[first + at - 2] ?? 0);
  return shareOf(value, offset.length);
}
/** Reads a part of a type in a mode. @param channels  of its break  @param first  its first slot, from 1 */
function readerOf(type: FixtureType, channels: readonly Channel[], first: number): Spot['read'] {
  const named = (attribute: string): Channel | undefined => channels.find((channel) => channel.attribute === attribute);
  const dimmer = named('Dimmer');
  const [pan, tilt] = [named('Pan'), named('Tilt')];
  const adding = channels.filter(({ attribute }) => additive[attribute]);
  const taking = channels.filter(({ attribute }) => subtractive[attribute] !== undefined);
  const plain = channels[0];
  return (slots) => {
    const share = (channel: Channel): number => shareIn(slots, first, channel);
    let rgb: [number, number, number] | null = null;
    let brightest = 1;
    if (adding.length) {
      rgb = [0, 0, 0];
      brightest = 0;
      for (const channel of adding) {
        const own = share(channel);
        brightest = Math.max(brightest, own);
        additive[channel.attribute]?.forEach((add, i) => {
          if (rgb) rgb[i as 0 | 1 | 2] += add * own;
        });
      }
      const most = Math.max(...rgb);
      rgb = most > 0 ? [rgb[0] / most, rgb[1] / most, rgb[2] / most] : [1, 1, 1];
    } else if (taking.length) {
      rgb = [1, 1, 1];
      for (const channel of taking) rgb[subtractive[channel.attribute] ?? 0] = 1 - share(channel);
    }
    // Without a dimmer a light is as bright as its colours; with neither, as its first slot says.
    const level = dimmer ? share(dimmer) : adding.length ? brightest : taking.length || pan || !plain ? 1 : share(plain);
    const turned = (channel: Channel | undefined, whole: number): number | null =>
      channel && whole > 0 ? (share(channel) - 0.5) * whole : null;
    return { level, colour: rgb, pan: turned(pan, type.pan), tilt: turned(tilt, type.tilt) };
  };
}

/** Every patched light and cell of a show, by universe. Remembered per show. */
const kept = new WeakMap<Show, ReadonlyMap<number, readonly Spot[]>>();
export function spotsOf(show: Show): ReadonlyMap<number, readonly Spot[]> {
  const known = kept.get(show);
  if (known) return known;
  const out = new Map<number, Spot[]>();
  for (const fixture of all(show, 'fixture'))
    for (const spot of ofFixture(show, fixture)) {
      const own = out.get(spot.universe);
      if (own) own.push(spot);
      else out.set(spot.universe, [spot]);
    }
  kept.set(show, out);
  return out;
}
const ofOne = new WeakMap<Fixture, { readonly type: FixtureType; readonly spots: readonly Spot[] }>();
function ofFixture(show: Show, fixture: Fixture): readonly Spot[] {
  const type = get(show, 'type', fixture.type);
  const before = ofOne.get(fixture);
  if (before?.type === type) return before.spots;
  const mode = modeOf(type, fixture.mode);
  const spots = fixture.parts.flatMap(({ address, accessory }, part): Spot[] => {
    // Devices such as scrollers are no light.
    if (address === null || accessory !== undefined) return [];
    const channels = partChannels(mode, part);
    const from = slotOf(address);
    const count = Math.min(partFootprint(show, fixture, part), SLOTS - from + 1);
    return [{ fixture: fixture.id, part, universe: universeOf(address), from, count, read: readerOf(type, channels, from) }];
  });
  ofOne.set(fixture, { type, spots });
  return spots;
}

const patchedIn = new WeakMap<Show, ReadonlyMap<number, Uint8Array>>();
/** Of each universe which slots something is patched to, by slot from 1: lights, and devices such as scrollers. Remembered per show. */
function patchedOf(show: Show): ReadonlyMap<number, Uint8Array> {
  const known = patchedIn.get(show);
  if (known) return known;
  const out = new Map<number, Uint8Array>();
  for (const fixture of all(show, 'fixture'))
    fixture.parts.forEach(({ address }, part) => {
      if (address === null) return;
      const universe = universeOf(address);
      const slots = out.get(universe) ?? new Uint8Array(SLOTS + 1);
      out.set(universe, slots);
      slots.fill(1, slotOf(address), slotOf(address) + partFootprint(show, fixture, part));
    });
  patchedIn.set(show, out);
  return out;
}
const nothingPatched = new Uint8Array(SLOTS + 1);

/** Slots of a universe that carry a level though nothing is patched to them, from 1. */
export function strangers(show: Show, universe: number, slots: Uint8Array): number[] {
  const patched = patchedOf(show).get(universe) ?? nothingPatched;
  const out: number[] = [];
  slots.forEach((level, i) => {
    if (level && !patched[i + 1]) out.push(i + 1);
  });
  return out;
}
