/** Looks: named states of the rig, by the level of each channel, and by what those that can change it have there. */
import { Type } from '@sinclair/typebox';
import { Name, Order, object, Share, Short, Uuid } from '../schema.js';
import { aimSchema } from './fixture.js';
import type { KindEntry, Of } from './kind.js';

const channelName = () => Type.String({ minLength: 1, maxLength: 100 });
/** What a channel has in a look besides its level; what is left out is as it is focused. */
const stateSchema = () =>
  object({
    /** Of a light that mixes its colours: a code, or #rrggbb. */
    colour: Type.Optional(Short),
    /** Of a string or a wheel, counted from 1. */
    frame: Type.Optional(Type.Integer({ minimum: 1, maximum: 200 })),
    aim: Type.Optional(aimSchema()),
    zoom: Type.Optional(Share),
  });
export const lookSchema = () =>
  object({
    id: Uuid,
    kind: Type.Literal('look'),
    name: Name,
    order: Order,
    /** Levels by channel, 0 to 1; a channel that is out is left out. */
    levels: Type.Record(channelName(), Share),
    /** Colours, aims and zooms by channel. */
    states: Type.Optional(Type.Record(channelName(), stateSchema())),
  });
export type Look = Of<typeof lookSchema>;
export type LookState = NonNullable<Look['states']>[string];

export const look: KindEntry<Look> = {
  kind: 'look',
  references({ states = {} }) {
    return Object.values(states).flatMap(({ aim }) =>
      aim?.kind === 'area' ? [{ field: 'aim', kind: 'area' as const, to: aim.area }] : [],
    );
  },
  letGo(record, has) {
    const { states, ...rest } = record;
    if (!states) return record;
    const kept = Object.entries(states).flatMap(([channel, { aim, ...state }]) => {
      const left = aim && (aim.kind === 'point' || has(aim.area, 'area')) ? { ...state, aim } : state;
      return Object.keys(left).length ? [[channel, left] as const] : [];
    });
    return kept.length ? { ...rest, states: Object.fromEntries(kept) } : rest;
  },
  whole: ['aim'],
};
