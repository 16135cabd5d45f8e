/** Reading what was stored: sound records make the show, unsound ones are set aside in words, and the show opens. */
import { withoutLooseEnds } from './loose.js';
import { makeSettings } from './make.js';
import type { DessinRecord, Id } from './records.js';
import { faultOfReferences } from './references.js';
import { type Show, showOf } from './show.js';
import { cleanDeep } from './text.js';

/** Form of the records that this program writes. Count it up when a stored show could not be read by the program before. */
export const SHOW_FORMAT = 1;

/** A record that cannot be shown, as it was found. */
export interface Aside {
  readonly id: Id;
  readonly kind: string;
  readonly name: string;
  readonly why: string;
  readonly data: unknown;
}

type Check = (value: unknown) => string | null;
type Json = Readonly<Record<string, unknown>>;
const isJson = (value: unknown): value is Json => typeof value === 'object' && value !== null && !Array.isArray(value);
const nameOf = (data: unknown): string => {
  const { name, unit } = isJson(data) ? data : ({} as Json);
  return [name, unit].find((text): text is string => typeof text === 'string' && text !== '') ?? '';
};

/** Field by field, what is sound of an unsound record over one that is sound. */
function salvaged(sound: DessinRecord, data: unknown, check: Check): DessinRecord {
  let out = sound;
  for (const [key, value] of Object.entries(isJson(data) ? data : {})) {
    const tried = { ...out, [key]: value } as DessinRecord;
    if (tried.id === sound.id && check(tried) === null) out = tried;
  }
  return out;
}

/** What the rest cannot stand without is there with what is sound of it: the settings of the show, and layers, on which everything lies. */
function standIn(show: Id, item: Aside, check: Check): DessinRecord | null {
  const base: DessinRecord | null =
    item.id === show
      ? makeSettings(show, 'Show')
      : item.kind === 'layer'
        ? { id: item.id, kind: 'layer', name: 'Layer', role: 'fixtures', order: 0, state: 'shown' }
        : null;
  return base && salvaged(base, item.data, check);
}

function faultsOf(id: Id, records: readonly DessinRecord[]): Map<DessinRecord, string> {
  const show = showOf(id, records);
  return new Map(
    records.flatMap((record) => {
      const why = faultOfReferences(show, record);
      return why === null ? [] : [[record, why] as const];
    }),
  );
}

/** As stored; `kind` is what the store calls the record. */
export interface Row {
  readonly id: Id;
  readonly kind: string;
  readonly data: unknown;
}
export interface Sorted {
  readonly show: Show;
  readonly aside: Aside[];
}
/**
 * Sorts what is stored into a sound show and what is set aside. Everything that the show keeps is sound, and points at nothing that is not there.
 * @param rows   in the order in which they entered
 * @param check  what is wrong with a record, as a sentence, or null
 */
export function sortOut(id: Id, rows: readonly Row[], check: Check): Sorted {
  const sorting = sortingOf(id, check);
  for (const row of rows) sorting.take(row);
  return sorting.done();
}
/** The same row by row, for whoever has others to answer in between. */
export function sortingOf(id: Id, check: Check): { take(row: Row): void; done(): Sorted } {
  const aside: Aside[] = [];
  const kept: DessinRecord[] = [];
  const take = ({ id: row, kind, data }: Row): void => {
    const record = cleanDeep(data) as DessinRecord;
    const why =
      check(record) ?? (record.id === row && record.kind === kind ? null : 'It says another id or kind than it is stored under.');
    if (why === null) {
      kept.push(record);
      return;
    }
    const item: Aside = { id: row, kind, name: nameOf(data), why, data };
    const instead = standIn(id, item, check);
    if (instead) kept.push(instead);
    aside.push(instead ? { ...item, why: `${why} What is sound of it is shown.` } : item);
  };
  return { take, done: () => together(id, kept, aside) };
}
/** What is sound by itself, as a show: what is missing is stood in for, and what points at nothing lets go. */
function together(id: Id, sound: readonly DessinRecord[], aside: Aside[]): Sorted {
  let kept = [...sound];
  if (!kept.some((record) => record.id === id && record.kind === 'settings')) {
    kept = [makeSettings(id, 'Show'), ...kept];
    aside.push({ id, kind: 'settings', name: '', why: 'The settings of the show are missing; usual ones stand in.', data: null });
  }
  // What hung on something that is not there lets go of it, or is set aside too; that may take more along.
  for (;;) {
    if (!faultsOf(id, kept).size) break;
    kept = withoutLooseEnds(kept);
    const lost = faultsOf(id, kept);
    for (const [record, why] of lost) aside.push({ id: record.id, kind: record.kind, name: nameOf(record), why, data: record });
    kept = kept.filter((record) => !lost.has(record));
  }
  return { show: showOf(id, kept), aside };
}
