/** Title blocks. */
import { Type } from '@sinclair/typebox';
import { FromShelf, Name, object, Text, Uuid } from '../schema.js';
import type { KindEntry, Of } from './kind.js';

/** What a title block says. In a text {show}, {venue}, {designer}, {scale}, {paper} and {date} stand for what they name. */
export const titleBlockSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('titleblock'),
    name: Name,
    lines: Type.Array(object({ label: Text, text: Text, size: Type.Number({ minimum: 1, maximum: 20 }) }), { maxItems: 20 }),
    shelf: FromShelf,
  });
export type TitleBlock = Of<typeof titleBlockSchema>;

export const titleblock: KindEntry<TitleBlock> = {
  kind: 'titleblock',
  whole: ['lines', 'shelf'],
  listed({ name, lines }) {
    return { name, of: `${lines.length} lines`, words: lines.map((line) => `${line.label} ${line.text}`) };
  },
};

/** The title block to begin with; it says what plates have always said. */
export const makeTitleBlock = (id: string): TitleBlock => ({
  id,
  kind: 'titleblock',
  name: 'House title block',
  lines: [
    { label: '', text: '{show}', size: 6 },
    { label: '', text: '{venue}', size: 3.5 },
    { label: 'Lighting designer', text: '{designer}', size: 2.5 },
    { label: 'Drawing', text: 'Light plot', size: 2.5 },
    { label: 'Issue', text: '{issue}', size: 2.5 },
    { label: 'Scale', text: '{scale}', size: 2.5 },
    { label: 'Date', text: '{date}', size: 2.5 },
  ],
});
