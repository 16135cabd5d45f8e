/** The kinds of record, in one list. Their schemas are in `schemas.ts`, for the borders alone. */
import { accepted } from './accepted.js';
import { accessory } from './accessory.js';
import { focusArea } from './area.js';
import { backdrop } from './backdrop.js';
import { dimension } from './dimension.js';
import { feed } from './feed.js';
import { customField } from './field.js';
import { filter } from './filter.js';
import { finding } from './finding.js';
import { fixture } from './fixture.js';
import { gobo } from './gobo.js';
import { issue } from './issue.js';
import type { KindEntry } from './kind.js';
import { layer } from './layer.js';
import { look } from './look.js';
import { map } from './map.js';
import { masking } from './masking.js';
import { note } from './note.js';
import { outline } from './outline.js';
import { plate } from './plate.js';
import { position } from './position.js';
import { purpose } from './purpose.js';
import { remark } from './remark.js';
import { run } from './run.js';
import { scenic } from './scenic.js';
import { sender } from './sender.js';
import { sent } from './sent.js';
import { settings } from './settings.js';
import { symbolDef } from './symbol.js';
import { tagset } from './tagset.js';
import { thread } from './thread.js';
import { titleblock } from './titleblock.js';
import { fixtureType } from './type.js';
import { universe } from './universe.js';
import { ledgerView } from './view.js';
import { viewpoint } from './viewpoint.js';
import { walk } from './walk.js';
import { wall } from './wall.js';
import { work } from './work.js';

export type { Has, KindEntry, Listing, Moves, Reference } from './kind.js';

export const kinds = {
  settings,
  layer,
  outline,
  masking,
  backdrop,
  dimension,
  note,
  position,
  type: fixtureType,
  fixture,
  filter,
  area: focusArea,
  accessory,
  tagset,
  symbol: symbolDef,
  gobo,
  titleblock,
  field: customField,
  universe,
  feed,
  wall,
  run,
  purpose,
  look,
  scenic,
  viewpoint,
  plate,
  view: ledgerView,
  accepted,
  issue,
  sender,
  finding,
  thread,
  walk,
  map,
  remark,
  work,
  sent,
} as const;

type Kinds = typeof kinds;
export type Kind = keyof Kinds;
type RecordIn<E> = E extends KindEntry<infer R> ? R : never;
export type RecordOf<K extends Kind> = { [K in Kind]: RecordIn<Kinds[K]> }[K];
export type DessinRecord = RecordOf<Kind>;

/** The entry of a record's own kind. */
export const kindOf = <R extends DessinRecord>(record: R): KindEntry<R> => kinds[record.kind] as unknown as KindEntry<R>;
/** Whether there is a kind by this name. */
export const isKind = (kind: string): kind is Kind => Object.hasOwn(kinds, kind);

/** What is done with a record, by its kind; a kind that is left out has nothing of it. */
export type ByKind<More extends readonly unknown[], T> = {
  readonly [K in Kind]?: (record: Extract<DessinRecord, { readonly kind: K }>, ...more: More) => T;
};
/** What a list by kinds makes of a record, or undefined. */
export const byKind = <More extends readonly unknown[], T>(
  list: ByKind<More, T>,
  record: DessinRecord,
  ...more: More
): T | undefined => (list[record.kind] as ((record: DessinRecord, ...more: More) => T) | undefined)?.(record, ...more);
