/** npm run restore FILE [-- --into FOLDER] [--look] [--yes]: shows what is in a backup, and restores it into an empty folder. */
import { join } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { pathToFileURL } from 'node:url';
import { build, endWithParent, fail, house, install, needNode, root } from './lib.mjs';

needNode();
const words = process.argv.slice(2);
const into = words.indexOf('--into');
const folder = into >= 0 ? words.splice(into, 2)[1] : undefined;
const [look, yes] = ['--look', '--yes'].map((word) => words.includes(word));
const [file, ...rest] = words.filter((word) => word !== '--look' && word !== '--yes');
endWithParent();
await install();
await build();
const { backupsTold, restoreCommand } = await import(pathToFileURL(join(root, 'dist', 'start', 'commands.js')).href);
const { data, databaseUrl, backups } = house();
if (!file || rest.length || (into >= 0 && !folder))
  fail(
    `Name a backup: npm run restore FILE, and for another folder: npm run restore FILE -- --into FOLDER\n${backupsTold(backups)}`,
  );
const ask = async (lines) => {
  for (const line of lines) console.log(line);
  if (look) return false;
  if (yes) return true;
  if (!process.stdin.isTTY) {
    console.log('To restore it, say --yes: npm run restore FILE -- --yes');
    return false;
  }
  const reader = createInterface({ input: process.stdin, output: process.stdout });
  const answer = await reader.question(
    `Restore this into ${folder ?? (databaseUrl ? 'the database at DATABASE_URL' : data)}? (y/N) `,
  );
  reader.close();
  return /^y(es)?$/i.test(answer.trim());
};
try {
  console.log(await restoreCommand({ file, into: folder ?? data, databaseUrl: folder ? undefined : databaseUrl, ask }));
} catch (error) {
  fail(error.message);
}
process.exit(0);
