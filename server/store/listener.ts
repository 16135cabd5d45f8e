/** Hears the notifications of a PostgreSQL server as long as it is wanted: the connection may end and comes back. */

/** What is used of a client of node-postgres. */
export interface ListenClient {
  connect(): Promise<unknown>;
  query(text: string): Promise<unknown>;
  end(): Promise<unknown>;
  on(event: 'notification', call: (message: { payload?: string | undefined }) => void): unknown;
  on(event: 'error', call: (error: Error) => void): unknown;
  on(event: 'end', call: () => void): unknown;
}
export interface Heard {
  readonly notified: (payload: string) => void;
  /** The connection is back: what was said meanwhile was not heard, and is to be looked up. */
  readonly back: () => void;
}

/** First and longest pause between two tries, ms. */
const [FIRST, LONGEST] = [200, 5000];

/**
 * @param make   a client that is not connected yet
 * @param pause  waits so many ms; tests hand in their own
 * @returns      what ends it
 * @throws what the first connection throws: a server that was never there is told at the start
 */
export async function keepListening(
  make: () => ListenClient,
  channel: string,
  { notified, back }: Heard,
  pause: (ms: number) => Promise<void> = (ms) => new Promise((done) => setTimeout(done, ms)),
): Promise<() => Promise<void>> {
  let closed = false;
  let current: ListenClient | null = null;
  const connect = async (): Promise<void> => {
    const client = make();
    // An error without a listener ends the process. Both are said of one loss, the first one counts.
    client.on('error', () => lost(client));
    client.on('end', () => lost(client));
    client.on('notification', (message) => notified(message.payload ?? ''));
    await client.connect();
    await client.query(`LISTEN ${channel}`);
    current = client;
  };
  const lost = (client: ListenClient): void => {
    if (closed || client !== current) return;
    current = null;
    void client.end().catch(() => undefined);
    void again();
  };
  const again = async (): Promise<void> => {
    for (let wait = FIRST; !closed; wait = Math.min(LONGEST, wait * 2)) {
      await pause(wait);
      if (closed) return;
      try {
        await connect();
      } catch {
        continue;
      }
      if (closed) await current?.end();
      else back();
      return;
    }
  };
  await connect();
  return async () => {
    closed = true;
    await current?.end().catch(() => undefined);
  };
}
