/** The settings of a show: one record, with the id of the show. */
import { Type } from '@sinclair/typebox';
import { INCH, type Units } from '../../measure/lengths.js';
import { Length, Name, object, P3, Share, Short, Text, Uuid, words } from '../schema.js';
import type { KindEntry, Of } from './kind.js';

/** The house's supply. */
export const powerSchema = () =>
  object({
    volts: Type.Number({ minimum: 50, maximum: 1000 }),
    /** Share of a rating that may be used for hours. */
    share: Type.Number({ minimum: 0.1, maximum: 1 }),
    /** Ratings, A. */
    circuit: Type.Number({ exclusiveMinimum: 0, maximum: 10000 }),
    dimmer: Type.Number({ exclusiveMinimum: 0, maximum: 10000 }),
    phase: Type.Number({ exclusiveMinimum: 0, maximum: 10000 }),
    /** Imbalance that is still accepted: (greatest - mean) / mean. */
    imbalance: Type.Number({ minimum: 0, maximum: 10 }),
  });
/** By what groups for the desk are made, in the order of their numbers. */
export const groupings = ['all', 'type', 'position', 'purpose', 'area'] as const;
export const mvrVersions = ['1.4', '1.5', '1.6'] as const;
export const handOverSchema = () =>
  object({
    /** What stays at home: layers, families of lanterns, universes. */
    layers: Type.Optional(Type.Array(Uuid, { maxItems: 500 })),
    families: Type.Optional(Type.Array(Short, { maxItems: 100 })),
    universes: Type.Optional(Type.Array(Type.Integer({ minimum: 1, maximum: 63999 }), { maxItems: 1000 })),
    /** By the age of the reader. Left out: 1.6. */
    mvr: Type.Optional(words(...mvrVersions)),
    /** By what groups are made. Left out: all of it. */
    groups: Type.Optional(Type.Array(words(...groupings), { maxItems: 10 })),
    /** Groups that are left out, and names of the user's own, by the key of the group. */
    without: Type.Optional(Type.Array(Short, { maxItems: 5000 })),
    names: Type.Optional(Type.Record(Type.String({ minLength: 1, maxLength: 200 }), Short)),
    /** Looks go along as cues. Left out: they do. */
    looks: Type.Optional(Type.Boolean()),
    /** Parts of the package that are left out: names of files. */
    files: Type.Optional(Type.Array(Short, { maxItems: 100 })),
    /** The show itself goes along as one file. Left out: it does not. */
    whole: Type.Optional(words('as it stands', 'with its history')),
  });
const Side = Type.Number({ minimum: 5, maximum: 2000 });
const Edge = Type.Number({ minimum: 0, maximum: 2000 });
const Count = Type.Integer({ minimum: 1, maximum: 50 });
export const settingsSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('settings'),
    name: Name,
    venue: Text,
    designer: Text,
    /** Who drew it, where that is not the designer. */
    drawnBy: Type.Optional(Text),
    units: words('metric', 'imperial'),
    /** Snap increment along a position, mm. */
    snap: Length,
    /** Distance of tick marks, mm. */
    tick: Length,
    /** The nose follows the aim, or stands square to the pipe. */
    nose: words('aim', 'square'),
    /** Plate: paper name and scale denominator that paper-sized text is made for. */
    paper: Type.String({ minLength: 1, maxLength: 20 }),
    scale: Type.Number({ minimum: 1, maximum: 1000 }),
    /** Stage: width (x) and depth (y) of the stage floor, mm. */
    stageWidth: Length,
    stageDepth: Length,
    /** Height of the venue's grid above the stage floor, mm; nothing hangs above it. Left out while unknown. */
    grid: Type.Optional(Length),
    /** Name of the last issue of the plot, such as "A"; unit numbers are frozen from then on. Left out while it is drafted. */
    issued: Type.Optional(Type.String({ maxLength: 100 })),
    /** What paper marks as changed: nothing, or what changed since an issue. Left out: since the last one, and on that itself since the one before. */
    marks: Type.Optional(Type.Union([Uuid, Type.Literal('none')])),
    /** Tag set that plates print. */
    plateTags: Type.Optional(Uuid),
    /** Fixtures of booms and ladders are drawn on the plan too, not in their details alone. */
    boomUnits: Type.Optional(Type.Boolean()),
    /** Which of our symbol sets draws the rig; symbols of the user's own win. Left out: outline. */
    symbolSet: Type.Optional(words('outline', 'bold')),
    titleBlock: Type.Optional(Uuid),
    /** Share of its new light that the rig gives: lamps age and lenses gather dust. Left out: all of it. */
    maintenance: Type.Optional(Share),
    /** How colour is cut: the maker's sheet (mm), the share that is cut besides, and what is lost between two pieces (mm). Left out, what is usual. */
    colourCut: Type.Optional(
      object({
        sheet: Type.Tuple([Length, Length]),
        spare: Type.Number({ minimum: 0, maximum: 5 }),
        gap: Type.Number({ minimum: 0, maximum: 100 }),
      }),
    ),
    /** Labels on their sheet, mm: the size of one, the first from the left and upper edge, from one to the next; how many across and down, and how many of the first sheet are gone. */
    labels: Type.Optional(
      object({
        size: Type.Tuple([Side, Side]),
        first: Type.Tuple([Edge, Edge]),
        step: Type.Tuple([Side, Side]),
        count: Type.Tuple([Count, Count]),
        gone: Type.Integer({ minimum: 0, maximum: 5000 }),
      }),
    ),
    /** Address of this Dessin in the house, which the codes of labels lead to. */
    address: Type.Optional(Text),
    /** Where the dimmers or the distribution stand, mm, and the share that cables are longer than they are measured. Left out, what is usual. */
    cables: Type.Optional(object({ rack: P3, spare: Type.Number({ minimum: 0, maximum: 5 }) })),
    /** Port-address of Art-Net of universe 1: port-addresses count from 0, and some houses leave that one out. Left out: 0. */
    firstPort: Type.Optional(Type.Union([Type.Literal(0), Type.Literal(1)])),
    /** What goes along with the package for the console programmer; left out, everything. */
    handOver: Type.Optional(handOverSchema()),
    /** Left out: 230 V, 16 A a circuit, 63 A a phase, all of it. */
    power: Type.Optional(powerSchema()),
  });
export type Settings = Of<typeof settingsSchema>;
export type Power = Of<typeof powerSchema>;
export type HandOver = Of<typeof handOverSchema>;
export type Grouping = (typeof groupings)[number];
export type MvrVersion = (typeof mvrVersions)[number];
export type SymbolSet = NonNullable<Settings['symbolSet']>;

export const settings: KindEntry<Settings> = {
  kind: 'settings',
  references({ plateTags, titleBlock, marks }) {
    return [
      ...(marks && marks !== 'none' ? [{ field: 'issue that changes are marked since', kind: 'issue' as const, to: marks }] : []),
      ...(plateTags ? [{ field: 'tag set of plates', kind: 'tagset' as const, to: plateTags }] : []),
      ...(titleBlock ? [{ field: 'title block', kind: 'titleblock' as const, to: titleBlock }] : []),
    ];
  },
  letGo(record, has) {
    const { plateTags, titleBlock, marks, ...rest } = record;
    return {
      ...rest,
      ...(marks && (marks === 'none' || has(marks, 'issue')) ? { marks } : {}),
      ...(plateTags && has(plateTags, 'tagset') ? { plateTags } : {}),
      ...(titleBlock && has(titleBlock, 'titleblock') ? { titleBlock } : {}),
    };
  },
};

/** Snap and ticks: 100 mm and 500 mm, or 3 in and 18 in (common practice, no source). */
export const makeSettings = (
  id: string,
  name: string,
  units: Units = 'metric',
  stageWidth = 12000,
  stageDepth = 8000,
): Settings => ({
  id,
  kind: 'settings',
  name,
  venue: '',
  designer: '',
  units,
  snap: units === 'metric' ? 100 : 3 * INCH,
  tick: units === 'metric' ? 500 : 18 * INCH,
  nose: 'aim',
  paper: units === 'metric' ? 'A1' : 'ARCH D',
  scale: units === 'metric' ? 50 : 48,
  stageWidth,
  stageDepth,
});
