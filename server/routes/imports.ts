/** Files coming in. */
import { type Context, Hono } from 'hono';
import { v4 } from 'uuid';
import { asked, askedNames, type LightFormat, type ShowFormat, type TypeFormat } from '#core/formats/index';
import { FormatError } from '#core/formats/report';
import type { DessinRecord } from '#core/model/records';
import { faults } from '#core/model/references';
import { showOf } from '#core/model/show';
import { cleanDeep, cutText, oneLine } from '#core/model/text';
import { problem } from '../problem.js';
import type { ShelfStore } from '../store/shelf.js';
import type { Store } from '../store/store.js';
import { faultOfRecord } from '../validate.js';
import { faultOfShelfRecord, sha256 } from './shelf.js';

/** A file that cannot be read is answered in a sentence, with its code and place. */
export async function reading(c: Context, work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof FormatError)
      return problem(c, 422, 'File cannot be read', error.message, { code: error.code, where: error.where });
    throw error;
  }
}

/** Name of the file, as the query gives it. */
export const nameIn = (c: Context, otherwise = 'the file'): string =>
  oneLine(cutText(c.req.query('name') ?? '', 200)) || otherwise;

/** The first of a show's content that cannot be kept, as a sentence. */
const faultIn = (id: string, content: readonly DessinRecord[]): string | undefined =>
  content.map(faultOfRecord).find((fault) => fault !== null) ?? faults(showOf(id, content))[0];

const notTaken = (c: Context, why: string): Response =>
  problem(c, 422, 'File cannot be taken', `The file holds something that Dessin cannot keep. ${why}`);

export function importRoutes(store: Store, shelf: ShelfStore): Hono {
  const app = new Hono();
  const bytesOf = async (c: Context) => new Uint8Array(await c.req.arrayBuffer());

  /** A fixture type is kept nowhere until the caller puts it on the Shelf or into a show. Its files are, by their hash. */
  const takeType = async (c: Context, format: TypeFormat): Promise<Response> => {
    const { value: read, report, files } = (await format.reader())(await bytesOf(c), nameIn(c), { hash: sha256 });
    const value = cleanDeep(read);
    const wrong = faultOfShelfRecord(value);
    if (wrong) return notTaken(c, wrong);
    if (c.req.query('preview') === undefined) await shelf.keepFiles([...files].map(([hash, file]) => ({ hash, ...file })));
    return c.json({ record: value, report });
  };
  const takeLight = async (c: Context, format: LightFormat): Promise<Response> => {
    const { value, report } = (await format.reader())(await bytesOf(c), nameIn(c));
    return c.json({ ...value, report });
  };
  /** Makes a new show; `?preview` reads without storing. */
  const takeShow = async (c: Context, format: ShowFormat): Promise<Response> => {
    const name = nameIn(c, 'Imported show');
    const id = v4();
    const context = { showId: id, name, validate: faultOfRecord, hash: sha256 };
    const { value, report, files = [], issues = [], history = [] } = (await format.reader())(await bytesOf(c), context);
    const content = value
      .map((record) => cleanDeep(record))
      .map((record) => (record.kind === 'settings' && c.req.query('name') && !format.named ? { ...record, name } : record));
    const wrong = faultIn(id, content);
    if (wrong) return notTaken(c, wrong);
    const fixtures = content.filter((record) => record.kind === 'fixture').length;
    if (c.req.query('preview') === undefined) {
      await shelf.keepFiles(files);
      await store.create(content, id, [], undefined, issues, history);
    }
    return c.json({ id, name: content.find((record) => record.kind === 'settings')?.name, fixtures, report }, 201);
  };

  app.post('/:what', (c) => {
    const what = c.req.param('what');
    const formats = asked(what);
    // Where several share a name, the end of the file's name says which; the first is meant where it says nothing.
    const format = formats.find(({ ends }) => ends.some((end) => nameIn(c).toLowerCase().endsWith(end))) ?? formats[0];
    if (!format) {
      const names = askedNames.map((name) => `"${name}"`);
      const list = `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
      return problem(c, 404, 'No such format', `Dessin reads ${list}, not "${what.slice(0, 20)}".`);
    }
    return reading(c, () =>
      format.gives === 'show' ? takeShow(c, format) : format.gives === 'type' ? takeType(c, format) : takeLight(c, format),
    );
  });
  return app;
}
