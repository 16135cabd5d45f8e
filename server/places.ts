/** Where things lie, from wherever this runs: from its source in a test, compiled, or bundled. */
import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

function above(folder: string): string {
  if (existsSync(join(folder, 'package.json')) || dirname(folder) === folder) return folder;
  return above(dirname(folder));
}
/** The folder of Dessin. */
export const root = above(dirname(fileURLToPath(import.meta.url)));
