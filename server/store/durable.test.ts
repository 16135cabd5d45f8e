/** What is confirmed is on the disk: a double of the disk keeps what was synced and forgets the rest, as one does whose power is cut. */
import { randomUUID } from 'node:crypto';
import {
  closeSync,
  copyFileSync,
  cpSync,
  existsSync,
  ftruncateSync,
  mkdirSync,
  openSync,
  readdirSync,
  readSync,
  rmSync,
  statSync,
  writeSync,
} from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { sql } from 'drizzle-orm';
import { v4 } from 'uuid';
import { edit } from '#core/model/change';
import { makeShow } from '#core/model/make';
import { settingsOf } from '#core/model/show';
import { openDatabase } from './database.js';
import { type Bridge, DurableFiles } from './durable.js';
import { databaseIn } from './folder.js';
import { makeStore } from './store.js';

let folder = '';
beforeEach(async () => {
  folder = await mkdtemp(join(tmpdir(), 'dessin-disk-'));
});
afterEach(() => rm(folder, { recursive: true, force: true }));

type Written = { from: number; to: number }[];
/** As the bridge has it, with what a test looks at besides. */
interface Whole extends Bridge {
  readonly stream_ops: Bridge['stream_ops'] & {
    write(stream: { node: never }, buffer: Uint8Array, offset: number, length: number, position: number): number;
  };
  readonly node_ops: {
    rename(node: never, folder: never, name: string): void;
    unlink(folder: never, name: string): void;
  };
}

/**
 * A disk of which the folder `kept` holds what was synced: the bytes of a file up to its last sync, the names of a folder up to its last.
 * A file that was synced has its name (as journalled file systems give it); one that was renamed or taken away has its old one until its folder is synced.
 */
class Forgetful {
  private readonly written = new Map<string, Written>();
  syncs = 0;
  constructor(
    private readonly real: string,
    readonly kept: string,
  ) {
    mkdirSync(kept, { recursive: true });
  }
  private at = (path: string): string => join(this.kept, relative(this.real, path));
  readonly watch = (bridge: Bridge): void => {
    const { stream_ops, node_ops, realPath } = bridge as Whole;
    const { write } = stream_ops;
    stream_ops.write = (stream, buffer, offset, length, position) => {
      const path = realPath(stream.node);
      const n = write(stream, buffer, offset, length, position);
      const list = this.written.get(path) ?? [];
      this.written.set(path, list);
      list.push({ from: position, to: position + n });
      return n;
    };
    const { rename } = node_ops;
    node_ops.rename = (node, to, name) => {
      const path = realPath(node);
      rename(node, to, name);
      const list = this.written.get(path);
      this.written.delete(path);
      // Under its new name it is another file of the disk: all of it is to be synced.
      if (list) this.written.set(join(realPath(to), name), [{ from: 0, to: Number.POSITIVE_INFINITY }]);
    };
  };
  readonly file = (_: number, path: string): void => {
    this.syncs++;
    const to = this.at(path);
    mkdirSync(dirname(to), { recursive: true });
    const list = this.written.get(path) ?? [];
    this.written.delete(path);
    const size = statSync(path).size;
    if (!existsSync(to) || list.some((range) => range.to > size)) copyFileSync(path, to);
    else {
      const [source, target] = [openSync(path, 'r'), openSync(to, 'r+')];
      for (const { from, to: end } of list) {
        const bytes = new Uint8Array(end - from);
        writeSync(target, bytes, 0, readSync(source, bytes, 0, bytes.length, from), from);
      }
      ftruncateSync(target, size);
      closeSync(source);
      closeSync(target);
    }
  };
  readonly folder = (_: number, path: string): void => {
    this.syncs++;
    const to = this.at(path);
    mkdirSync(to, { recursive: true });
    const names = new Set(readdirSync(path));
    for (const name of readdirSync(to)) if (!names.has(name)) rmSync(join(to, name), { recursive: true });
    for (const name of names)
      if (!existsSync(join(to, name))) {
        if (statSync(join(path, name)).isDirectory()) mkdirSync(join(to, name));
        else closeSync(openSync(join(to, name), 'w'));
      }
  };
}

/** A house whose disk forgets; a show in it, and a hundred confirmed changes with a checkpoint half way. What the disk had kept after each of some of them. */
async function edited(
  params: string[] | undefined,
): Promise<{ id: string; cuts: { copy: string; name: string }[]; syncs: number }> {
  const house = join(folder, 'house');
  mkdirSync(house);
  const disk = new Forgetful(databaseIn(house), join(folder, 'kept'));
  const database = await openDatabase(house, undefined, {
    files: (at) => new DurableFiles(at, disk, disk.watch),
    ...(params && { params }),
  });
  const store = makeStore(database);
  const id = randomUUID();
  await store.create(makeShow(id, 'Name 0', 'metric', 9000, 9000, v4), id);
  const before = disk.syncs;
  const cuts: { copy: string; name: string }[] = [];
  for (let i = 1; i <= 100; i++) {
    const show = (await store.load(id))!.show;
    // Long and never alike, so that the log goes over more than one page.
    const name = `Name ${i} ${Array.from({ length: 4 }, () => randomUUID()).join(' ')}`;
    await store.post(id, { key: randomUUID(), author: '', label: 'rename', change: edit([settingsOf(show)], { name }) });
    if (i === 50) await database.db.execute(sql`checkpoint`);
    if ([1, 37, 51, 100].includes(i)) {
      const copy = join(folder, `cut ${i}`);
      mkdirSync(copy);
      cpSync(disk.kept, databaseIn(copy), { recursive: true });
      cuts.push({ copy, name });
    }
  }
  await database.close();
  return { id, cuts, syncs: disk.syncs - before };
}

test('the power is cut after a confirmed change: the change is there, before a checkpoint and after one', async () => {
  const { id, cuts, syncs } = await edited(undefined);
  // One at least for each, since each was confirmed before the next was sent.
  expect(syncs).toBeGreaterThanOrEqual(100);
  for (const { copy, name } of cuts) {
    const database = await openDatabase(copy, undefined);
    expect(settingsOf((await makeStore(database).load(id))!.show).name).toBe(name);
    await database.close();
  }
}, 120_000);

test('the double does forget: with PGlite as it comes nothing of it is left', async () => {
  const { cuts, syncs } = await edited(PGlite.defaultStartParams);
  expect(syncs).toBe(0);
  for (const { copy } of cuts) expect(readdirSync(databaseIn(copy))).toEqual([]);
}, 120_000);
