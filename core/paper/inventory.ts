/** What the show uses against what the house owns: what is over, and what must be rented. */
import type { Accessory, FixtureType } from '../model/records.js';
import { families } from '../model/records.js';
import { all, type Show } from '../model/show.js';
import { natural } from '../order/order.js';

export interface StockRow {
  readonly record: FixtureType | Accessory;
  /** Hung in all, spares too: a spare is a unit that must be there. */
  readonly used: number;
  readonly spare: number;
  /** Of those, marked as rented. */
  readonly rented: number;
  /** Owned by the house; null is not counted. */
  readonly owned: number | null;
  /** Left in the store. */
  readonly over: number | null;
  /** Needed beyond what is owned and what is marked as rented already. */
  readonly toRent: number | null;
}

function row(record: FixtureType | Accessory, used: number, spare: number, rented: number, owned: number | null): StockRow {
  const house = used - rented;
  return {
    record,
    used,
    spare,
    rented,
    owned,
    over: owned === null ? null : Math.max(0, owned - house),
    toRent: owned === null ? null : Math.max(0, house - owned),
  };
}

/** Types in the order of the key, then accessories by name. */
export function inventory(show: Show): StockRow[] {
  const fixtures = all(show, 'fixture');
  const of = new Map<string, { used: number; spare: number; rented: number }>();
  const count = (id: string, spare: boolean, rented: boolean) => {
    const now = of.get(id) ?? { used: 0, spare: 0, rented: 0 };
    of.set(id, { used: now.used + 1, spare: now.spare + Number(spare), rented: now.rented + Number(rented) });
  };
  for (const fixture of fixtures) {
    const rented = fixture.rental !== undefined;
    count(fixture.type, fixture.spare, rented);
    for (const id of fixture.accessories ?? []) count(id, fixture.spare, rented);
  }
  const counted = (id: string) => of.get(id) ?? { used: 0, spare: 0, rented: 0 };
  const types = [...all(show, 'type')]
    .sort((a, b) => families.indexOf(a.family) - families.indexOf(b.family) || a.field - b.field || natural(a.name, b.name))
    .map((type) => {
      const { used, spare, rented } = counted(type.id);
      return row(type, used, spare, rented, type.owned ?? null);
    });
  const accessories = [...all(show, 'accessory')]
    .sort((a, b) => natural(a.name, b.name))
    .map((item) => {
      const { used, spare, rented } = counted(item.id);
      return row(item, used, spare, rented, item.stock);
    });
  return [...types, ...accessories].filter((item) => item.used > 0 || item.owned !== null);
}

/** One sentence for the whole rig. */
export function rentalSentence(rows: readonly StockRow[]): string {
  const missing = rows.filter((item) => (item.toRent ?? 0) > 0);
  const uncounted = rows.filter((item) => item.owned === null && item.used > 0).length;
  const rent = missing.length
    ? `${missing.map((item) => `${item.toRent} ${item.record.name}`).join(', ')} must be rented.`
    : 'The house has enough of all that is counted.';
  return uncounted ? `${rent} Of ${uncounted} kind${uncounted === 1 ? '' : 's'} the stock is not known.` : rent;
}
