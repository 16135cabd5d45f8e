/** The one door for files that come into a show: they are known by what they hold, read, and answered as rows. Nothing is stored. */
import { Hono } from 'hono';
import { anyKnownHeading, headed } from '#core/back/headings';
import { type Incoming, MOST_BACK } from '#core/back/incoming';
import { rigIncoming } from '#core/back/rig';
import { readAscii } from '#core/formats/ascii/read';
import { consoleTable } from '#core/formats/ascii/table';
import { readCsv } from '#core/formats/csv/read';
import { readMvr } from '#core/formats/mvr/read';
import { recognise } from '#core/formats/recognise';
import { FormatError, type Oddity, Report } from '#core/formats/report';
import { readShowFile } from '#core/formats/show/archive';
import { openZip } from '#core/formats/zip/read';
import { readXlsx } from '../print/xlsx.js';
import { faultOfRecord } from '../validate.js';
import { nameIn, reading } from './imports.js';
import { sha256 } from './shelf.js';

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
async function incomingOf(
  bytes: Uint8Array,
  name: string,
  showId: string,
): Promise<{ readonly what: string; readonly incoming?: Incoming }> {
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

export function incomingRoutes(): Hono {
  const app = new Hono();
  app.post('/', (c) =>
    reading(c, async () => {
      const name = nameIn(c);
      const bytes = new Uint8Array(await c.req.arrayBuffer());
      const showId = /^[0-9a-f-]{36}$/.test(c.req.query('show') ?? '')
        ? (c.req.query('show') ?? '')
        : '00000000-0000-4000-8000-000000000000';
      const { what, incoming } = await incomingOf(bytes, name, showId);
      const n = incoming?.rows.length ?? 0;
      const figures = (rows: number) => rows.toLocaleString('en');
      // Of a workbook no more are read.
      if (n > MOST_BACK)
        throw new FormatError(
          'TOO_MANY_ROWS',
          `${name} has ${what === 'xlsx' ? `more than ${figures(MOST_BACK)}` : figures(n)} rows; what comes back into a show has at most ${figures(MOST_BACK)}. Nothing was changed. Is it the right file?`,
          name,
        );
      return c.json({ what, ...(incoming ? { incoming } : {}) });
    }),
  );
  return app;
}
