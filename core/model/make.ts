/** New records with the defaults of the trade. */
import type { Units } from '../measure/lengths.js';
import { INCH } from '../measure/lengths.js';
import type { Curve, Fixture, FixtureType, Id, Layer, LayerRole, NewId, Outline, Part, Position, Settings } from './records.js';

/** Stacking of the handbook, from the bottom: border, house, scenery, masking, positions with focus, lighting on top. */
const layerNames: readonly (readonly [LayerRole, string])[] = [
  ['border', 'Title block and border'],
  ['house', 'House'],
  ['scenery', 'Scenery'],
  ['masking', 'Masking'],
  ['focus', 'Focus'],
  ['positions', 'Positions'],
  ['fixtures', 'Fixtures'],
];

export const makeLayers = (idOf: (role: LayerRole) => Id): Layer[] =>
  layerNames.map(([role, name], i) => ({ id: idOf(role), kind: 'layer', name, role, order: i * 10, state: 'shown' }));

/** Snap and ticks: 100 mm and 500 mm, or 3 in and 18 in (common practice, no source). */
export const makeSettings = (id: Id, name: string, units: Units = 'metric', stageWidth = 12000, stageDepth = 8000): Settings => ({
  id,
  kind: 'settings',
  name,
  venue: '',
  designer: '',
  units,
  snap: units === 'metric' ? 100 : 3 * INCH,
  tick: units === 'metric' ? 500 : 18 * INCH,
  nose: 'aim',
  paper: units === 'metric' ? 'A1' : 'ARCH D',
  scale: units === 'metric' ? 50 : 48,
  stageWidth,
  stageDepth,
});

/** Records of an empty show: settings, layers and the edge of the stage floor. */
export function makeShow(
  id: Id,
  name: string,
  units: Units,
  stageWidth: number,
  stageDepth: number,
  newId: NewId,
): (Settings | Layer | Outline)[] {
  const layers = makeLayers(() => newId());
  const house = layers.find((layer) => layer.role === 'house')!.id;
  const half = stageWidth / 2;
  const floor: Outline = {
    id: newId(),
    kind: 'outline',
    layer: house,
    name: 'Stage floor',
    use: 'stage edge',
    points: [
      [-half, 0],
      [half, 0],
      [half, stageDepth],
      [-half, stageDepth],
    ],
    closed: true,
    zFrom: 0,
    zTo: 0,
  };
  return [makeSettings(id, name, units, stageWidth, stageDepth), ...layers, floor];
}

export const makePart = (part: Partial<Part> = {}): Part => ({
  name: '',
  channel: '',
  address: null,
  circuit: '',
  colour: '',
  ...part,
});

const rules: Readonly<Record<Position['use'], { width: number; chord: number; numbering: Position['numbering'] }>> = {
  pipe: { width: 50, chord: 0, numbering: 'from stage left' },
  bridge: { width: 600, chord: 0, numbering: 'from stage left' },
  boom: { width: 50, chord: 0, numbering: 'from the top' },
  ladder: { width: 400, chord: 0, numbering: 'from the top' },
  ring: { width: 300, chord: 150, numbering: 'clockwise' },
  floor: { width: 50, chord: 0, numbering: 'from stage left' },
};

export const makePosition = (id: Id, layer: Id, name: string, use: Position['use'], curve: Curve, order: number): Position => ({
  id,
  kind: 'position',
  layer,
  name,
  use,
  curve,
  order,
  ...rules[use],
});

/** A fixture with one part a break of its mode; one on the floor stands, all others hang under. */
export function makeFixture(
  id: Id,
  layer: Id,
  type: FixtureType,
  position: Position,
  along: number,
  more: Partial<Fixture> = {},
): Fixture {
  const mode = type.modes[0]!;
  const breaks = new Set(mode.channels.map((channel) => channel.break)).size;
  return {
    id,
    kind: 'fixture',
    layer,
    type: type.id,
    mode: mode.name,
    position: position.id,
    along,
    hang: position.use === 'floor' ? 'over' : 'under',
    drop: 0,
    side: 0,
    spin: 0,
    aim: null,
    unit: '',
    parts: Array.from({ length: Math.max(1, breaks) }, (_, i) => makePart({ name: breaks > 1 ? `cell ${i + 1}` : '' })),
    purpose: '',
    gobo: '',
    notes: '',
    spare: false,
    ...more,
  };
}
