/** Notes that people of a show write to each other: on a fixture, a place or a sheet; answered, and ticked off. */
import { Type } from '@sinclair/typebox';
import { object, P2, Short, Uuid } from '../schema.js';
import { moment } from './finding.js';
import type { KindEntry, Of } from './kind.js';

/** What it is about; exactly one is said. What was struck since keeps the name that it had. */
const aboutSchema = () =>
  object({
    fixture: Type.Optional(Uuid),
    /** A position, or another thing of the stage. */
    thing: Type.Optional(Uuid),
    /** A place in plan, mm. */
    at: Type.Optional(P2),
    /** Name of a sheet. */
    sheet: Type.Optional(Short),
    /** What it was called when the note was written. */
    name: Short,
  });
export const remarkSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('remark'),
    on: aboutSchema(),
    text: Type.String({ minLength: 1, maxLength: 4000 }),
    by: Short,
    at: moment(),
    /** The note that this one answers. */
    to: Type.Optional(Uuid),
    /** By whom it was ticked off, and when. */
    done: Type.Optional(object({ by: Short, at: moment() })),
  });
export type Remark = Of<typeof remarkSchema>;
export type About = Remark['on'];

export const remark: KindEntry<Remark> = { kind: 'remark', whole: ['on', 'done'] };
