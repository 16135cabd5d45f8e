/** Pixel tiles on a work area of their own. */
import { Type } from '@sinclair/typebox';
import { Deg, Group, Length, Mm, Name, nullable, object, P2, Short, Uuid, words } from '../schema.js';
import { corners } from '../words.js';
import { type KindEntry, layerOf, type Of } from './kind.js';

const tileSchema = () =>
  object({
    rows: Type.Integer({ minimum: 1, maximum: 256 }),
    columns: Type.Integer({ minimum: 1, maximum: 256 }),
    /** Lower left corner on the work area, and the size of the tile before it is turned, mm. */
    at: P2,
    width: Length,
    height: Length,
    /** Quarter turns anticlockwise. */
    turn: Type.Integer({ minimum: 0, maximum: 3 }),
    mirrored: Type.Boolean(),
    /** Place in the wiring, from 0; null is not wired yet. */
    place: nullable(Type.Integer({ minimum: 0, maximum: 9999 })),
  });
/** Pixel tiles on a work area of their own, seen from the front. */
export const wallSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('wall'),
    name: Name,
    width: Length,
    height: Length,
    grid: Length,
    /** Slots of a pixel, and what they are. */
    slots: Type.Integer({ minimum: 1, maximum: 64 }),
    colours: Short,
    /** Address of the first pixel. */
    address: nullable(Type.Integer({ minimum: 1, maximum: 63999 * 512 })),
    channel: Short,
    corner: words(...corners),
    run: words('rows', 'columns'),
    serpentine: Type.Boolean(),
    /** What begins on a new universe. */
    fresh: words('nothing', 'tile', 'row'),
    /** Pixels a universe; null is as many as fit. */
    most: nullable(Type.Integer({ minimum: 1, maximum: 512 })),
    tiles: Type.Array(tileSchema(), { maxItems: 2000 }),
    /** Watts of a pixel at full. */
    watts: Type.Number({ minimum: 0, maximum: 1000 }),
    /** Where it stands on the stage, if it does: its layer, and the middle of the lower edge of its work area. */
    layer: Type.Optional(Uuid),
    at: Type.Optional(P2),
    /** Degrees anticlockwise from across the stage, its face to the house. */
    turn: Type.Optional(Deg),
    /** Height of the lower edge of the work area above the stage floor, mm. */
    z: Type.Optional(Mm),
    group: Group,
  });
export type Wall = Of<typeof wallSchema>;
/** A wall that stands on the stage. */
export type StandingWall = Wall & Required<Pick<Wall, 'layer' | 'at' | 'turn' | 'z'>>;
export type Tile = Wall['tiles'][number];

export const wall: KindEntry<Wall> = {
  kind: 'wall',
  references: ({ layer }) => (layer === undefined ? [] : layerOf({ layer })),
  whole: ['tiles'],
  together: ['layer', 'at', 'turn', 'z'],
  moves: { points: ['at'], directions: ['turn'], heights: ['z'] },
};

/** A wall of pixels without tiles: RGB on a work area of 4 x 3 m with a grid of 500 mm; sizes in mm, 0.3 W a pixel (common practice, no source). */
export const makeWall = (id: string, name: string, more: Partial<Wall> = {}): Wall => ({
  id,
  kind: 'wall',
  name,
  width: 4000,
  height: 3000,
  grid: 500,
  slots: 3,
  colours: 'RGB',
  address: null,
  channel: '',
  corner: 'top left',
  run: 'rows',
  serpentine: true,
  fresh: 'nothing',
  most: null,
  tiles: [],
  watts: 0.3,
  ...more,
});
