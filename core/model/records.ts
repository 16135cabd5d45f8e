/** The records of a show: one TypeBox text gives the type and the JSON Schema. Lengths in mm, angles in degrees. */
import { type Static, type TSchema, Type } from '@sinclair/typebox';

const Id = Type.String({ format: 'uuid' });
const Text = Type.String({ maxLength: 32767 });
const Name = Type.String({ minLength: 1, maxLength: 200 });
/** 10 km, the limit of a coordinate (reference formats 0.2). */
const Mm = Type.Number({ minimum: -1e7, maximum: 1e7 });
const Length = Type.Number({ exclusiveMinimum: 0, maximum: 1e7 });
const Deg = Type.Number({ minimum: -36000, maximum: 36000 });
const P2 = Type.Tuple([Mm, Mm]);
const P3 = Type.Tuple([Mm, Mm, Mm]);
const nullable = <T extends TSchema>(schema: T) => Type.Union([schema, Type.Null()]);
const words = <T extends string>(...values: T[]) => Type.Unsafe<T>({ type: 'string', enum: values });
const object = <T extends Parameters<typeof Type.Object>[0]>(properties: T) =>
  Type.Object(properties, { additionalProperties: false });

export const families = [
  'profile',
  'fresnel',
  'plano-convex',
  'PAR',
  'flood',
  'cyc',
  'strip',
  'follow spot',
  'moving spot',
  'moving wash',
  'LED wash',
  'LED batten',
  'effect',
] as const;
export type Family = (typeof families)[number];

export const layerRoles = ['border', 'house', 'scenery', 'masking', 'positions', 'fixtures', 'focus'] as const;
export type LayerRole = (typeof layerRoles)[number];

const SettingsSchema = object({
  id: Id,
  kind: Type.Literal('settings'),
  name: Name,
  venue: Text,
  designer: Text,
  units: words('metric', 'imperial'),
  /** Snap increment along a position, mm. */
  snap: Length,
  /** Distance of tick marks, mm. */
  tick: Length,
  /** The nose follows the aim, or stands square to the pipe. */
  nose: words('aim', 'square'),
  /** Plate: paper name and scale denominator that paper-sized text is made for. */
  paper: Type.String({ minLength: 1, maxLength: 20 }),
  scale: Type.Number({ minimum: 1, maximum: 1000 }),
  /** Stage: width (x) and depth (y) of the stage floor, mm. */
  stageWidth: Length,
  stageDepth: Length,
  /** Height of the venue's grid above the stage floor, mm; nothing hangs above it. Left out while unknown. */
  grid: Type.Optional(Length),
  /** Name of the last issue of the plot, such as "A"; unit numbers are frozen from then on. Left out while it is drafted. */
  issued: Type.Optional(Type.String({ maxLength: 100 })),
  /** Tag set that plates print. */
  plateTags: Type.Optional(Id),
  /** Fixtures of booms and ladders are drawn on the plan too, not in their details alone. */
  boomUnits: Type.Optional(Type.Boolean()),
});

const LayerSchema = object({
  id: Id,
  kind: Type.Literal('layer'),
  name: Name,
  role: words(...layerRoles),
  order: Type.Number(),
  state: words('shown', 'locked', 'hidden'),
});

/** Things that are picked and moved together carry the same name here. */
const Group = Type.Optional(Type.String({ maxLength: 100 }));

const OutlineSchema = object({
  id: Id,
  kind: Type.Literal('outline'),
  layer: Id,
  name: Text,
  use: words('wall', 'stage edge', 'leg', 'border', 'cyc', 'seats', 'scenery'),
  points: Type.Array(P2, { minItems: 2, maxItems: 20000 }),
  closed: Type.Boolean(),
  /** Bulge of the side that begins at each point, as in DXF: tan of a quarter of its angle, positive to the right of the way (anticlockwise). Left out where all sides are straight. */
  bulges: Type.Optional(Type.Array(Type.Number({ minimum: -1000, maximum: 1000 }), { maxItems: 20000 })),
  zFrom: Mm,
  zTo: Mm,
  group: Group,
});

export const maskingUses = ['leg', 'border', 'drop', 'cyc'] as const;
/** A cloth: it has a place, a width and a height, and hangs from a trim. */
const MaskingSchema = object({
  id: Id,
  kind: Type.Literal('masking'),
  layer: Id,
  name: Name,
  use: words(...maskingUses),
  /** Middle of the cloth in plan. */
  at: P2,
  width: Length,
  /** Degrees anticlockwise from across the stage. */
  turn: Deg,
  /** Height of the bottom edge above the stage floor, mm. */
  z: Mm,
  height: Length,
  group: Group,
});

/** A drawing that was read from a file: flat polylines, x and y in turn, for looking at and snapping to. */
const BackdropSchema = object({
  id: Id,
  kind: Type.Literal('backdrop'),
  layer: Id,
  name: Name,
  paths: Type.Array(Type.Array(Mm, { minItems: 4, maxItems: 40000 }), { maxItems: 5000 }),
  texts: Type.Array(object({ at: P2, text: Type.String({ maxLength: 500 }), size: Length }), { maxItems: 5000 }),
});

/** An end of a dimension or a leader: a point of a record, which it follows, or a fixed place. */
const AnchorSchema = object({
  at: P2,
  to: nullable(object({ id: Id, point: Type.String({ minLength: 1, maxLength: 20 }) })),
});
const DimensionSchema = object({
  id: Id,
  kind: Type.Literal('dimension'),
  layer: Id,
  from: AnchorSchema,
  to: AnchorSchema,
  /** What is measured: along the line between the ends, across the stage, or up and down it. */
  along: words('line', 'x', 'y'),
  /** Distance of the dimension line from what it measures, mm; positive to the left of the way from end to end. */
  offset: Mm,
});
const NoteSchema = object({
  id: Id,
  kind: Type.Literal('note'),
  layer: Id,
  at: P2,
  text: Type.String({ minLength: 1, maxLength: 2000 }),
  /** Height of the text on paper, mm. */
  size: Type.Number({ minimum: 0.5, maximum: 100 }),
  leader: nullable(AnchorSchema),
  /** Heights between which it stands, mm, as an outline does: then it is seen in section and 3D too. Left out, it is a note of the plan alone. */
  zFrom: Type.Optional(Mm),
  zTo: Type.Optional(Mm),
  group: Group,
});

const StraightSchema = object({
  form: Type.Literal('straight'),
  a: P2,
  b: P2,
  z: Mm,
  /** Height of end b above end a, mm: a raked pipe. */
  rise: Type.Optional(Mm),
});
const VerticalSchema = object({ form: Type.Literal('vertical'), at: P2, z: Mm, height: Length, bearing: Deg });
const ArcSchema = object({ form: Type.Literal('arc'), centre: P2, z: Mm, radius: Length, start: Deg, sweep: Deg });
/** Straights and arcs end to end, at one trim: a racetrack is two straights and two half circles. */
const ChainSchema = object({
  form: Type.Literal('chain'),
  z: Mm,
  pieces: Type.Array(
    Type.Union([
      object({ form: Type.Literal('straight'), a: P2, b: P2 }),
      object({ form: Type.Literal('arc'), centre: P2, radius: Length, start: Deg, sweep: Deg }),
    ]),
    { minItems: 1, maxItems: 500 },
  ),
});
const CurveSchema = Type.Union([StraightSchema, VerticalSchema, ArcSchema, ChainSchema]);

export const positionUses = ['pipe', 'truss', 'bridge', 'boom', 'ladder', 'ring', 'floor'] as const;
export const trussSections = ['tube', 'box', 'triangle up', 'triangle down'] as const;
/** Where on a truss a clamp sits. */
export const chords = ['lower', 'lower downstage', 'lower upstage', 'upper', 'upper downstage', 'upper upstage'] as const;
export type Chord = (typeof chords)[number];
export const numberingRules = [
  'from stage left',
  'from stage right',
  'from downstage',
  'from upstage',
  'from the top',
  'from the bottom',
  'clockwise',
  'anticlockwise',
] as const;

const PositionSchema = object({
  id: Id,
  kind: Type.Literal('position'),
  layer: Id,
  name: Name,
  use: words(...positionUses),
  curve: CurveSchema,
  /** From the curve to the clamp, mm downward: a truss hangs its units from the lower chord. */
  chord: Mm,
  /** Width of the drawn body, mm. */
  width: Length,
  numbering: words(...numberingRules),
  /** Where counting begins on a ring or another closed position, mm along. */
  mark: Type.Optional(Mm),
  order: Type.Number(),
  /** A truss is a body with depth: its section, and its depth in mm. The curve is its axis. */
  section: Type.Optional(words(...trussSections)),
  depth: Type.Optional(Length),
  /** Chord that units hang from unless they say another. */
  from: Type.Optional(words(...chords)),
  /** Diameter of a boom's base, mm. */
  base: Type.Optional(Length),
  /** Tick marks of its own: every `step` mm, figured if wanted. "split" puts the first pair half a step from the centre. */
  ticks: Type.Optional(object({ step: Length, from: words('centre', 'split', 'start', 'end'), figures: Type.Boolean() })),
  /** The position laid flat beside the plan: whether, where (null: found by itself), and how large against the plan. */
  detail: Type.Optional(object({ shown: Type.Boolean(), at: nullable(P2), size: Type.Number({ minimum: 0.1, maximum: 20 }) })),
  group: Group,
});

const ChannelSchema = object({
  attribute: Type.String({ minLength: 1, maxLength: 100 }),
  /** 1-based slots, most significant first. */
  offset: Type.Array(Type.Integer({ minimum: 1, maximum: 512 }), { minItems: 1, maxItems: 4 }),
  /** 1-based DMX break. */
  break: Type.Integer({ minimum: 1, maximum: 64 }),
});

const ModeSchema = object({ name: Name, channels: Type.Array(ChannelSchema, { maxItems: 2048 }) });

const FixtureTypeSchema = object({
  id: Id,
  kind: Type.Literal('type'),
  maker: Text,
  name: Name,
  family: words(...families),
  lamp: words('Halogen', 'Tungsten', 'Discharge', 'LED'),
  watts: Type.Number({ minimum: 0, maximum: 1e6 }),
  weight: Type.Number({ minimum: 0, maximum: 1e5, description: 'kg' }),
  /** Body: length along the nose, width across, height; mm. */
  length: Length,
  width: Length,
  height: Length,
  /** From the clamp to the crossing of pan and tilt axes, mm. */
  hang: Type.Number({ minimum: 0, maximum: 1e4 }),
  /** Full cone angles at 50 % and 10 % of peak, degrees. */
  beam: Type.Number({ minimum: 0, maximum: 180 }),
  field: Type.Number({ minimum: 0, maximum: 180 }),
  lumens: Type.Number({ minimum: 0, maximum: 1e8 }),
  kelvin: Type.Number({ minimum: 0, maximum: 1e5 }),
  cells: Type.Integer({ minimum: 1, maximum: 512 }),
  /** Pan and tilt range in degrees, 0 when it does not move. */
  pan: Type.Number({ minimum: 0, maximum: 1e4 }),
  tilt: Type.Number({ minimum: 0, maximum: 1e4 }),
  modes: Type.Array(ModeSchema, { minItems: 1, maxItems: 500 }),
});

const AimSchema = Type.Union([object({ kind: Type.Literal('point'), at: P3 }), object({ kind: Type.Literal('area'), area: Id })]);

const PartSchema = object({
  name: Text,
  channel: Text,
  /** Absolute address, 1 is 1.1 and 513 is 2.1; null is unpatched. */
  address: nullable(Type.Integer({ minimum: 1, maximum: 63999 * 512 })),
  circuit: Text,
  colour: Text,
});

const FixtureSchema = object({
  id: Id,
  kind: Type.Literal('fixture'),
  layer: Id,
  type: Id,
  mode: Name,
  position: Id,
  /** mm from end A of the position. */
  along: Mm,
  hang: words('under', 'over', 'arm left', 'arm right', 'floor'),
  /** Length of the side arm, mm. */
  arm: Type.Optional(Length),
  /** Chord of a truss, where it is not the position's own. */
  chord: Type.Optional(words(...chords)),
  /** Extension along the hanging direction and to the side, mm. */
  drop: Mm,
  side: Mm,
  /** Turn about the clamp when nothing is aimed at; degrees anticlockwise seen from above, 0 is nose downstage. */
  spin: Deg,
  aim: nullable(AimSchema),
  unit: Type.String({ maxLength: 20 }),
  parts: Type.Array(PartSchema, { minItems: 1, maxItems: 512 }),
  purpose: Text,
  gobo: Text,
  notes: Text,
  spare: Type.Boolean(),
  /** Accessories of the show's stock, in the order in which they sit before the lens. */
  accessories: Type.Optional(Type.Array(Id, { maxItems: 20 })),
  /** Tag set of its own. */
  tags: Type.Optional(Id),
  /** Tags that were moved by hand: offset from the clamp in mm of paper. */
  tagMoves: Type.Optional(Type.Array(object({ tag: Type.String({ minLength: 1, maxLength: 40 }), by: P2 }), { maxItems: 20 })),
});

export const accessoryForms = [
  'top hat',
  'half hat',
  'barn doors',
  'iris',
  'gobo holder',
  'colour frame',
  'scroller',
  'egg crate',
] as const;
export type AccessoryForm = (typeof accessoryForms)[number];
const AccessorySchema = object({
  id: Id,
  kind: Type.Literal('accessory'),
  name: Name,
  form: words(...accessoryForms),
  /** How many the show has; null is not counted. */
  stock: nullable(Type.Integer({ minimum: 0, maximum: 100000 })),
});

export const tagFields = [
  'channel',
  'unit',
  'address',
  'colour',
  'purpose',
  'circuit',
  'type',
  'watts',
  'gobo',
  'accessories',
  'position',
  'height',
  'aim',
  'mode',
  'notes',
] as const;
export type TagField = (typeof tagFields)[number];
export const tagPlacesOf = ['body', 'behind', 'front', 'left', 'right'] as const;
export const enclosures = ['none', 'circle', 'box', 'hexagon', 'underline'] as const;
/** Which fields stand where round the symbol, in which enclosure. The lines of one place follow each other outward. */
const TagSetSchema = object({
  id: Id,
  kind: Type.Literal('tagset'),
  name: Name,
  order: Type.Number(),
  lines: Type.Array(
    object({
      field: words(...tagFields),
      place: words(...tagPlacesOf),
      enclosure: words(...enclosures),
      /** Text height on paper, mm. */
      size: Type.Number({ minimum: 0.8, maximum: 20 }),
      /** Only for these types and layers; empty is all. */
      types: Type.Array(Id, { maxItems: 500 }),
      layers: Type.Array(Id, { maxItems: 100 }),
    }),
    { maxItems: 30 },
  ),
});

const FilterSchema = object({
  id: Id,
  kind: Type.Literal('filter'),
  code: Name,
  name: Text,
  /** sRGB for the screen, #rrggbb. */
  rgb: Type.String({ pattern: '^#[0-9a-f]{6}$' }),
});

const FocusAreaSchema = object({ id: Id, kind: Type.Literal('area'), layer: Id, name: Name, at: P3, size: Length });

export const recordSchemas = {
  settings: SettingsSchema,
  layer: LayerSchema,
  outline: OutlineSchema,
  position: PositionSchema,
  type: FixtureTypeSchema,
  fixture: FixtureSchema,
  filter: FilterSchema,
  area: FocusAreaSchema,
  masking: MaskingSchema,
  backdrop: BackdropSchema,
  dimension: DimensionSchema,
  note: NoteSchema,
  accessory: AccessorySchema,
  tagset: TagSetSchema,
} as const;

export const RecordSchema = Type.Union(Object.values(recordSchemas));
export const ChangeSchema = object({
  added: Type.Array(RecordSchema, { maxItems: 100000 }),
  updated: Type.Array(Type.Tuple([RecordSchema, RecordSchema]), { maxItems: 100000 }),
  removed: Type.Array(RecordSchema, { maxItems: 100000 }),
});

export type Id = string;
export type Vec2 = readonly [number, number];
export type Vec3 = readonly [number, number, number];
type Deep<T> = T extends (infer U)[]
  ? T extends [unknown, ...unknown[]]
    ? { readonly [K in keyof T]: Deep<T[K]> }
    : readonly Deep<U>[]
  : T extends object
    ? { readonly [K in keyof T]: Deep<T[K]> }
    : T;

export type Settings = Deep<Static<typeof SettingsSchema>>;
export type Layer = Deep<Static<typeof LayerSchema>>;
export type Outline = Deep<Static<typeof OutlineSchema>>;
export type Straight = Deep<Static<typeof StraightSchema>>;
export type Vertical = Deep<Static<typeof VerticalSchema>>;
export type Arc = Deep<Static<typeof ArcSchema>>;
export type Chain = Deep<Static<typeof ChainSchema>>;
export type Piece = Chain['pieces'][number];
export type Curve = Straight | Vertical | Arc | Chain;
export type Masking = Deep<Static<typeof MaskingSchema>>;
export type Backdrop = Deep<Static<typeof BackdropSchema>>;
export type Anchor = Deep<Static<typeof AnchorSchema>>;
export type Dimension = Deep<Static<typeof DimensionSchema>>;
export type Note = Deep<Static<typeof NoteSchema>>;
export type Accessory = Deep<Static<typeof AccessorySchema>>;
export type TagSet = Deep<Static<typeof TagSetSchema>>;
export type TagLine = TagSet['lines'][number];
export type Position = Deep<Static<typeof PositionSchema>>;
export type Channel = Deep<Static<typeof ChannelSchema>>;
export type Mode = Deep<Static<typeof ModeSchema>>;
export type FixtureType = Deep<Static<typeof FixtureTypeSchema>>;
export type Aim = Deep<Static<typeof AimSchema>>;
export type Part = Deep<Static<typeof PartSchema>>;
export type Fixture = Deep<Static<typeof FixtureSchema>>;
export type Filter = Deep<Static<typeof FilterSchema>>;
export type FocusArea = Deep<Static<typeof FocusAreaSchema>>;
export type DessinRecord =
  | Settings
  | Layer
  | Outline
  | Masking
  | Backdrop
  | Dimension
  | Note
  | Position
  | FixtureType
  | Fixture
  | Filter
  | FocusArea
  | Accessory
  | TagSet;
export type Kind = DessinRecord['kind'];
export type RecordOf<K extends Kind> = Extract<DessinRecord, { kind: K }>;
/** Makes a new id; handed in, since core knows neither browser nor Node. */
export type NewId = () => Id;
