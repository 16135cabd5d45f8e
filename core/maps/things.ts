/** What stands on a map: the lights that a thing is of, and what it says. */

import { fieldText } from '../fields/index.js';
import { channelText } from '../fields/texts.js';
import { colourIn } from '../light/filter.js';
import { colourTextOf } from '../light/source.js';
import type { BoardMap, Fixture, Id, MapItem } from '../model/records.js';
import { all, find, type Show, settingsOf } from '../model/show.js';
import { possibleGroups } from '../setout/groups.js';

/** Maps in their order. */
export const mapsOf = (show: Show): BoardMap[] =>
  [...all(show, 'map')].sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));

const channels = new WeakMap<Show, ReadonlyMap<string, readonly Fixture[]>>();
/** Lights by channel, spares left out. Remembered per show. */
function byChannel(show: Show): ReadonlyMap<string, readonly Fixture[]> {
  const known = channels.get(show);
  if (known) return known;
  const out = new Map<string, Fixture[]>();
  for (const fixture of all(show, 'fixture'))
    if (!fixture.spare)
      for (const channel of new Set(fixture.parts.map((part) => part.channel).filter(Boolean))) {
        const own = out.get(channel);
        if (own) own.push(fixture);
        else out.set(channel, [fixture]);
      }
  channels.set(show, out);
  return out;
}
const groups = new WeakMap<Show, ReadonlyMap<string, { readonly name: string; readonly fixtures: readonly Fixture[] }>>();
/** Groups of the desk by their keys. Remembered per show. */
export function groupsByKey(show: Show): ReadonlyMap<string, { readonly name: string; readonly fixtures: readonly Fixture[] }> {
  const known =
    groups.get(show) ?? new Map(possibleGroups(show, { ...settingsOf(show).handOver }).map((group) => [group.key, group]));
  groups.set(show, known);
  return known;
}
const none: readonly Fixture[] = [];
/** Lights that a thing of a map is of; of text and shapes none. */
export function lightsOf(show: Show, { what, channel, group, area }: MapItem): readonly Fixture[] {
  if (what === 'group') return groupsByKey(show).get(group ?? '')?.fixtures ?? none;
  if (what === 'area')
    return all(show, 'fixture').filter(({ aim, spare }) => !spare && aim?.kind === 'area' && aim.area === area);
  return channel ? (byChannel(show).get(channel) ?? none) : none;
}
export const isChannel = ({ what }: MapItem): boolean => what === 'symbol' || what === 'tile' || what === 'picture';
export const isButton = ({ what }: MapItem): boolean => what === 'group' || what === 'area';

/** What a thing is called: its channel, its group, its area, or what it says. */
export function nameOf(show: Show, item: MapItem): string {
  if (item.what === 'group') return item.text || (groupsByKey(show).get(item.group ?? '')?.name ?? 'no such group');
  if (item.what === 'area') return item.text || `Area ${find(show, 'area', item.area)?.name ?? ''}`;
  if (isChannel(item)) return item.channel ?? '';
  return item.text ?? '';
}
/** What a channel says below its name, by the fields of the map; fields that say nothing are left out, and what many say alike is said once. */
export function linesOf(show: Show, map: Pick<BoardMap, 'fields'>, item: MapItem): string[] {
  if (!isChannel(item)) return [];
  const lights = lightsOf(show, item);
  return map.fields.flatMap((field) => {
    if (field === 'channel') return [];
    const said = [...new Set(lights.map((fixture) => fieldText(show, fixture, null, field)).filter(Boolean))];
    return said.length ? [said.join(', ')] : [];
  });
}
/** The colour of the filter, or of what is mixed, that the plot has in the lights; null without any. */
export function filterOf(show: Show, item: MapItem): string | null {
  for (const fixture of lightsOf(show, item)) {
    const { rgb } = colourIn(show, colourTextOf(fixture));
    if (rgb) return rgb;
  }
  return null;
}

/** Channels of lights, each once, in their order. */
export const channelsIn = (show: Show, ids: readonly Id[]): string[] => [
  ...new Set(
    ids.flatMap((id) => {
      const fixture = find(show, 'fixture', id);
      return fixture ? fixture.parts.map((part) => part.channel).filter(Boolean) : [];
    }),
  ),
];
/** "21-25": a fixture as a map names it. */
export const called = (fixture: Fixture): string => channelText(fixture) || `unit ${fixture.unit}`;
