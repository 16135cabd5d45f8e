/** A show takes copies of what it uses. A copy remembers the item of the Shelf and the version that it was taken from. */
import { firstOf } from '../measure/list.js';
import { adding, apply, type Change, compose, nothing, updating } from '../model/change.js';
import { sameContent } from '../model/content.js';
import { equal } from '../model/equal.js';
import { kindOf } from '../model/kinds/index.js';
import type { DessinRecord, FixtureType, Id, ShelfRecord } from '../model/records.js';
import { shelfKinds } from '../model/records.js';
import { all, find, type Show } from '../model/show.js';
import { inMode, withDevices } from '../patch/parts.js';

/** An item as the Shelf keeps it: its record without the mark of a copy, and the number of its version. */
export interface ShelfItem {
  readonly record: ShelfRecord;
  readonly version: number;
}

const kinds = new Set<string>(shelfKinds);
export const isShelfRecord = (record: DessinRecord): record is ShelfRecord => kinds.has(record.kind);

/** The record without the mark of where it was taken from. */
export function bare<R extends ShelfRecord>(record: R): R {
  const { shelf, ...rest } = record;
  return shelf ? (rest as R) : record;
}
/** A record as a show keeps it. */
export const fromShelf = <R extends ShelfRecord>(record: R, version = 1): R => ({
  ...bare(record),
  shelf: { item: record.id, version },
});

/** What else of the Shelf a record cannot do without: the symbol of a type. */
export const needs = (record: ShelfRecord): readonly Id[] => (record.kind === 'type' && record.symbol ? [record.symbol] : []);

/** The copy of an item that a show has already. */
export function copyIn(show: Show, item: Id, kind: ShelfRecord['kind']): ShelfRecord | undefined {
  const direct = find(show, kind, item);
  if (direct && (!direct.shelf || direct.shelf.item === item)) return direct;
  for (const record of show.records.values())
    if (record.kind === kind && isShelfRecord(record) && record.shelf?.item === item) return record;
  return undefined;
}

/** Lines of a tag set name types and layers of one show, lists its own columns; a copy in another names those that are there. */
const fitted = <R extends ShelfRecord>(show: Show, record: R): R =>
  record.kind === 'tagset' || record.kind === 'view'
    ? kindOf<R>(record).letGo!(record, (id, kind) => show.records.get(id)?.kind === kind)
    : record;

/**
 * Takes items into a show. What the show has already is left as it is.
 * @param items  with all that they need among them
 * @returns the change; an empty one when the show has them all
 */
export function taking(show: Show, items: readonly ShelfItem[]): Change {
  const fresh = items.filter(({ record }) => !copyIn(show, record.id, record.kind));
  if (!fresh.length) return nothing;
  const coming = new Set(fresh.map(({ record }) => record.id));
  return adding(...fresh.map(({ record, version }) => pointed(show, coming, fitted(show, fromShelf(record, version)))));
}

/** A type points at the show's copy of its symbol; one whose symbol was taken off the Shelf is drawn by ours. */
function pointed<R extends ShelfRecord>(show: Show, coming: ReadonlySet<Id>, record: R): R {
  if (record.kind !== 'type' || !record.symbol || coming.has(record.symbol)) return record;
  const { symbol, ...plain } = record;
  const copy = copyIn(show, symbol, 'symbol');
  return (copy ? { ...plain, symbol: copy.id } : plain) as unknown as R;
}

/** How a show's copy stands to the Shelf. */
export type Standing = 'same' | 'newer on the Shelf' | 'changed here' | 'both changed' | 'not on the Shelf';
export function standing(copy: ShelfRecord, item: ShelfItem | undefined): Standing {
  if (!item) return 'not on the Shelf';
  if (sameContent(copy, item.record)) return 'same';
  const taken = copy.shelf?.version ?? 0;
  // A copy of an earlier version cannot be told from one that was changed here as well: the difference is shown in either case.
  if (item.version > taken) return taken ? 'newer on the Shelf' : 'both changed';
  return 'changed here';
}

/** Takes the Shelf's version of what the show has a copy of; the copy keeps its id. Fixtures of a type keep their parts where the new modes allow. */
export function updatingFrom(show: Show, copy: ShelfRecord, item: ShelfItem, others: readonly ShelfItem[] = []): Change {
  const next = { ...fitted(show, fromShelf(item.record, item.version)), id: copy.id } as ShelfRecord;
  const companions = taking(
    show,
    others.filter(({ record }) => record.id !== item.record.id),
  );
  const coming = new Set(companions.added.map((record) => record.id));
  const aimed = pointed(show, coming, next);
  if (aimed.kind === 'type') return compose(companions, changingType(show, copy as FixtureType, aimed));
  const change = updating([[copy, aimed] as const]);
  if (aimed.kind !== 'accessory') return compose(companions, change);
  // An accessory that became a device, or is one no longer, gives its fixtures a part or takes it away.
  const after = apply(show, change);
  const wearing = all(show, 'fixture').filter((fixture) => fixture.accessories?.includes(copy.id));
  return compose(
    change,
    updating(wearing.map((fixture) => [fixture, withDevices(after, fixture)] as const).filter(([a, b]) => a !== b)),
  );
}

/** Another form of a type. What had a mode that is gone goes into the first one, with the channels and addresses of the cells that it has there. */
export function changingType(show: Show, from: FixtureType, to: FixtureType): Change {
  const riding = all(show, 'fixture').filter(
    (fixture) => fixture.type === from.id && !equal(modeNamed(from, fixture.mode), modeNamed(to, fixture.mode)),
  );
  const moved = riding.map(
    (fixture) => [fixture, inMode(fixture, to, modeNamed(to, fixture.mode) ? fixture.mode : firstOf(to.modes).name)] as const,
  );
  return updating([[from, to] as const, ...moved.filter(([before, after]) => !equal(before, after))]);
}
const modeNamed = (type: FixtureType, name: string) => type.modes.find((mode) => mode.name === name);

export interface Difference {
  readonly field: string;
  readonly here: string;
  readonly there: string;
}
const said = (value: unknown): string => {
  if (value === undefined || value === null) return 'nothing';
  if (typeof value === 'number') return String(Math.round(value * 1000) / 1000);
  if (typeof value === 'string') return value || 'nothing';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) {
    if (value.every((item) => typeof item !== 'object')) return value.length > 8 ? `${value.length} values` : value.join(', ');
    const names = value.map((item) => (item as { name?: unknown }).name).filter((name) => typeof name === 'string');
    return names.length === value.length && names.length <= 8 ? names.join(', ') : `${value.length} entries`;
  }
  return Object.entries(value as object)
    .filter(([, item]) => typeof item !== 'object')
    .map(([key, item]) => `${key} ${said(item)}`)
    .join(', ');
};
const fieldNames: Readonly<Record<string, string>> = {
  hang: 'clamp to axes',
  beam: 'beam angle',
  field: 'field angle',
  kelvin: 'colour temperature',
  pan: 'pan range',
  tilt: 'tilt range',
  frame: 'colour frame',
  goboSize: 'gobo size',
  powerFactor: 'power factor',
  rgb: 'display colour',
  unitAt: 'place of the unit number',
};

/** Field by field, what the show has and what the Shelf has. Texts are for people; a difference inside a list is counted. */
export function differences(here: ShelfRecord, there: ShelfRecord): Difference[] {
  const [a, b] = [bare(here), bare(there)] as unknown as Record<string, unknown>[];
  const out: Difference[] = [];
  // Figures and words first, lists after them.
  const keys = [...new Set([...Object.keys(a!), ...Object.keys(b!)])].sort(
    (x, y) => Number(Array.isArray(b![x])) - Number(Array.isArray(b![y])),
  );
  for (const key of keys) {
    if (key === 'id' || key === 'kind' || equal(a![key], b![key])) continue;
    const [x, y] = [said(a![key]), said(b![key])];
    out.push({ field: fieldNames[key] ?? key, here: x, there: x === y ? `${y}, other content` : y });
  }
  return out;
}
