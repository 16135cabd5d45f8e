/**
 * The embedded database keeps what it confirms through a power cut. PGlite begins PostgreSQL with its syncs off, and its bridge to the files of this
 * machine has none to give: here they are on, and each goes down to the disk. What must be there before what (the log before the pages, the pages
 * before a checkpoint is told) is then PostgreSQL's own order, and nothing of ours.
 * Source: PostgreSQL manual, 28 (Reliability and the Write-Ahead Log): fsync, wal_sync_method, full_page_writes.
 */
import { constants, fdatasyncSync, fsyncSync } from 'node:fs';
import { PGlite } from '@electric-sql/pglite';
import { NodeFS } from '@electric-sql/pglite/nodefs';

/** What is asked of the disk; a test hands in another one. */
export interface Syncs {
  /** What was written to an open file is on the disk, its length with it. */
  file(descriptor: number, path: string): void;
  /** The names in an open folder are on the disk. */
  folder(descriptor: number, path: string): void;
}
const disk: Syncs = { file: fdatasyncSync, folder: fsyncSync };

/** An open file or folder of the bridge, as far as we use it. */
interface Stream {
  readonly node: { readonly mode: number };
  readonly nfd: number;
}
/** The bridge to the files of this machine, as Emscripten has it; each database has its own. */
export interface Bridge {
  readonly stream_ops: { fsync?: (stream: Stream) => number };
  realPath(node: unknown): string;
  /** Does what may fail, and says so in numbers that PostgreSQL understands. */
  tryFSOperation(act: () => void): void;
}

/** The files of a folder, with syncs that reach the disk. */
export class DurableFiles extends NodeFS {
  constructor(
    folder: string,
    private readonly syncs: Syncs = disk,
    /** What else is done with the bridge before the database begins: for tests. */
    private readonly also: (bridge: Bridge) => void = () => undefined,
  ) {
    super(folder);
  }
  override async init(...[pg, options]: Parameters<NodeFS['init']>): ReturnType<NodeFS['init']> {
    const made = await super.init(pg, options);
    const { syncs, also } = this;
    made.emscriptenOpts.preRun?.push((module) => {
      const bridge = (module as unknown as { NODEFS: Bridge }).NODEFS;
      bridge.stream_ops.fsync = ({ node, nfd }) => {
        const path = bridge.realPath(node);
        const isFolder = (node.mode & constants.S_IFMT) === constants.S_IFDIR;
        bridge.tryFSOperation(() => (isFolder ? syncs.folder(nfd, path) : syncs.file(nfd, path)));
        return 0;
      };
      also(bridge);
    });
    return made;
  }
}

/** PGlite's own ways of beginning without the one that turns syncs off; `fsync` is the one sync that its bridge passes on. */
export const durableParams = (): string[] => [
  ...PGlite.defaultStartParams.filter((word) => word !== '-F'),
  ...['fsync=on', 'wal_sync_method=fsync', 'full_page_writes=on'].flatMap((setting) => ['-c', setting]),
];
