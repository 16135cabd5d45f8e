/** The server process: what it takes from its environment, how it starts and how it ends. */
import { join } from 'node:path';
import { ARTNET_PORT } from '#core/wires/artnet';
import { PORT } from '#core/wires/e131';
import { StartError } from './lock.js';
import { type Running, start } from './start.js';

const port = process.env.PORT === undefined || process.env.PORT === '' ? 4600 : Number(process.env.PORT);
/** Ports of the wires, where they are not the standards': for tests that run beside something else. */
const wires = {
  e131: Number(process.env.DESSIN_E131_PORT || PORT),
  artnet: Number(process.env.DESSIN_ARTNET_PORT || ARTNET_PORT),
};
/** Part of an address under which Dessin lies, without its last stroke. */
const base = (process.env.BASE_PATH ?? '').trim().replace(/\/+$/, '');
/** ms that an end may take. */
const PATIENCE = 2800;
let running: Running | null = null;
let ending: Promise<void> | null = null;
/** Ends the server; what it was writing is written. For the command that started it in its own process too. */
export const stop = (): Promise<void> => {
  ending ??= running?.stop() ?? Promise.resolve();
  return ending;
};
try {
  if (base && !/^(\/[\w.~-]+)+$/.test(base))
    throw new StartError(`BASE_PATH is "${base.slice(0, 60)}". Write it as a path, for example /dessin/.`);
  running = await start({
    port,
    host: process.env.HOST || '127.0.0.1',
    data: process.env.DESSIN_DATA || '.dessin',
    databaseUrl: process.env.DATABASE_URL || undefined,
    ...(process.env.DESSIN_BACKUPS && { backups: process.env.DESSIN_BACKUPS }),
    ...(process.env.DESSIN_BACKUPS_KEPT && {
      backupsKept: Math.max(0, Math.floor(Number(process.env.DESSIN_BACKUPS_KEPT)) || 0),
    }),
    ...(process.env.DESSIN_LOG !== 'no' && { log: process.env.DESSIN_LOG || join(process.env.DESSIN_DATA || '.dessin', 'log') }),
    ...(process.env.ALLOWED_HOSTS && { allowedHosts: process.env.ALLOWED_HOSTS.split(',') }),
    ...(base && { base }),
    ...(process.env.TRUST_PROXY && { proxies: process.env.TRUST_PROXY }),
    ...(process.env.SIGN_IN === 'yes' && { asks: true }),
    waits: true,
    demo: process.env.DESSIN_DEMO !== 'no',
    wires,
  });
  console.log(`Dessin is open at ${running.url}`);
  if (running.urls.length) console.log(`Others in the house reach it at ${running.urls.join(', ')}`);
  for (const signal of ['SIGINT', 'SIGTERM'])
    process.on(signal, () => {
      // Whatever holds it up: what is confirmed is on the disk.
      setTimeout(() => process.exit(0), PATIENCE).unref();
      void stop().finally(() => process.exit(0));
    });
} catch (error) {
  console.error(error instanceof StartError ? error.message : error);
  process.exit(1);
}
