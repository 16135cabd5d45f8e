/** Every output as a plain file. */
import { type Context, Hono } from 'hono';
import type { Stood } from '#core/compare/since';
import { handOverOf, WHOLE } from '#core/handover/part';
import { isId } from '#core/model/ids';
import { all, type Show, settingsOf } from '#core/model/show';
import { hasIt, notModified } from '../answers.js';
import type { Asked, Output } from '../outputs.js';
import { notFound, problem } from '../problem.js';
import type { ShelfStore } from '../store/shelf.js';
import type { Loaded, Store } from '../store/store.js';
import type { OutputAsk } from '../threads/tasks.js';
import { partsIn } from './imports.js';
import { type Workers, whyNot } from './threaded.js';
import { wholeAsk } from './whole.js';

/** A name for files of a show that every disk takes. */
const stemOf = (show: Show): string =>
  settingsOf(show)
    .name.replace(/[^A-Za-z0-9 _-]+/g, '')
    .trim() || 'show';

/** Drawing and writing come with the first file that is asked for: they take longer to load than the database does to open. */
const list = () => import('../outputs.js');
const wantedOf = async (output: Output, show: Show) =>
  output.marks ? (await import('#core/compare/since')).issuesWanted(show) : [];

/** What goes into a file besides the show: what its types name, what issues held that it marks changes since, and, in a package where that is wanted, the show itself. */
async function besides(
  loaded: Loaded,
  show: Show,
  output: Output,
  store: Store,
  shelf: ShelfStore,
): Promise<Pick<OutputAsk, 'files' | 'stood' | 'whole'>> {
  const named = all(show, 'type').flatMap((type) => (type.gdtf ? [type.gdtf] : []));
  const files = (named.length ? await shelf.filesNamed(named) : []).map(({ hash, bytes }): [string, Uint8Array] => [hash, bytes]);
  const wanted = await wantedOf(output, show);
  const kept = wanted.length ? await store.issues(show.id) : [];
  const stood = wanted.flatMap((issue) => {
    const then = kept.find(({ id }) => id === issue.id);
    return then ? [[issue, then] as const] : [];
  });
  const { whole } = handOverOf(loaded.show);
  const goesAlong = whole && output.name.startsWith('package.');
  return {
    files,
    stood,
    ...(goesAlong && {
      whole: {
        name: WHOLE,
        ask: await wholeAsk(loaded, store, shelf, whole === 'with its history'),
      },
    }),
  };
}

/** What is made at once: its cost is less than that of a thread. */
async function madeHere(output: Output, show: Show, asked: Pick<Asked, 'query' | 'date' | 'base'>, store: Store) {
  const stood: Stood[] = [];
  for (const issue of await wantedOf(output, show)) {
    const then = await store.stood(show.id, issue.id);
    if (then) stood.push({ issue, show: then.show });
  }
  return output.make(show, { ...asked, files: new Map(), stood });
}
const failed = (c: Parameters<typeof problem>[0], error: unknown): Response => {
  if (error instanceof Error && error.name === 'OutputError') return problem(c, 422, 'Cannot be drawn so', error.message);
  const refused = whyNot(c, error);
  if (refused) return refused;
  throw error;
};
/** Shows beyond this many records have their plain lists made in threads too: thousands of rows take longer than a thread does. */
const FEW = 2500;
const isLight = (output: Output, show: Show): boolean => output.light === true && show.records.size <= FEW;
const KEPT_A_DAY = 'private, max-age=86400';
/** Drawings of shows that are kept. */
const MOST_THUMBNAILS = 100;
const ADVICE = 'Ask for fewer sheets at once.';

/** Drawings of shows for the start page, by what each show is known by. */
class Thumbnails {
  private readonly known = new Map<string, { readonly stamp: string; readonly svg: string }>();
  of(id: string, stamp: string): string | undefined {
    const kept = this.known.get(id);
    return kept?.stamp === stamp ? kept.svg : undefined;
  }
  keep(id: string, stamp: string, svg: string): void {
    this.known.delete(id);
    this.known.set(id, { stamp, svg });
    for (const old of this.known.keys()) if (this.known.size > MOST_THUMBNAILS) this.known.delete(old);
  }
}
/** A sheet for a client: the pictures are taken in the window, which has the light. */
async function pictures(c: Context, store: Store, jobs: Workers['making']): Promise<Response> {
  const id = c.req.param('id') ?? '';
  const loaded = isId(id) ? await store.load(id) : null;
  if (!loaded) return notFound(c);
  const { name, venue, designer } = settingsOf(loaded.show);
  const under = [name, venue, designer && `light: ${designer}`, today()].filter(Boolean).join(', ');
  try {
    const made = await jobs.run('pictures', { parts: await partsIn(c), under }, { doing: 'Making the sheet', advice: ADVICE });
    return c.body(made as unknown as string, 200, { 'content-type': 'application/pdf', 'cache-control': 'no-store' });
  } catch (error) {
    return failed(c, error);
  }
}
/** A job is known by the show, and by who asked for it: nobody else follows or ends it. */
function jobOf(c: Context, job: string): string {
  const who = c.get('who');
  return [c.req.param('id'), who.kind === 'account' ? who.account.id : who.kind, job.slice(0, 80)].join(' ');
}
const today = (): string => new Intl.DateTimeFormat('en-GB', { dateStyle: 'long' }).format(new Date());

// Long: the list of ways out, and the one of them that makes a file, over what is handed in.
export function outRoutes(
  store: Store,
  shelf: ShelfStore,
  { making: jobs }: Workers,
  home: (c: Context) => string = (c) => new URL(c.req.url).origin,
): Hono {
  const app = new Hono();
  const thumbnails = new Thumbnails();
  // How far a file is that is being made, by the name that was given to it; and its end.
  app.get('/:id/jobs/:job', (c) =>
    c.json({ progress: jobs.progress(jobOf(c, c.req.param('job'))) }, 200, { 'cache-control': 'no-store' }),
  );
  app.delete('/:id/jobs/:job', (c) => c.json({ ended: jobs.end(jobOf(c, c.req.param('job'))) }));
  app.get('/:id/out/show.dessin', async (c) => {
    const id = c.req.param('id');
    const loaded = isId(id) ? await store.load(id) : null;
    if (!loaded) return notFound(c);
    try {
      const ask = await wholeAsk(loaded, store, shelf, c.req.query('history') !== undefined);
      const made = await jobs.run('whole', ask, { doing: 'Making the file of the show', advice: 'Take it without its history.' });
      return c.body(made as unknown as string, 200, {
        'content-type': 'application/zip',
        'cache-control': 'no-store',
        'content-disposition': `attachment; filename="${stemOf(loaded.show)}.dessin"`,
      });
    } catch (error) {
      return failed(c, error);
    }
  });
  app.get('/:id/out/:file', async (c) => {
    const id = c.req.param('id');
    const file = c.req.param('file');
    const { outputs } = await list();
    const output = outputs.find(({ name }) => name === file);
    if (!output) return problem(c, 404, 'No such output', `Dessin makes ${outputs.map(({ name }) => name).join(', ')}.`);
    const staying = (revision: string | undefined, otherwise: string): string =>
      c.req.query('r') === revision ? KEPT_A_DAY : otherwise;
    // The start page asks for the drawings of all shows, each time: those that did not change are not drawn again.
    const small = file === 'thumbnail.svg' && isId(id) && c.req.query('issue') === undefined ? await store.stampOf(id) : null;
    if (small) {
      const tag = `W/"${small}"`;
      if (hasIt(c, tag)) return notModified(c, tag);
      const known = thumbnails.of(id, small);
      if (known)
        return c.body(known, 200, {
          'content-type': output.type,
          etag: tag,
          'cache-control': staying(small.split('-')[0], 'no-cache'),
        });
    }
    const loaded = isId(id) ? await store.load(id) : null;
    if (!loaded) return notFound(c);
    // Any file also as the show stood in an issue.
    const wanted = c.req.query('issue');
    const then = wanted === undefined ? null : isId(wanted) ? await store.stood(id, wanted) : null;
    if (wanted !== undefined && !then)
      return problem(c, 404, 'No such issue', 'Nothing is kept of an issue by this id. It may have been given out elsewhere.');
    const show = then?.show ?? loaded.show;
    const date = today();
    try {
      const query = c.req.query();
      const base = home(c);
      // Heavy files are made beside the server; what is made at once is made here.
      const made = isLight(output, show)
        ? await madeHere(output, show, { query: (name) => query[name], date, base }, store)
        : await jobs.run(
            'output',
            {
              file,
              show: show.id,
              records: [...show.records.values()],
              query,
              date,
              base,
              ...(await besides(loaded, show, output, store, shelf)),
            },
            { doing: `Making ${file}`, advice: ADVICE },
            { name: query.job ? jobOf(c, query.job) : '' },
          );
      if (small) thumbnails.keep(id, small, made as string);
      return c.body(made as string, 200, {
        'content-type': output.type,
        // What was asked for by its revision stays as it is, but for a newer Dessin; all else is as new as the show.
        'cache-control': then ? KEPT_A_DAY : staying(String(loaded.revision), small ? 'no-cache' : 'no-store'),
        ...(small && { etag: `W/"${small}"` }),
        ...(c.req.query('download') !== undefined
          ? { 'content-disposition': `attachment; filename="${stemOf(show)} ${file}"` }
          : {}),
      });
    } catch (error) {
      return failed(c, error);
    }
  });
  app.post('/:id/out/pictures.pdf', (c) => pictures(c, store, jobs));
  return app;
}
