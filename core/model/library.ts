/** Schemas of what is kept on the Shelf and copied into shows: fixture types, symbols, filters, gobos, accessories, tag sets, title blocks. */
import { Type } from '@sinclair/typebox';
import {
  Deg,
  FieldId,
  FileHash,
  FromShelf,
  Length,
  Name,
  nullable,
  object,
  P2,
  P3,
  Picture,
  Share,
  Text,
  Uuid,
  words,
} from './schema.js';
import { accessoryForms, customTypes, enclosures, families, lamps, primitives, strokeRoles, tagPlacesOf } from './words.js';

const Dmx = Type.Integer({ minimum: 0, maximum: 0xffffffff });
const ChannelSchema = object({
  attribute: Type.String({ minLength: 1, maxLength: 100 }),
  /** 1-based slots, most significant first; one to four of them are 8 to 32 bit. */
  offset: Type.Array(Type.Integer({ minimum: 1, maximum: 512 }), { minItems: 1, maxItems: 4 }),
  /** 1-based DMX break. */
  break: Type.Integer({ minimum: 1, maximum: 64 }),
  /** Value at rest and value that makes the fixture be found, in the channel's own resolution. */
  default: Type.Optional(Dmx),
  highlight: Type.Optional(Dmx),
  /** Physical values at both ends, in the unit of the attribute: degrees for pan. */
  physical: Type.Optional(Type.Tuple([Type.Number(), Type.Number()])),
  /** Ranges of a channel that does more than one thing. */
  functions: Type.Optional(
    Type.Array(
      object({
        name: Text,
        attribute: Type.String({ minLength: 1, maxLength: 100 }),
        from: Dmx,
        physical: Type.Tuple([Type.Number(), Type.Number()]),
        wheel: Type.Optional(Text),
      }),
      { maxItems: 256 },
    ),
  ),
});
const ModeSchema = object({ name: Name, channels: Type.Array(ChannelSchema, { maxItems: 2048 }) });

/** A measured distribution: candela by vertical angle inside each horizontal one (reference formats 7). */
export const PhotometrySchema = object({
  name: Text,
  form: words('A', 'B', 'C'),
  vertical: Type.Array(Type.Number({ minimum: -180, maximum: 180 }), { minItems: 1, maxItems: 2000 }),
  horizontal: Type.Array(Type.Number({ minimum: -180, maximum: 360 }), { minItems: 1, maxItems: 2000 }),
  candela: Type.Array(Type.Number({ minimum: 0, maximum: 1e12 }), { minItems: 1, maxItems: 60000 }),
  /** Watts that it was measured at; 0 when the file does not say. */
  watts: Type.Number({ minimum: 0, maximum: 1e7 }),
});

/** x, y and Y (0 to 100) of CIE 1931. */
const Cie = Type.Tuple([Type.Number(), Type.Number(), Type.Number()]);
const WheelSchema = object({
  name: Name,
  slots: Type.Array(object({ name: Text, colour: nullable(Cie), media: Text }), { maxItems: 200 }),
});
/** Body parts as GDTF has them: a tree by index, each with a place against its parent, three rows of four, mm. */
const GeometrySchema = object({
  name: Name,
  element: words('Geometry', 'Axis', 'Beam', 'Other'),
  parent: Type.Integer({ minimum: -1, maximum: 4096 }),
  place: Type.Array(Type.Number({ minimum: -1e7, maximum: 1e7 }), { minItems: 12, maxItems: 12 }),
  /** Size of its body in mm and its form; a glTF file is scaled to that size. */
  size: Type.Optional(P3),
  form: Type.Optional(words(...primitives)),
  file: Type.Optional(FileHash),
});

export const FixtureTypeSchema = object({
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
  modes: Type.Array(ModeSchema, { minItems: 1, maxItems: 500 }),
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
  photometry: Type.Optional(PhotometrySchema),
  /** Colour frame, width and height, mm. */
  frame: Type.Optional(Type.Tuple([Length, Length])),
  /** Image diameter of the gobos it takes, mm. */
  goboSize: Type.Optional(Length),
  /** Accessories that fit. Left out: not said. */
  fits: Type.Optional(Type.Array(words(...accessoryForms), { maxItems: 20 })),
  wheels: Type.Optional(Type.Array(WheelSchema, { maxItems: 60 })),
  geometry: Type.Optional(Type.Array(GeometrySchema, { maxItems: 4096 })),
  thumbnail: Type.Optional(FileHash),
  /** The GDTF file that it was read from: what is not understood is written back from there. */
  gdtf: Type.Optional(FileHash),
  symbol: Type.Optional(Uuid),
  /** How many the house owns; left out is not counted. */
  owned: Type.Optional(Type.Integer({ minimum: 0, maximum: 100000 })),
  shelf: FromShelf,
});

const ShapeSchema = Type.Union([
  object({
    form: Type.Literal('line'),
    role: words(...strokeRoles),
    points: Type.Array(P2, { minItems: 2, maxItems: 5000 }),
    /** As for outlines: the bulge of the side that begins at each point. */
    bulges: Type.Optional(Type.Array(Type.Number({ minimum: -1000, maximum: 1000 }), { maxItems: 5000 })),
    closed: Type.Boolean(),
  }),
  /** Cubic curves: a point, then two handles and a point for each piece. */
  object({
    form: Type.Literal('curve'),
    role: words(...strokeRoles),
    points: Type.Array(P2, { minItems: 4, maxItems: 5000 }),
    closed: Type.Boolean(),
  }),
  object({ form: Type.Literal('circle'), role: words(...strokeRoles), at: P2, radius: Length }),
  object({ form: Type.Literal('text'), at: P2, size: Length, text: Type.String({ minLength: 1, maxLength: 60 }) }),
]);
export const SymbolSchema = object({
  id: Uuid,
  kind: Type.Literal('symbol'),
  name: Name,
  family: words(...families),
  shapes: Type.Array(ShapeSchema, { maxItems: 500 }),
  /** The clamp, in the symbol's own millimetres. */
  origin: P2,
  /** Direction of the nose, degrees; 90 is up. */
  nose: Deg,
  unitAt: P2,
  anchors: Type.Array(object({ form: words(...accessoryForms), at: P2 }), { maxItems: 20 }),
  /** More strokes for one wattage or lamp of the same body. */
  variants: Type.Optional(
    Type.Array(object({ watts: nullable(Type.Number()), lamp: nullable(words(...lamps)), shapes: Type.Array(ShapeSchema) }), {
      maxItems: 20,
    }),
  ),
  /** A picture in place of strokes: its lower left corner and size. */
  picture: Type.Optional(object({ png: Picture, at: P2, size: Type.Tuple([Length, Length]) })),
  shelf: FromShelf,
});

export const FilterSchema = object({
  id: Uuid,
  kind: Type.Literal('filter'),
  code: Name,
  name: Text,
  /** sRGB for the screen, #rrggbb. */
  rgb: Type.String({ pattern: '^#[0-9a-f]{6}$' }),
  /** The book it stands in, and its place there by hue. */
  book: Type.Optional(Text),
  hue: Type.Optional(Type.Number()),
  /** Luminous transmission as the maker gives it, 0 to 1. */
  transmission: Type.Optional(Share),
  /** Spectral transmission, 0 to 1, from a wavelength on in even steps, nm. */
  curve: Type.Optional(
    object({
      from: Type.Number({ minimum: 200, maximum: 2000 }),
      step: Type.Number({ exclusiveMinimum: 0, maximum: 20 }),
      values: Type.Array(Share, { minItems: 2, maxItems: 2000 }),
    }),
  ),
  shelf: FromShelf,
});

export const GoboSchema = object({
  id: Uuid,
  kind: Type.Literal('gobo'),
  code: Name,
  name: Text,
  maker: Text,
  /** Light passes where the picture is white. */
  picture: Type.Optional(Picture),
  shelf: FromShelf,
});

export const AccessorySchema = object({
  id: Uuid,
  kind: Type.Literal('accessory'),
  name: Name,
  form: words(...accessoryForms),
  /** How many the house owns; null is not counted. */
  stock: nullable(Type.Integer({ minimum: 0, maximum: 100000 })),
  /** Slots of an accessory that is a device of its own: it becomes a part of the fixture that it hangs on. */
  slots: Type.Optional(Type.Integer({ minimum: 0, maximum: 512 })),
  weight: Type.Optional(Type.Number({ minimum: 0, maximum: 1e5 })),
  shelf: FromShelf,
});

/** Which fields stand where round the symbol, in which enclosure. The lines of one place follow each other outward. */
export const TagSetSchema = object({
  id: Uuid,
  kind: Type.Literal('tagset'),
  name: Name,
  order: Type.Number(),
  lines: Type.Array(
    object({
      field: FieldId,
      place: words(...tagPlacesOf),
      enclosure: words(...enclosures),
      /** Text height on paper, mm. */
      size: Type.Number({ minimum: 0.8, maximum: 20 }),
      /** Only for these types and layers; empty is all. */
      types: Type.Array(Uuid, { maxItems: 500 }),
      layers: Type.Array(Uuid, { maxItems: 100 }),
    }),
    { maxItems: 30 },
  ),
  shelf: FromShelf,
});

/** What a title block says. In a text {show}, {venue}, {designer}, {scale}, {paper} and {date} stand for what they name. */
export const TitleBlockSchema = object({
  id: Uuid,
  kind: Type.Literal('titleblock'),
  name: Name,
  lines: Type.Array(object({ label: Text, text: Text, size: Type.Number({ minimum: 1, maximum: 20 }) }), { maxItems: 20 }),
  shelf: FromShelf,
});

/** A column that a show adds for itself. Choices keep a pick list. */
export const CustomFieldSchema = object({
  id: Uuid,
  kind: Type.Literal('field'),
  name: Name,
  type: words(...customTypes),
  order: Type.Number(),
  choices: Type.Array(Name, { maxItems: 1000 }),
});
