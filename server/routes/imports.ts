/** Files coming in. */
import { type Context, Hono } from 'hono';
import { v4 } from 'uuid';
import { readGdtf } from '#core/formats/gdtf/read';
import { readMvr } from '#core/formats/mvr/read';
import { readIes } from '#core/formats/photometric/ies';
import { readLdt } from '#core/formats/photometric/ldt';
import { FormatError } from '#core/formats/report';
import { faults } from '#core/model/references';
import { showOf } from '#core/model/show';
import { cleanDeep, cleanText, cutText } from '#core/model/text';
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
  cleanText(cutText(c.req.query('name') ?? '', 200)).trim() || otherwise;

export function importRoutes(store: Store, shelf: ShelfStore): Hono {
  const app = new Hono();
  /** Reads a fixture type; it is kept nowhere until the caller puts it on the Shelf or into a show. Its files are, by their hash. */
  app.post('/gdtf', (c) =>
    reading(c, async () => {
      const name = nameIn(c);
      const { value: read, report, files } = readGdtf(new Uint8Array(await c.req.arrayBuffer()), name, { hash: sha256 });
      const value = cleanDeep(read);
      const wrong = faultOfShelfRecord(value);
      if (wrong) return problem(c, 422, 'File cannot be taken', `The file holds something that Dessin cannot keep. ${wrong}`);
      if (c.req.query('preview') === undefined) await shelf.keepFiles([...files].map(([hash, file]) => ({ hash, ...file })));
      return c.json({ record: value, report });
    }),
  );
  /** Reads measured light: LM-63, or EULUMDAT by its extension or its form. */
  app.post('/photometric', (c) =>
    reading(c, async () => {
      const name = nameIn(c);
      const bytes = new Uint8Array(await c.req.arrayBuffer());
      const { value, report } = /\.ldt$/i.test(name) ? readLdt(bytes, name) : readIes(bytes, name);
      return c.json({ ...value, report });
    }),
  );
  /** Makes a new show from an MVR file; `?preview` reads without storing. */
  app.post('/mvr', async (c) => {
    const bytes = new Uint8Array(await c.req.arrayBuffer());
    const name = nameIn(c, 'Imported show');
    const id = v4();
    try {
      const { value, report } = readMvr(bytes, { showId: id, name, validate: faultOfRecord });
      const content = cleanDeep(value).map((record) =>
        record.kind === 'settings' && c.req.query('name') ? { ...record, name } : record,
      );
      const wrong = content.map(faultOfRecord).find((fault) => fault !== null) ?? faults(showOf(id, content))[0];
      if (wrong) return problem(c, 422, 'File cannot be taken', `The file holds something that Dessin cannot keep. ${wrong}`);
      const fixtures = content.filter((record) => record.kind === 'fixture').length;
      if (c.req.query('preview') === undefined) await store.create(content, id);
      return c.json({ id, name: content.find((record) => record.kind === 'settings')?.name, fixtures, report }, 201);
    } catch (error) {
      if (error instanceof FormatError)
        return problem(c, 422, 'File cannot be read', error.message, { code: error.code, where: error.where });
      throw error;
    }
  });
  app.post('/:format', (c) =>
    problem(
      c,
      404,
      'No such format',
      `Dessin reads "mvr", "gdtf" and "photometric", not "${c.req.param('format').slice(0, 20)}".`,
    ),
  );
  return app;
}
