/** The house itself: whether it is well, what it counts, and its backup. */
import type { IncomingMessage } from 'node:http';
import { type IntervalHistogram, monitorEventLoopDelay } from 'node:perf_hooks';
import { sql } from 'drizzle-orm';
import { Hono } from 'hono';
import type { Keeper } from '../keeper.js';
import type { Hub } from '../live/hub.js';
import type { Peers } from '../live/peers.js';
import { Requests } from '../log.js';
import { problem } from '../problem.js';
import type { Database } from '../store/database.js';
import type { Workers } from './threaded.js';

/** Whether a request comes from this very machine. Who has no connection (a test that calls the routes) does. */
const isFromHere = (env: unknown): boolean => {
  const address = (env as { incoming?: IncomingMessage } | undefined)?.incoming?.socket.remoteAddress ?? '127.0.0.1';
  return /^(::ffff:)?127\.|^::1$/.test(address);
};

export function backupRoutes(keeper: Keeper): Hono {
  const app = new Hono();
  /** A backup, now: what `npm run backup` asks a server that is running. */
  app.post('/', async (c) => {
    if (c.get('who').kind === 'here' && !isFromHere(c.env))
      return problem(c, 403, 'Not from here', 'A backup is asked for on the machine of the server itself: npm run backup.');
    try {
      const { file, bytes, manifest } = await keeper.backUp();
      return c.json({ file, bytes, shows: manifest.shows.length }, 201);
    } catch (error) {
      const { code, message } = error as NodeJS.ErrnoException;
      console.error(error);
      return problem(
        c,
        500,
        'No backup',
        code === 'ENOSPC'
          ? 'The disk of the backups is full. Make room there, or set DESSIN_BACKUPS to a folder on another disk.'
          : `The backup was not made: ${message.split('\n')[0]}`,
      );
    }
  });
  return app;
}

/** How long the database has to answer; one that is at work on something large is not away, ms. */
const PATIENCE = 100;
export type Answering = 'here' | 'busy' | 'away';
/** Whether the database answers. */
export async function answering({ db }: Pick<Database, 'db'>): Promise<Answering> {
  const asked: Promise<Answering> = db.execute(sql`select 1`).then(
    () => 'here',
    () => 'away',
  );
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<Answering>((done) => {
    timer = setTimeout(() => done('busy'), PATIENCE);
  });
  const first = await Promise.race([asked, late]);
  clearTimeout(timer);
  return first;
}

export interface Watched {
  readonly database: Pick<Database, 'db'>;
  readonly hub: Pick<Hub, 'count'>;
  readonly workers: Workers;
  readonly requests: Requests;
  readonly keeper?: Keeper | undefined;
  readonly peers?: Peers | undefined;
}
let delay: IntervalHistogram | null = null;

/** In the text format of Prometheus (OpenMetrics 1.0, 5: names, types, labels). */
async function metrics({ database, hub, workers, requests, keeper }: Watched): Promise<string> {
  const lines: string[] = [];
  const add = (name: string, type: string, help: string, values: readonly (readonly [labels: string, value: number])[]) => {
    lines.push(
      `# HELP ${name} ${help}`,
      `# TYPE ${name} ${type}`,
      ...values.map(([labels, value]) => `${name}${labels} ${value}`),
    );
  };
  const one = (name: string, type: string, help: string, value: number) => add(name, type, help, [['', value]]);
  add(
    'dessin_requests_total',
    'counter',
    'Requests by method and kind of status.',
    [...requests.counts].map(([key, n]) => {
      const [method, status] = key.split(' ');
      return [`{method="${method}",status="${status}"}`, n] as const;
    }),
  );
  add('dessin_request_seconds', 'histogram', 'Time until an answer began.', []);
  lines.push(
    ...Requests.bounds.map((bound, i) => `dessin_request_seconds_bucket{le="${bound / 1000}"} ${requests.within[i]}`),
    `dessin_request_seconds_bucket{le="+Inf"} ${requests.count}`,
    `dessin_request_seconds_sum ${requests.time / 1000}`,
    `dessin_request_seconds_count ${requests.count}`,
  );
  one('dessin_windows', 'gauge', 'Connections that follow a show.', hub.count());
  const threads = Object.entries(workers).map(([name, pool]) => [name, pool.count()] as const);
  add(
    'dessin_threads_running',
    'gauge',
    'Files that are being made and read.',
    threads.map(([name, { running }]) => [`{what="${name}"}`, running]),
  );
  add(
    'dessin_threads_waiting',
    'gauge',
    'Files that wait for a thread.',
    threads.map(([name, { waiting }]) => [`{what="${name}"}`, waiting]),
  );
  one(
    'dessin_database_answers',
    'gauge',
    '1 where the database answers, also when it is busy.',
    (await answering(database)) === 'away' ? 0 : 1,
  );
  const last = keeper?.last();
  if (last) one('dessin_backup_timestamp_seconds', 'gauge', 'When the last backup was made.', Math.round(last.getTime() / 1000));
  const { rss, heapUsed, external } = process.memoryUsage();
  one('process_resident_memory_bytes', 'gauge', 'Memory of the process.', rss);
  one('dessin_heap_bytes', 'gauge', 'Memory of objects.', heapUsed);
  one('dessin_external_bytes', 'gauge', 'Memory of buffers, that of the embedded database among them.', external);
  delay ??= monitorEventLoopDelay({ resolution: 10 });
  delay.enable();
  one(
    'dessin_hold_seconds',
    'gauge',
    'Longest time since the last look in which nothing was answered.',
    delay.max > 0 ? delay.max / 1e9 : 0,
  );
  delay.reset();
  one('process_uptime_seconds', 'gauge', 'Since the start.', Math.round(process.uptime()));
  return `${lines.join('\n')}\n`;
}

/** @param base  where Dessin lies, as "/dessin" */
export function houseRoutes(watched: Watched, build: () => string, base = ''): Hono {
  const app = new Hono();
  let description: string | null = null;
  /** Made when it is first asked for: it takes the schemas of all records, and the list of files. */
  app.get('/openapi.json', async (c) => {
    if (description === null) {
      const [{ openapi }, { outputs }] = await Promise.all([import('../api/openapi.js'), import('../outputs.js')]);
      description = JSON.stringify(
        openapi(
          outputs.map(({ name }) => name),
          base,
        ),
      );
    }
    return c.body(description, 200, { 'content-type': 'application/json', 'cache-control': 'no-cache' });
  });
  app.get('/health', async (c) => {
    const database = await answering(watched.database);
    const backup = watched.keeper?.last()?.toISOString() ?? null;
    if (database === 'away') c.header('retry-after', '2');
    const servers = watched.peers?.count() ?? 1;
    return c.json({ ok: database !== 'away', build: build(), database, backup, servers }, database === 'away' ? 503 : 200, {
      'cache-control': 'no-store',
    });
  });
  app.get('/metrics', async (c) =>
    c.text(await metrics(watched), 200, {
      'content-type': 'text/plain; version=0.0.4; charset=utf-8',
      'cache-control': 'no-store',
    }),
  );
  return app;
}
