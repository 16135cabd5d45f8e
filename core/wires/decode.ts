/**
 * What slots say about the lights that are patched to them: level, colour, pan and tilt, by the modes of the patch. Values of one to four bytes, coarse first; a light whose mode
 * has no dimmer is as bright as its brightest colour. Source: reference calculations 4; attributes are those of GDTF (reference formats 1).
 */
import { colourIn } from '../light/filter.js';
import type { Channel, Fixture, FixtureType, Id } from '../model/records.js';
import { all, find, get, type Show } from '../model/show.js';
import { SLOTS, slotOf, universeOf } from '../patch/address.js';
import { modeOf, partChannels, partFootprint } from '../patch/footprint.js';
import { wallRuns } from '../patch/pixels.js';
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
  /** Of a scroller: the frame of its string that stands in the light, from 1. It is no light itself, and its colour is that of the light. */
  readonly frame?: number;
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
  const dimmer = named('Dimmer') ?? named('VirtualDimmer');
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

/**
 * Reads a scroller: its first slot runs over the string, an equal part of it for each frame (common practice, no source).
 * @param colours  of the frames, red, green and blue as shares; null is clear
 */
const scrollerOf =
  (colours: readonly Live['colour'][], first: number): Spot['read'] =>
  (slots) => {
    const frame = frameAt(slots[first - 1] ?? 0, colours.length);
    return { level: 0, colour: colours[frame - 1] ?? null, pan: null, tilt: null, frame };
  };
const VALUES = 256;
/** The frame of a string at a value of its slot, from 1. */
export const frameAt = (value: number, frames: number): number => Math.min(frames, Math.floor((value * frames) / VALUES) + 1);
/** The value in the middle of a frame. */
export const valueOfFrame = (frame: number, frames: number): number => Math.floor(((frame - 0.5) * VALUES) / frames);
const shares = (hex: string | null): Live['colour'] =>
  hex ? ([1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16) / 255) as [number, number, number]) : null;

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
  // Strings and filters are other records: what has a device is read anew.
  if (before?.type === type && !fixture.accessories?.length) return before.spots;
  const mode = modeOf(type, fixture.mode);
  const spots = fixture.parts.flatMap(({ address, accessory }, part): Spot[] => {
    if (address === null) return [];
    const slot = slotOf(address);
    if (accessory !== undefined) {
      // Devices are no light; what a scroller has in it is seen by the light behind it.
      const string = find(show, 'accessory', accessory)?.string;
      if (!string?.length) return [];
      const read = scrollerOf(
        string.map((colour) => shares(colourIn(show, colour).rgb)),
        slot,
      );
      return [{ fixture: fixture.id, part, universe: universeOf(address), from: slot, count: 1, read }];
    }
    const channels = partChannels(mode, part);
    const from = slot;
    const count = Math.min(partFootprint(show, fixture, part), SLOTS - from + 1);
    return [{ fixture: fixture.id, part, universe: universeOf(address), from, count, read: readerOf(type, channels, from) }];
  });
  ofOne.set(fixture, { type, spots });
  return spots;
}

const patchedIn = new WeakMap<Show, ReadonlyMap<number, Uint8Array>>();
/** Of each universe which slots something is patched to, by slot from 1: lights, devices such as scrollers, and walls of pixels. Remembered per show. */
export function patchedOf(show: Show): ReadonlyMap<number, Uint8Array> {
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
  for (const wall of all(show, 'wall'))
    for (const { from, to } of wallRuns(wall)) {
      const slots = out.get(universeOf(from)) ?? new Uint8Array(SLOTS + 1);
      out.set(universeOf(from), slots);
      slots.fill(1, slotOf(from), slotOf(to) + 1);
    }
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
