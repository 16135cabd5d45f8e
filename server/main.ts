/** Entry of the server process. */
import { StartError } from './lock.js';
import { start } from './start.js';

const port = process.env.PORT === undefined || process.env.PORT === '' ? 4600 : Number(process.env.PORT);
try {
  const running = await start({
    port,
    host: process.env.HOST || '127.0.0.1',
    data: process.env.DESSIN_DATA || '.dessin',
    databaseUrl: process.env.DATABASE_URL || undefined,
    demo: process.env.DESSIN_DEMO !== 'no',
  });
  console.log(`Dessin is open at ${running.url}`);
  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    void running.stop().finally(() => process.exit(0));
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
} catch (error) {
  console.error(error instanceof StartError ? error.message : error);
  process.exit(1);
}
