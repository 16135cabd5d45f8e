/** What was found at the rig check: that a light works, or what is wrong with it, who says so, and what became of it. */
import { Type } from '@sinclair/typebox';
import { object, Short, Text, Uuid, words } from '../schema.js';
import type { KindEntry, Of } from './kind.js';

/** That it works comes first; all others are faults. */
export const findings = [
  'works',
  'dark',
  'wrong place',
  'wrong address',
  'wrong colour',
  'wrong unit',
  'wrong mode',
  'wrong focus',
  'a word',
] as const;
export const moment = () => Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}:\\d{2}(\\.\\d+)?Z$' });
export const findingSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('finding'),
    /** The light; what was found stays when it is struck. */
    fixture: Uuid,
    /** Its position, unit and channel as they were then. */
    position: Short,
    unit: Short,
    channel: Short,
    what: words(...findings),
    note: Text,
    by: Short,
    at: moment(),
    cleared: Type.Optional(object({ by: Short, at: moment(), how: Text })),
  });
export type Finding = Of<typeof findingSchema>;

export const finding: KindEntry<Finding> = { kind: 'finding', whole: ['cleared'] };
