/** The demo's fixture types: invented makers and names, figures that are plausible for their families (common practice, no source). */
import { derivedId } from '#core/formats/guid';
import type { Channel, Family, FixtureType, Mode } from '#core/model/records';

const dimmer: Mode = { name: '1 slot', channels: [{ attribute: 'Dimmer', offset: [1], break: 1 }] };
/** One slot after another; "Pan 16" takes two. */
const mode = (name: string, ...attributes: string[]): Mode => {
  let slot = 1;
  const channels: Channel[] = attributes.map((text) => {
    // "Zoom 18-45" says the degrees of its ends.
    const [, attribute = text, narrow, wide, fine] = /^(\S+)(?: (\d+)-(\d+))?( 16)?$/.exec(text) ?? [];
    const offset = fine ? [slot, slot + 1] : [slot];
    slot += offset.length;
    const physical = narrow ? { physical: [Number(narrow), Number(wide)] as const } : {};
    return { attribute, offset, break: 1, ...physical };
  });
  return { name, channels };
};
const cells = (n: number): Mode => ({
  name: `${n} dimmers`,
  channels: Array.from({ length: n }, (_, i) => ({ attribute: 'Dimmer', offset: [1], break: i + 1 })),
});
const rgbCells = (n: number): string[] =>
  Array.from({ length: n }, () => ['ColorAdd_R', 'ColorAdd_G', 'ColorAdd_B', 'ColorAdd_W']).flat();

type Figures = Omit<
  FixtureType,
  'id' | 'kind' | 'maker' | 'name' | 'family' | 'lamp' | 'kelvin' | 'cells' | 'pan' | 'tilt' | 'modes'
> &
  Partial<FixtureType>;
const make = (maker: string, name: string, family: Family, figures: Figures): FixtureType => ({
  id: derivedId(`demo type ${maker} ${name}`),
  kind: 'type',
  maker,
  name,
  family,
  lamp: 'Halogen',
  kelvin: 3200,
  cells: 1,
  pan: 0,
  tilt: 0,
  modes: [dimmer],
  ...figures,
});

const CINDERPATH = 'Cinderpath';
const OMBRELLE = 'Ombrelle';
const QUILLON = 'Quillon';
const profile = (degrees: number, length: number, beam: number, lumens: number): FixtureType =>
  make(CINDERPATH, `Aster ${degrees}`, 'profile', {
    watts: 750,
    weight: 7.5,
    length,
    width: 260,
    height: 300,
    hang: 260,
    beam,
    field: degrees,
    lumens,
  });

export const types = {
  aster19: profile(19, 730, 15, 9000),
  aster26: profile(26, 640, 18, 9200),
  aster36: profile(36, 580, 25, 9200),
  aster50: profile(50, 520, 35, 8800),
  lanternFresnel: make(CINDERPATH, 'Lowmoor 1k', 'fresnel', {
    watts: 1000,
    weight: 6.8,
    length: 330,
    width: 290,
    height: 330,
    hang: 250,
    beam: 32,
    field: 52,
    lumens: 11500,
  }),
  smallFresnel: make(CINDERPATH, 'Lowmoor 500', 'fresnel', {
    watts: 500,
    weight: 4.1,
    length: 250,
    width: 220,
    height: 260,
    hang: 210,
    beam: 30,
    field: 50,
    lumens: 5200,
  }),
  tidewell: make(CINDERPATH, 'Tidewell PC', 'plano-convex', {
    watts: 1000,
    weight: 7.9,
    length: 420,
    width: 300,
    height: 330,
    hang: 260,
    beam: 20,
    field: 34,
    lumens: 10800,
  }),
  canNarrow: make(OMBRELLE, 'Can narrow', 'PAR', {
    watts: 575,
    weight: 3.2,
    length: 360,
    width: 230,
    height: 240,
    hang: 200,
    beam: 10,
    field: 16,
    lumens: 7200,
  }),
  canMedium: make(OMBRELLE, 'Can medium', 'PAR', {
    watts: 575,
    weight: 3.2,
    length: 330,
    width: 230,
    height: 240,
    hang: 200,
    beam: 18,
    field: 28,
    lumens: 7200,
  }),
  canWide: make(OMBRELLE, 'Can wide', 'PAR', {
    watts: 575,
    weight: 3.2,
    length: 290,
    width: 230,
    height: 240,
    hang: 200,
    beam: 30,
    field: 46,
    lumens: 7200,
  }),
  flood: make(OMBRELLE, 'Broadside', 'flood', {
    watts: 500,
    weight: 2.4,
    length: 200,
    width: 300,
    height: 240,
    hang: 180,
    beam: 70,
    field: 110,
    lumens: 9000,
  }),
  cyc3: make(OMBRELLE, 'Skyline 3', 'cyc', {
    watts: 3000,
    weight: 14,
    length: 320,
    width: 1020,
    height: 380,
    hang: 260,
    beam: 60,
    field: 95,
    lumens: 27000,
    cells: 3,
    modes: [cells(3)],
  }),
  strip: make(OMBRELLE, 'Gutter strip', 'strip', {
    watts: 900,
    weight: 9,
    length: 180,
    width: 1800,
    height: 200,
    hang: 120,
    beam: 50,
    field: 90,
    lumens: 14000,
    cells: 9,
  }),
  followSpot: make(CINDERPATH, 'Heronsight', 'follow spot', {
    lamp: 'Discharge',
    kelvin: 5600,
    watts: 1200,
    weight: 38,
    length: 1250,
    width: 380,
    height: 420,
    hang: 0,
    beam: 8,
    field: 13,
    lumens: 42000,
    modes: [{ name: 'by hand', channels: [] }],
  }),
  movingSpot: make(QUILLON, 'Heron', 'moving spot', {
    lamp: 'LED',
    kelvin: 6500,
    watts: 550,
    weight: 24,
    length: 420,
    width: 380,
    height: 620,
    hang: 380,
    beam: 12,
    field: 18,
    zoom: { beam: 30, field: 45 },
    lumens: 15500,
    pan: 540,
    tilt: 270,
    modes: [
      mode(
        '24 slots',
        'Pan 16',
        'Tilt 16',
        'Dimmer 16',
        'Shutter1',
        'ColorSub_C',
        'ColorSub_M',
        'ColorSub_Y',
        'CTO',
        'Color1',
        'Gobo1',
        'Gobo1Pos 16',
        'Gobo2',
        'Prism1',
        'Frost1',
        'Iris',
        'Zoom 18-45 16',
        'Focus1 16',
        'Control1',
      ),
      mode(
        '16 slots',
        'Pan 16',
        'Tilt 16',
        'Dimmer',
        'Shutter1',
        'ColorSub_C',
        'ColorSub_M',
        'ColorSub_Y',
        'Color1',
        'Gobo1',
        'Gobo1Pos',
        'Iris',
        'Zoom 18-45',
        'Focus1',
        'Control1',
      ),
    ],
  }),
  movingWash: make(QUILLON, 'Egret', 'moving wash', {
    lamp: 'LED',
    kelvin: 6000,
    watts: 420,
    weight: 16,
    length: 360,
    width: 340,
    height: 480,
    hang: 300,
    beam: 22,
    field: 38,
    lumens: 12000,
    pan: 540,
    tilt: 230,
    modes: [
      mode(
        '17 slots',
        'Pan 16',
        'Tilt 16',
        'Dimmer 16',
        'Shutter1',
        'ColorAdd_R 16',
        'ColorAdd_G 16',
        'ColorAdd_B 16',
        'ColorAdd_W 16',
        'Zoom',
        'Control1',
      ),
      mode(
        '11 slots',
        'Pan',
        'Tilt',
        'Dimmer',
        'Shutter1',
        'ColorAdd_R',
        'ColorAdd_G',
        'ColorAdd_B',
        'ColorAdd_W',
        'CTC',
        'Zoom',
        'Control1',
      ),
    ],
  }),
  ledWash: make(OMBRELLE, 'Tide', 'LED wash', {
    lamp: 'LED',
    kelvin: 4500,
    watts: 220,
    weight: 7.2,
    length: 300,
    width: 300,
    height: 260,
    hang: 220,
    beam: 25,
    field: 42,
    lumens: 6800,
    modes: [
      mode('8 slots', 'Dimmer 16', 'ColorAdd_R', 'ColorAdd_G', 'ColorAdd_B', 'ColorAdd_W', 'ColorAdd_RY', 'Shutter1'),
      mode('5 slots', 'Dimmer', 'ColorAdd_R', 'ColorAdd_G', 'ColorAdd_B', 'ColorAdd_W'),
    ],
  }),
  ledBatten: make(OMBRELLE, 'Reedbed', 'LED batten', {
    lamp: 'LED',
    kelvin: 4500,
    watts: 240,
    weight: 9.5,
    length: 150,
    width: 1000,
    height: 170,
    hang: 140,
    beam: 20,
    field: 60,
    lumens: 7600,
    cells: 8,
    modes: [
      mode('34 slots', 'Dimmer', 'Shutter1', ...rgbCells(8)),
      mode('6 slots', 'Dimmer', 'ColorAdd_R', 'ColorAdd_G', 'ColorAdd_B', 'ColorAdd_W', 'Shutter1'),
    ],
  }),
  hazer: make(QUILLON, 'Estuary hazer', 'effect', {
    lamp: 'LED',
    watts: 900,
    weight: 17,
    length: 520,
    width: 300,
    height: 330,
    hang: 0,
    beam: 0,
    field: 0,
    lumens: 0,
    modes: [mode('2 slots', 'Control1', 'Fan1')],
  }),
} satisfies Record<string, FixtureType>;

/** How many of each the Boathouse owns; what is not named here is not counted. Two kinds are short for the show: they must be rented. */
const owned: Readonly<Record<string, number>> = {
  'Aster 19': 8,
  'Aster 26': 20,
  'Aster 36': 24,
  'Aster 50': 20,
  'Lowmoor 1k': 12,
  'Lowmoor 500': 12,
  'Tidewell PC': 8,
  'Can narrow': 6,
  'Can medium': 12,
  'Can wide': 12,
  Heron: 2,
  Egret: 4,
  Tide: 10,
  Reedbed: 12,
};
/** The types as the house keeps them on its Shelf. */
export const houseTypes: readonly FixtureType[] = Object.values(types as Record<string, FixtureType>).map((type) => {
  const count = owned[type.name];
  return count === undefined ? type : { ...type, owned: count };
});
