/** Fixture types. */
import { Type } from '@sinclair/typebox';
import { FileHash, FromShelf, Length, Name, nullable, object, P3, Share, Text, Uuid, words } from '../schema.js';
import { accessoryForms, families, finishes, lamps, primitives } from '../words.js';
import type { KindEntry, Of } from './kind.js';

const dmx = () => Type.Integer({ minimum: 0, maximum: 0xffffffff });
const channelSchema = () =>
  object({
    attribute: Type.String({ minLength: 1, maxLength: 100 }),
    /** 1-based slots, most significant first; one to four of them are 8 to 32 bit. */
    offset: Type.Array(Type.Integer({ minimum: 1, maximum: 512 }), { minItems: 1, maxItems: 4 }),
    /** 1-based DMX break. */
    break: Type.Integer({ minimum: 1, maximum: 64 }),
    /** Value at rest and value that makes the fixture be found, in the channel's own resolution. */
    default: Type.Optional(dmx()),
    highlight: Type.Optional(dmx()),
    /** Physical values at both ends, in the unit of the attribute: degrees for pan. */
    physical: Type.Optional(Type.Tuple([Type.Number(), Type.Number()])),
    /** Ranges of a channel that does more than one thing. */
    functions: Type.Optional(
      Type.Array(
        object({
          name: Text,
          attribute: Type.String({ minLength: 1, maxLength: 100 }),
          from: dmx(),
          physical: Type.Tuple([Type.Number(), Type.Number()]),
          wheel: Type.Optional(Text),
        }),
        { maxItems: 256 },
      ),
    ),
  });
const modeSchema = () => object({ name: Name, channels: Type.Array(channelSchema(), { maxItems: 2048 }) });
/** A measured distribution: candela by vertical angle inside each horizontal one (reference formats 7). */
export const photometrySchema = () =>
  object({
    name: Text,
    form: words('A', 'B', 'C'),
    vertical: Type.Array(Type.Number({ minimum: -180, maximum: 180 }), { minItems: 1, maxItems: 2000 }),
    horizontal: Type.Array(Type.Number({ minimum: -180, maximum: 360 }), { minItems: 1, maxItems: 2000 }),
    candela: Type.Array(Type.Number({ minimum: 0, maximum: 1e12 }), { minItems: 1, maxItems: 60000 }),
    /** Watts that it was measured at; 0 when the file does not say. */
    watts: Type.Number({ minimum: 0, maximum: 1e7 }),
  });
/** x, y and Y (0 to 100) of CIE 1931. */
const cie = () => Type.Tuple([Type.Number(), Type.Number(), Type.Number()]);
const wheelSchema = () =>
  object({
    name: Name,
    slots: Type.Array(object({ name: Text, colour: nullable(cie()), media: Text }), { maxItems: 200 }),
  });
/** Body parts as GDTF has them: a tree by index, each with a place against its parent, three rows of four, mm. */
const geometrySchema = () =>
  object({
    name: Name,
    element: words('Geometry', 'Axis', 'Beam', 'Other'),
    parent: Type.Integer({ minimum: -1, maximum: 4096 }),
    place: Type.Array(Type.Number({ minimum: -1e7, maximum: 1e7 }), { minItems: 12, maxItems: 12 }),
    /** Size of its body in mm and its form; a glTF file is scaled to that size. */
    size: Type.Optional(P3),
    form: Type.Optional(words(...primitives)),
    file: Type.Optional(FileHash),
  });
export const typeSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('type'),
    maker: Text,
    name: Name,
    family: words(...families),
    lamp: words(...lamps),
    watts: Type.Number({ minimum: 0, maximum: 1e6 }),
    weight: Type.Number({ minimum: 0, maximum: 1e5, description: 'kg' }),
    /** Body: length along the nose, width across, height; mm. */
    length: Length,
    width: Length,
    height: Length,
    /** From the clamp to the crossing of pan and tilt axes, mm. */
    hang: Type.Number({ minimum: 0, maximum: 1e4 }),
    /** Full cone angles at 50 % and 10 % of peak, degrees; of a zoom the narrow end. */
    beam: Type.Number({ minimum: 0, maximum: 180 }),
    field: Type.Number({ minimum: 0, maximum: 180 }),
    lumens: Type.Number({ minimum: 0, maximum: 1e8 }),
    kelvin: Type.Number({ minimum: 0, maximum: 1e5 }),
    cells: Type.Integer({ minimum: 1, maximum: 512 }),
    /** Pan and tilt range in degrees, 0 when it does not move. */
    pan: Type.Number({ minimum: 0, maximum: 1e4 }),
    tilt: Type.Number({ minimum: 0, maximum: 1e4 }),
    modes: Type.Array(modeSchema(), { minItems: 1, maxItems: 500 }),
    /** Lamp or source by name. */
    source: Type.Optional(Text),
    volts: Type.Optional(Type.Number({ minimum: 0, maximum: 1e5 })),
    powerFactor: Type.Optional(Share),
    clamp: Type.Optional(Text),
    /** Wide end of a zoom. */
    zoom: Type.Optional(
      object({ beam: Type.Number({ minimum: 0, maximum: 180 }), field: Type.Number({ minimum: 0, maximum: 180 }) }),
    ),
    /** Which light the lumens count: inside the beam angle, inside the field angle, or all. */
    lumensIn: Type.Optional(words('beam', 'field', 'total')),
    /** Peak candela, where it is known. */
    candela: Type.Optional(Type.Number({ minimum: 0, maximum: 1e12 })),
    photometry: Type.Optional(photometrySchema()),
    /** Colour frame, width and height, mm. */
    frame: Type.Optional(Type.Tuple([Length, Length])),
    /** Image diameter of the gobos it takes, mm. */
    goboSize: Type.Optional(Length),
    /** Accessories that fit. Left out: not said. */
    fits: Type.Optional(Type.Array(words(...accessoryForms), { maxItems: 20 })),
    wheels: Type.Optional(Type.Array(wheelSchema(), { maxItems: 60 })),
    geometry: Type.Optional(Type.Array(geometrySchema(), { maxItems: 4096 })),
    /** What its body is painted; left out, black. */
    finish: Type.Optional(words(...finishes)),
    thumbnail: Type.Optional(FileHash),
    /** The GDTF file that it was read from: what is not understood is written back from there. */
    gdtf: Type.Optional(FileHash),
    symbol: Type.Optional(Uuid),
    /** How many the house owns; left out is not counted. */
    owned: Type.Optional(Type.Integer({ minimum: 0, maximum: 100000 })),
    shelf: FromShelf,
  });
export type FixtureType = Of<typeof typeSchema>;
export type Photometry = NonNullable<FixtureType['photometry']>;
export type Wheel = NonNullable<FixtureType['wheels']>[number];
export type Geometry = NonNullable<FixtureType['geometry']>[number];
export type Mode = FixtureType['modes'][number];
export type Channel = Mode['channels'][number];

export const fixtureType: KindEntry<FixtureType> = {
  kind: 'type',
  references({ symbol }) {
    return symbol ? [{ field: 'symbol', kind: 'symbol' as const, to: symbol }] : [];
  },
  letGo(record, has) {
    const { symbol, ...rest } = record;
    return symbol && !has(symbol, 'symbol') ? rest : record;
  },
  whole: ['modes', 'zoom', 'photometry', 'frame', 'fits', 'wheels', 'geometry', 'shelf'],
  listed(record) {
    const { maker, family, watts, beam, field, zoom } = record;
    const degrees = field ? `${field}${zoom ? ` ${zoom.field}` : ''} deg` : '';
    return {
      name: record.name,
      of: maker,
      family,
      maker,
      watts,
      beam: [beam, Math.max(beam, zoom?.beam ?? 0)],
      field: [field, Math.max(field, zoom?.field ?? 0)],
      modes: record.modes.length,
      words: [
        family,
        record.lamp,
        record.source ?? '',
        `${watts} W`,
        degrees,
        ...record.modes.slice(0, 40).map((mode) => mode.name),
      ],
    };
  },
};
