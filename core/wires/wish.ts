/**
 * What the check wants of the rig at a moment: one light, all of a kind with a flash, a chase or a ramp, single slots, and what is parked. A plain function of the show, the wish
 * and the time, so that every pace can be asked without waiting.
 */
import { channelText } from '../fields/texts.js';
import type { Fixture, Id } from '../model/records.js';
import { find, get, type Show, settingsOf } from '../model/show.js';
import { natural } from '../order/order.js';
import { SLOTS, slotOf, universeOf } from '../patch/address.js';
import { possibleGroups } from '../setout/groups.js';
import { inCheckOrder, lightAddress } from './check-order.js';
import { isLamp, slotsOf } from './lighting.js';

export const paces = ['steady', 'flash', 'chase', 'ramp'] as const;
export type Pace = (typeof paces)[number];
export interface Wish {
  /** Lights that are up, in their order. */
  readonly up: readonly Id[];
  /** Share of full of those, and of all others. */
  readonly level: number;
  readonly others: number;
  readonly pace: Pace;
  /** Of one step: on and off, from one light to the next, or up and down, ms. */
  readonly step: number;
  /** Lights that stay at a level whatever else is wanted. */
  readonly parked: ReadonlyMap<Id, number>;
  /** Slots by absolute address, 0 to 255: they stay whatever else is wanted. */
  readonly raw: ReadonlyMap<number, number>;
}
export const noWish: Wish = { up: [], level: 1, others: 0, pace: 'steady', step: 1000, parked: new Map(), raw: new Map() };

/** Share of its level that the n-th of many lights has at a moment. Flash and ramp begin bright and dark, chase with the first. */
export function paceAt(pace: Pace, step: number, ms: number, n: number, many: number): number {
  if (pace === 'steady' || step <= 0) return 1;
  const turn = Math.floor(ms / step);
  if (pace === 'flash') return turn % 2 ? 0 : 1;
  if (pace === 'chase') return turn % many === n ? 1 : 0;
  const along = (ms % step) / step;
  return turn % 2 ? 1 - along : along;
}

/** Levels by light. */
export function levelsAt(show: Show, { up, level, others, pace, step, parked }: Wish, ms: number): Map<Id, number> {
  const out = new Map<Id, number>();
  if (others > 0) for (const light of inCheckOrder(show, 'position')) if (isLamp(show, light)) out.set(light.id, others);
  const there = up.filter((id) => find(show, 'fixture', id));
  // The last one that is written says the level of a shared dimmer.
  const put = (id: Id, share: number) => {
    out.delete(id);
    out.set(id, share);
  };
  there.forEach((id, n) => {
    put(id, Math.max(level * paceAt(pace, step, ms, n, there.length), pace === 'steady' ? 0 : (out.get(id) ?? 0)));
  });
  for (const [id, share] of parked) if (find(show, 'fixture', id)) put(id, share);
  return out;
}
/** Slots by universe. */
export function wishAt(show: Show, wish: Wish, ms: number): Map<number, Uint8Array> {
  const out = slotsOf(show, levelsAt(show, wish, ms));
  for (const [address, value] of wish.raw) {
    const universe = universeOf(address);
    const slots = out.get(universe) ?? new Uint8Array(SLOTS);
    out.set(universe, slots);
    slots[slotOf(address) - 1] = value;
  }
  return out;
}

/** By what lights are taken together. */
export const togethers = ['purpose', 'position', 'type', 'area', 'universe', 'dimmer', 'circuit'] as const;
export type Together = (typeof togethers)[number];
export interface Kin {
  readonly name: string;
  readonly lights: readonly Id[];
}
const partsText = (of: (part: Fixture['parts'][number]) => string) => (fixture: Fixture) =>
  fixture.parts.filter(({ accessory }) => accessory === undefined).map(of);
const textsOf: Readonly<Record<'universe' | 'dimmer' | 'circuit', (fixture: Fixture) => readonly string[]>> = {
  universe: partsText(({ address }) => (address === null ? '' : `Universe ${universeOf(address)}`)),
  dimmer: partsText(({ dimmer = '' }) => dimmer),
  circuit: partsText(({ circuit, circuitNumber = '' }) => [circuit, circuitNumber].filter(Boolean).join(' ')),
};
/** Patched lights of a kind, each kind with its name; groups are those of the desk. */
export function kinOf(show: Show, by: Together): Kin[] {
  const patched = new Set(inCheckOrder(show, 'position').map(({ id }) => id));
  if (by === 'purpose' || by === 'position' || by === 'type' || by === 'area')
    return possibleGroups(show, { ...settingsOf(show).handOver, groups: [by] }).flatMap(({ name, fixtures }) => {
      const lights = fixtures.map(({ id }) => id).filter((id) => patched.has(id));
      return lights.length ? [{ name, lights }] : [];
    });
  const out = new Map<string, Id[]>();
  for (const light of inCheckOrder(show, 'position'))
    for (const text of new Set(textsOf[by](light))) if (text) out.set(text, [...(out.get(text) ?? []), light.id]);
  return [...out].sort(([a], [b]) => natural(a, b)).map(([name, lights]) => ({ name, lights }));
}

/** "21, 22 and 3 more": lights by their channels. */
export function namesOf(show: Show, lights: readonly Id[], most = 6): string {
  const names = lights.map((id) => {
    const fixture = get(show, 'fixture', id);
    return channelText(fixture) || `unit ${fixture.unit}`;
  });
  return names.length > most ? `${names.slice(0, most).join(', ')} and ${names.length - most} more` : names.join(', ');
}
/** First addresses in order, to go through slots one after the other. */
export const addressesOf = (show: Show): number[] =>
  [...new Set(inCheckOrder(show, 'address').flatMap((light) => lightAddress(light) ?? []))].sort((a, b) => a - b);
