/** Types to begin with. */
import type { Family, FixtureType, Id, Mode } from '../model/records.js';
import { channelsFromText } from './channels.js';

const moving: ReadonlySet<Family> = new Set<Family>(['moving spot', 'moving wash']);

/** A first type of a family, with figures that are usual for it (common practice, no source). */
export function newType(id: Id, family: Family): FixtureType {
  const led = family.startsWith('LED') || moving.has(family);
  const size: Partial<Record<Family, readonly [number, number, number]>> = {
    profile: [600, 260, 300],
    fresnel: [330, 290, 330],
    'plano-convex': [420, 300, 330],
    'follow spot': [1200, 380, 420],
    strip: [180, 1800, 200],
    cyc: [320, 1000, 380],
    'LED batten': [150, 1000, 170],
    'moving spot': [420, 380, 620],
    'moving wash': [360, 340, 480],
  };
  const [length, width, height] = size[family] ?? [320, 260, 280];
  const angles: Partial<Record<Family, readonly [number, number]>> = {
    profile: [18, 26],
    'follow spot': [8, 13],
    flood: [70, 110],
    cyc: [60, 95],
    strip: [50, 90],
    effect: [0, 0],
  };
  const [beam, field] = angles[family] ?? [22, 40];
  const modes: Mode[] = [{ name: led ? '5 slots' : '1 slot', channels: [] }];
  const made = channelsFromText(
    moving.has(family) ? 'Pan 16, Tilt 16, Dimmer' : led ? 'Dimmer, ColorAdd_R, ColorAdd_G, ColorAdd_B, ColorAdd_W' : 'Dimmer',
  );
  if (made.ok) modes[0] = { name: moving.has(family) ? '5 slots' : modes[0]!.name, channels: made.channels };
  return {
    id,
    kind: 'type',
    maker: '',
    name: `New ${family}`,
    family,
    lamp: led ? 'LED' : family === 'follow spot' ? 'Discharge' : 'Halogen',
    watts: led ? 200 : 1000,
    weight: 7,
    length,
    width,
    height,
    hang: family === 'effect' || family === 'follow spot' ? 0 : 250,
    beam,
    field,
    lumens: family === 'effect' ? 0 : 8000,
    kelvin: led ? 5600 : 3200,
    cells: 1,
    pan: moving.has(family) ? 540 : 0,
    tilt: moving.has(family) ? 270 : 0,
    modes,
  };
}
