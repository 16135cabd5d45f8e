/** The program of the embedded database, compiled once in a process: however often a database is opened, and before anything else is loaded if need be. */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';

// Node has it; its types come with those of a browser, which a server does not take.
const { WebAssembly } = globalThis as unknown as { WebAssembly: { compile(bytes: Uint8Array): Promise<object> } };

let compiled: Promise<object> | null = null;
export function databaseProgram(): Promise<object> {
  const folder = dirname(createRequire(import.meta.url).resolve('@electric-sql/pglite'));
  // Read at once: what is read in its own time would come only when everything else is loaded.
  compiled ??= WebAssembly.compile(readFileSync(join(folder, 'pglite.wasm')));
  return compiled;
}
