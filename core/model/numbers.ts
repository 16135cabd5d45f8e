/** Schemas of what numbering, patch, Ledger and audit keep in a show. Lengths in mm. */
import { Type } from '@sinclair/typebox';
import { FieldId, Length, Name, nullable, object, P2, Text, Uuid, words } from './schema.js';
import { corners, directions, feedKinds, orderings } from './words.js';

const Short = Type.String({ maxLength: 200 });
const Order = Type.Number();

/** Name and output of a universe; universes that nobody named have no record. */
export const UniverseSchema = object({
  id: Uuid,
  kind: Type.Literal('universe'),
  number: Type.Integer({ minimum: 1, maximum: 63999 }),
  name: Short,
  protocol: Short,
  node: Short,
  port: Short,
});

/** What feeds fixtures: a dimmer, or a circuit without one. Left out, it has the limit of the house and no phase. */
export const FeedSchema = object({
  id: Uuid,
  kind: Type.Literal('feed'),
  of: words(...feedKinds),
  name: Name,
  phase: nullable(Type.Integer({ minimum: 1, maximum: 3 })),
  /** A; null is the limit of the house. */
  limit: nullable(Type.Number({ exclusiveMinimum: 0, maximum: 10000 })),
});

/** The house's supply. */
export const PowerSchema = object({
  volts: Type.Number({ minimum: 50, maximum: 1000 }),
  /** Share of a rating that may be used for hours. */
  share: Type.Number({ minimum: 0.1, maximum: 1 }),
  /** Ratings, A. */
  circuit: Type.Number({ exclusiveMinimum: 0, maximum: 10000 }),
  dimmer: Type.Number({ exclusiveMinimum: 0, maximum: 10000 }),
  phase: Type.Number({ exclusiveMinimum: 0, maximum: 10000 }),
  /** Imbalance that is still accepted: (greatest - mean) / mean. */
  imbalance: Type.Number({ minimum: 0, maximum: 10 }),
});

const TileSchema = object({
  rows: Type.Integer({ minimum: 1, maximum: 256 }),
  columns: Type.Integer({ minimum: 1, maximum: 256 }),
  /** Lower left corner on the work area, and the size of the tile before it is turned, mm. */
  at: P2,
  width: Length,
  height: Length,
  /** Quarter turns anticlockwise. */
  turn: Type.Integer({ minimum: 0, maximum: 3 }),
  mirrored: Type.Boolean(),
  /** Place in the wiring, from 0; null is not wired yet. */
  place: nullable(Type.Integer({ minimum: 0, maximum: 9999 })),
});
/** Pixel tiles on a work area of their own, seen from the front. */
export const WallSchema = object({
  id: Uuid,
  kind: Type.Literal('wall'),
  name: Name,
  width: Length,
  height: Length,
  grid: Length,
  /** Slots of a pixel, and what they are. */
  slots: Type.Integer({ minimum: 1, maximum: 64 }),
  colours: Short,
  /** Address of the first pixel. */
  address: nullable(Type.Integer({ minimum: 1, maximum: 63999 * 512 })),
  channel: Short,
  corner: words(...corners),
  run: words('rows', 'columns'),
  serpentine: Type.Boolean(),
  /** What begins on a new universe. */
  fresh: words('nothing', 'tile', 'row'),
  /** Pixels a universe; null is as many as fit. */
  most: nullable(Type.Integer({ minimum: 1, maximum: 512 })),
  tiles: Type.Array(TileSchema, { maxItems: 2000 }),
  /** Watts of a pixel at full. */
  watts: Type.Number({ minimum: 0, maximum: 1000 }),
});

const RunFieldSchema = object({
  field: FieldId,
  start: Short,
  /** A whole number, or "slots": the fixture's own footprint. */
  step: Short,
  prefix: Short,
  suffix: Short,
  pad: Type.Integer({ minimum: 0, maximum: 20 }),
  same: Type.Boolean(),
  each: Type.Integer({ minimum: 1, maximum: 10000 }),
  last: Short,
});
const RunOrderSchema = object({
  by: words(...orderings),
  /** What decides between those that stand alike. */
  second: words(...directions),
  /** Crookedness that still counts as one row, mm. */
  tolerance: Type.Number({ minimum: 0, maximum: 1e5 }),
  rows: words('ties', 'rows', 'serpentine'),
  way: words('clockwise', 'anticlockwise'),
  from: words('outside in', 'inside out'),
});
/** A run that is kept by name. */
export const RunSchema = object({
  id: Uuid,
  kind: Type.Literal('run'),
  name: Name,
  order: RunOrderSchema,
  fields: Type.Array(RunFieldSchema, { minItems: 1, maxItems: 40 }),
  parts: words('with the head', 'each by itself'),
  taken: words('mark', 'skip', 'push'),
});

const Field = Type.String({ minLength: 1, maxLength: 60 });
export const LedgerFilterSchema = object({ field: Field, text: Type.String({ maxLength: 1000 }), on: Type.Boolean() });
/** A view of the Ledger, or only its filters, kept by name. */
export const ViewSchema = object({
  id: Uuid,
  kind: Type.Literal('view'),
  name: Name,
  order: Order,
  /** Left out, the view is filters alone. */
  columns: Type.Optional(
    Type.Array(object({ field: Field, width: Type.Number({ minimum: 20, maximum: 2000 }), pinned: Type.Boolean() }), {
      maxItems: 200,
    }),
  ),
  groups: Type.Optional(Type.Array(Field, { maxItems: 3 })),
  sort: Type.Optional(nullable(object({ field: Field, down: Type.Boolean() }))),
  /** The filters; kept under this word since the first shows. */
  sieves: Type.Array(LedgerFilterSchema, { maxItems: 200 }),
});

/** A snag that somebody accepted: it rests while it stays as it was. */
export const AcceptedSchema = object({
  id: Uuid,
  kind: Type.Literal('accepted'),
  key: Type.String({ minLength: 1, maxLength: 2000 }),
  state: Text,
  reason: Type.String({ minLength: 1, maxLength: 2000 }),
});

/** Optional fields of a part that say how it is fed. */
export const feeding = {
  dimmer: Type.Optional(Short),
  circuitNumber: Type.Optional(Short),
  multicable: Type.Optional(Short),
  way: Type.Optional(Short),
} as const;
