/** Types to begin with. */

import { familyEntry } from '../families/index.js';
import { firstOf } from '../measure/list.js';
import type { Family, FixtureType, Id, Mode } from '../model/records.js';
import { channelsFromText } from './channels.js';

/** A first type of a family, with figures that are usual for it (common practice, no source). */
export function newType(id: Id, family: Family): FixtureType {
  const entry = familyEntry(family);
  const { usual } = entry;
  const led = entry.led === true || entry.moves === true;
  const [length, width, height] = usual.size ?? [320, 260, 280];
  const [beam, field] = usual.angles ?? [22, 40];
  const modes: Mode[] = [{ name: led ? '5 slots' : '1 slot', channels: [] }];
  const made = channelsFromText(
    entry.moves ? 'Pan 16, Tilt 16, Dimmer' : led ? 'Dimmer, ColorAdd_R, ColorAdd_G, ColorAdd_B, ColorAdd_W' : 'Dimmer',
  );
  if (made.ok) modes[0] = { name: entry.moves ? '5 slots' : firstOf(modes).name, channels: made.channels };
  return {
    id,
    kind: 'type',
    maker: '',
    name: `New ${family}`,
    family,
    lamp: led ? 'LED' : (usual.lamp ?? 'Halogen'),
    watts: led ? 200 : 1000,
    weight: 7,
    length,
    width,
    height,
    hang: usual.hang ?? 250,
    beam,
    field,
    lumens: entry.dark ? 0 : 8000,
    kelvin: led ? 5600 : 3200,
    cells: 1,
    pan: entry.moves ? 540 : 0,
    tilt: entry.moves ? 270 : 0,
    modes,
  };
}
