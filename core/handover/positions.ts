/** Where a programmer begins: for every mover and every focus area the pan and tilt that hit it; the colours and patterns in use, with the units that have them. */

import { filterOf } from '../light/codes.js';
import { lookOf } from '../light/filter.js';
import { firstOf } from '../measure/list.js';
import type { Fixture, FixtureType, FocusArea } from '../model/records.js';
import { all, get, type Show, settingsOf } from '../model/show.js';
import { counted, natural } from '../order/order.js';
import { isHung } from '../order/tray.js';
import { modeOf } from '../patch/footprint.js';
import { placeOf } from '../space/hanging.js';
import { codedAngle } from '../space/heads.js';

export interface StartingPosition {
  readonly fixture: string;
  readonly channel: string;
  readonly position: string;
  readonly unit: string;
  readonly area: string;
  /** Degrees from the middle of the range, as the head turns. */
  readonly pan: number;
  readonly tilt: number;
  /** Per cent of the range, 50 in its middle. */
  readonly panPercent: number;
  readonly tiltPercent: number;
  /** Values of the slots, most significant first; empty where the mode has no such channel. */
  readonly panSlots: readonly number[];
  readonly tiltSlots: readonly number[];
  /** Degrees by which the head cannot reach the area; 0 where it does. */
  readonly missing: number;
}
const moves = ({ pan, tilt }: FixtureType): boolean => pan > 0 && tilt > 0;
const round = (value: number, places = 2): number => Math.round(value * 10 ** places) / 10 ** places + 0;
/** A value as the bytes of its slots. */
const bytesOf = (value: number, bytes: number): number[] =>
  Array.from({ length: bytes }, (_, i) => Math.floor(value / 256 ** (bytes - 1 - i)) % 256);

function slotsOf(show: Show, fixture: Fixture, attribute: 'Pan' | 'Tilt', angle: number): number[] {
  const type = get(show, 'type', fixture.type);
  const channel = modeOf(type, fixture.mode)?.channels.find((item) => item.attribute === attribute);
  if (!channel) return [];
  return bytesOf(codedAngle(angle, attribute === 'Pan' ? type.pan : type.tilt, channel.offset.length), channel.offset.length);
}
/** Every mover at every area, movers by channel, areas by name. */
export function startingPositions(show: Show): StartingPosition[] {
  const { nose } = settingsOf(show);
  const areas = [...all(show, 'area')].sort((a, b) => natural(a.name, b.name) || natural(a.id, b.id));
  const movers = counted(show)
    .filter((fixture) => moves(get(show, 'type', fixture.type)) && isHung(show, fixture))
    .sort((a, b) => natural(firstOf(a.parts).channel, firstOf(b.parts).channel));
  const at = (fixture: Fixture, area: FocusArea): StartingPosition[] => {
    const type = get(show, 'type', fixture.type);
    const position = get(show, 'position', fixture.position);
    const { pose, missing } = placeOf({ ...fixture, aim: { kind: 'area', area: area.id } }, position, type, area, nose);
    if (!pose) return [];
    return [
      {
        fixture: fixture.id,
        channel: firstOf(fixture.parts).channel,
        position: position.name,
        unit: fixture.unit,
        area: area.name,
        pan: round(pose.pan),
        tilt: round(pose.tilt),
        panPercent: round((pose.pan / type.pan + 0.5) * 100),
        tiltPercent: round((pose.tilt / type.tilt + 0.5) * 100),
        panSlots: slotsOf(show, fixture, 'Pan', pose.pan),
        tiltSlots: slotsOf(show, fixture, 'Tilt', pose.tilt),
        missing: round(missing),
      },
    ];
  };
  return movers.flatMap((fixture) => areas.flatMap((area) => at(fixture, area)));
}
export const positionRows = (list: readonly StartingPosition[]): string[][] => [
  ['Channel', 'Position', 'Unit', 'Area', 'Pan', 'Tilt', 'Pan %', 'Tilt %', 'Pan slots', 'Tilt slots', 'Out of reach'],
  ...list.map((item) => [
    item.channel,
    item.position,
    item.unit,
    item.area,
    String(item.pan),
    String(item.tilt),
    String(item.panPercent),
    String(item.tiltPercent),
    item.panSlots.join(' '),
    item.tiltSlots.join(' '),
    item.missing ? String(item.missing) : '',
  ]),
];

export interface UsedColour {
  readonly code: string;
  readonly name: string;
  /** #rrggbb as it is shown. */
  readonly rgb: string;
  readonly channels: readonly string[];
}
/** Colours in frames and scrollers, by their codes, each with the channels that have it. */
export function usedColours(show: Show): UsedColour[] {
  const filters = all(show, 'filter');
  const by = new Map<string, Set<string>>();
  for (const { parts } of counted(show))
    for (const { colour, channel } of parts)
      for (const code of colour.split('+').map((text) => text.trim()))
        if (code && !code.startsWith('#')) by.set(code, (by.get(code) ?? new Set()).add(channel));
  return [...by]
    .sort(([a], [b]) => natural(a, b))
    .map(([code, channels]) => {
      const filter = filterOf(filters, code);
      return {
        code,
        name: filter?.name ?? '',
        rgb: filter ? lookOf(filter).rgb : '',
        channels: [...channels].filter(Boolean).sort(natural),
      };
    });
}
export interface UsedGobo {
  readonly code: string;
  readonly name: string;
  readonly channels: readonly string[];
}
export function usedGobos(show: Show): UsedGobo[] {
  const known = new Map(all(show, 'gobo').map((gobo) => [gobo.code, gobo]));
  const by = new Map<string, Set<string>>();
  for (const { gobo, parts } of counted(show))
    for (const code of gobo.split('+').map((text) => text.trim()))
      if (code) for (const { channel } of parts) by.set(code, (by.get(code) ?? new Set()).add(channel));
  return [...by]
    .sort(([a], [b]) => natural(a, b))
    .map(([code, channels]) => ({
      code,
      name: known.get(code)?.name ?? '',
      channels: [...channels].filter(Boolean).sort(natural),
    }));
}
/** Colours and patterns for a table. */
export const colourRows = (show: Show): string[][] => [
  ['Kind', 'Code', 'Name', 'Display colour', 'Channels'],
  ...usedColours(show).map(({ code, name, rgb, channels }) => ['colour', code, name, rgb, channels.join(' ')]),
  ...usedGobos(show).map(({ code, name, channels }) => ['gobo', code, name, '', channels.join(' ')]),
];
