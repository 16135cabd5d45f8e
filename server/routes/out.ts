/** Every output as a plain file. */
import { Hono } from 'hono';
import { issuesWanted, type Stood } from '#core/compare/since';
import { hashesIn } from '#core/formats/named-files';
import { type HeldIssue, writeShowFile } from '#core/formats/show/archive';
import { handOverOf } from '#core/handover/part';
import { isId } from '#core/model/ids';
import { all, type Show, settingsOf } from '#core/model/show';
import { type Output, OutputError, outputs } from '../outputs.js';
import { JobError, Jobs } from '../print/job.js';
import { WHOLE } from '../print/package.js';
import { picturesPdf, sheetAsk } from '../print/pictures.js';
import { notFound, problem } from '../problem.js';
import type { ShelfStore } from '../store/shelf.js';
import type { Loaded, Store } from '../store/store.js';
import { body } from './shows.js';

/** What the issues held that paper marks changes since. */
async function stoodOf(store: Store, show: Show, { marks }: Output): Promise<Stood[]> {
  const out: Stood[] = [];
  if (!marks) return out;
  for (const issue of issuesWanted(show)) {
    const then = await store.stood(show.id, issue.id);
    if (then) out.push({ issue, show: then.show });
  }
  return out;
}

/** A file that was not made, as an answer. @throws what is nobody's fault but our own */
function whyNot(c: Parameters<typeof problem>[0], error: unknown): Response {
  if (error instanceof OutputError) return problem(c, 422, 'Cannot be drawn so', error.message);
  if (error instanceof JobError) {
    if (error.why === 'failed') console.error(error.message);
    if (error.why === 'refused') return problem(c, 422, 'Cannot be drawn so', error.message);
    if (error.why === 'ended') return problem(c, 409, 'Ended', error.message);
    if (error.why === 'limit') return problem(c, 503, 'Too much at once', error.message);
    return problem(c, 500, 'Something went wrong', 'The file could not be made. The reason stands in the window of the server.');
  }
  throw error;
}

/** A name for files of a show that every disk takes. */
const stemOf = (show: Show): string =>
  settingsOf(show)
    .name.replace(/[^A-Za-z0-9 _-]+/g, '')
    .trim() || 'show';

/** A whole show as one file, for another Dessin or for the shelf of the house. */
async function wholeShow(loaded: Loaded, store: Store, shelf: ShelfStore, past: boolean): Promise<Uint8Array> {
  const { id } = loaded.show;
  const records = [...loaded.show.records.values()];
  const issues: HeldIssue[] = [];
  for (const issue of all(loaded.show, 'issue')) {
    const then = await store.stood(id, issue.id);
    if (then) issues.push({ id: issue.id, at: then.at, revision: then.revision, records: [...then.show.records.values()] });
  }
  const files = await shelf.filesNamed(hashesIn([records, ...issues.map((issue) => issue.records)].flat()));
  return writeShowFile({ id, records, files, issues, history: past ? await store.history(id) : [] });
}

/** What goes into a file besides the show: what its types name, and, in a package where that is wanted, the show itself. */
async function besides(
  loaded: Loaded,
  show: Show,
  file: string,
  store: Store,
  shelf: ShelfStore,
): Promise<[string, Uint8Array][]> {
  const named = all(show, 'type').flatMap((type) => (type.gdtf ? [type.gdtf] : []));
  const files = (named.length ? await shelf.filesNamed(named) : []).map(({ hash, bytes }): [string, Uint8Array] => [hash, bytes]);
  const { whole } = handOverOf(loaded.show);
  return whole && file.startsWith('package.')
    ? [...files, [WHOLE, await wholeShow(loaded, store, shelf, whole === 'with its history')]]
    : files;
}

export function outRoutes(store: Store, shelf: ShelfStore, jobs = new Jobs()): Hono {
  const app = new Hono();
  // How far a file is that is being made, by the name that was given to it; and its end.
  app.get('/:id/jobs/:job', (c) => c.json({ progress: jobs.progress(c.req.param('job')) }, 200, { 'cache-control': 'no-store' }));
  app.delete('/:id/jobs/:job', (c) => c.json({ ended: jobs.end(c.req.param('job')) }));
  app.get('/:id/out/show.dessin', async (c) => {
    const id = c.req.param('id');
    const loaded = isId(id) ? await store.load(id) : null;
    if (!loaded) return notFound(c);
    return c.body((await wholeShow(loaded, store, shelf, c.req.query('history') !== undefined)) as unknown as string, 200, {
      'content-type': 'application/zip',
      'cache-control': 'no-store',
      'content-disposition': `attachment; filename="${stemOf(loaded.show)}.dessin"`,
    });
  });
  app.get('/:id/out/:file', async (c) => {
    const id = c.req.param('id');
    const file = c.req.param('file');
    const output = outputs.find(({ name }) => name === file);
    if (!output) return problem(c, 404, 'No such output', `Dessin makes ${outputs.map(({ name }) => name).join(', ')}.`);
    const loaded = isId(id) ? await store.load(id) : null;
    if (!loaded) return notFound(c);
    // Any file also as the show stood in an issue.
    const wanted = c.req.query('issue');
    const then = wanted === undefined ? null : isId(wanted) ? await store.stood(id, wanted) : null;
    if (wanted !== undefined && !then)
      return problem(c, 404, 'No such issue', 'Nothing is kept of an issue by this id. It may have been given out elsewhere.');
    const show = then?.show ?? loaded.show;
    const date = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long' }).format(new Date());
    try {
      const query = c.req.query();
      const base = new URL(c.req.url).origin;
      const stood = await stoodOf(store, show, output);
      // Heavy files are made beside the server; what is made at once is made here.
      const made = output.light
        ? await output.make(show, { query: (name) => query[name], date, base, files: new Map(), stood })
        : await jobs.make(
            file,
            show,
            {
              query,
              date,
              base,
              files: await besides(loaded, show, file, store, shelf),
              stood: stood.map((item) => [item.issue, [...item.show.records.values()]] as const),
            },
            (query.job ?? '').slice(0, 80),
          );
      return c.body(made as string, 200, {
        'content-type': output.type,
        // What was asked for by its revision stays as it is, but for a newer Dessin; all else is as new as the show.
        'cache-control': then || c.req.query('r') === String(loaded.revision) ? 'private, max-age=86400' : 'no-store',
        ...(c.req.query('download') !== undefined
          ? { 'content-disposition': `attachment; filename="${stemOf(show)} ${file}"` }
          : {}),
      });
    } catch (error) {
      return whyNot(c, error);
    }
  });
  // A sheet for a client: the pictures are taken in the window, which has the light.
  app.post('/:id/out/pictures.pdf', async (c) => {
    const id = c.req.param('id');
    const loaded = isId(id) ? await store.load(id) : null;
    if (!loaded) return notFound(c);
    const input = await body(c.req.raw);
    if (!input) return problem(c, 400, 'Not JSON', 'The request holds no JSON object.');
    const ask = sheetAsk(input);
    if (typeof ask === 'string') return problem(c, 422, 'Cannot be drawn so', ask);
    const { name, venue, designer } = settingsOf(loaded.show);
    const date = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long' }).format(new Date());
    try {
      const made = await picturesPdf(ask, [name, venue, designer && `light: ${designer}`, date].filter(Boolean).join(', '));
      return c.body(made as unknown as string, 200, { 'content-type': 'application/pdf', 'cache-control': 'no-store' });
    } catch {
      return problem(c, 422, 'Cannot be drawn so', 'One of the pictures breaks off and cannot be read. Save the sheet again.');
    }
  });
  return app;
}
