/** Fixtures, and the parts that they are patched by. */

import { Type } from '@sinclair/typebox';
import { firstOf } from '../../measure/list.js';
import { Deg, Length, Mm, Name, nullable, object, P2, P3, Share, Short, Text, Uuid, words } from '../schema.js';
import { chords, finishes, pens } from '../words.js';
import type { KindEntry, Of, Reference } from './kind.js';
import { layerOf } from './kind.js';
import type { Position } from './position.js';
import type { FixtureType } from './type.js';

/** Optional fields of a part that say how it is fed. */
export const feeding = () =>
  ({
    dimmer: Type.Optional(Short),
    circuitNumber: Type.Optional(Short),
    multicable: Type.Optional(Short),
    way: Type.Optional(Short),
  }) as const;
export const aimSchema = () =>
  Type.Union([object({ kind: Type.Literal('point'), at: P3 }), object({ kind: Type.Literal('area'), area: Uuid })]);
export const partSchema = () =>
  object({
    name: Text,
    channel: Text,
    /** Absolute address, 1 is 1.1 and 513 is 2.1; null is unpatched. */
    address: nullable(Type.Integer({ minimum: 1, maximum: 63999 * 512 })),
    /** Name of the circuit; its number, and what feeds it, beside it. */
    circuit: Text,
    ...feeding(),
    colour: Text,
    /** An accessory of the fixture that is a device of its own: a scroller, a moving mirror. */
    accessory: Type.Optional(Uuid),
    /** Slots of such a device; the slots of a cell follow from the mode. */
    slots: Type.Optional(Type.Integer({ minimum: 0, maximum: 512 })),
  });
/** What is set at a lantern when it is focused; what is left out is as it comes: narrow, open, sharp, without frost or blades. */
export const opticsSchema = () =>
  object({
    /** From the narrow end of a zoom to the wide one. */
    zoom: Type.Optional(Share),
    /** Radius of the iris, in radii of the field. */
    iris: Type.Optional(Share),
    /** From sharp to soft. */
    edge: Type.Optional(Share),
    frost: Type.Optional(Share),
    /** Blades from above, from below, from the left and from the right, as one sees them who looks along the beam: share of the field, and angle of the edge. */
    shutters: Type.Optional(Type.Array(object({ depth: Share, angle: Deg }), { minItems: 4, maxItems: 4 })),
    /** Turn of the gobo, degrees anticlockwise. */
    turn: Type.Optional(Deg),
    /** Where the lens was, and what was aimed at, when the blades were set: they follow nothing. */
    setFrom: Type.Optional(P3),
    setTo: Type.Optional(P3),
  });
export const fixtureSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('fixture'),
    layer: Uuid,
    type: Uuid,
    mode: Name,
    position: Uuid,
    /** mm from end A of the position. */
    along: Mm,
    hang: words('under', 'over', 'arm left', 'arm right', 'floor', 'forward'),
    /** Length of the side arm, mm. */
    arm: Type.Optional(Length),
    /** Chord of a truss, where it is not the position's own. */
    chord: Type.Optional(words(...chords)),
    /** Extension along the hanging direction and to the side, mm. */
    drop: Mm,
    side: Mm,
    /** Turn about the clamp when nothing is aimed at; degrees anticlockwise seen from above, 0 is nose downstage. */
    spin: Deg,
    aim: nullable(aimSchema()),
    unit: Type.String({ maxLength: 20 }),
    parts: Type.Array(partSchema(), { minItems: 1, maxItems: 512 }),
    /** How it is focused besides its aim. */
    optics: Type.Optional(opticsSchema()),
    purpose: Text,
    gobo: Text,
    notes: Text,
    spare: Type.Boolean(),
    /** Accessories of the show's stock, in the order in which they sit before the lens. */
    accessories: Type.Optional(Type.Array(Uuid, { maxItems: 20 })),
    /** Tag set of its own. */
    tags: Type.Optional(Uuid),
    /** Tags that were moved by hand: offset from the clamp in mm of paper. */
    tagMoves: Type.Optional(Type.Array(object({ tag: Type.String({ minLength: 1, maxLength: 40 }), by: P2 }), { maxItems: 20 })),
    /** Values of the show's own fields, by the id of the field. */
    own: Type.Optional(Type.Record(Uuid, Text, { additionalProperties: false })),
    /** A name of its own, where it has one: "Gobo door 1". */
    name: Type.Optional(Type.String({ minLength: 1, maxLength: 200 })),
    /** What it is drawn with, where that is not the ink. */
    pen: Type.Optional(words(...pens)),
    /** Left out, as its type says. */
    finish: Type.Optional(words(...finishes)),
    /** Not hung yet: the position that a list says for it, as the list writes it. */
    wanted: Type.Optional(Type.String({ minLength: 1, maxLength: 200 })),
    /** From whom it is rented; left out it is the house's. */
    rental: Type.Optional(Text),
  });
export type Fixture = Of<typeof fixtureSchema>;
export type Aim = Of<typeof aimSchema>;
export type Part = Of<typeof partSchema>;

export const fixture: KindEntry<Fixture> = {
  kind: 'fixture',
  references(record) {
    const refs: Reference[] = [
      ...layerOf(record),
      { field: 'type', kind: 'type', to: record.type },
      { field: 'position', kind: 'position', to: record.position },
    ];
    if (record.tags) refs.push({ field: 'tag set', kind: 'tagset', to: record.tags });
    for (const to of record.accessories ?? []) refs.push({ field: 'accessory', kind: 'accessory', to });
    for (const { accessory } of record.parts) if (accessory) refs.push({ field: 'part', kind: 'accessory', to: accessory });
    if (record.own) for (const to of Object.keys(record.own)) refs.push({ field: 'own field', kind: 'field', to });
    if (record.aim?.kind === 'area') refs.push({ field: 'aim', kind: 'area', to: record.aim.area });
    return refs;
  },
  letGo(record, has) {
    const { accessories, tags, own, ...rest } = record;
    const { aim } = record;
    const parts = record.parts.map((part) => {
      const { accessory, ...alone } = part;
      return accessory && !has(accessory, 'accessory') ? alone : part;
    });
    const values = Object.entries(own ?? {}).filter(([id]) => has(id, 'field'));
    const kept = accessories?.filter((id) => has(id, 'accessory')) ?? [];
    return {
      ...rest,
      aim: aim?.kind === 'area' && !has(aim.area, 'area') ? null : aim,
      parts,
      ...(values.length ? { own: Object.fromEntries(values) } : {}),
      ...(kept.length ? { accessories: kept } : {}),
      ...(tags && has(tags, 'tagset') ? { tags } : {}),
    };
  },
  together: ['position', 'along', 'drop', 'side'],
  whole: ['aim', 'accessories', 'tagMoves', 'optics'],
};

export const makePart = (part: Partial<Part> = {}): Part => ({
  name: '',
  channel: '',
  address: null,
  circuit: '',
  colour: '',
  ...part,
});

/** A fixture with one part a break of its mode; one on the floor stands, all others hang under. */
export function makeFixture(
  id: string,
  layer: string,
  type: FixtureType,
  position: Position,
  along: number,
  more: Partial<Fixture> = {},
): Fixture {
  const mode = firstOf(type.modes);
  const breaks = new Set(mode.channels.map((channel) => channel.break)).size;
  return {
    id,
    kind: 'fixture',
    layer,
    type: type.id,
    mode: mode.name,
    position: position.id,
    along,
    hang: position.use === 'floor' ? 'floor' : 'under',
    drop: 0,
    side: 0,
    spin: 0,
    aim: null,
    unit: '',
    parts: Array.from({ length: Math.max(1, breaks) }, (_, i) => makePart({ name: breaks > 1 ? `cell ${i + 1}` : '' })),
    purpose: '',
    gobo: '',
    notes: '',
    spare: false,
    ...more,
  };
}
