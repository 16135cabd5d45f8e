/** Entry of the server process. The program of the embedded database is compiled on other threads while the rest is loaded. */
import { databaseProgram } from './store/program.js';

// Where that goes wrong, whoever opens the database says so.
if (!process.env.DATABASE_URL) databaseProgram().catch(() => undefined);
const serving = await import('./serve.js');
/** Ends the server; what it was writing is written. For the command that started it in its own process too. */
export const stop = serving.stop;
