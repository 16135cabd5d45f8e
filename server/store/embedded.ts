/**
 * The embedded database, which outlives its own end: PostgreSQL ends itself where it cannot write its log (a full disk), and what is left in memory must not
 * be asked again, for it may never answer. Then everybody is told to wait, and as soon as the files can be opened they are, as after a power cut.
 */
import type { PGlite } from '@electric-sql/pglite';
import type { Heard } from './listener.js';

/** What was asked of a database that has ended. Its code is PostgreSQL's own for that (manual, appendix A: crash_shutdown). */
export class Ended extends Error {
  readonly code = '57P02';
  constructor() {
    super('The database has ended itself, and is opened again as soon as its disk can be written.');
  }
}
/** Pause before the first try to open it, and the longest between two, ms. */
const [AGAIN, LONGEST] = [2000, 30_000];
/** Severities with which PostgreSQL ends (manual, 19.8.2, table of message severity levels). */
const ending = new Set(['PANIC', 'FATAL']);

type Way = 'execProtocol' | 'execProtocolStream' | 'execProtocolRaw' | 'execProtocolRawStream';
const ways: readonly Way[] = ['execProtocol', 'execProtocolStream', 'execProtocolRaw', 'execProtocolRawStream'];

/** Watches over a client: behind an error that ends PostgreSQL nothing reaches it any more, not even a rollback. */
function guarded(client: PGlite, onEnd: (error: Error) => void): PGlite {
  let over = false;
  const plain = client as unknown as Record<Way, (...args: unknown[]) => Promise<unknown>>;
  for (const way of ways) {
    const ask = plain[way].bind(client);
    plain[way] = async (...args) => {
      if (over) throw new Ended();
      try {
        return await ask(...args);
      } catch (error) {
        const { severity, name } = error as { severity?: string; name?: string };
        // What is no message of PostgreSQL's is the end of the machine that it runs in.
        if (!over && (ending.has(severity ?? '') || name === 'RuntimeError' || name === 'ExitStatus')) {
          over = true;
          onEnd(error as Error);
        }
        throw error;
      }
    };
  }
  return client;
}

export interface Embedded {
  /** As a client of PGlite, whichever stands now. */
  readonly client: PGlite;
  listen(channel: string, heard: Heard): Promise<void>;
  close(): Promise<void>;
}
/** @param open  opens the files; called again after an end */
export async function openEmbedded(open: () => Promise<PGlite>, pause = AGAIN): Promise<Embedded> {
  let current: PGlite | null = null;
  let closed = false;
  let timer: NodeJS.Timeout | undefined;
  const listening: { readonly channel: string; readonly heard: Heard }[] = [];
  const take = async (): Promise<void> => {
    const fresh = guarded(await open(), (error) => {
      console.error(
        `The database has ended itself: ${error.message}. It is opened again as soon as that is possible; until then nothing is confirmed.`,
      );
      if (current === fresh) current = null;
      again();
    });
    for (const { channel, heard } of listening) await fresh.listen(channel, heard.notified);
    current = fresh;
  };
  const again = (wait = pause): void => {
    if (closed) return;
    timer = setTimeout(() => {
      take().then(
        () => {
          console.error('The database is open again.');
          for (const { heard } of listening) heard.back();
        },
        () => again(Math.min(LONGEST, wait * 2)),
      );
    }, wait);
    timer.unref();
  };
  await take();
  const now = (): PGlite => {
    if (!current) throw new Ended();
    return current;
  };
  // Drizzle asks a client for these; each goes to the one that stands.
  const client = {
    query: async (...args: Parameters<PGlite['query']>) => now().query(...args),
    exec: async (...args: Parameters<PGlite['exec']>) => now().exec(...args),
    transaction: async (...args: Parameters<PGlite['transaction']>) => now().transaction(...args),
  } as unknown as PGlite;
  return {
    client,
    listen: async (channel, heard) => {
      listening.push({ channel, heard });
      await now().listen(channel, heard.notified);
    },
    close: async () => {
      closed = true;
      clearTimeout(timer);
      await current?.close();
    },
  };
}
