/** Parts of a fixture: one a DMX break of its mode (its cells), then the devices that hang on it: a scroller, a moving mirror, a ring. */
import { firstOf } from '../measure/list.js';
import { makePart } from '../model/make.js';
import type { Fixture, FixtureType, Part } from '../model/records.js';
import { find, type Show } from '../model/show.js';
import { footprints } from './footprint.js';

export const isDevice = (part: Part): boolean => part.slots !== undefined;

/** The fixture in another type or mode: cells keep channel, address, circuit and colour where the mode has them, devices stay. */
export function inMode(fixture: Fixture, type: FixtureType, mode: string): Fixture {
  const sizes = footprints(type.modes.find((item) => item.name === mode) ?? firstOf(type.modes));
  const cells = fixture.parts.filter((part) => !isDevice(part));
  const first = cells[0] ?? makePart();
  const fresh = Array.from({ length: Math.max(1, sizes.length) }, (_, i) => ({
    ...(cells[i] ?? { ...first, address: null }),
    name: sizes.length > 1 ? `cell ${i + 1}` : '',
  }));
  return { ...fixture, type: type.id, mode, parts: [...fresh, ...fixture.parts.filter(isDevice)] };
}

/** The fixture in another type: channel, colour, circuit and address of each part stay where the new mode has the part. The mode of the same name is kept, else the first is taken. */
export const inType = (fixture: Fixture, type: FixtureType): Fixture =>
  inMode(fixture, type, (type.modes.find((item) => item.name === fixture.mode) ?? firstOf(type.modes)).name);

/** The fixture with a part for each of its accessories that is a device, and none for one that was taken off. */
export function withDevices(show: Show, fixture: Fixture): Fixture {
  const hung = fixture.accessories ?? [];
  const slotsOf = (id: string) => find(show, 'accessory', id)?.slots;
  const kept = fixture.parts.flatMap((part): Part[] => {
    if (!part.accessory) return [part];
    const slots = hung.includes(part.accessory) ? slotsOf(part.accessory) : undefined;
    return slots === undefined ? [] : [slots === part.slots ? part : { ...part, slots }];
  });
  const same = kept.length === fixture.parts.length && kept.every((part, i) => part === fixture.parts[i]);
  const missing = hung.flatMap((id) => {
    const item = find(show, 'accessory', id);
    return item?.slots !== undefined && !kept.some((part) => part.accessory === id)
      ? [makePart({ name: item.name, accessory: id, slots: item.slots })]
      : [];
  });
  return missing.length || !same ? { ...fixture, parts: [...kept, ...missing] } : fixture;
}
