/** Maps of one's own: boards on which channels stand as symbols, pictures or tiles, with buttons for groups and areas, text and plain shapes. */
import { Type } from '@sinclair/typebox';
import { Deg, FieldId, Hex, Name, Order, object, Picture, Short, Text, Uuid, words } from '../schema.js';
import type { KindEntry, Of } from './kind.js';

export const mapThings = ['symbol', 'tile', 'picture', 'group', 'area', 'text', 'box', 'ellipse', 'line'] as const;
export const mapFills = ['level', 'filter', 'nothing'] as const;
const At = Type.Number({ minimum: -5000, maximum: 10000 });
const Size = Type.Number({ exclusiveMinimum: 0, maximum: 10000 });
export const mapItemSchema = () =>
  object({
    id: Type.String({ minLength: 1, maxLength: 60 }),
    what: words(...mapThings),
    /** Left, bottom, width and height, mm of the board, from its lower left. A line runs from one corner to the other. */
    box: Type.Tuple([At, At, Type.Number({ minimum: -10000, maximum: 10000 }), Type.Number({ minimum: -10000, maximum: 10000 })]),
    /** Of symbols, tiles and pictures: the channel. */
    channel: Type.Optional(Short),
    /** Of buttons: the group of the desk by its key, or the area. */
    group: Type.Optional(Short),
    area: Type.Optional(Uuid),
    text: Type.Optional(Text),
    /** Height of its letters, mm. */
    size: Type.Optional(Type.Number({ minimum: 1, maximum: 200 })),
    picture: Type.Optional(Picture),
    colour: Type.Optional(Hex),
    /** Of a symbol, degrees anticlockwise. */
    turn: Type.Optional(Deg),
  });
export const mapSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('map'),
    name: Name,
    order: Order,
    /** Width and height of the board, mm. */
    size: Type.Tuple([Size, Size]),
    /** What is moved snaps to so many mm; 0 is to nothing. */
    snap: Type.Number({ minimum: 0, maximum: 1000 }),
    background: Type.Optional(Picture),
    /** What stands at channels, by fields of the Ledger; the level comes by itself. */
    fields: Type.Array(FieldId, { maxItems: 10 }),
    fill: words(...mapFills),
    items: Type.Array(mapItemSchema(), { maxItems: 5000 }),
  });
export type BoardMap = Of<typeof mapSchema>;
export type MapItem = BoardMap['items'][number];
export type MapFill = BoardMap['fill'];

export const map: KindEntry<BoardMap> = {
  kind: 'map',
  references({ items }) {
    return items.flatMap(({ area }) => (area ? [{ field: 'area of a button', kind: 'area' as const, to: area }] : []));
  },
  letGo(record, has) {
    // A button whose area is gone is none.
    const items = record.items.filter(({ area }) => !area || has(area, 'area'));
    return items.length === record.items.length ? record : { ...record, items };
  },
  whole: ['items', 'size', 'fields'],
};
