/** The records of a show, as types, and the words that they are made of. Their schemas are in schemas.ts, library.ts and numbers.ts, of which nothing is loaded here. */
import type { Static } from '@sinclair/typebox';
import type {
  AccessorySchema,
  CustomFieldSchema,
  FilterSchema,
  FixtureTypeSchema,
  GoboSchema,
  SymbolSchema,
  TagSetSchema,
  TitleBlockSchema,
} from './library.js';
import type { AcceptedSchema, FeedSchema, PowerSchema, RunSchema, UniverseSchema, ViewSchema, WallSchema } from './numbers.js';
import type {
  AimSchema,
  AnchorSchema,
  ArcSchema,
  BackdropSchema,
  ChainSchema,
  DimensionSchema,
  FixtureSchema,
  FocusAreaSchema,
  LayerSchema,
  MaskingSchema,
  NoteSchema,
  OutlineSchema,
  PartSchema,
  PositionSchema,
  SettingsSchema,
  StraightSchema,
  VerticalSchema,
} from './schemas.js';

export * from './words.js';

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
export type CustomField = Deep<Static<typeof CustomFieldSchema>>;
export type Universe = Deep<Static<typeof UniverseSchema>>;
export type Feed = Deep<Static<typeof FeedSchema>>;
export type Power = Deep<Static<typeof PowerSchema>>;
export type Wall = Deep<Static<typeof WallSchema>>;
export type Tile = Wall['tiles'][number];
export type Run = Deep<Static<typeof RunSchema>>;
export type RunField = Run['fields'][number];
export type RunOrder = Run['order'];
export type LedgerView = Deep<Static<typeof ViewSchema>>;
export type LedgerFilter = LedgerView['sieves'][number];
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
  | CustomField
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
