/** What a show keeps and no longer uses, with the reason, and the one change that takes it out. Also the way back to the Shelf. */
import { filterOf } from '../light/codes.js';
import { type Change, compose, removing, updating } from '../model/change.js';
import { sameContent } from '../model/content.js';
import { kindOf } from '../model/kinds/index.js';
import { type DessinRecord, type Id, type ShelfRecord, shelfKinds } from '../model/records.js';
import { referencesOf } from '../model/references.js';
import { all, type Show, settingsOf } from '../model/show.js';
import { bare, copyIn, needs, type ShelfItem, standing } from './copy.js';

export interface Unused {
  readonly record: DessinRecord;
  readonly name: string;
  /** Why it can go, as a sentence. */
  readonly reason: string;
  /** Nobody would miss it: it can be had from the Shelf again as it is. What was made or arranged in this show goes by choice alone. */
  readonly easily: boolean;
}

const nameOf = (record: DessinRecord): string =>
  record.kind === 'filter' || record.kind === 'gobo'
    ? `${record.code} ${record.name}`.trim()
    : 'name' in record
      ? record.name
      : record.kind;

/** Kinds that are taken from the Shelf as they are. Tag sets and title blocks too are there, but they are arranged for a show. */
const shelved: ReadonlySet<string> = new Set(['type', 'symbol', 'filter', 'gobo', 'accessory']);

/** Everything that a show could do without. The last tag set stays, since plates need one. */
export function unused(show: Show): Unused[] {
  const out: Unused[] = [];
  const put = (record: DessinRecord, reason: string) =>
    out.push({
      record,
      name: nameOf(record),
      reason,
      easily: shelved.has(record.kind) && 'shelf' in record,
    });
  const fixtures = all(show, 'fixture');
  const types = new Set(fixtures.map((fixture) => fixture.type));
  for (const type of all(show, 'type')) if (!types.has(type.id)) put(type, 'No fixture is of this type.');
  const symbols = new Map(all(show, 'type').flatMap((type) => (type.symbol ? [[type.symbol, types.has(type.id)] as const] : [])));
  for (const symbol of all(show, 'symbol')) {
    if (all(show, 'type').some((type) => type.symbol === symbol.id && types.has(type.id))) continue;
    put(symbol, symbols.has(symbol.id) ? 'Only types that are not used have this symbol.' : 'No type has this symbol.');
  }
  const filters = all(show, 'filter');
  const worn = new Set<Id>();
  for (const fixture of fixtures)
    for (const part of fixture.parts)
      for (const code of part.colour.split('+')) {
        const filter = filterOf(filters, code);
        if (filter) worn.add(filter.id);
      }
  for (const filter of filters) if (!worn.has(filter.id)) put(filter, 'No fixture has this colour.');
  const folded = (text: string) => text.replace(/\s+/g, '').toLowerCase();
  const gobos = new Set(fixtures.flatMap((fixture) => fixture.gobo.split('+').map(folded)));
  for (const gobo of all(show, 'gobo')) if (!gobos.has(folded(gobo.code))) put(gobo, 'No fixture has this gobo.');
  const hung = new Set(
    fixtures.flatMap((fixture) => [...(fixture.accessories ?? []), ...fixture.parts.flatMap((part) => part.accessory ?? [])]),
  );
  for (const item of all(show, 'accessory')) if (!hung.has(item.id)) put(item, 'It hangs on no fixture.');
  const settings = settingsOf(show);
  const sets = new Set<Id | undefined>([settings.plateTags, ...fixtures.map((fixture) => fixture.tags)]);
  const tagSets = all(show, 'tagset');
  const loose = tagSets.filter((set) => !sets.has(set.id));
  for (const set of loose.length === tagSets.length ? loose.slice(1) : loose)
    put(set, 'No plate and no fixture uses these tags.');
  for (const block of all(show, 'titleblock'))
    if (block.id !== settings.titleBlock) put(block, 'The plates have another title block.');
  const inLooks = all(show, 'look').flatMap(({ states = {} }) => Object.values(states).map(({ aim }) => aim));
  const aims = new Set(
    [...fixtures.map(({ aim }) => aim), ...inLooks].flatMap((aim) => (aim?.kind === 'area' ? [aim.area] : [])),
  );
  for (const area of all(show, 'area')) if (!aims.has(area.id)) put(area, 'Nothing is aimed at this area.');
  const said = new Set(
    fixtures.flatMap((fixture) => Object.entries(fixture.own ?? {}).flatMap(([id, text]) => (text ? [id] : []))),
  );
  for (const field of all(show, 'field')) if (!said.has(field.id)) put(field, 'No fixture has a value in this column.');
  return out;
}

/** Takes records out in one change; what pointed at them lets go. */
export function sweeping(show: Show, records: readonly DessinRecord[]): Change {
  const gone = new Set(records.map((record) => record.id));
  const freed: [DessinRecord, DessinRecord][] = [];
  for (const record of show.records.values()) {
    if (gone.has(record.id) || !referencesOf(record).some(({ to }) => gone.has(to))) continue;
    freed.push([record, kindOf(record).letGo?.(record, (id) => !gone.has(id)) ?? record]);
  }
  return compose(updating(freed), removing(...records));
}

export interface Gathering {
  readonly record: ShelfRecord;
  /** Version on the Shelf that it follows; null when it is new there. */
  readonly base: number | null;
}
/**
 * What of a show's records goes back to the Shelf: those that are not there, or were changed here. A record goes under the item that it was taken from.
 * @param items  what the Shelf has of them
 */
export function gathering(show: Show, wanted: readonly ShelfRecord[], items: ReadonlyMap<Id, ShelfItem>): Gathering[] {
  const out = new Map<Id, Gathering>();
  const itemId = (record: ShelfRecord): Id => record.shelf?.item ?? record.id;
  const put = (record: ShelfRecord) => {
    const id = itemId(record);
    if (out.has(id)) return;
    for (const need of needs(record)) {
      const symbol = show.records.get(need);
      if (symbol?.kind === 'symbol') put(symbol);
    }
    const item = items.get(id);
    const symbol = record.kind === 'type' && record.symbol ? show.records.get(record.symbol) : undefined;
    const content = {
      ...bare(record),
      id,
      // On the Shelf a type points at the item of its symbol.
      ...(symbol?.kind === 'symbol' ? { symbol: itemId(symbol) } : {}),
      ...(record.kind === 'tagset' ? { lines: record.lines.map((line) => ({ ...line, types: [], layers: [] })) } : {}),
    } as ShelfRecord;
    if (item && sameContent(content, item.record)) return;
    out.set(id, { record: content, base: item?.version ?? null });
  };
  for (const record of wanted) put(record);
  return [...out.values()];
}

/** Marks what was gathered with the versions that it has now. */
export function gathered(show: Show, stored: ReadonlyMap<Id, number>): Change {
  const pairs: [DessinRecord, DessinRecord][] = [];
  for (const [item, version] of stored)
    for (const kind of shelfKinds) {
      const copy = copyIn(show, item, kind);
      if (copy && (copy.shelf?.version !== version || copy.shelf.item !== item))
        pairs.push([copy, { ...copy, shelf: { item, version } }]);
    }
  return updating(pairs);
}

/** Copies of a show that the Shelf has newer versions of. */
export const outdated = (show: Show, items: ReadonlyMap<Id, ShelfItem>): ShelfRecord[] =>
  [...show.records.values()].filter((record): record is ShelfRecord => {
    if (!('shelf' in record) || !record.shelf) return false;
    return standing(record as ShelfRecord, items.get(record.shelf.item)) === 'newer on the Shelf';
  });
