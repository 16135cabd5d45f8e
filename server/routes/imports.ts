/** Files coming in. */
import { Hono } from 'hono';
import { v4 } from 'uuid';
import { readMvr } from '#core/formats/mvr/read';
import { FormatError } from '#core/formats/report';
import { faults } from '#core/model/references';
import { showOf } from '#core/model/show';
import { problem } from '../problem.js';
import type { Store } from '../store/store.js';
import { faultOfRecord } from '../validate.js';

export function importRoutes(store: Store): Hono {
  const app = new Hono();
  /** Makes a new show from an MVR file; `?preview` reads without storing. */
  app.post('/mvr', async (c) => {
    const bytes = new Uint8Array(await c.req.arrayBuffer());
    const name = (c.req.query('name') ?? '').replaceAll('\0', '').trim().slice(0, 200) || 'Imported show';
    const id = v4();
    try {
      const { value, report } = readMvr(bytes, { showId: id, name, validate: faultOfRecord });
      const content = value.map((record) => (record.kind === 'settings' && c.req.query('name') ? { ...record, name } : record));
      const wrong =
        content.map(faultOfRecord).find((fault) => fault !== null) ??
        faults(showOf(id, content))[0] ??
        (JSON.stringify(content).includes('\\u0000') ? 'A text holds a NUL character.' : undefined);
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
    problem(c, 404, 'No such format', `Dessin reads "mvr", not "${c.req.param('format').slice(0, 20)}".`),
  );
  return app;
}
