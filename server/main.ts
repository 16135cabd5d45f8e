/** Entry of the server process. */
import { StartError } from './lock.js';
import { type Running, start } from './start.js';

const port = process.env.PORT === undefined || process.env.PORT === '' ? 4600 : Number(process.env.PORT);
let running: Running | null = null;
let ending: Promise<void> | null = null;
/** Ends the server; what it was writing is written. For the command that started it in its own process too. */
export const stop = (): Promise<void> => {
  ending ??= running?.stop() ?? Promise.resolve();
  return ending;
};
try {
  running = await start({
    port,
    host: process.env.HOST || '127.0.0.1',
    data: process.env.DESSIN_DATA || '.dessin',
    databaseUrl: process.env.DATABASE_URL || undefined,
    demo: process.env.DESSIN_DEMO !== 'no',
  });
  console.log(`Dessin is open at ${running.url}`);
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => void stop().finally(() => process.exit(0)));
} catch (error) {
  console.error(error instanceof StartError ? error.message : error);
  process.exit(1);
}
