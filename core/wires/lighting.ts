/**
 * Slots that make lights come up as the plot has them: at a level, open, in their colour, and where they are aimed. What a mode does besides stands at its rest.
 * Source: reference calculations 4 (bytes) and 5 (heads); attributes are those of GDTF (reference formats 1).
 */
import { colourIn } from '../light/filter.js';
import { colourTextOf } from '../light/source.js';
import { linearOf, xyzOfHex } from '../light/srgb.js';
import type { Channel, Fixture, Id } from '../model/records.js';
import { find, get, type Show } from '../model/show.js';
import { SLOTS, slotOf, universeOf } from '../patch/address.js';
import { modeOf, partChannels } from '../patch/footprint.js';
import { bytesOf, slotValue } from '../patch/values.js';
import { place } from '../space/hanging.js';
import { codedAngle } from '../space/heads.js';
import { valueOfFrame } from './decode.js';
import { additive, subtractive } from './emitters.js';

type Rgb = readonly [number, number, number];

/** What the plot wants of the colour, as shares of the brightest of red, green and blue; null where it wants none. */
function plannedColour(show: Show, fixture: Fixture): Rgb | null {
  const { rgb } = colourIn(show, colourTextOf(fixture));
  if (!rgb) return null;
  const linear = linearOf(xyzOfHex(rgb)).map((share) => Math.max(0, share));
  const most = Math.max(...linear);
  return most > 0 ? (linear.map((share) => share / most) as unknown as Rgb) : null;
}

/** Share of an emitter for a colour: red, green and blue as they are; the others help where no colour is wanted. */
function emitterShare(adds: Rgb, colour: Rgb | null): number {
  if (!colour) return 1;
  const one = adds.indexOf(1);
  return adds.filter((add) => add === 0).length === 2 ? (colour[one as 0 | 1 | 2] ?? 0) : 0;
}

/** Value of a channel of a light that is lit, in the resolution of the channel. */
function litValue(
  show: Show,
  fixture: Fixture,
  { attribute, offset, default: rest, highlight, functions }: Channel,
  level: number,
  dimmed: boolean,
): number {
  const bytes = offset.length;
  const { pan, tilt } = get(show, 'type', fixture.type);
  if (attribute === 'Dimmer') return slotValue(level, bytes);
  if (attribute === 'Pan' || attribute === 'Tilt') {
    const pose = place(show, fixture).pose;
    const whole = attribute === 'Pan' ? pan : tilt;
    if (pose && whole > 0) return codedAngle(attribute === 'Pan' ? pose.pan : pose.tilt, whole, bytes);
    return rest ?? slotValue(0.5, bytes);
  }
  const adds = additive[attribute];
  // Without a dimmer the colours themselves are the level.
  if (adds) return slotValue(emitterShare(adds, plannedColour(show, fixture)) * (dimmed ? 1 : level), bytes);
  const takes = subtractive[attribute];
  if (takes !== undefined) return slotValue(1 - (plannedColour(show, fixture)?.[takes] ?? 1), bytes);
  // A lamp that must be struck is: the value is held as long as the light is up, as desks do (common practice, no source).
  if (/^(LampControl|LampPower|Control\d*|Function)$/.test(attribute)) {
    const strike = functions?.find(({ name }) => /\bstrike\b|\blamp\b.*\bon\b/i.test(name));
    if (strike && level > 0) return strike.from;
  }
  if (/^Shutter\d+$/.test(attribute))
    return highlight ?? functions?.find(({ name }) => /\bopen\b/i.test(name))?.from ?? rest ?? slotValue(1, bytes);
  return rest ?? 0;
}

/**
 * Slots by universe of lights that are lit; all other slots of those universes are at 0. Lights that are not patched, or not in the show, are left out.
 * @param levels  share of full, by fixture
 */
export function slotsOf(show: Show, levels: ReadonlyMap<Id, number>): Map<number, Uint8Array> {
  const out = new Map<number, Uint8Array>();
  for (const [id, level] of levels) {
    const fixture = find(show, 'fixture', id);
    if (!fixture) continue;
    const mode = modeOf(get(show, 'type', fixture.type), fixture.mode);
    fixture.parts.forEach(({ address, accessory }, part) => {
      if (address === null) return;
      const slots = out.get(universeOf(address)) ?? new Uint8Array(SLOTS);
      if (accessory !== undefined) {
        const string = find(show, 'accessory', accessory)?.string ?? [];
        const frame = string.indexOf(colourTextOf(fixture));
        if (frame < 0) return;
        out.set(universeOf(address), slots);
        slots[slotOf(address) - 1] = valueOfFrame(frame + 1, string.length);
        return;
      }
      const own = partChannels(mode, part);
      const dimmed = own.some(({ attribute }) => attribute === 'Dimmer');
      const plain = own.length > 0 && own.every(({ attribute }) => !isLight(attribute)) ? own[0] : undefined;
      out.set(universeOf(address), slots);
      for (const channel of own) {
        const value =
          channel === plain ? slotValue(level, channel.offset.length) : litValue(show, fixture, channel, level, dimmed);
        bytesOf(value, channel.offset.length).forEach((byte, i) => {
          const at = slotOf(address) + (channel.offset[i] ?? 1) - 2;
          if (at < SLOTS) slots[at] = byte;
        });
      }
    });
  }
  return out;
}
/** Its mode says brightness or colour: what does not, such as a hazer, comes up when it is asked for itself, and does not glow with all others. */
export const isLamp = (show: Show, fixture: Fixture): boolean =>
  modeOf(get(show, 'type', fixture.type), fixture.mode)?.channels.some(
    ({ attribute }) => attribute === 'Dimmer' || attribute in additive || attribute in subtractive,
  ) ?? false;
/** It makes a light bright, or says where it goes: a mode without any such is lit by its first slot. */
const isLight = (attribute: string): boolean =>
  attribute === 'Dimmer' || attribute === 'Pan' || attribute === 'Tilt' || attribute in additive || attribute in subtractive;
