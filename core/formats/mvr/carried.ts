/** What MVR has no home for: kept in our UserData block, as JSON, keyed by the object's id (reference formats 2.6). */
import { usualFields } from '../../fields/index.js';
import type { Fixture } from '../../model/records.js';

export const PROVIDER = 'Dessin';
export const VERSION = '1';

/** Fields of a fixture that the standard elements cannot carry, in the order in which they are written; fields that came later follow by their descriptors. */
const first = [
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
  'optics',
  'finish',
] as const;
/** What elements of the standard carry. */
const carried = ['purpose', 'name'] as const;
const later = usualFields.flatMap(({ kept }) =>
  kept && !(carried as readonly string[]).includes(kept) && !(first as readonly string[]).includes(kept) ? [kept] : [],
);
const carriedFields: readonly (keyof Fixture)[] = [...first, ...later];
export type CarriedFixture = Pick<Fixture, (typeof first)[number]>;
export const carriedOf = (fixture: Fixture): CarriedFixture =>
  Object.fromEntries(
    carriedFields.flatMap((key) => (fixture[key] === undefined ? [] : [[key, fixture[key]]])),
  ) as unknown as CarriedFixture;

/** Optional fields that nothing of the standard speaks of: they are taken as our block has them. */
const alone: readonly (keyof Fixture)[] = ['tagMoves', 'accessories', 'tags', 'own', 'rental', 'optics', 'finish', ...later];
export const takenAlone = (own: CarriedFixture | undefined): Partial<Fixture> =>
  Object.fromEntries(
    alone.flatMap((key) => {
      const value = (own as Partial<Fixture> | undefined)?.[key];
      return value === undefined ? [] : [[key, value]];
    }),
  );
