/** Notes, with or without a leader. */
import { Type } from '@sinclair/typebox';
import { Group, Mm, nullable, object, P2, Uuid } from '../schema.js';
import { anchorSchema, freed } from './anchor.js';
import type { KindEntry, Of } from './kind.js';
import { layerOf } from './kind.js';

export const noteSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('note'),
    layer: Uuid,
    at: P2,
    text: Type.String({ minLength: 1, maxLength: 2000 }),
    /** Height of the text on paper, mm. */
    size: Type.Number({ minimum: 0.5, maximum: 100 }),
    leader: nullable(anchorSchema()),
    /** Heights between which it stands, mm, as an outline does: then it is seen in section and 3D too. Left out, it is a note of the plan alone. */
    zFrom: Type.Optional(Mm),
    zTo: Type.Optional(Mm),
    group: Group,
  });
export type Note = Of<typeof noteSchema>;

export const note: KindEntry<Note> = {
  kind: 'note',
  references(record) {
    const to = record.leader?.to;
    return [...layerOf(record), ...(to ? [{ field: 'leader', kind: 'any' as const, to: to.id }] : [])];
  },
  letGo(record, has) {
    return record.leader ? { ...record, leader: freed(record.leader, has) } : record;
  },
  whole: ['at', 'leader'],
  moves: { points: ['at'], anchors: ['leader'], heights: ['zFrom', 'zTo'] },
};
