/** Plates: sheets of paper with windows, and the sets that are made from the show as it stands. */
import { Type } from '@sinclair/typebox';
import { Deg, Mm, Name, Order, object, Picture, Short, Text, Uuid, words } from '../schema.js';
import type { Has, KindEntry, Of, Reference } from './kind.js';

/** What a window can hold. What each draws is for `paper/windows` to say. */
export const windowKinds = [
  'plan',
  'purpose',
  'lux',
  'section',
  'elevation',
  'position',
  'loads',
  'cut layout',
  'focus charts',
  'picture',
  'schedule',
  'labels',
  'map',
  'card head',
  'card list',
  'bring',
  'key',
  'legend',
  'title',
  'notes',
  'contents',
] as const;

const Paper = Type.Number({ minimum: -5000, maximum: 5000 });
const Side = Type.Number({ exclusiveMinimum: 0, maximum: 5000 });
export const plateWindowSchema = () =>
  object({
    id: Type.String({ minLength: 1, maxLength: 60 }),
    what: words(...windowKinds),
    /** Left, bottom, width and height on the sheet, mm of paper. */
    box: Type.Tuple([Paper, Paper, Side, Side]),
    /** Denominator; left out, the largest usual scale that fits. */
    scale: Type.Optional(Type.Number({ minimum: 1, maximum: 100_000 })),
    /** The part of the stage that is shown, mm of the stage: least x and y, greatest x and y. Left out: all of it. */
    crop: Type.Optional(Type.Tuple([Mm, Mm, Mm, Mm])),
    /** The drawing turned in its window, degrees anticlockwise. */
    turn: Type.Optional(Deg),
    /** Layers that are not shown in it. */
    hidden: Type.Optional(Type.Array(Uuid, { maxItems: 200 })),
    /** A tag set, or none at all. Left out: that of plates. */
    tags: Type.Optional(Type.Union([Uuid, Type.Literal('none')])),
    symbols: Type.Optional(words('outline', 'bold')),
    /** What bodies are coloured by; left out, nothing. */
    colour: Type.Optional(Short),
    /** The position, purpose, look, list or schedule that it is of. */
    of: Type.Optional(Short),
    /** The page of what runs over several sheets, from 1. */
    page: Type.Optional(Type.Integer({ minimum: 1, maximum: 10_000 })),
    text: Type.Optional(Text),
    /** Height of text, mm. */
    size: Type.Optional(Type.Number({ minimum: 1, maximum: 50 })),
    picture: Type.Optional(Picture),
  });
export type PlateWindow = Of<typeof plateWindowSchema>;

/**
 * A sheet with its windows; or, without windows, a ready set, which has as many sheets as the show asks for and follows it; or one sheet of such a set that
 * was corrected by hand, which says by `of` which one.
 */
export const plateSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('plate'),
    name: Name,
    order: Order,
    /** Left out: what the set takes. */
    paper: Type.Optional(Type.String({ minLength: 1, maxLength: 20 })),
    turned: Type.Optional(words('landscape', 'portrait')),
    ready: Type.Optional(Short),
    of: Type.Optional(Short),
    windows: Type.Optional(Type.Array(plateWindowSchema(), { maxItems: 60 })),
  });
export type Plate = Of<typeof plateSchema>;

const withinWindow = (window: PlateWindow, has: Has): PlateWindow => {
  const { tags, hidden, ...rest } = window;
  return {
    ...rest,
    ...(tags && (tags === 'none' || has(tags, 'tagset')) ? { tags } : {}),
    ...(hidden ? { hidden: hidden.filter((id) => has(id, 'layer')) } : {}),
  };
};
export const plate: KindEntry<Plate> = {
  kind: 'plate',
  whole: ['windows'],
  references({ windows }) {
    return (windows ?? []).flatMap(({ tags, hidden }): Reference[] => [
      ...(tags && tags !== 'none' ? [{ field: 'tag set of a window', kind: 'tagset', to: tags }] : []),
      ...(hidden ?? []).map((to) => ({ field: 'hidden layer of a window', kind: 'layer', to })),
    ]);
  },
  letGo(record, has) {
    return record.windows ? { ...record, windows: record.windows.map((window) => withinWindow(window, has)) } : record;
  },
};
