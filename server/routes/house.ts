/** The house itself: whether it is well, what it counts, and its backup. */
import type { IncomingMessage } from 'node:http';
import { Hono } from 'hono';
import type { Keeper } from '../keeper.js';
import { problem } from '../problem.js';

/** Whether a request comes from this very machine. Who has no connection (a test that calls the routes) does. */
const isFromHere = (env: unknown): boolean => {
  const address = (env as { incoming?: IncomingMessage } | undefined)?.incoming?.socket.remoteAddress ?? '127.0.0.1';
  return /^(::ffff:)?127\.|^::1$/.test(address);
};

export function backupRoutes(keeper: Keeper): Hono {
  const app = new Hono();
  /** A backup, now: what `npm run backup` asks a server that is running. */
  app.post('/', async (c) => {
    if (!isFromHere(c.env))
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
