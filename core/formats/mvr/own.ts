/** What MVR has no home for: kept in our UserData block, as JSON, keyed by the object's id (reference formats 2.6). */
import type { Fixture } from '../../model/records.js';

export const PROVIDER = 'Dessin';
export const VERSION = '1';

/** Fields of a fixture that the standard elements cannot carry. */
export const ownFields = [
  'along',
  'drop',
  'side',
  'spin',
  'hang',
  'unit',
  'gobo',
  'notes',
  'spare',
  'parts',
  'aim',
  'mode',
  'arm',
  'chord',
  'tagMoves',
  'accessories',
  'tags',
  'own',
  'rental',
] as const;
export type OwnFixture = Pick<Fixture, (typeof ownFields)[number]>;
export const ownOf = (fixture: Fixture): OwnFixture =>
  Object.fromEntries(
    ownFields.flatMap((key) => (fixture[key] === undefined ? [] : [[key, fixture[key]]])),
  ) as unknown as OwnFixture;
