/** The Shelf over HTTP: list, items, folders, one file out and in; files by their hash. */
import { upgradeWebSocket } from '@hono/node-server';
import { type Context, Hono } from 'hono';
import { isId } from '#core/model/ids';
import type { Id, ShelfRecord } from '#core/model/records';
import { cleanDeep } from '#core/model/text';
import { cleanFolder, summaryOf } from '#core/shelf/search';
import { asked, folders, keeping, MOST_ITEMS, marking, named } from '../api/forms.js';
import type { Hub } from '../live/hub.js';
import { NOT_ANY_MORE, problem } from '../problem.js';
import type { ShelfStore } from '../store/shelf.js';
import { faultOfShelfRecord } from '../validate.js';
import { nameIn, partsIn } from './imports.js';
import { jsonText, readFileIn, type Workers, whyNot } from './threaded.js';

/** Quiet after which a sign of life is due, ms. */
const BEAT = 15_000;

const idsOf = (value: unknown): Id[] | null =>
  Array.isArray(value) && value.length > 0 && value.length <= MOST_ITEMS && value.every(isId) ? value : null;
const noIds = (c: Context) => problem(c, 422, 'Items are missing', 'Name the items by their ids.');
const badFolder = (c: Context) =>
  problem(c, 422, 'Folder', 'A folder has a name of at most 200 characters, and lies at most 8 deep. Parts are joined by "/".');

/** Bytes as an answer takes them; none of ours lie in shared memory. */
const plain = (bytes: Uint8Array) => bytes as Uint8Array<ArrayBuffer>;

// Long: the list of ways in, each short by itself, over the stores that are handed in.
export function shelfRoutes(shelf: ShelfStore, workers: Workers, hub: Pick<Hub, 'watchShelf'>): Hono {
  const app = new Hono();
  app.get('/', async (c) => c.json(await shelf.list()));
  app.get('/revision', async (c) => c.json({ revision: await shelf.revision() }));

  /** Tells a window when the Shelf has moved, and that it is there: a beat each 15 s. */
  app.get(
    '/live',
    async (c, next) =>
      c.req.header('upgrade')?.toLowerCase() === 'websocket'
        ? next()
        : problem(c, 426, 'WebSocket', 'This address is a WebSocket; the revision is said at "/api/shelf/revision".'),
    upgradeWebSocket((c) => {
      let end: () => void = () => undefined;
      return {
        onOpen: (_, socket) => {
          let said = '';
          const tell = () =>
            void shelf.revision().then(
              (revision) => {
                if (revision !== said) socket.send(JSON.stringify({ event: 'shelf', revision }));
                said = revision;
              },
              // The database is away; when it is back this is called again.
              () => undefined,
            );
          const stop = hub.watchShelf(tell);
          const beat = setInterval(() => socket.send('{"event":"beat"}'), BEAT);
          const unwatch = c.get('staying')(() => socket.close(NOT_ANY_MORE, 'signed out'));
          end = () => {
            stop();
            unwatch();
            clearInterval(beat);
          };
          tell();
        },
        onClose: () => end(),
        onError: () => end(),
      };
    }),
  );

  app.get('/items', async (c) => {
    const ids = idsOf((c.req.query('ids') ?? '').split(','));
    return ids ? c.json({ items: await shelf.get(ids) }) : noIds(c);
  });
  app.post('/items/read', async (c) => {
    const input = await asked(c, named);
    return input instanceof Response ? input : c.json({ items: await shelf.get(input.ids) });
  });

  app.post('/items', async (c) => {
    const input = await asked(c, keeping);
    if (input instanceof Response) return input;
    const sound: { record: ShelfRecord; base: number | null; folder?: string }[] = [];
    for (const { record, base = null, folder: named } of input.put) {
      const why = faultOfShelfRecord(record);
      if (why) return problem(c, 422, 'Cannot be kept', why);
      const folder = named === undefined ? undefined : cleanFolder(named);
      if (folder === null) return badFolder(c);
      sound.push({ record: cleanDeep(record as ShelfRecord), base, ...(folder === undefined ? {} : { folder }) });
    }
    if (new Set(sound.map(({ record }) => record.id)).size !== sound.length)
      return problem(c, 422, 'Twice', 'An item stands in the list twice.');
    const here = new Set(
      (await shelf.get(sound.map(({ record }) => record.id).concat(symbolsOf(sound)))).map(({ record }) => record.id),
    );
    for (const { record } of sound) here.add(record.id);
    const lost = sound.find(({ record }) => record.kind === 'type' && record.symbol && !here.has(record.symbol));
    if (lost)
      return problem(
        c,
        422,
        'Symbol is missing',
        `${nameOf(lost.record)} names a symbol that is not on the Shelf. Put the symbol there with it.`,
      );
    const { stored, clashes } = await shelf.put(sound);
    if (!clashes.length) return c.json({ stored });
    const [first] = clashes;
    const name = nameOf(sound.find(({ record }) => record.id === first!.id)!.record);
    return problem(
      c,
      409,
      'Changed in between',
      first!.version
        ? `${name} was changed on the Shelf meanwhile (version ${first!.version}). Look at it, then store again.`
        : `${name} was taken off the Shelf meanwhile. Keep it as a new item.`,
      { clashes },
    );
  });

  app.patch('/items', async (c) => {
    const input = await asked(c, marking);
    if (input instanceof Response) return input;
    const { ids, favourite } = input;
    const folder = input.folder === undefined ? undefined : cleanFolder(input.folder);
    if (folder === null) return badFolder(c);
    await shelf.mark(ids, {
      ...(folder === undefined ? {} : { folder }),
      ...(favourite === undefined ? {} : { favourite }),
    });
    return c.body(null, 204);
  });
  for (const what of ['remove', 'restore'] as const)
    app.post(`/${what}`, async (c) => {
      const input = await asked(c, named);
      if (input instanceof Response) return input;
      await shelf[what](input.ids);
      return c.body(null, 204);
    });

  app.post('/folders', async (c) => {
    const input = await asked(c, folders);
    if (input instanceof Response) return input;
    const [add, from, to, gone] = [input.add, input.rename, input.to, input.remove].map((text) =>
      text === undefined ? '' : cleanFolder(text),
    );
    if ([add, from, to, gone].includes(null)) return badFolder(c);
    if (add) await shelf.addFolder(add);
    else if (from && to) await shelf.renameFolder(from, to);
    else if (gone) await shelf.removeFolder(gone);
    else return badFolder(c);
    return c.body(null, 204);
  });

  app.get('/export', async (c) => {
    try {
      const words = { doing: 'Making the file of the Shelf', advice: 'Try again when the machine has less to do.' };
      return c.body(plain(await workers.making.run('shelf out', await shelf.everything(), words)), 200, {
        'content-type': 'application/zip',
        'content-disposition': 'attachment; filename="Shelf.dessin.zip"',
        'cache-control': 'no-store',
      });
    } catch (error) {
      const refused = whyNot(c, error);
      if (refused) return refused;
      throw error;
    }
  });
  app.post('/import', async (c) => {
    const parts = await partsIn(c);
    const here = (await shelf.everything()).items.map(({ record }) => record);
    const ask = { parts, name: nameIn(c), show: '', here };
    return readFileIn(c, workers, 'shelf', ask, async ({ json, plan, archive }) => {
      if (c.req.query('preview') === undefined) await shelf.take(plan, archive, c.req.query('replace') !== undefined);
      return jsonText(c, json);
    });
  });

  app.get('/:id/type.gdtf', async (c) => {
    const id = c.req.param('id');
    const found = isId(id) ? (await shelf.get([id])).find(({ record }) => record.id === id)?.record : undefined;
    if (found?.kind !== 'type') return problem(c, 404, 'No such type', 'This type is not on the Shelf any more.');
    const original = found.gdtf ? (await shelf.file(found.gdtf))?.bytes : undefined;
    const { writeGdtf } = await import('#core/formats/gdtf/write');
    return c.body(plain(writeGdtf(found, original)), 200, {
      'content-type': 'application/octet-stream',
      'content-disposition': `attachment; filename="${`${found.maker}@${found.name}`.replace(/[^A-Za-z0-9@ _+-]/g, '_')}.gdtf"`,
    });
  });
  return app;
}

const nameOf = (record: ShelfRecord): string => summaryOf(record).name;
const symbolsOf = (entries: readonly { record: ShelfRecord }[]): Id[] =>
  entries.flatMap(({ record }) => (record.kind === 'type' && record.symbol ? [record.symbol] : []));

/** Files by their hash: pictures and meshes of types. */
export function fileRoutes(shelf: ShelfStore): Hono {
  const app = new Hono();
  app.get('/:hash', async (c) => {
    const hash = c.req.param('hash');
    const file = /^[0-9a-f]{64}$/.test(hash) ? await shelf.file(hash) : null;
    if (!file) return problem(c, 404, 'No such file', 'There is no file of this name.');
    return c.body(plain(file.bytes), 200, {
      'content-type': file.mime,
      'cache-control': 'private, max-age=31536000, immutable',
      'x-content-type-options': 'nosniff',
      // A picture is only ever a picture, whatever is in it.
      'content-security-policy': "default-src 'none'",
    });
  });
  return app;
}
