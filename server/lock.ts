/** One process to a data folder: PGlite does not guard itself. The lock names its process, and dies with it. */

import { readFileSync, rmSync } from 'node:fs';
import { access, mkdir, open, readFile, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';

/** A reason why the server cannot start, as a sentence. */
export class StartError extends Error {}

/** When a process began, so that a number that was given out again is not taken for its owner. Linux only; elsewhere ''. */
function bornAt(pid: number): string {
  try {
    return readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ').at(-1)?.split(' ')[19] ?? '';
  } catch {
    return '';
  }
}

function alive(pid: number, born: string): boolean {
  try {
    process.kill(pid, 0);
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
  return born === '' || bornAt(pid) === '' || bornAt(pid) === born;
}

/** Step by step: Node's own recursive mkdir never ends in some system folders. */
async function makeFolder(folder: string): Promise<void> {
  try {
    await access(folder);
  } catch {
    if (dirname(folder) !== folder) await makeFolder(dirname(folder));
    await mkdir(folder);
  }
}

/** @throws StartError when the folder cannot be written, or another process holds it */
export async function lockFolder(folder: string): Promise<() => void> {
  const file = join(folder, 'lock');
  const fail = (error: unknown) =>
    new StartError(
      `The data folder ${folder} cannot be written (${(error as NodeJS.ErrnoException).code ?? error}). Give yourself the right to write there, or set DESSIN_DATA to another folder.`,
    );
  try {
    await makeFolder(folder);
  } catch (error) {
    throw fail(error);
  }
  for (let attempt = 0; attempt < 3; attempt++) {
    try {
      const handle = await open(file, 'wx');
      await handle.writeFile(`${process.pid} ${bornAt(process.pid)}`);
      await handle.close();
      return () => rmSync(file, { force: true });
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw fail(error);
    }
    const [pid, born = ''] = (await readFile(file, 'utf8').catch(() => '')).split(' ');
    if (pid && alive(Number(pid), born))
      throw new StartError(
        `The data folder ${folder} is in use by another Dessin (process ${pid}). Stop that one, or set DESSIN_DATA to another folder.`,
      );
    await rm(file, { force: true }).catch((error) => {
      throw fail(error);
    });
  }
  throw new StartError(`The data folder ${folder} could not be locked. Try again.`);
}
