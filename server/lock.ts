/**
 * One process to a data folder: PGlite does not guard itself. The lock names its process, and dies with it. It is written whole beside its place and
 * then linked there, which one of several does and no other; the lock of a process that is gone is written over by whoever first claims that very lock.
 */

import { createHash, randomUUID } from 'node:crypto';
import { linkSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { access, mkdir } from 'node:fs/promises';
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

/** Whether a lock's process is there. Numbers that are no process's (0 and below mean groups) hold nothing. */
function isHeld(content: string): number | null {
  const [number = '', born = ''] = content.split(/\s/);
  const pid = Number(number);
  if (!Number.isInteger(pid) || pid <= 0) return null;
  try {
    process.kill(pid, 0);
  } catch (error) {
    // ESRCH, or a number that no system gives. Who may not be signalled is there.
    if ((error as NodeJS.ErrnoException).code !== 'EPERM') return null;
  }
  return born === '' || bornAt(pid) === '' || bornAt(pid) === born ? pid : null;
}

const codeOf = (error: unknown): string | undefined => (error as NodeJS.ErrnoException).code;

/** Writes a file whole under a name that nothing bears yet. @returns whether the name was free */
function link(file: string, content: string): boolean {
  const whole = `${file}.${randomUUID()}`;
  writeFileSync(whole, content, { flag: 'wx' });
  try {
    linkSync(whole, file);
    return true;
  } catch (error) {
    if (codeOf(error) === 'EEXIST') return false;
    // A disk without links: made and written in two, which is exclusive for all that, but seen empty for a moment.
    if (['EPERM', 'ENOTSUP', 'ENOSYS', 'EOPNOTSUPP'].includes(codeOf(error) ?? '')) return plainly(file, content);
    throw error;
  } finally {
    rmSync(whole, { force: true });
  }
}
function plainly(file: string, content: string): boolean {
  try {
    writeFileSync(file, content, { flag: 'wx' });
    return true;
  } catch (error) {
    if (codeOf(error) === 'EEXIST') return false;
    throw error;
  }
}
const readOr = (file: string): string | null => {
  try {
    return readFileSync(file, 'utf8');
  } catch (error) {
    if (codeOf(error) === 'ENOENT') return null;
    throw error;
  }
};

/**
 * Takes a lock file, in one step or over one whose process is gone. Of a stale one there is one claim, named by what stands in it: two that find
 * the same stale lock cannot both write over it, and who comes late finds another content and begins anew.
 * @param meanwhile  what others do between the look at a stale lock and the claim on it: for tests
 * @returns null where it is ours, else the process that holds it; 0 for one that could not be told
 */
export function take(file: string, content: string, meanwhile: () => void = () => undefined): number | null {
  for (let attempt = 0; attempt < 20; attempt++) {
    if (link(file, content)) return null;
    const stale = readOr(file);
    if (stale === null) continue;
    const holder = isHeld(stale);
    if (holder !== null) return holder;
    meanwhile();
    const claim = `${file}.${createHash('sha256').update(stale).digest('hex').slice(0, 16)}`;
    const other = take(claim, content);
    if (other !== null) return other;
    try {
      if (readOr(file) !== stale) continue;
      const whole = `${file}.${randomUUID()}`;
      writeFileSync(whole, content);
      renameSync(whole, file);
      return null;
    } finally {
      rmSync(claim, { force: true });
    }
  }
  return 0;
}

/** Step by step: Node's own recursive mkdir never ends in some system folders. */
async function makeFolder(folder: string): Promise<void> {
  try {
    await access(folder);
  } catch {
    if (dirname(folder) !== folder) await makeFolder(dirname(folder));
    await mkdir(folder).catch((error) => {
      // Of two that start together one makes it.
      if (codeOf(error) !== 'EEXIST') throw error;
    });
  }
}

/**
 * @returns what gives it back
 * @throws StartError when the folder cannot be written, or another process holds it
 */
export async function lockFolder(folder: string): Promise<() => void> {
  const file = join(folder, 'lock');
  const content = `${process.pid} ${bornAt(process.pid)} ${randomUUID()}`;
  let holder: number | null;
  try {
    await makeFolder(folder);
    holder = take(file, content);
  } catch (error) {
    throw new StartError(
      codeOf(error) === 'ENOSPC'
        ? `The disk of the data folder ${folder} is full. Make room there, or set DESSIN_DATA to a folder on another disk.`
        : `The data folder ${folder} cannot be written (${codeOf(error) ?? error}). Give yourself the right to write there, or set DESSIN_DATA to another folder.`,
    );
  }
  if (holder !== null)
    throw new StartError(
      holder
        ? `The data folder ${folder} is in use by another Dessin (process ${holder}). Stop that one, or set DESSIN_DATA to another folder.`
        : `The data folder ${folder} could not be locked. Try again.`,
    );
  return () => {
    if (readOr(file) === content) rmSync(file, { force: true });
  };
}
