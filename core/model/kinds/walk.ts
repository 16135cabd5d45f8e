/** Films of timed walks through the rig: which light was up when, and what was noted of it. */
import { Type } from '@sinclair/typebox';
import { object, Short, Uuid, words } from '../schema.js';
import { findings, moment } from './finding.js';
import type { KindEntry, Of } from './kind.js';

const stepSchema = () =>
  object({
    fixture: Uuid,
    /** Its position, unit and channel as they were then. */
    position: Short,
    unit: Short,
    channel: Short,
    /** When it came up, seconds after the walk began. */
    after: Type.Number({ minimum: 0, maximum: 1e6 }),
    /** What was noted while it was up; left out, nothing. */
    what: Type.Optional(words(...findings)),
  });
export const walkSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('walk'),
    at: moment(),
    by: Short,
    /** By what it went, and how long each light was to be up, seconds. */
    order: Short,
    each: Type.Number({ minimum: 0, maximum: 3600 }),
    steps: Type.Array(stepSchema(), { maxItems: 20000 }),
  });
export type Walk = Of<typeof walkSchema>;

export const walk: KindEntry<Walk> = { kind: 'walk', whole: ['steps'] };
