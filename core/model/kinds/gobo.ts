/** Gobos. */
import { Type } from '@sinclair/typebox';
import { FromShelf, Name, object, Picture, Text, Uuid } from '../schema.js';
import type { KindEntry, Of } from './kind.js';

export const goboSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('gobo'),
    code: Name,
    name: Text,
    maker: Text,
    /** Light passes where the picture is white. */
    picture: Type.Optional(Picture),
    shelf: FromShelf,
  });
export type Gobo = Of<typeof goboSchema>;

export const gobo: KindEntry<Gobo> = {
  kind: 'gobo',
  whole: ['picture', 'shelf'],
  listed({ code, name, maker }) {
    return { name: code, of: name, maker, words: [maker] };
  },
};
