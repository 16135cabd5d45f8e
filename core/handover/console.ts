/** The show as console data: the patch by channel and intensity slot, groups, and looks as cues. What the form cannot say is told. */
import type { ChannelLevel, ConsoleData, PatchItem } from '../formats/ascii/data.js';
import { MOST_CHANNEL } from '../formats/ascii/data.js';
import { looksOf } from '../light/looks.js';
import type { Fixture, HandOver, Mode } from '../model/records.js';
import { get, type Show, settingsOf } from '../model/show.js';
import { inScheduleOrder } from '../order/order.js';
import { modeOf, partChannels } from '../patch/footprint.js';
import { channelsOf, deskGroups } from './groups.js';

/** A channel as the desk of 1992 knows it: a figure. */
const figure = (channel: string): number | null => {
  const value = /^\d{1,5}$/.test(channel) ? Number(channel) : 0;
  return value >= 1 && value <= MOST_CHANNEL ? value : null;
};
/** Slot of the intensity in a break of a mode, from 1, and whether the mode has one. */
export function intensitySlot(mode: Mode | undefined, part: number): { readonly slot: number; readonly found: boolean } {
  const own = partChannels(mode, part);
  const dimmer =
    own.find(({ attribute }) => attribute === 'Dimmer') ?? own.find(({ attribute }) => attribute === 'VirtualDimmer');
  const slot = dimmer?.offset[0];
  return slot === undefined ? { slot: 1, found: false } : { slot, found: true };
}

export interface SaidData {
  readonly data: ConsoleData;
  /** What could not be said, in sentences. */
  readonly remarks: readonly string[];
}
const some = (list: readonly string[]): string =>
  list.length > 8 ? `${list.slice(0, 8).join(', ')} and ${list.length - 8} more` : list.join(', ');

export function consoleData(show: Show, wish: HandOver): SaidData {
  const patch: PatchItem[] = [];
  const worded = new Set<string>();
  const withoutDimmer: string[] = [];
  const doubled: string[] = [];
  const taken = new Set<number>();
  const take = (fixture: Fixture) => {
    const mode = modeOf(get(show, 'type', fixture.type), fixture.mode);
    fixture.parts.forEach(({ channel, address, accessory }, i) => {
      if (!channel || address === null || accessory !== undefined) return;
      const number = figure(channel);
      if (number === null) {
        worded.add(channel);
        return;
      }
      const { slot, found } = intensitySlot(mode, i);
      if (!found) withoutDimmer.push(channel);
      const dimmer = address + slot - 1;
      // A dimmer belongs to one channel: where two want it, the first in the order of the paper has it.
      if (taken.has(dimmer)) doubled.push(channel);
      else patch.push({ channel: number, dimmer, level: 1 });
      taken.add(dimmer);
    });
  };
  for (const fixture of inScheduleOrder(show)) if (!fixture.spare) take(fixture);
  const levels = (channels: readonly string[], level: (channel: string) => number): ChannelLevel[] =>
    channels.flatMap((channel) => {
      const number = figure(channel);
      return number === null ? [] : [{ channel: number, level: level(channel) }];
    });
  const groups = deskGroups(show, wish).map(({ name, fixtures }, i) => ({
    number: String(i + 1),
    text: name,
    channels: levels(channelsOf(fixtures), () => 1),
  }));
  const cues =
    wish.looks === false
      ? []
      : looksOf(show).map((look, i) => ({
          number: String(i + 1),
          text: look.name,
          channels: levels(Object.keys(look.levels), (channel) => look.levels[channel] ?? 0),
        }));
  const channels = (list: readonly string[]): string => `${list.length === 1 ? 'channel' : 'channels'} ${some(list)}`;
  const remarks = [
    ...(worded.size ? [`Channels that are no figures stay out: ${some([...worded])}.`] : []),
    ...(doubled.length ? [`What shares its address with a channel before it stays out: ${channels(doubled)}.`] : []),
    ...(withoutDimmer.length ? [`Without a dimmer in the mode, so patched by the first slot: ${channels(withoutDimmer)}.`] : []),
  ];
  return { data: { manufacturer: 'Dessin', console: settingsOf(show).name || 'Plot', patch, groups, cues, subs: [] }, remarks };
}
