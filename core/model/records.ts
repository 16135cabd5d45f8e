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
});

const LayerSchema = object({
  id: Id,
  kind: Type.Literal('layer'),
  name: Name,
  role: words(...layerRoles),
  order: Type.Number(),
  state: words('shown', 'locked', 'hidden'),
});

const OutlineSchema = object({
  id: Id,
  kind: Type.Literal('outline'),
  layer: Id,
  name: Text,
  use: words('wall', 'stage edge', 'leg', 'border', 'cyc', 'seats', 'scenery'),
  points: Type.Array(P2, { minItems: 2, maxItems: 20000 }),
  closed: Type.Boolean(),
  zFrom: Mm,
  zTo: Mm,
});

const StraightSchema = object({ form: Type.Literal('straight'), a: P2, b: P2, z: Mm });
const VerticalSchema = object({ form: Type.Literal('vertical'), at: P2, z: Mm, height: Length, bearing: Deg });
const ArcSchema = object({ form: Type.Literal('arc'), centre: P2, z: Mm, radius: Length, start: Deg, sweep: Deg });
const CurveSchema = Type.Union([StraightSchema, VerticalSchema, ArcSchema]);

const PositionSchema = object({
  id: Id,
  kind: Type.Literal('position'),
  layer: Id,
  name: Name,
  use: words('pipe', 'bridge', 'boom', 'ladder', 'ring', 'floor'),
  curve: CurveSchema,
  /** From the curve to the clamp, mm downward: a truss hangs its units from the lower chord. */
  chord: Mm,
  /** Width of the drawn body, mm. */
  width: Length,
  numbering: words('from stage left', 'from stage right', 'from the top', 'from the bottom', 'clockwise'),
  order: Type.Number(),
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
  hang: words('under', 'over'),
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
export type Curve = Straight | Vertical | Arc;
export type Position = Deep<Static<typeof PositionSchema>>;
export type Channel = Deep<Static<typeof ChannelSchema>>;
export type Mode = Deep<Static<typeof ModeSchema>>;
export type FixtureType = Deep<Static<typeof FixtureTypeSchema>>;
export type Aim = Deep<Static<typeof AimSchema>>;
export type Part = Deep<Static<typeof PartSchema>>;
export type Fixture = Deep<Static<typeof FixtureSchema>>;
export type Filter = Deep<Static<typeof FilterSchema>>;
export type FocusArea = Deep<Static<typeof FocusAreaSchema>>;
export type DessinRecord = Settings | Layer | Outline | Position | FixtureType | Fixture | Filter | FocusArea;
export type Kind = DessinRecord['kind'];
export type RecordOf<K extends Kind> = Extract<DessinRecord, { kind: K }>;
/** Makes a new id; handed in, since core knows neither browser nor Node. */
export type NewId = () => Id;
