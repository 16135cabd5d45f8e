/** One line of JSON a request: when, what, how it ended, how long it took. Never what was in it: no query, no body, no name of a file. */
import { createWriteStream, type WriteStream } from 'node:fs';
import { mkdir, readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { MiddlewareHandler } from 'hono';

export interface Line {
  readonly at: string;
  readonly method: string;
  readonly path: string;
  readonly status: number;
  /** Until the answer began, ms. */
  readonly ms: number;
}
export interface RequestLog {
  write(line: Line): void;
  close(): Promise<void>;
}
/** Days that are kept. */
const KEPT = 14;
const fileOf = (day: string): string => `requests-${day}.jsonl`;

/** To a file a day in a folder. A disk that is full loses lines, and nothing else. */
export function logTo(folder: string, kept = KEPT): RequestLog {
  let [day, out]: [string, WriteStream | null] = ['', null];
  const open = (today: string): WriteStream | null => {
    if (today === day) return out;
    out?.end();
    day = today;
    out = null;
    void mkdir(folder, { recursive: true })
      .then(() => {
        if (day !== today) return;
        out = createWriteStream(join(folder, fileOf(today)), { flags: 'a' });
        out.on('error', () => undefined);
        for (const line of waiting.splice(0)) out.write(line);
      })
      .then(() => readdir(folder))
      .then((names) => {
        const others = names.filter((name) => /^requests-\d{4}-\d\d-\d\d\.jsonl$/.test(name) && name !== fileOf(today)).sort();
        return Promise.all(
          others.slice(0, Math.max(0, others.length - kept + 1)).map((name) => rm(join(folder, name), { force: true })),
        );
      })
      .catch(() => undefined);
    return null;
  };
  const waiting: string[] = [];
  return {
    write: (line) => {
      const text = `${JSON.stringify(line)}\n`;
      const stream = open(line.at.slice(0, 10));
      if (stream) stream.write(text);
      else if (waiting.length < 1000) waiting.push(text);
    },
    close: () => new Promise((done) => (out ? out.end(() => done()) : done())),
  };
}
/** To the output of the server, for those who collect it there. */
export const logToOutput = (): RequestLog => ({
  write: (line) => process.stdout.write(`${JSON.stringify(line)}\n`),
  close: async () => undefined,
});

/** Counts and times of requests since the start. */
export class Requests {
  /** By method and kind of status: "GET 2xx". */
  readonly counts = new Map<string, number>();
  /** Upper bounds of the time, ms, and how many took no longer. */
  static readonly bounds = [5, 10, 25, 50, 100, 250, 500, 1000, 2500, 10_000] as const;
  readonly within = Requests.bounds.map(() => 0);
  count = 0;
  /** All of them together, ms. */
  time = 0;
  add({ method, status, ms }: Line): void {
    const key = `${method} ${Math.floor(status / 100)}xx`;
    this.counts.set(key, (this.counts.get(key) ?? 0) + 1);
    this.count++;
    this.time += ms;
    Requests.bounds.forEach((bound, i) => {
      if (ms <= bound) this.within[i] = (this.within[i] ?? 0) + 1;
    });
  }
}

export const logged =
  (requests: Requests, log: RequestLog | null): MiddlewareHandler =>
  async (c, next) => {
    const [at, from] = [new Date().toISOString(), performance.now()];
    await next();
    const { pathname } = new URL(c.req.url);
    const line: Line = {
      at,
      method: c.req.method.slice(0, 20),
      path: pathname.slice(0, 300),
      status: c.res.status,
      ms: Math.round((performance.now() - from) * 10) / 10,
    };
    requests.add(line);
    log?.write(line);
  };
