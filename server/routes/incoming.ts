/** The one door for files that come into a show: they are known by what they hold, read, and answered as rows. Nothing is stored. */
import { Hono } from 'hono';
import { isId } from '#core/model/ids';
import { nameIn, partsIn } from './imports.js';
import { jsonText, readFileIn, type Workers } from './threaded.js';

export function incomingRoutes(workers: Workers): Hono {
  const app = new Hono();
  app.post('/', async (c) => {
    const show = c.req.query('show') ?? '';
    const ask = { parts: await partsIn(c), name: nameIn(c), show: isId(show) ? show : '00000000-0000-4000-8000-000000000000' };
    return readFileIn(c, workers, 'incoming', ask, (json) => jsonText(c, json));
  });
  return app;
}
