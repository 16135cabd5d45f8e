/** Shared by the two commands. Node's own modules only: nothing is installed when they start. */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { accessSync, constants, existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { brotliCompress, gzip } from 'node:zlib';
import { licencesOf } from './licences.mjs';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));

/** Ends with one sentence and a code that is not zero. */
export function fail(sentence) {
  console.error(sentence);
  process.exit(1);
}

export function needNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 11))
    fail(`Dessin needs Node 20.11 or newer; this is Node ${process.versions.node}. Install a newer Node and try again.`);
}

/** Makes a folder that can be written. Node's own recursive mkdir never ends in some system folders, so it is made step by step. */
export function writableFolder(folder) {
  if (!existsSync(folder)) {
    if (dirname(folder) === folder) throw Object.assign(new Error('no such folder'), { code: 'ENOENT' });
    writableFolder(dirname(folder));
    mkdirSync(folder);
  }
  accessSync(folder, constants.W_OK);
}

const running = new Set();
const grouped = process.platform !== 'win32';

/** Starts a program in a group of its own, so that what it starts itself can be ended with it. */
export function begin(program, args, options = {}) {
  const child = spawn(program, args, { cwd: root, detached: grouped, ...options });
  running.add(child);
  child.on('exit', () => running.delete(child));
  return child;
}

/** Ends what was started and is still running, with everything that it started. */
export function endAll(signal = 'SIGTERM') {
  for (const child of running) {
    try {
      if (grouped) process.kill(-child.pid, signal);
      else child.kill(signal);
    } catch {}
  }
}

/**
 * Nothing outlives the command. npm ends the shell between it and us, and not us: a parent that is gone is a signal to stop as well.
 * @param stop  what is still to be done; the process ends after it
 */
export function endWithParent(stop = () => undefined) {
  const parent = process.ppid;
  let ending = false;
  const end = async (code) => {
    if (ending) return;
    ending = true;
    endAll();
    await stop();
    process.exit(code);
  };
  process.on('SIGINT', () => void end(130));
  process.on('SIGTERM', () => void end(143));
  // Who starts a script by hand may leave it running behind a shell that ends.
  if (process.env.npm_lifecycle_event) setInterval(() => process.ppid !== parent && void end(143), 300).unref();
}

/** Runs a program quietly; its output is shown only when it fails. */
export async function quietly(what, program, args, options = {}) {
  process.stdout.write(`${what} ... `);
  const started = Date.now();
  const { code, output } = await new Promise((done) => {
    const child = begin(program, args, {
      stdio: ['ignore', 'pipe', 'pipe'],
      shell: process.platform === 'win32',
      ...options,
      env: { ...process.env, ...options.env },
    });
    let output = '';
    const take = (part) => {
      output = (output + part).slice(-200_000);
    };
    child.stdout.on('data', take);
    child.stderr.on('data', take);
    child.on('error', (error) => done({ code: 1, output: String(error) }));
    child.on('close', (status) => done({ code: status ?? 1, output }));
  });
  console.log(code === 0 ? `done (${((Date.now() - started) / 1000).toFixed(0)} s)` : 'failed');
  if (code !== 0 && !options.tolerant) {
    console.error(
      output
        .trimEnd()
        .split('\n')
        .slice(-(options.lines ?? 40))
        .join('\n'),
    );
    fail(`${what} failed; the reason stands above.`);
  }
  return { code, output };
}

/** Where a house is, by the environment: what the server takes, and the commands beside it. */
export function house() {
  const data = resolve(process.env.DESSIN_DATA || join(root, '.dessin'));
  const kept = Number(process.env.DESSIN_BACKUPS_KEPT || 14);
  return {
    data,
    databaseUrl: process.env.DATABASE_URL || undefined,
    backups: process.env.DESSIN_BACKUPS || join(data, 'backups'),
    kept: Number.isInteger(kept) && kept >= 0 ? kept : 14,
  };
}

const bin = (name) => join(root, 'node_modules', '.bin', process.platform === 'win32' ? `${name}.cmd` : name);
export const tool = bin;

/** node_modules, when they are missing or older than the lock file. npm ci leaves the lock file as it is. */
export async function install() {
  const lock = join(root, 'package-lock.json');
  const stamp = join(root, 'node_modules', '.dessin-lock');
  const before = createHash('sha256').update(readFileSync(lock)).digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === before) return;
  await quietly('Installing packages', 'npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  writeFileSync(stamp, before);
}

/** The embedded database, empty, as new data folders begin with. It is made again when its package changes. */
async function emptyDatabase() {
  const { version } = JSON.parse(readFileSync(join(root, 'node_modules', '@electric-sql', 'pglite', 'package.json'), 'utf8'));
  const [file, stamp] = [join(root, 'dist', 'empty-database.tar.gz'), join(root, 'dist', '.empty-database')];
  if (existsSync(file) && existsSync(stamp) && readFileSync(stamp, 'utf8') === version) return;
  await quietly('Preparing the database', process.execPath, [join(root, 'scripts', 'empty-database.mjs'), file]);
  writeFileSync(stamp, version);
}

/** Compiles the server and builds the interface, unless nothing changed since. */
export async function build() {
  mkdirSync(join(root, 'dist'), { recursive: true });
  await emptyDatabase();
  const newest = newestOf([
    'core',
    'server',
    'demo',
    'web',
    'docs/guide.md',
    'docs/screenshots',
    'package-lock.json',
    'vite.config.ts',
    'vite.server.config.ts',
    'vite.service.config.ts',
    'scripts/chunks.mjs',
    'scripts/licences.mjs',
    'scripts/lib.mjs',
    'tsconfig.base.json',
  ]);
  const stamp = join(root, 'dist', '.built');
  if (existsSync(stamp) && existsSync(join(root, 'dist', 'web', 'index.html')) && Number(readFileSync(stamp, 'utf8')) >= newest)
    return;
  await quietly('Compiling', tool('tsc'), ['-b', 'core', 'demo', 'server']);
  await quietly('Bundling the server', tool('vite'), ['build', '-c', 'vite.server.config.ts', '--logLevel', 'warn'], {
    env: { NODE_ENV: 'production' },
  });
  // Whoever asks for it, a test too: the interface that is served is the quick one.
  await quietly('Building the interface', tool('vite'), ['build', '--logLevel', 'warn'], { env: { NODE_ENV: 'production' } });
  const web = join(root, 'dist', 'web');
  writeFileSync(join(web, 'licences.txt'), licencesOf(root));
  await quietly('Keeping it for later', tool('vite'), ['build', '-c', 'vite.service.config.ts', '--logLevel', 'warn'], {
    env: { NODE_ENV: 'production', DESSIN_FILES: JSON.stringify(filesToKeep(web)) },
  });
  const assets = join(web, 'assets');
  // Compressed once, here, and as far as it goes: the server sends what lies there.
  await Promise.all(
    readdirSync(assets)
      .filter((file) => /\.(js|css|svg)$/.test(file))
      .map(async (name) => {
        const bytes = readFileSync(join(assets, name));
        const [small, smaller] = await Promise.all([promisify(gzip)(bytes, { level: 9 }), promisify(brotliCompress)(bytes)]);
        writeFileSync(join(assets, `${name}.gz`), small);
        writeFileSync(join(assets, `${name}.br`), smaller);
      }),
  );
  writeFileSync(stamp, String(newest));
}

/** Files of the interface that a browser keeps: all but the pictures of the guide. What bears its sum in its name needs no other. */
function filesToKeep(web) {
  const sum = (file) =>
    createHash('sha256')
      .update(readFileSync(join(web, file)))
      .digest('hex')
      .slice(0, 16);
  return [
    { url: './', revision: sum('index.html') },
    ...readdirSync(web)
      .filter((file) => /\.(js|svg|webmanifest)$/.test(file) && file !== 'service.js')
      .map((file) => ({ url: file, revision: sum(file) })),
    ...readdirSync(join(web, 'assets'))
      .filter((file) => /\.(js|css|woff2|json|wasm)$/.test(file))
      .map((file) => ({ url: `assets/${file}`, revision: null })),
  ];
}

function newestOf(paths) {
  const list = spawnSync('git', ['ls-files', '-co', '--exclude-standard', ...paths], {
    cwd: root,
    encoding: 'utf8',
    maxBuffer: 1e8,
  });
  const files = list.status === 0 && list.stdout ? list.stdout.split('\n').filter(Boolean) : null;
  // Without git there is no list of files; then it is built each time.
  if (!files) return Date.now();
  return Math.max(
    ...files.map((file) => {
      try {
        return statSync(join(root, file)).mtimeMs;
      } catch {
        return 0;
      }
    }),
  );
}
