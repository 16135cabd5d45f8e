/** Colour filters. */
import { Type } from '@sinclair/typebox';
import { FromShelf, Hex, Name, object, Share, Text, Uuid } from '../schema.js';
import type { KindEntry, Of } from './kind.js';

export const filterSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('filter'),
    code: Name,
    name: Text,
    /** sRGB for the screen, #rrggbb. */
    rgb: Hex,
    /** The book it stands in, and its place there by hue. */
    book: Type.Optional(Text),
    hue: Type.Optional(Type.Number()),
    /** Luminous transmission as the maker gives it, 0 to 1. */
    transmission: Type.Optional(Share),
    /** Spectral transmission, 0 to 1, from a wavelength on in even steps, nm. */
    curve: Type.Optional(
      object({
        from: Type.Number({ minimum: 200, maximum: 2000 }),
        step: Type.Number({ exclusiveMinimum: 0, maximum: 20 }),
        values: Type.Array(Share, { minItems: 2, maxItems: 2000 }),
      }),
    ),
    shelf: FromShelf,
  });
export type Filter = Of<typeof filterSchema>;

export const filter: KindEntry<Filter> = {
  kind: 'filter',
  whole: ['curve', 'shelf'],
  listed({ code, name, rgb, hue, book = '' }) {
    return { name: code, of: name, rgb, ...(hue === undefined ? {} : { hue }), maker: book, words: [book] };
  },
};
