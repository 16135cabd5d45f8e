/** Small parts that the schemas of records are put together from. Lengths in mm, angles in degrees. */
import { type TSchema, Type } from '@sinclair/typebox';
import { UUID } from './ids.js';

export const Uuid = Type.String({ pattern: UUID.source });
export const Text = Type.String({ maxLength: 32767 });
export const Name = Type.String({ minLength: 1, maxLength: 200 });
/** 10 km, the limit of a coordinate (reference formats 0.2). */
export const Mm = Type.Number({ minimum: -1e7, maximum: 1e7 });
export const Length = Type.Number({ exclusiveMinimum: 0, maximum: 1e7 });
export const Deg = Type.Number({ minimum: -36000, maximum: 36000 });
export const Share = Type.Number({ minimum: 0, maximum: 1 });
/** A colour as #rrggbb. */
export const Hex = Type.String({ pattern: '^#[0-9a-f]{6}$' });
export const P2 = Type.Tuple([Mm, Mm]);
export const P3 = Type.Tuple([Mm, Mm, Mm]);
export const nullable = <T extends TSchema>(schema: T) => Type.Union([schema, Type.Null()]);
export const words = <T extends string>(...values: T[]) => Type.Unsafe<T>({ type: 'string', enum: values });
export const object = <T extends Parameters<typeof Type.Object>[0]>(properties: T) =>
  Type.Object(properties, { additionalProperties: false });
/** Id of a field of fixtures: a word, or a column of the show's own. Which words there are is for the list of fields to say. */
export const FieldId = Type.String({ pattern: '^([A-Za-z]{1,40}|own [0-9a-f-]{36})$' });
/** Name of a file in the server's store: the SHA-256 of its bytes. */
export const FileHash = Type.String({ pattern: '^[0-9a-f]{64}$' });
/** A small picture inside a record: PNG, base64, at most about 600 kB. */
export const Picture = Type.String({ pattern: '^[A-Za-z0-9+/]*={0,2}$', maxLength: 800_000 });
/** The item of the Shelf that a record was taken from, and in which version. */
export const FromShelf = Type.Optional(object({ item: Uuid, version: Type.Integer({ minimum: 1, maximum: 1e9 }) }));
/** Things that are picked and moved together carry the same name here. */
export const Group = Type.Optional(Type.String({ maxLength: 100 }));
export const Short = Type.String({ maxLength: 200 });
export const Order = Type.Number();
/** A column of the Ledger. */
export const FieldName = Type.String({ minLength: 1, maxLength: 60 });
