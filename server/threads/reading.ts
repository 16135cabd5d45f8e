/** Files that come in, in a thread: read, checked, and made ready for the database. What is answered is JSON already. */
import { anyKnownHeading, headed } from '#core/back/headings';
import { type Incoming, MOST_BACK } from '#core/back/incoming';
import { rigIncoming } from '#core/back/rig';
import { readAscii } from '#core/formats/ascii/read';
import { consoleTable } from '#core/formats/ascii/table';
import { readCsv } from '#core/formats/csv/read';
import { formats, type LightFormat, type ShowFormat, type TypeFormat } from '#core/formats/index';
import { readMvr } from '#core/formats/mvr/read';
import { recognise } from '#core/formats/recognise';
import { FormatError, type Oddity, Report } from '#core/formats/report';
import { type PastEdit, readShowFile } from '#core/formats/show/archive';
import { openZip } from '#core/formats/zip/read';
import type { DessinRecord, Id } from '#core/model/records';
import { faults } from '#core/model/references';
import { showOf } from '#core/model/show';
import { cleanDeep, oneLine } from '#core/model/text';
import { planImport, readShelf } from '#core/shelf/archive';
import { summaryOf } from '#core/shelf/search';
import { sha256 } from '../store/hash.js';
import { packIssue } from '../store/issues.js';
import { packRun, type Run } from '../store/past.js';
import { rowsOf } from '../store/rows.js';
import { faultOfRecord, faultOfShelfRecord } from '../validate.js';
import { type Ask, joined, type Made, type ReadAsk, Refusal } from './tasks.js';

const formatNamed = <F extends ShowFormat | TypeFormat | LightFormat>(id: string): F => {
  const found = formats.find((format) => format.id === id);
  if (!found) throw new Error(`There is no format "${id}".`);
  return found as F;
};
const notTaken = (why: string) =>
  new Refusal(`The file holds something that Dessin cannot keep. ${why}`, { title: 'File cannot be taken' });

/** The first of a show's content that cannot be kept, as a sentence. */
const faultIn = (id: Id, content: readonly DessinRecord[]): string | undefined =>
  content.map(faultOfRecord).find((fault) => fault !== null) ?? faults(showOf(id, content))[0];

/** Edits of a run that is made of a file's history. */
const RUN = 1000;
async function runsFrom(history: readonly PastEdit[]): Promise<Run[]> {
  const { v4 } = await import('uuid');
  const runs: Run[] = [];
  for (let at = 0; at < history.length; at += RUN)
    runs.push(
      await packRun(history.slice(at, at + RUN).map((edit) => ({ ...edit, key: v4(), change: JSON.stringify(edit.change) }))),
    );
  return runs;
}

export async function readShow({ parts, name, show: id, format, named }: Ask<'show'>): Promise<Made<'show'>> {
  const { reader, named: saysItself } = formatNamed<ShowFormat>(format);
  const context = { showId: id, name, validate: faultOfRecord, hash: sha256 };
  const { value, report, files = [], issues = [], history = [] } = (await reader())(joined({ parts }), context);
  const content = value
    .map((record) => cleanDeep(record))
    .map((record) =>
      record.kind === 'settings' ? { ...record, name: oneLine(named && !saysItself ? name : record.name) || 'Show' } : record,
    );
  const wrong = faultIn(id, content);
  if (wrong) throw notTaken(wrong);
  const title = content.find((record) => record.kind === 'settings')?.name ?? name;
  return {
    json: JSON.stringify({ id, name: title, fixtures: content.filter(({ kind }) => kind === 'fixture').length, report }),
    show: {
      id,
      name: title,
      rows: rowsOf(content),
      issues: await Promise.all(issues.map(packIssue)),
      runs: await runsFrom(history),
    },
    files,
  };
}
export async function readType({ parts, name, format }: Ask<'type'>): Promise<Made<'type'>> {
  const {
    value: read,
    report,
    files,
  } = (await formatNamed<TypeFormat>(format).reader())(joined({ parts }), name, { hash: sha256 });
  const record = cleanDeep(read);
  const wrong = faultOfShelfRecord(record);
  if (wrong) throw notTaken(wrong);
  return { json: JSON.stringify({ record, report }), files: [...files].map(([hash, file]) => ({ hash, ...file })) };
}
export async function readLight({ parts, name, format }: Ask<'light'>): Promise<string> {
  const { value, report } = (await formatNamed<LightFormat>(format).reader())(joined({ parts }), name);
  return JSON.stringify({ ...value, report });
}

export async function readShelfFile({ parts, name, here }: Ask<'shelf'>): Promise<Made<'shelf'>> {
  const { value: archive, report } = readShelf(joined({ parts }), name, faultOfShelfRecord, sha256);
  const plan = planImport(here, archive.items);
  const known = new Set([...here, ...archive.items.map(({ record }) => record)].map((record) => record.id));
  const title = (item: { readonly record: Parameters<typeof summaryOf>[0] }) => summaryOf(item.record).name;
  const lost = [...plan.fresh, ...plan.differing].find(
    ({ record }) => record.kind === 'type' && record.symbol && !known.has(record.symbol),
  );
  if (lost)
    throw new Refusal(`${title(lost)} names a symbol that is neither in the file nor here.`, { title: 'Symbol is missing' });
  const told = (item: (typeof plan.fresh)[number]) => ({ id: item.record.id, kind: item.record.kind, name: title(item) });
  const json = JSON.stringify({
    fresh: plan.fresh.map(told),
    same: plan.same.map(({ item }) => told(item)),
    differing: plan.differing.map(told),
    report,
  });
  return { json, plan, archive };
}

const sentences = (report: readonly Oddity[]): string[] =>
  report
    .filter(({ severity }) => severity !== 'info')
    .slice(0, 50)
    .map(({ message }) => message);

function rigOf(bytes: Uint8Array, name: string, showId: string): Incoming {
  const { value, report } = readMvr(bytes, { showId, name, validate: faultOfRecord });
  return rigIncoming(name, showId, value, sentences(report));
}
/** @throws FormatError with a sentence */
async function incomingOf({
  parts,
  name,
  show: showId,
}: ReadAsk): Promise<{ readonly what: string; readonly incoming?: Incoming }> {
  const bytes = joined({ parts });
  const what = recognise(bytes, name);
  switch (what) {
    case 'mvr':
      return { what, incoming: rigOf(bytes, name, showId) };
    case 'package': {
      const zip = openZip(bytes, new Report(), name, { left: 400_000_000 });
      const rig = zip.read('rig.mvr');
      if (!rig) throw new FormatError('PACKAGE_RIG', `The rig of the package ${name} cannot be read.`, name);
      return { what, incoming: rigOf(rig, name, showId) };
    }
    case 'show': {
      const { value, report } = readShowFile(bytes, { showId, validate: faultOfRecord, hash: sha256 }, name);
      return { what, incoming: rigIncoming(name, showId, value.records, sentences(report)) };
    }
    case 'xlsx': {
      // What reads workbooks takes most of a second to load, and few files are one.
      const { readXlsx } = await import('../print/xlsx.js');
      const book = await readXlsx(bytes, name, MOST_BACK);
      return { what, incoming: { name, kind: 'table', ...headed(book.headings, book.rows), exported: book.exported } };
    }
    case 'desk': {
      const { value, report } = readAscii(bytes, name);
      return { what, incoming: { name, kind: 'desk', ...consoleTable(value), remarks: sentences(report) } };
    }
    case 'table': {
      const { value, report } = readCsv(bytes, name, anyKnownHeading);
      return {
        what,
        incoming: { name, kind: 'table', headings: value.headings, rows: value.rows, exported: null, remarks: sentences(report) },
      };
    }
    default:
      return { what };
  }
}
/** A file that comes into a show, as rows. */
export async function readIncoming(ask: ReadAsk): Promise<string> {
  const { name } = ask;
  const { what, incoming } = await incomingOf(ask);
  const n = incoming?.rows.length ?? 0;
  const figures = (rows: number) => rows.toLocaleString('en');
  // Of a workbook no more are read.
  if (n > MOST_BACK)
    throw new FormatError(
      'TOO_MANY_ROWS',
      `${name} has ${what === 'xlsx' ? `more than ${figures(MOST_BACK)}` : figures(n)} rows; what comes back into a show has at most ${figures(MOST_BACK)}. Nothing was changed. Is it the right file?`,
      name,
    );
  return JSON.stringify({ what, ...(incoming ? { incoming } : {}) });
}
