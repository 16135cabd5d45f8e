/** The records of a show: one TypeBox text gives the type and the JSON Schema. Lengths in mm, angles in degrees. */
import { type Static, Type } from '@sinclair/typebox';
import {
  AccessorySchema,
  FilterSchema,
  FixtureTypeSchema,
  GoboSchema,
  OwnFieldSchema,
  SymbolSchema,
  TagSetSchema,
  TitleBlockSchema,
} from './library.js';
import {
  AcceptedSchema,
  type directions,
  FeedSchema,
  feeding,
  PowerSchema,
  RunSchema,
  UniverseSchema,
  ViewSchema,
  WallSchema,
} from './numbers.js';
import { Deg, Length, Mm, Name, nullable, object, P2, P3, Text, Uuid, words } from './schema.js';

export {
  type AccessoryForm,
  accessoryForms,
  enclosures,
  type Family,
  families,
  lamps,
  ownTypes,
  primitives,
  type ShelfKind,
  shelfKinds,
  strokeRoles,
  tagPlacesOf,
} from './library.js';

export { corners, directions, feedKinds, orderings } from './numbers.js';

export const layerRoles = ['border', 'house', 'scenery', 'masking', 'positions', 'fixtures', 'focus'] as const;
export type LayerRole = (typeof layerRoles)[number];

const SettingsSchema = object({
  id: Uuid,
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
  plateTags: Type.Optional(Uuid),
  /** Fixtures of booms and ladders are drawn on the plan too, not in their details alone. */
  boomUnits: Type.Optional(Type.Boolean()),
  /** Which of our symbol sets draws the rig; symbols of the user's own win. Left out: outline. */
  symbolSet: Type.Optional(words('outline', 'bold')),
  titleBlock: Type.Optional(Uuid),
  /** Left out: 230 V, 16 A a circuit, 63 A a phase, all of it. */
  power: Type.Optional(PowerSchema),
});

const LayerSchema = object({
  id: Uuid,
  kind: Type.Literal('layer'),
  name: Name,
  role: words(...layerRoles),
  order: Type.Number(),
  state: words('shown', 'locked', 'hidden'),
});

/** Things that are picked and moved together carry the same name here. */
const Group = Type.Optional(Type.String({ maxLength: 100 }));

const OutlineSchema = object({
  id: Uuid,
  kind: Type.Literal('outline'),
  layer: Uuid,
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
  id: Uuid,
  kind: Type.Literal('masking'),
  layer: Uuid,
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
  id: Uuid,
  kind: Type.Literal('backdrop'),
  layer: Uuid,
  name: Name,
  paths: Type.Array(Type.Array(Mm, { minItems: 4, maxItems: 40000 }), { maxItems: 5000 }),
  texts: Type.Array(object({ at: P2, text: Type.String({ maxLength: 500 }), size: Length }), { maxItems: 5000 }),
});

/** An end of a dimension or a leader: a point of a record, which it follows, or a fixed place. */
const AnchorSchema = object({
  at: P2,
  to: nullable(object({ id: Uuid, point: Type.String({ minLength: 1, maxLength: 20 }) })),
});
const DimensionSchema = object({
  id: Uuid,
  kind: Type.Literal('dimension'),
  layer: Uuid,
  from: AnchorSchema,
  to: AnchorSchema,
  /** What is measured: along the line between the ends, across the stage, or up and down it. */
  along: words('line', 'x', 'y'),
  /** Distance of the dimension line from what it measures, mm; positive to the left of the way from end to end. */
  offset: Mm,
});
const NoteSchema = object({
  id: Uuid,
  kind: Type.Literal('note'),
  layer: Uuid,
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
  id: Uuid,
  kind: Type.Literal('position'),
  layer: Uuid,
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

const AimSchema = Type.Union([
  object({ kind: Type.Literal('point'), at: P3 }),
  object({ kind: Type.Literal('area'), area: Uuid }),
]);

const PartSchema = object({
  name: Text,
  channel: Text,
  /** Absolute address, 1 is 1.1 and 513 is 2.1; null is unpatched. */
  address: nullable(Type.Integer({ minimum: 1, maximum: 63999 * 512 })),
  /** Name of the circuit; its number, and what feeds it, beside it. */
  circuit: Text,
  ...feeding,
  colour: Text,
  /** An accessory of the fixture that is a device of its own: a scroller, a moving mirror. */
  accessory: Type.Optional(Uuid),
  /** Slots of such a device; the slots of a cell follow from the mode. */
  slots: Type.Optional(Type.Integer({ minimum: 0, maximum: 512 })),
});

const FixtureSchema = object({
  id: Uuid,
  kind: Type.Literal('fixture'),
  layer: Uuid,
  type: Uuid,
  mode: Name,
  position: Uuid,
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
  accessories: Type.Optional(Type.Array(Uuid, { maxItems: 20 })),
  /** Tag set of its own. */
  tags: Type.Optional(Uuid),
  /** Tags that were moved by hand: offset from the clamp in mm of paper. */
  tagMoves: Type.Optional(Type.Array(object({ tag: Type.String({ minLength: 1, maxLength: 40 }), by: P2 }), { maxItems: 20 })),
  /** Values of the show's own fields, by the id of the field. */
  own: Type.Optional(Type.Record(Uuid, Text, { additionalProperties: false })),
  /** From whom it is rented; left out it is the house's. */
  rental: Type.Optional(Text),
});

const FocusAreaSchema = object({ id: Uuid, kind: Type.Literal('area'), layer: Uuid, name: Name, at: P3, size: Length });

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
  symbol: SymbolSchema,
  gobo: GoboSchema,
  titleblock: TitleBlockSchema,
  field: OwnFieldSchema,
  universe: UniverseSchema,
  feed: FeedSchema,
  wall: WallSchema,
  run: RunSchema,
  view: ViewSchema,
  accepted: AcceptedSchema,
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
export type SymbolDef = Deep<Static<typeof SymbolSchema>>;
export type Shape = SymbolDef['shapes'][number];
export type StrokeRole = Exclude<Shape, { form: 'text' }>['role'];
export type Gobo = Deep<Static<typeof GoboSchema>>;
export type TitleBlock = Deep<Static<typeof TitleBlockSchema>>;
export type OwnField = Deep<Static<typeof OwnFieldSchema>>;
export type Universe = Deep<Static<typeof UniverseSchema>>;
export type Feed = Deep<Static<typeof FeedSchema>>;
export type Power = Deep<Static<typeof PowerSchema>>;
export type Wall = Deep<Static<typeof WallSchema>>;
export type Tile = Wall['tiles'][number];
export type Run = Deep<Static<typeof RunSchema>>;
export type RunField = Run['fields'][number];
export type RunOrder = Run['order'];
export type Direction = (typeof directions)[number];
export type LedgerView = Deep<Static<typeof ViewSchema>>;
export type Sieve = LedgerView['sieves'][number];
export type Accepted = Deep<Static<typeof AcceptedSchema>>;
export type Photometry = NonNullable<FixtureType['photometry']>;
export type Wheel = NonNullable<FixtureType['wheels']>[number];
export type Geometry = NonNullable<FixtureType['geometry']>[number];
export type SymbolSet = NonNullable<Settings['symbolSet']>;
export type Position = Deep<Static<typeof PositionSchema>>;
export type FixtureType = Deep<Static<typeof FixtureTypeSchema>>;
export type Mode = FixtureType['modes'][number];
export type Channel = Mode['channels'][number];
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
  | TagSet
  | SymbolDef
  | Gobo
  | TitleBlock
  | OwnField
  | Universe
  | Feed
  | Wall
  | Run
  | LedgerView
  | Accepted;
/** What the Shelf keeps. */
export type ShelfRecord = FixtureType | SymbolDef | Filter | Gobo | Accessory | TagSet | TitleBlock;
export type Kind = DessinRecord['kind'];
export type RecordOf<K extends Kind> = Extract<DessinRecord, { kind: K }>;
/** Makes a new id; handed in, since core knows neither browser nor Node. */
export type NewId = () => Id;
