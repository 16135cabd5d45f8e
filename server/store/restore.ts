/** A backup, looked into and written into an empty database: of this release, or of one before. */
import { readFile } from 'node:fs/promises';
import { Type } from '@sinclair/typebox';
import { Ajv } from 'ajv';
import { sql } from 'drizzle-orm';
import { strFromU8 } from 'fflate';
import { FormatError, limits, Report } from '#core/formats/report';
import { type Archive, openZip } from '#core/formats/zip/read';
import { isId } from '#core/model/ids';
import { oneLine } from '#core/model/text';
import { BACKUP_FORM, hadTable, houseTables, MANIFEST, type Manifest, showTables, type Table, tables } from './backup.js';
import { type Database, migrations, within } from './database.js';
import { breath } from './rows.js';

export interface OpenBackup {
  readonly manifest: Manifest;
  readonly zip: Archive;
  /** What was odd in the zip, as far as it was read. */
  readonly report: Report;
}
const bad = (where: string, what: string) => new FormatError('BACKUP_BAD', `${where} ${what}`, where);

const count = Type.Integer({ minimum: 0 });
const isSound = new Ajv().compile(
  Type.Object({
    at: Type.String(),
    shows: Type.Array(
      Type.Object({
        id: Type.String(),
        name: Type.String(),
        revision: count,
        edited: Type.String(),
        deleted: Type.Union([Type.String(), Type.Null()]),
        fixtures: count,
        issues: count,
      }),
    ),
    rows: Type.Record(Type.String(), count),
  }),
);
const isDate = (text: string): boolean => !Number.isNaN(Date.parse(text));
/** Whether a list of contents can be told, and gone by: the file may be anybody's. */
const canBeTold = (manifest: Manifest): boolean =>
  isSound(manifest) && isDate(manifest.at) && manifest.shows.every(({ id, edited }) => isId(id) && isDate(edited));

/** @throws FormatError with a sentence */
export async function openBackup(file: string): Promise<OpenBackup> {
  const bytes = await readFile(file).catch((error: NodeJS.ErrnoException) => {
    throw bad(file, `cannot be read (${error.code}).`);
  });
  const report = new Report();
  const zip = openZip(new Uint8Array(bytes), report, file, { left: 64e9 }, { ...limits, entries: 60_000, ratio: 1100 });
  const raw = zip.read(MANIFEST);
  let manifest: Manifest | null = null;
  try {
    manifest = raw && (JSON.parse(strFromU8(raw)) as Manifest);
  } catch {
    // Told below.
  }
  if (manifest?.dessin !== 'backup' || !Number.isInteger(manifest.form) || !Number.isInteger(manifest.migrations))
    throw bad(file, 'is no backup of Dessin. Backups are named dessin-DATE.zip.');
  if (manifest.form > BACKUP_FORM || manifest.migrations > migrations())
    throw bad(file, 'was made by a newer Dessin. Update Dessin on this machine, then restore it.');
  if (!canBeTold(manifest)) throw bad(file, `is damaged: ${MANIFEST} does not say what is in it.`);
  return { manifest, zip, report };
}

/** Letters of rows that are written at once. */
const MOST = 400_000;

/** Rows of an entry, in lists of JSON that a statement takes at ease. */
function* lists(text: string): Generator<string> {
  let [from, at] = [0, 0];
  const flush = (to: number) => `[${text.slice(from, to).trimEnd().replaceAll('\n', ',')}]`;
  while (at < text.length) {
    const end = text.indexOf('\n', at);
    const next = end < 0 ? text.length : end + 1;
    if (at > from && next - from > MOST) {
      yield flush(at);
      from = at;
    }
    at = next;
  }
  if (text.slice(from).trim()) yield flush(text.length);
}

/**
 * Writes a backup into a database that has been through as many migrations as it, and is empty otherwise.
 * @throws FormatError where the zip is damaged: what it tells of is not in it
 */
export async function restoreInto(
  { db }: Pick<Database, 'db'>,
  { manifest, zip, report }: OpenBackup,
  file: string,
): Promise<void> {
  const counted = new Map<Table, number>();
  await db.transaction(async (raw) => {
    const tx = within(raw);
    const take = async (table: Table, entry: string): Promise<void> => {
      const bytes = zip.read(entry);
      if (!bytes) throw bad(file, `is damaged: ${entry} is missing.`);
      const [fault] = report.list.filter(({ severity }) => severity === 'error');
      if (fault) throw bad(file, `is damaged: ${fault.message}`);
      const name = sql.identifier(table);
      for (const list of lists(strFromU8(bytes))) {
        const done = (await tx.execute(
          sql`insert into ${name} overriding system value select * from json_populate_recordset(null::${name}, ${list}::json)`,
        )) as unknown as { rowCount?: number; affectedRows?: number };
        counted.set(table, (counted.get(table) ?? 0) + (done.rowCount ?? done.affectedRows ?? 0));
        await breath();
      }
    };
    const had = <T extends Table>(list: readonly T[]): T[] => list.filter((table) => hadTable(table, manifest.migrations));
    for (const table of had(houseTables)) await take(table, `tables/${table}.jsonl`);
    for (const { id } of manifest.shows) for (const table of had(showTables)) await take(table, `tables/${id}/${table}.jsonl`);
    for (const table of had(tables))
      if ((counted.get(table) ?? 0) !== (manifest.rows[table] ?? 0))
        throw bad(file, `is damaged: of ${manifest.rows[table]} rows of "${table}" ${counted.get(table) ?? 0} are there.`);
    // What comes next is counted on from what is there.
    await tx.execute(
      sql`select setval(pg_get_serial_sequence('records', 'entered'), (select coalesce(max(entered), 0) + 1 from records), false)`,
    );
  });
}

/** What is in a backup, in lines for people. */
export function told({ manifest }: OpenBackup): string[] {
  const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeStyle: 'short' });
  const many = (n: number, what: string) => `${n.toLocaleString('en')} ${what}${n === 1 ? '' : 's'}`;
  return [
    `Backup from ${day.format(new Date(manifest.at))}`,
    ...manifest.shows.map(
      ({ name, fixtures, issues, revision, edited, deleted }) =>
        `  ${oneLine(name)}: ${many(fixtures, 'fixture')}, ${many(issues, 'issue')}, ${many(revision, 'edit')}, the last ${day.format(new Date(edited))}${deleted ? ' (deleted, can be brought back)' : ''}`,
    ),
    `  Shelf: ${many(manifest.rows.shelf ?? 0, 'item')}; ${many(manifest.rows.files ?? 0, 'file')}`,
  ];
}
