/** The schemas of a show's records, for the borders alone: one TypeBox text gives the type and the JSON Schema. Lengths in mm, angles in degrees. */
import { Type } from '@sinclair/typebox';
import {
  AccessorySchema,
  CustomFieldSchema,
  FilterSchema,
  FixtureTypeSchema,
  GoboSchema,
  SymbolSchema,
  TagSetSchema,
  TitleBlockSchema,
} from './library.js';
import {
  AcceptedSchema,
  FeedSchema,
  feeding,
  PowerSchema,
  RunSchema,
  UniverseSchema,
  ViewSchema,
  WallSchema,
} from './numbers.js';
import { Deg, Length, Mm, Name, nullable, object, P2, P3, Text, Uuid, words } from './schema.js';
import { chords, layerRoles, maskingUses, numberingRules, positionUses, trussSections } from './words.js';

export const SettingsSchema = object({
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

export const LayerSchema = object({
  id: Uuid,
  kind: Type.Literal('layer'),
  name: Name,
  role: words(...layerRoles),
  order: Type.Number(),
  state: words('shown', 'locked', 'hidden'),
});

/** Things that are picked and moved together carry the same name here. */
const Group = Type.Optional(Type.String({ maxLength: 100 }));

export const OutlineSchema = object({
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

/** A cloth: it has a place, a width and a height, and hangs from a trim. */
export const MaskingSchema = object({
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
export const BackdropSchema = object({
  id: Uuid,
  kind: Type.Literal('backdrop'),
  layer: Uuid,
  name: Name,
  paths: Type.Array(Type.Array(Mm, { minItems: 4, maxItems: 40000 }), { maxItems: 5000 }),
  texts: Type.Array(object({ at: P2, text: Type.String({ maxLength: 500 }), size: Length }), { maxItems: 5000 }),
});

/** An end of a dimension or a leader: a point of a record, which it follows, or a fixed place. */
export const AnchorSchema = object({
  at: P2,
  to: nullable(object({ id: Uuid, point: Type.String({ minLength: 1, maxLength: 20 }) })),
});
export const DimensionSchema = object({
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
export const NoteSchema = object({
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

export const StraightSchema = object({
  form: Type.Literal('straight'),
  a: P2,
  b: P2,
  z: Mm,
  /** Height of end b above end a, mm: a raked pipe. */
  rise: Type.Optional(Mm),
});
export const VerticalSchema = object({ form: Type.Literal('vertical'), at: P2, z: Mm, height: Length, bearing: Deg });
export const ArcSchema = object({ form: Type.Literal('arc'), centre: P2, z: Mm, radius: Length, start: Deg, sweep: Deg });
/** Straights and arcs end to end, at one trim: a racetrack is two straights and two half circles. */
export const ChainSchema = object({
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
export const CurveSchema = Type.Union([StraightSchema, VerticalSchema, ArcSchema, ChainSchema]);

export const PositionSchema = object({
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

export const AimSchema = Type.Union([
  object({ kind: Type.Literal('point'), at: P3 }),
  object({ kind: Type.Literal('area'), area: Uuid }),
]);

export const PartSchema = object({
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

export const FixtureSchema = object({
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

export const FocusAreaSchema = object({ id: Uuid, kind: Type.Literal('area'), layer: Uuid, name: Name, at: P3, size: Length });

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
  field: CustomFieldSchema,
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
