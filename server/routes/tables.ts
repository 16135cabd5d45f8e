/** Tables out: what the Ledger shows as XLSX. Nothing is stored. */
import { Hono } from 'hono';
import { partsIn } from './imports.js';
import { type Workers, whyNot } from './threaded.js';

export function tableRoutes({ making }: Workers): Hono {
  const app = new Hono();
  app.post('/xlsx', async (c) => {
    try {
      const made = await making.run(
        'table',
        { parts: await partsIn(c) },
        { doing: 'Making the table', advice: 'Ask for fewer rows.' },
      );
      return c.body(made as Uint8Array<ArrayBuffer>, 200, {
        'content-type': 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
      });
    } catch (error) {
      const refused = whyNot(c, error);
      if (refused) return refused;
      throw error;
    }
  });
  return app;
}
