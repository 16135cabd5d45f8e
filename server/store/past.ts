/**
 * The old part of a show's log, packed in runs: each edit is a line of JSON, a run is compressed as a whole, since edits of one show are alike. Nothing is
 * lost: any moment can be gone back to, any line listed, and a change that was posted once is known by its key for ever.
 */
import { promisify } from 'node:util';
import { brotliCompress, brotliDecompress, constants, gunzip, gzip } from 'node:zlib';
import { and, asc, desc, eq, gt, lte, type SQL, sql } from 'drizzle-orm';
import type { PastEdit } from '#core/formats/show/archive';
import type { Id } from '#core/model/records';
import { type Database, type Db, within } from './database.js';
import { breath } from './rows.js';
import { changes, past, shows } from './schema.js';

const pack = promisify(brotliCompress);
const unpack = promisify(brotliDecompress);
const zip = promisify(gzip);
const unzip = promisify(gunzip);

/** Edits that stay as they are: more than a window that was away is told one by one, and than one takes back in a day. */
export const KEPT_LOOSE = 1000;
/** A run holds at most so many edits, and letters. */
const [RUN, LETTERS] = [1000, 4_000_000];
/** A log from which it is worth to pack some. */
export const LONG = KEPT_LOOSE + RUN;
/** Most bytes that a run may unpack to: an edit may be a large one. */
const MOST = 400_000_000;

/** A run as it lies in the database, and in a backup. */
export interface Run {
  readonly first: number;
  readonly last: number;
  readonly keys: Uint8Array;
  readonly edits: Uint8Array;
}

/** An edit with its change as JSON, as it lies in the database and in a run. */
export type TextEdit = Omit<PastEdit, 'change'> & { readonly key: string; readonly change: string };
/** Letters from which an edit is kept packed: to write many megabytes as text holds up everybody, and another thread packs them to a quarter. */
const LARGE = 1_000_000;
/** How an edit is kept: as JSON, or packed. */
export const keptAs = async (change: string): Promise<{ readonly change?: SQL; readonly packed?: Uint8Array }> =>
  change.length < LARGE ? { change: sql`${change}::json` } : { packed: await zip(change, { level: 1 }) };

async function loose(db: Db, where: SQL | undefined): Promise<TextEdit[]> {
  const rows = await db
    .select({
      revision: changes.revision,
      key: changes.key,
      at: changes.at,
      author: changes.author,
      label: changes.label,
      change: sql<string | null>`${changes.change}::text`,
      packed: changes.packed,
    })
    .from(changes)
    .where(where)
    .orderBy(asc(changes.revision));
  return Promise.all(
    rows.map(async ({ packed, change, at, ...edit }) => ({
      ...edit,
      at: at.toISOString(),
      change: packed ? (await unzip(packed, { maxOutputLength: MOST })).toString('utf8') : (change ?? ''),
    })),
  );
}
/** Edits that are not in runs, in order, after one revision and up to another. */
export const looseEdits = (db: Db, show: Id, after: number, to?: number): Promise<TextEdit[]> =>
  loose(db, and(eq(changes.show, show), gt(changes.revision, after), to === undefined ? undefined : lte(changes.revision, to)));
/** The edit with a key that is in no run, or null. */
export async function looseByKey(db: Db, show: Id, key: string): Promise<TextEdit | null> {
  return (await loose(db, and(eq(changes.show, show), eq(changes.key, key))))[0] ?? null;
}

export const keyBytes = (keys: readonly string[]): Uint8Array =>
  new Uint8Array(Buffer.from(keys.join('').replaceAll('-', ''), 'hex'));
const keyAt = (keys: Uint8Array, i: number): string =>
  Buffer.from(keys.subarray(i * 16, i * 16 + 16))
    .toString('hex')
    .replace(/(.{8})(.{4})(.{4})(.{4})(.{12})/, '$1-$2-$3-$4-$5');

/** @param edits  one after the other without a gap; their changes as JSON */
export async function packRun(edits: readonly TextEdit[]): Promise<Run> {
  const text = edits
    .map(
      ({ revision, at, author, label, change }) =>
        `${JSON.stringify({ revision, at, author, label }).slice(0, -1)},"change":${change}}`,
    )
    .join('\n');
  const bytes = Buffer.from(text);
  return {
    first: edits[0]?.revision ?? 0,
    last: edits.at(-1)?.revision ?? 0,
    keys: keyBytes(edits.map(({ key }) => key)),
    // A window of 16 MB: a record comes again whenever it is edited.
    edits: await pack(bytes, {
      params: {
        [constants.BROTLI_PARAM_QUALITY]: 6,
        [constants.BROTLI_PARAM_LGWIN]: 24,
        [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length,
      },
    }),
  };
}
export async function unpackRun({ edits, keys }: Pick<Run, 'edits' | 'keys'>): Promise<(PastEdit & { readonly key: string })[]> {
  const text = (await unpack(edits, { maxOutputLength: MOST })).toString('utf8');
  return text.split('\n').map((line, i) => ({ ...(JSON.parse(line) as PastEdit), key: keyAt(keys, i) }));
}

const runsAfter = (db: Db, show: Id, revision: number) =>
  db
    .select({ last: past.last })
    .from(past)
    .where(and(eq(past.show, show), gt(past.last, revision)));

/** Packed edits after a revision, in order. */
export async function pastSince(db: Db, show: Id, revision: number): Promise<(PastEdit & { readonly key: string })[]> {
  const out: (PastEdit & { readonly key: string })[] = [];
  for (const { last } of await runsAfter(db, show, revision).orderBy(asc(past.last))) {
    out.push(...(await runAt(db, show, last)).filter((edit) => edit.revision > revision));
    await breath();
  }
  return out;
}
/** Packed edits before a revision, the newest run first, each from the newest to the oldest; as far as they are asked for. */
export async function* pastBefore(db: Db, show: Id, revision: number): AsyncGenerator<PastEdit> {
  const runs = await db
    .select({ last: past.last })
    .from(past)
    .where(and(eq(past.show, show), lte(past.first, revision - 1)))
    .orderBy(desc(past.last));
  for (const { last } of runs)
    for (const edit of (await runAt(db, show, last)).reverse()) if (edit.revision < revision) yield edit;
}
async function runAt(db: Db, show: Id, last: number) {
  const [row] = await db
    .select()
    .from(past)
    .where(and(eq(past.show, show), eq(past.last, last)));
  return row ? unpackRun(row) : [];
}
/** Runs of a show as they lie there. */
export async function runsOf(db: Db, show: Id): Promise<Run[]> {
  return db
    .select({ first: past.first, last: past.last, keys: past.keys, edits: past.edits })
    .from(past)
    .where(eq(past.show, show))
    .orderBy(asc(past.last));
}
export async function keepRuns(tx: Db, show: Id, runs: readonly Run[]): Promise<void> {
  for (const run of runs) {
    await tx.insert(past).values({ show, ...run });
    await breath();
  }
}

/** The packed edit with a key, or null. */
export async function pastByKey(db: Db, show: Id, key: string): Promise<(PastEdit & { readonly key: string }) | null> {
  const bytes = keyBytes([key]);
  const rows = await db
    .select()
    .from(past)
    .where(and(eq(past.show, show), sql`position(${bytes} in ${past.keys}) > 0`));
  for (const row of rows) {
    const found = (await unpackRun(row)).find((edit) => edit.key === key);
    if (found) return found;
  }
  return null;
}

/** First figures of all packed keys of a show, in order: 4 bytes an edit, so that a post costs no look into the database. */
export class PackedKeys {
  private readonly figures: Uint32Array;
  constructor(
    /** Up to which revision the log was packed when these were read. */
    readonly packed: number,
    keys: readonly Uint8Array[],
  ) {
    this.figures = new Uint32Array(keys.reduce((sum, list) => sum + list.length / 16, 0));
    let n = 0;
    for (const list of keys) {
      const view = new DataView(list.buffer, list.byteOffset, list.byteLength);
      for (let at = 0; at < list.length; at += 16) this.figures[n++] = view.getUint32(at);
    }
    this.figures.sort();
  }
  /** False for a key that is not packed; true for one that may be. */
  mayHave(key: string): boolean {
    const wanted = Number.parseInt(key.slice(0, 8), 16);
    let [low, high] = [0, this.figures.length];
    while (low < high) {
      const middle = (low + high) >>> 1;
      if (this.figures[middle]! < wanted) low = middle + 1;
      else high = middle;
    }
    return this.figures[low] === wanted;
  }
}
export async function packedKeys(db: Db, show: Id, packed: number): Promise<PackedKeys> {
  const rows = packed ? await db.select({ keys: past.keys }).from(past).where(eq(past.show, show)) : [];
  return new PackedKeys(
    packed,
    rows.map((row) => row.keys),
  );
}

/**
 * Packs the oldest loose edits of a show into one run, where there are enough of them.
 * What is packed never changes, so it is read and compressed outside of the transaction; of two servers that do the same one finds it done.
 * @param loose  how many stay as they are
 * @returns the revision up to which the log is packed now; null where there was nothing to do
 */
export async function packOnce({ db }: Database, show: Id, loose = KEPT_LOOSE): Promise<number | null> {
  const [row] = await db.select({ revision: shows.revision, packed: shows.packed }).from(shows).where(eq(shows.id, show));
  if (!row || row.revision - row.packed < loose + Math.min(RUN, loose)) return null;
  const lengths = await db
    .select({
      revision: changes.revision,
      letters: sql<number>`coalesce(length(${changes.change}::text), octet_length(${changes.packed}) * 6)`,
    })
    .from(changes)
    .where(and(eq(changes.show, show), gt(changes.revision, row.packed), lte(changes.revision, row.revision - loose)))
    .orderBy(asc(changes.revision))
    .limit(RUN);
  let [n, letters] = [0, 0];
  while (n < lengths.length && (n === 0 || letters + (lengths[n]?.letters ?? 0) <= LETTERS))
    letters += lengths[n++]?.letters ?? 0;
  const to = lengths[n - 1]?.revision;
  if (to === undefined) return null;
  const list = await looseEdits(db, show, row.packed, to);
  // A log with a gap is none that could be gone back through; it stays as it is.
  if (list.some((edit, i) => edit.revision !== (list[0]?.revision ?? 0) + i)) return null;
  const run = await packRun(list);
  return db.transaction(async (raw) => {
    const tx = within(raw);
    const [still] = await tx.select({ packed: shows.packed }).from(shows).where(eq(shows.id, show)).for('update');
    if (still?.packed !== row.packed) return null;
    await keepRuns(tx, show, [run]);
    await tx.delete(changes).where(and(eq(changes.show, show), lte(changes.revision, run.last)));
    await tx.update(shows).set({ packed: run.last }).where(eq(shows.id, show));
    return run.last;
  });
}
