/** npm run backup: all of a house in one zip; a running server goes on meanwhile. */

import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build, endWithParent, fail, house, install, needNode, root } from './lib.mjs';

needNode();
endWithParent();
await install();
await build();
const { backupCommand } = await import(pathToFileURL(join(root, 'dist', 'start', 'commands.js')).href);
try {
  console.log(await backupCommand(house()));
} catch (error) {
  fail(error.message);
}
process.exit(0);
