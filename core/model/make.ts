/** New records with the defaults of the trade. */
import type { Units } from '../measure/lengths.js';
import { INCH } from '../measure/lengths.js';
import {
  type Accessory,
  type AccessoryForm,
  accessoryForms,
  type Curve,
  type Fixture,
  type FixtureType,
  type Id,
  type Layer,
  type LayerRole,
  type NewId,
  type Outline,
  type Part,
  type Position,
  type Settings,
  type TagLine,
  type TagSet,
  type TitleBlock,
  type Wall,
} from './records.js';

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
): (Settings | Layer | Outline | Accessory | TagSet)[] {
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
  return [
    makeSettings(id, name, units, stageWidth, stageDepth),
    ...layers,
    floor,
    ...makeAccessories(newId),
    ...makeTagSets(newId),
  ];
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
  truss: { width: 300, chord: 0, numbering: 'from stage left' },
  bridge: { width: 600, chord: 0, numbering: 'from stage left' },
  boom: { width: 50, chord: 0, numbering: 'from the top' },
  ladder: { width: 400, chord: 0, numbering: 'from the top' },
  ring: { width: 300, chord: 150, numbering: 'clockwise' },
  floor: { width: 50, chord: 0, numbering: 'from stage left' },
};

/** A truss about 300 mm square is usual (common practice, no source). */
export const makePosition = (id: Id, layer: Id, name: string, use: Position['use'], curve: Curve, order: number): Position => ({
  id,
  kind: 'position',
  layer,
  name,
  use,
  curve,
  order,
  ...rules[use],
  ...(use === 'truss' ? { section: 'box' as const, depth: 300, from: 'lower' as const } : {}),
  ...(use === 'boom' ? { base: 600 } : {}),
});

/** Accessories that most houses have. */
export const makeAccessories = (newId: (form: AccessoryForm) => Id): Accessory[] =>
  accessoryForms.map((form) => {
    const slots = deviceSlots[form];
    return { id: newId(form), kind: 'accessory', name: form, form, stock: null, ...(slots === undefined ? {} : { slots }) };
  });
/** Slots of accessories that are devices: position and speed of a scroller, pan, tilt and their fine steps of a mirror, three colours and a master of a ring (common practice, no source). */
const deviceSlots: Partial<Record<AccessoryForm, number>> = { scroller: 2, 'moving mirror': 4, 'LED ring': 4 };

/** Three tag sets to begin with: for the designer, the electrician and the programmer. */
export function makeTagSets(newId: (name: string) => Id): TagSet[] {
  const line = (field: string, place: TagLine['place'], enclosure: TagLine['enclosure'] = 'none', size = 1.6): TagLine => ({
    field,
    place,
    enclosure,
    size,
    types: [],
    layers: [],
  });
  const sets: readonly (readonly [string, readonly TagLine[]])[] = [
    [
      'Design',
      [
        line('unit', 'body', 'none', 1.8),
        line('channel', 'behind', 'circle', 2),
        line('colour', 'front'),
        line('purpose', 'front', 'none', 1.4),
      ],
    ],
    [
      'Electrician',
      [
        line('unit', 'body', 'none', 1.8),
        line('address', 'behind', 'box'),
        line('circuit', 'behind', 'hexagon'),
        line('colour', 'front'),
        line('accessories', 'front', 'none', 1.4),
      ],
    ],
    [
      'Programmer',
      [
        line('unit', 'body', 'none', 1.8),
        line('channel', 'behind', 'circle', 2),
        line('address', 'behind', 'box'),
        line('colour', 'front'),
      ],
    ],
  ];
  return sets.map(([name, lines], i) => ({ id: newId(name), kind: 'tagset', name, order: i, lines: [...lines] }));
}

/** The title block to begin with; it says what plates have always said. */
export const makeTitleBlock = (id: Id): TitleBlock => ({
  id,
  kind: 'titleblock',
  name: 'House title block',
  lines: [
    { label: '', text: '{show}', size: 6 },
    { label: '', text: '{venue}', size: 3.5 },
    { label: 'Lighting designer', text: '{designer}', size: 2.5 },
    { label: 'Drawing', text: 'Light plot', size: 2.5 },
    { label: 'Scale', text: '{scale}', size: 2.5 },
    { label: 'Date', text: '{date}', size: 2.5 },
  ],
});

/** A wall of pixels without tiles: RGB on a work area of 4 x 3 m with a grid of 500 mm; sizes in mm, 0.3 W a pixel (common practice, no source). */
export const makeWall = (id: Id, name: string, more: Partial<Wall> = {}): Wall => ({
  id,
  kind: 'wall',
  name,
  width: 4000,
  height: 3000,
  grid: 500,
  slots: 3,
  colours: 'RGB',
  address: null,
  channel: '',
  corner: 'top left',
  run: 'rows',
  serpentine: true,
  fresh: 'nothing',
  most: null,
  tiles: [],
  watts: 0.3,
  ...more,
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
    hang: position.use === 'floor' ? 'floor' : 'under',
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
