/** The application: routes, guards, files of the interface. */
import { createHash } from 'node:crypto';
import { readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { serveStatic } from '@hono/node-server/serve-static';
import { type Context, Hono, type MiddlewareHandler } from 'hono';
import { bodyLimit } from 'hono/body-limit';
import { HTTPException } from 'hono/http-exception';
import { secureHeaders } from 'hono/secure-headers';
import { firstOf } from '#core/measure/list';
import type { Id } from '#core/model/records';
import { smaller } from './answers.js';
import { guard } from './guard.js';
import { type Hosts, hostsOf } from './hosts.js';
import type { Keeper } from './keeper.js';
import { makeHere } from './live/here.js';
import type { Hub } from './live/hub.js';
import type { Peers } from './live/peers.js';
import { logged, type RequestLog, Requests } from './log.js';
import { atTheGate, type Gate, homeOf } from './people/gate.js';
import type { Who } from './people/who.js';
import { problem } from './problem.js';
import { backupRoutes, houseRoutes } from './routes/house.js';
import { importRoutes } from './routes/imports.js';
import { incomingRoutes } from './routes/incoming.js';
import { linkRoutes, openingRoutes } from './routes/links.js';
import { memberRoutes } from './routes/members.js';
import { outRoutes } from './routes/out.js';
import { meRoutes, peopleRoutes } from './routes/people.js';
import { fileRoutes, shelfRoutes } from './routes/shelf.js';
import { showRoutes } from './routes/shows.js';
import { tableRoutes } from './routes/tables.js';
import { makeWorkers, type Workers } from './routes/threaded.js';
import { wiresRoutes } from './routes/wires.js';
import { type Database, isAway, isDamaged, isFull, reasonOf } from './store/database.js';
import type { ShelfStore } from './store/shelf.js';
import { NewerShow, type Store } from './store/store.js';
import type { Rig } from './wires/rig.js';

const MB = 1024 * 1024;

export interface AppOptions {
  readonly store: Store;
  readonly shelf: ShelfStore;
  readonly hub: Hub;
  /** What health looks at. */
  readonly database: Pick<Database, 'db'>;
  /** Where a line a request goes; left out, nowhere. */
  readonly log?: RequestLog | null;
  /** Threads; left out, of its own. */
  readonly workers?: Workers;
  /** Left out, no backup can be asked for. */
  readonly keeper?: Keeper;
  /** What to do where files of the database are damaged, as a sentence; asked for when it is said, since it names the last backup. */
  readonly damage?: () => string;
  /** Left out, there are no wires. */
  readonly rig?: Rig;
  /** Folder of the built interface, or null. */
  readonly web: string | null;
  /** Names under which the server may be called; a page of another site that points its name here is refused. */
  readonly hosts: Hosts | readonly string[];
  /** Part of an address under which it lies, as "/dessin"; '' at the root. */
  readonly base?: string;
  /** The servers on the same database; left out, there are no others. */
  readonly peers?: Peers | undefined;
  /** Who may come in; left out, whoever reaches the server is its owner. */
  readonly gate?: Gate | null;
}

/** What went wrong in a route, as an answer: whose fault it is, and what becomes of it. @param damage  what to do where files of the database are damaged */
function fault(error: Error, c: Context, damage: () => string): Response {
  if (error instanceof HTTPException)
    return problem(c, error.status as 400, 'Request refused', error.message || 'The request cannot be answered.');
  if (error instanceof NewerShow) return problem(c, 422, 'Written by a newer Dessin', error.message);
  if (isFull(error)) {
    console.error('The disk of the database is full: nothing can be stored until there is room.');
    c.header('retry-after', '10');
    return problem(
      c,
      503,
      'The disk is full',
      'The disk of the server is full; nothing was changed. Make room there: what waits in the windows is then sent again by itself.',
    );
  }
  if (isDamaged(error)) {
    console.error(error);
    return problem(c, 500, 'The database is damaged', damage());
  }
  if (isAway(error)) {
    console.error(`The database is away: ${firstOf(reasonOf(error).split('\n'))}`);
    c.header('retry-after', '2');
    return problem(
      c,
      503,
      'The database is away',
      'The database does not answer just now; nothing was changed. It is tried again.',
    );
  }
  console.error(error);
  return problem(
    c,
    500,
    'Something went wrong',
    'Dessin could not do that; nothing was changed. The reason stands in the window of the server.',
  );
}

export function makeApp({
  database,
  log = null,
  store,
  shelf,
  hub,
  rig,
  web,
  hosts,
  base = '',
  gate = null,
  workers = makeWorkers(),
  keeper,
  peers,
  damage = () => 'Files of the database are damaged. Restore the last backup: npm run restore.',
}: AppOptions): Hono {
  const page = web === null ? null : pageOf(web, base);
  const requests = new Requests();
  const app = new Hono();
  app.onError((error, c) => fault(error, c, damage));
  app.notFound((c) => problem(c, 404, 'No such page', 'There is nothing at this address.'));
  app.use(
    secureHeaders({
      contentSecurityPolicy: {
        defaultSrc: ["'self'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        styleSrc: ["'self'", "'unsafe-inline'"],
        scriptSrc: ["'self'"],
        workerSrc: ["'self'", 'blob:'],
        // Meshes of types carry pictures that the page unpacks for itself.
        connectSrc: ["'self'", 'blob:'],
        objectSrc: ["'none'"],
        frameAncestors: ["'none'"],
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(logged(requests, log));
  app.use('/api/*', smaller());
  app.use(guard('has' in hosts ? hosts : hostsOf('localhost', hosts)));
  app.use('/api/*', atTheGate(gate));
  for (const [room, most] of limits)
    app.use(
      `/api/${room}/*`,
      bodyLimit({ maxSize: most * MB, onError: (c) => problem(c, 413, 'Too large', `The limit is ${most} MB.`) }),
    );
  app.route(
    '/api',
    houseRoutes({ database, hub, workers, requests, keeper, peers }, () => page?.().build ?? '', base),
  );
  app.route('/api/shelf', shelfRoutes(shelf, workers, hub));
  app.route('/api/files', fileRoutes(shelf));
  // Whoever makes a show owns it.
  const made = async (who: Who, show: Id): Promise<void> => {
    if (gate && who.kind === 'account') await gate.people.setRole(show, who.account.id, 'owner');
  };
  if (gate) letIn(app, gate, store);
  app.route(
    '/api/shows',
    showRoutes({ store, shelf, hub, made, here: gate?.asks ? makeHere() : null, build: () => page?.().build ?? '' }),
  );
  app.route(
    '/api/shows',
    outRoutes(store, shelf, workers, (c) => homeOf(c, gate, base)),
  );
  app.route('/api/imports', importRoutes(store, shelf, workers, made));
  app.route('/api/incoming', incomingRoutes(workers));
  app.route('/api/tables', tableRoutes(workers));
  if (keeper) app.route('/api/backup', backupRoutes(keeper));
  if (rig) app.route('/api/wires', wiresRoutes(rig));
  app.all('/api/*', (c) => problem(c, 404, 'No such route', 'There is nothing at this address.'));
  if (web && page) servePages(app, web, page);
  return app;
}

/** Largest bodies by the first part of their way, MB. */
const limits = [
  ['imports', 200],
  ['shows', 64],
  ['shelf', 200],
  ['tables', 64],
  ['me', 1],
  ['people', 1],
] as const;

/** Ways of accounts, of who belongs to a show, and of links into it. */
function letIn(app: Hono, gate: Gate, store: Store): void {
  app.route('/api/me', meRoutes(gate));
  app.route('/api/me', openingRoutes(gate));
  app.route('/api/people', peopleRoutes(gate));
  app.route('/api/shows', memberRoutes(gate, store));
  app.route('/api/shows', linkRoutes(gate, store));
}

/** The files of the interface, and the page itself at every other address. */
function servePages(app: Hono, web: string, page: () => Page): void {
  // Files are compressed when the interface is built, so that nothing is computed here.
  const files = serveStatic({ root: web, precompressed: true });
  const kept =
    (how: string): MiddlewareHandler =>
    async (c, next) => {
      await next();
      if (c.res.ok) c.res.headers.set('cache-control', how);
    };
  app.get('/assets/*', kept('public, max-age=31536000, immutable'), files, (c) => c.text('Not found', 404));
  app.get('/:file{[^/]+\\.(svg|js|png|json|webmanifest|txt)}', kept('no-cache'), files, (c) => c.text('Not found', 404));
  // Every other path answers the page, which routes by itself.
  app.get('*', (c) => c.html(page().html, 200, { 'cache-control': 'no-cache' }));
}

interface Page {
  readonly html: string;
  readonly build: string;
}
/**
 * The page of the interface, with the name of its build written into it: a window says by it whether it is older than what lies here.
 * Looked at anew when its file was written anew, as when a newer build comes to lie there.
 */
function pageOf(folder: string, base: string): () => Page {
  const file = join(folder, 'index.html');
  let kept: (Page & { readonly at: number }) | null = null;
  return () => {
    try {
      const at = statSync(file).mtimeMs;
      if (kept?.at !== at) {
        const html = readFileSync(file, 'utf8');
        const build = createHash('sha256').update(html).digest('hex').slice(0, 16);
        const told = `<head><meta name="dessin-build" content="${build}"><meta name="dessin-base" content="${base}">`;
        // The page is asked for at any address; its files lie at one.
        kept = { html: html.replace(/<head>/i, told).replace(/((?:src|href)=")\.\//g, `$1${base}/`), build, at };
      }
    } catch {
      // It is being built just now.
    }
    return kept ?? { html: '<!doctype html><title>Dessin</title><p>Dessin is being built. Reload in a minute.', build: '' };
  };
}
