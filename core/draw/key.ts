/** The live key: every type and accessory in use, with its count, in the order of the trade (reference calculations 11). Spares are left out. */
import { present } from '../measure/list.js';
import { type Accessory, type AccessoryForm, type Fixture, type FixtureType, families } from '../model/records.js';
import { all, find, type Show } from '../model/show.js';
import { natural } from '../order/order.js';
import { accessoriesOf } from '../patch/accessories.js';
import { variantsOf } from './variants.js';

export interface KeyRow {
  readonly type: FixtureType;
  readonly count: number;
  /** 0 for the plain symbol; others tell wattages and lamps of one body apart. */
  readonly variant: number;
}

const kept = new WeakMap<Show, readonly KeyRow[]>();

/** By family, in each from long throw to short (narrow to wide), then by watts descending, then by name. */
export function keyRows(show: Show): readonly KeyRow[] {
  const known = kept.get(show);
  if (known) return known;
  const counts = new Map<string, number>();
  for (const fixture of all(show, 'fixture')) if (!fixture.spare) counts.set(fixture.type, (counts.get(fixture.type) ?? 0) + 1);
  const variants = variantsOf(show);
  const rows = all(show, 'type')
    .filter((type) => counts.has(type.id))
    .map((type) => ({ type, count: present(counts.get(type.id)), variant: variants.get(type.id) ?? 0 }))
    .sort(
      (a, b) =>
        families.indexOf(a.type.family) - families.indexOf(b.type.family) ||
        a.type.field - b.type.field ||
        b.type.watts - a.type.watts ||
        natural(a.type.name, b.type.name),
    );
  kept.set(show, rows);
  return rows;
}

export interface AccessoryRow {
  readonly accessory: Accessory;
  readonly count: number;
}
/** What sits in or before lanterns, as the key explains it: its sign on a type that carries it. A gobo that a fixture has without a holder of the stock is one too. */
export interface SignRow {
  readonly name: string;
  readonly form: AccessoryForm;
  readonly type: FixtureType;
  readonly count: number;
}
export function signRows(show: Show): SignRow[] {
  const fixtures = all(show, 'fixture').filter(({ spare }) => !spare);
  const first = (has: (fixture: Fixture) => boolean) => fixtures.find(has)?.type;
  const signs = accessoryRows(show).flatMap(({ accessory: { id, name, form }, count }): SignRow[] => {
    const type = find(
      show,
      'type',
      first(({ accessories }) => accessories?.includes(id) ?? false),
    );
    return type ? [{ name, form, type, count }] : [];
  });
  const bare = fixtures.filter(
    (fixture) => fixture.gobo && !accessoriesOf(show, fixture).some(({ form }) => form === 'gobo holder'),
  );
  const type = find(show, 'type', bare[0]?.type);
  return type ? [...signs, { name: 'gobo', form: 'gobo holder', type, count: bare.length }] : signs;
}
/** Accessories in use, by their form and name. */
export function accessoryRows(show: Show): AccessoryRow[] {
  const counts = new Map<string, number>();
  for (const fixture of all(show, 'fixture'))
    if (!fixture.spare) for (const id of fixture.accessories ?? []) counts.set(id, (counts.get(id) ?? 0) + 1);
  return [...counts]
    .flatMap(([id, count]) => {
      const accessory = find(show, 'accessory', id);
      return accessory ? [{ accessory, count }] : [];
    })
    .sort((a, b) => natural(a.accessory.form, b.accessory.form) || natural(a.accessory.name, b.accessory.name));
}
