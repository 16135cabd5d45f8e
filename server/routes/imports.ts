/** Files coming in. They are read in threads; here is what is asked, kept and answered. */
import { type Context, Hono } from 'hono';
import { v4 } from 'uuid';
import { houseRefusal, mayInHouse } from '#core/access/roles';
import { asked, askedNames } from '#core/formats/index';
import type { Id } from '#core/model/records';
import { cutText, oneLine } from '#core/model/text';
import { standingOf, type Who } from '../people/who.js';
import { problem } from '../problem.js';
import type { ShelfStore } from '../store/shelf.js';
import type { Store } from '../store/store.js';
import { piecesOf } from './body.js';
import { jsonText, readFileIn, type Workers } from './threaded.js';

/** Name of the file, as the query gives it. */
export const nameIn = (c: Context, otherwise = 'the file'): string =>
  oneLine(cutText(c.req.query('name') ?? '', 200)) || otherwise;
/** A file as it comes in, piece by piece; each piece has memory of its own, so that it can be handed to a thread. */
export async function partsIn(c: Context): Promise<Uint8Array[]> {
  const parts: Uint8Array[] = [];
  for await (const part of piecesOf(c)) parts.push(part.byteLength === part.buffer.byteLength ? part : part.slice());
  return parts;
}

/** @param made  told of a show that came in */
export function importRoutes(
  store: Store,
  shelf: ShelfStore,
  workers: Workers,
  made: (who: Who, show: Id) => Promise<void> = async () => undefined,
): Hono {
  const app = new Hono();
  /** With `?preview` a file is read and nothing stored. */
  app.post('/:what', async (c) => {
    const what = c.req.param('what');
    const known = asked(what);
    // Where several share a name, the end of the file's name says which; the first is meant where it says nothing.
    const format = known.find(({ ends }) => ends.some((end) => nameIn(c).toLowerCase().endsWith(end))) ?? known[0];
    if (!format) {
      const names = askedNames.map((name) => `"${name}"`);
      const list = `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
      return problem(c, 404, 'No such format', `Dessin reads ${list}, not "${what.slice(0, 20)}".`);
    }
    const stores = c.req.query('preview') === undefined;
    const ask = { parts: await partsIn(c), name: nameIn(c), show: v4(), format: format.id };
    switch (format.gives) {
      case 'light':
        return readFileIn(c, workers, 'light', ask, (json) => jsonText(c, json));
      // A fixture type is kept nowhere until the caller puts it on the Shelf or into a show. Its files are, by their hash.
      case 'type':
        return readFileIn(c, workers, 'type', ask, async ({ json, files }) => {
          if (stores) await shelf.keepFiles(files);
          return jsonText(c, json);
        });
      default: {
        const who = c.get('who');
        const standing = standingOf(who) ?? 'guest';
        if (stores && !mayInHouse(standing, 'make shows'))
          return problem(c, 403, 'Not for you', houseRefusal(standing, 'make shows'));
        return readFileIn(
          c,
          workers,
          'show',
          { ...ask, name: nameIn(c, 'Imported show'), named: Boolean(c.req.query('name')) },
          async ({ json, show, files }) => {
            if (stores) {
              await shelf.keepFiles(files);
              await store.take(show);
              await made(who, show.id);
            }
            return jsonText(c, json, 201);
          },
        );
      }
    }
  });
  return app;
}
