/** Tag sets. */
import { Type } from '@sinclair/typebox';
import { FieldId, FromShelf, Name, object, Uuid, words } from '../schema.js';
import { enclosures, tagPlacesOf } from '../words.js';
import type { KindEntry, Of } from './kind.js';

/** Which fields stand where round the symbol, in which enclosure. The lines of one place follow each other outward. */
export const tagSetSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('tagset'),
    name: Name,
    order: Type.Number(),
    lines: Type.Array(
      object({
        field: FieldId,
        place: words(...tagPlacesOf),
        enclosure: words(...enclosures),
        /** Text height on paper, mm. */
        size: Type.Number({ minimum: 0.8, maximum: 20 }),
        /** Only for these types and layers; empty is all. */
        types: Type.Array(Uuid, { maxItems: 500 }),
        layers: Type.Array(Uuid, { maxItems: 100 }),
      }),
      { maxItems: 30 },
    ),
    shelf: FromShelf,
  });
export type TagSet = Of<typeof tagSetSchema>;
export type TagLine = TagSet['lines'][number];

export const tagset: KindEntry<TagSet> = {
  kind: 'tagset',
  references({ lines }) {
    return lines.flatMap((line) => [
      ...line.types.map((to) => ({ field: 'type', kind: 'type' as const, to })),
      ...line.layers.map((to) => ({ field: 'layer', kind: 'layer' as const, to })),
    ]);
  },
  letGo(record, has) {
    return {
      ...record,
      lines: record.lines.map((line) => ({
        ...line,
        types: line.types.filter((id) => has(id, 'type')),
        layers: line.layers.filter((id) => has(id, 'layer')),
      })),
    };
  },
  whole: ['lines', 'shelf'],
  listed({ name, lines }) {
    return { name, of: `${lines.length} lines`, words: lines.map((line) => line.field) };
  },
};

/** Heights of text on paper, mm of the em: capitals of 1.8 mm, and of 2.5 mm for channels, are the least that is read at arm's length. */
export const SMALL = 2.5;
export const LARGE = 3.5;

/** Three tag sets to begin with: for the designer, the electrician and the programmer. */
export function makeTagSets(newId: (name: string) => string): TagSet[] {
  const line = (field: string, place: TagLine['place'], enclosure: TagLine['enclosure'] = 'none', size = SMALL): TagLine => ({
    field,
    place,
    enclosure,
    size,
    types: [],
    layers: [],
  });
  const sets: readonly (readonly [string, readonly TagLine[]])[] = [
    [
      'Design',
      [line('unit', 'body'), line('channel', 'behind', 'circle', LARGE), line('colour', 'front'), line('purpose', 'front')],
    ],
    [
      'Electrician',
      [
        line('unit', 'body'),
        line('address', 'behind', 'box'),
        line('circuit', 'behind', 'hexagon'),
        line('colour', 'front'),
        line('accessories', 'front'),
      ],
    ],
    [
      'Programmer',
      [
        line('unit', 'body'),
        line('channel', 'behind', 'circle', LARGE),
        line('address', 'behind', 'box'),
        line('colour', 'front'),
      ],
    ],
  ];
  return sets.map(([name, lines], i) => ({ id: newId(name), kind: 'tagset', name, order: i, lines: [...lines] }));
}
