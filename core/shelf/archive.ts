/** A Shelf as one file: a zip with shelf.json and the files that its items name. Duplicates are recognised by content. */
import { strToU8 } from 'fflate';
import { parsedJson } from '../formats/json/measure.js';
import { byHash, fileEntries, hashesIn, type NamedFile, namedFilesIn } from '../formats/named-files.js';
import { FormatError, limits, type Read, Report } from '../formats/report.js';
import { openZip } from '../formats/zip/read.js';
import { writeZip } from '../formats/zip/write.js';
import { contentKey } from '../model/content.js';
import { equal } from '../model/equal.js';
import type { Id, ShelfRecord } from '../model/records.js';
import { cleanDeep } from '../model/text.js';
import { bare, isShelfRecord } from './copy.js';
import { cleanFolder } from './search.js';

export interface Kept {
  readonly record: ShelfRecord;
  readonly folder: string;
  readonly favourite: boolean;
}
export type ShelfFile = NamedFile;
export interface ShelfArchive {
  readonly folders: readonly string[];
  readonly items: readonly Kept[];
  readonly files: readonly ShelfFile[];
}

/** Hashes of files that a record names. */
export const filesOf = (record: ShelfRecord): string[] => hashesIn([record]);

/** The same Shelf gives the same bytes. */
export function writeShelf({ folders, items, files }: ShelfArchive): Uint8Array {
  const sorted = [...items].sort((a, b) => (a.record.id < b.record.id ? -1 : 1));
  const json = {
    dessin: 'shelf',
    version: 1,
    folders: [...folders].sort(),
    files: byHash(files).map(({ hash, mime }) => ({ hash, mime })),
    items: sorted.map(({ record, folder, favourite }) => ({ folder, favourite, record: bare(record) })),
  };
  return writeZip([['shelf.json', strToU8(JSON.stringify(json))], ...fileEntries(files)]);
}

/**
 * @param validate  what is wrong with a record, or null
 * @param hash      SHA-256 as hex: a file that is not what its name says is left out
 * @throws FormatError SHELF_BAD when the file is no Shelf
 */
export function readShelf(
  bytes: Uint8Array,
  where: string,
  validate: (record: unknown) => string | null,
  hash: (bytes: Uint8Array) => string,
): Read<ShelfArchive> {
  const report = new Report();
  const zip = openZip(bytes, report, where, { left: limits.total });
  const raw = zip.read('shelf.json');
  if (!raw)
    throw new FormatError('SHELF_BAD', `${where} holds no shelf.json, so it is not a Shelf. Export one from Dessin.`, where);
  let json: { dessin?: unknown; version?: unknown; folders?: unknown; items?: unknown; files?: unknown };
  try {
    json = parsedJson(raw, `${where}, shelf.json`) as typeof json;
  } catch (error) {
    if (error instanceof FormatError) throw error;
    throw new FormatError('SHELF_BAD', `shelf.json in ${where} is damaged. Export the Shelf again.`, where);
  }
  if (json?.dessin !== 'shelf' || !Array.isArray(json.items))
    throw new FormatError('SHELF_BAD', `${where} is not a Shelf. Export one from Dessin.`, where);
  if (json.version !== 1)
    throw new FormatError(
      'SHELF_VERSION',
      `${where} was written by a newer Dessin (version ${String(json.version).slice(0, 10)} of the form).`,
      where,
    );
  const files = namedFilesIn(json.files, zip, hash, report, 'SHELF_FILE', where);
  const items: Kept[] = [];
  const ids = new Set<Id>();
  json.items.slice(0, limits.objects).forEach((item: unknown, i: number) => {
    const { record, folder, favourite } = cleanDeep(item ?? {}) as { record?: unknown; folder?: unknown; favourite?: unknown };
    const why = validate(record) ?? (isShelfRecord(record as ShelfRecord) ? null : 'Its kind is not kept on the Shelf.');
    if (why) {
      report.add('error', 'SHELF_ITEM', `Item ${i + 1} was left out. ${why}`, where);
      return;
    }
    const sound = bare(record as ShelfRecord);
    if (ids.has(sound.id)) {
      report.add('warning', 'SHELF_TWICE', `Item ${i + 1} has the id of one before it; it was left out.`, where);
      return;
    }
    ids.add(sound.id);
    items.push({ record: sound, folder: cleanFolder(folder) ?? '', favourite: favourite === true });
  });
  const folders = (Array.isArray(json.folders) ? json.folders : []).slice(0, 10_000).flatMap((path) => cleanFolder(path) || []);
  return { value: { folders, items, files }, report: report.list };
}

export interface ImportPlan {
  /** Not on this Shelf. */
  readonly fresh: readonly Kept[];
  /** Here already, by content: the incoming id and the one that stands for it here. */
  readonly same: readonly { readonly item: Kept; readonly here: Id }[];
  /** The same id with other content. */
  readonly differing: readonly Kept[];
}

/** Sorts what comes in by what is here. References to what is here already are pointed at it. */
export function planImport(here: readonly ShelfRecord[], incoming: readonly Kept[]): ImportPlan {
  const byId = new Map(here.map((record) => [record.id, record]));
  const byContent = new Map(here.map((record) => [contentKey(record), record.id]));
  const stands = new Map<Id, Id>();
  const plan = { fresh: [] as Kept[], same: [] as { item: Kept; here: Id }[], differing: [] as Kept[] };
  // Symbols first: types are compared with their symbols already pointed at ours.
  for (const kind of ['symbol', 'other'] as const)
    for (const item of incoming) {
      if ((item.record.kind === 'symbol') !== (kind === 'symbol')) continue;
      const { record } = item;
      const symbol = record.kind === 'type' && record.symbol ? (stands.get(record.symbol) ?? record.symbol) : undefined;
      const aimed = { ...item, record: symbol ? ({ ...record, symbol } as ShelfRecord) : record };
      const mine = byId.get(record.id);
      const twin = byContent.get(contentKey(aimed.record));
      if ((mine && equal(mine, aimed.record)) || twin !== undefined) {
        const known = mine && twin === undefined ? mine.id : twin!;
        stands.set(record.id, known);
        plan.same.push({ item: aimed, here: known });
      } else if (mine) plan.differing.push(aimed);
      else {
        plan.fresh.push(aimed);
        byContent.set(contentKey(aimed.record), record.id);
      }
    }
  return plan;
}
