/** What is done on stage to a light: that it is hung, cabled, coloured or focused; by whom, and how it was then. */
import { Type } from '@sinclair/typebox';
import { Mm, object, Short, Uuid, words } from '../schema.js';
import { moment } from './finding.js';
import type { KindEntry, Of } from './kind.js';

/** In the order of the work. */
export const works = ['hung', 'cabled', 'coloured', 'focused'] as const;
export const workSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('work'),
    /** The light; what was done stays when it is struck. */
    fixture: Uuid,
    what: words(...works),
    /** What the plot said of it then: where it changed since, the work is not done. */
    was: Short,
    /** Of what is hung: how far along its position, mm. */
    along: Type.Optional(Mm),
    by: Short,
    at: moment(),
  });
export type Work = Of<typeof workSchema>;

export const work: KindEntry<Work> = { kind: 'work' };
