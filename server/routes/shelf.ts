/** The Shelf over HTTP: list, items, folders, one file out and in; files by their hash. */
import { createHash } from 'node:crypto';
import { type Context, Hono } from 'hono';
import { writeGdtf } from '#core/formats/gdtf/write';
import { FormatError } from '#core/formats/report';
import { isId } from '#core/model/ids';
import type { Id, ShelfRecord } from '#core/model/records';
import { cleanDeep } from '#core/model/text';
import { planImport, readShelf, writeShelf } from '#core/shelf/archive';
import { isShelfRecord } from '#core/shelf/copy';
import { cleanFolder, summaryOf } from '#core/shelf/search';
import { problem } from '../problem.js';
import type { ShelfStore } from '../store/shelf.js';
import { faultOfRecord } from '../validate.js';
import { body } from './shows.js';

export const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
const MOST = 20_000;

const idsOf = (value: unknown): Id[] | null =>
  Array.isArray(value) && value.length > 0 && value.length <= MOST && value.every(isId) ? value : null;
const noIds = (c: Context) => problem(c, 422, 'Items are missing', 'Name the items by their ids.');
const badFolder = (c: Context) =>
  problem(c, 422, 'Folder', 'A folder has a name of at most 200 characters, and lies at most 8 deep. Parts are joined by "/".');

/** What is wrong with a record that is to be kept, or null. */
export function faultOfShelfRecord(record: unknown): string | null {
  const why = faultOfRecord(record);
  if (why) return why;
  return isShelfRecord(record as ShelfRecord) ? null : `A ${(record as ShelfRecord).kind} is not kept on the Shelf.`;
}

/** Bytes as an answer takes them; none of ours lie in shared memory. */
const plain = (bytes: Uint8Array) => bytes as Uint8Array<ArrayBuffer>;

// Long: the list of ways in, each short by itself, over the stores that are handed in.
export function shelfRoutes(shelf: ShelfStore): Hono {
  const app = new Hono();
  app.get('/', async (c) => c.json(await shelf.list()));
  app.get('/revision', async (c) => c.json({ revision: await shelf.revision() }));

  app.get('/items', async (c) => {
    const ids = idsOf((c.req.query('ids') ?? '').split(','));
    return ids ? c.json({ items: await shelf.get(ids) }) : noIds(c);
  });
  app.post('/items/read', async (c) => {
    const ids = idsOf((await body(c.req.raw))?.ids);
    return ids ? c.json({ items: await shelf.get(ids) }) : noIds(c);
  });

  app.post('/items', async (c) => {
    const input = await body(c.req.raw);
    const entries = input?.put;
    if (!Array.isArray(entries) || !entries.length || entries.length > MOST)
      return problem(c, 422, 'Items are missing', 'Send { "put": [{ "record": ..., "base": version or null }] }.');
    const sound: { record: ShelfRecord; base: number | null; folder?: string }[] = [];
    for (const entry of entries as { record?: unknown; base?: unknown; folder?: unknown }[]) {
      const why = faultOfShelfRecord(entry?.record);
      if (why) return problem(c, 422, 'Cannot be kept', why);
      const base = entry.base ?? null;
      if (base !== null && !(Number.isInteger(base) && (base as number) >= 0))
        return problem(c, 422, 'Version', 'The base is the version that was seen, or null for a new item.');
      const folder = entry.folder === undefined ? undefined : cleanFolder(entry.folder);
      if (folder === null) return badFolder(c);
      sound.push({
        record: cleanDeep(entry.record as ShelfRecord),
        base: base as number | null,
        ...(folder === undefined ? {} : { folder }),
      });
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
    const input = await body(c.req.raw);
    const ids = idsOf(input?.ids);
    if (!input || !ids) return noIds(c);
    const folder = input.folder === undefined ? undefined : cleanFolder(input.folder);
    if (folder === null) return badFolder(c);
    if (input.favourite !== undefined && typeof input.favourite !== 'boolean')
      return problem(c, 422, 'Favourite', 'A favourite is true or false.');
    await shelf.mark(ids, {
      ...(folder === undefined ? {} : { folder }),
      ...(input.favourite === undefined ? {} : { favourite: input.favourite as boolean }),
    });
    return c.body(null, 204);
  });
  for (const what of ['remove', 'restore'] as const)
    app.post(`/${what}`, async (c) => {
      const ids = idsOf((await body(c.req.raw))?.ids);
      if (!ids) return noIds(c);
      await shelf[what](ids);
      return c.body(null, 204);
    });

  app.post('/folders', async (c) => {
    const input = await body(c.req.raw);
    const [add, from, to, gone] = [input?.add, input?.rename, input?.to, input?.remove].map((text) =>
      text === undefined ? '' : cleanFolder(text),
    );
    if ([add, from, to, gone].includes(null)) return badFolder(c);
    if (add) await shelf.addFolder(add);
    else if (from && to) await shelf.renameFolder(from, to);
    else if (gone) await shelf.removeFolder(gone);
    else return badFolder(c);
    return c.body(null, 204);
  });

  app.get('/export', async (c) =>
    c.body(plain(writeShelf(await shelf.everything())), 200, {
      'content-type': 'application/zip',
      'content-disposition': 'attachment; filename="Shelf.dessin.zip"',
      'cache-control': 'no-store',
    }),
  );
  app.post('/import', async (c) => {
    const bytes = new Uint8Array(await c.req.arrayBuffer());
    try {
      const { value, report } = readShelf(bytes, 'the file', faultOfShelfRecord, sha256);
      const here = (await shelf.everything()).items.map(({ record }) => record);
      const plan = planImport(here, value.items);
      const known = new Set([...here, ...value.items.map(({ record }) => record)].map((record) => record.id));
      const lost = [...plan.fresh, ...plan.differing].find(
        ({ record }) => record.kind === 'type' && record.symbol && !known.has(record.symbol),
      );
      if (lost)
        return problem(
          c,
          422,
          'Symbol is missing',
          `${nameOf(lost.record)} names a symbol that is neither in the file nor here.`,
        );
      const replace = c.req.query('replace') !== undefined;
      if (c.req.query('preview') === undefined) await shelf.take(plan, value, replace);
      const name = ({ record }: { record: ShelfRecord }) => ({ id: record.id, kind: record.kind, name: nameOf(record) });
      return c.json({
        fresh: plan.fresh.map(name),
        same: plan.same.map(({ item }) => name(item)),
        differing: plan.differing.map(name),
        report,
      });
    } catch (error) {
      if (error instanceof FormatError)
        return problem(c, 422, 'File cannot be read', error.message, { code: error.code, where: error.where });
      throw error;
    }
  });

  app.get('/:id/type.gdtf', async (c) => {
    const id = c.req.param('id');
    const found = isId(id) ? (await shelf.get([id])).find(({ record }) => record.id === id)?.record : undefined;
    if (found?.kind !== 'type') return problem(c, 404, 'No such type', 'This type is not on the Shelf any more.');
    const original = found.gdtf ? (await shelf.file(found.gdtf))?.bytes : undefined;
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
