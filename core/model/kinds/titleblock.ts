/** Title blocks. */
import { Type } from '@sinclair/typebox';
import { FromShelf, Name, object, Picture, Text, Uuid, words } from '../schema.js';
import type { KindEntry, Of } from './kind.js';

/** What can stand in a title block that is drawn: words, lines, frames, a picture, the table of issues, a scale bar, and which way the drawing is looked at. */
export const titleItems = ['text', 'line', 'frame', 'picture', 'issues', 'scale bar', 'bearings'] as const;
const At = Type.Number({ minimum: -500, maximum: 2000 });
export const titleItemSchema = () =>
  object({
    id: Type.String({ minLength: 1, maxLength: 60 }),
    what: words(...titleItems),
    /** Left, bottom, width and height in the block, mm of paper. A line runs from one corner to the other. */
    box: Type.Tuple([At, At, At, At]),
    text: Type.Optional(Text),
    /** Height of its letters, mm. */
    size: Type.Optional(Type.Number({ minimum: 1, maximum: 50 })),
    bold: Type.Optional(Type.Boolean()),
    align: Type.Optional(words('left', 'centre', 'right')),
    picture: Type.Optional(Picture),
  });
/** What a title block says. In a text {show}, {venue}, {designer}, {drawn}, {scale}, {paper}, {date}, {issue}, {drawing}, {sheet}, {units} and {dimensions} stand for what they name. */
export const titleBlockSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('titleblock'),
    name: Name,
    lines: Type.Array(object({ label: Text, text: Text, size: Type.Number({ minimum: 1, maximum: 20 }) }), { maxItems: 20 }),
    /** Drawn by hand, on a block of so many mm; it then says this, and not its lines. */
    size: Type.Optional(Type.Tuple([Type.Number({ minimum: 10, maximum: 1000 }), Type.Number({ minimum: 10, maximum: 1000 })])),
    items: Type.Optional(Type.Array(titleItemSchema(), { maxItems: 100 })),
    shelf: FromShelf,
  });
export type TitleBlock = Of<typeof titleBlockSchema>;
export type TitleItem = Of<typeof titleItemSchema>;

export const titleblock: KindEntry<TitleBlock> = {
  kind: 'titleblock',
  whole: ['lines', 'size', 'items', 'shelf'],
  listed({ name, lines, items }) {
    return {
      name,
      of: items ? `drawn, ${items.length} things` : `${lines.length} lines`,
      words: items ? items.flatMap(({ text }) => text ?? []) : lines.map((line) => `${line.label} ${line.text}`),
    };
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
