/** Runs that are kept by name. */
import { Type } from '@sinclair/typebox';
import { FieldId, Name, object, Short, Uuid, words } from '../schema.js';
import { directions, orderings } from '../words.js';
import type { KindEntry, Of } from './kind.js';

const runFieldSchema = () =>
  object({
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
const runOrderSchema = () =>
  object({
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
export const runSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('run'),
    name: Name,
    order: runOrderSchema(),
    fields: Type.Array(runFieldSchema(), { minItems: 1, maxItems: 40 }),
    parts: words('with the head', 'each by itself'),
    taken: words('mark', 'skip', 'push'),
  });
export type Run = Of<typeof runSchema>;
export type RunField = Run['fields'][number];
export type RunOrder = Run['order'];

export const run: KindEntry<Run> = {
  kind: 'run',
  whole: ['fields'],
};
