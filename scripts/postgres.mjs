/**
 * Starts Debian's PostgreSQL on a folder of its own for as long as a command runs: node scripts/postgres.mjs npm test
 * The command finds it by DATABASE_URL; DESSIN_PG says, as JSON, how it is restarted.
 */
import { spawnSync } from 'node:child_process';
import { chmodSync, chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { begin, endAll, fail } from './lib.mjs';

const [program, ...args] = process.argv.slice(2);
if (!program) fail('Say what is to run beside it, for example: node scripts/postgres.mjs npm test');
const home = '/usr/lib/postgresql';
const version = existsSync(home) ? readdirSync(home).sort((a, b) => Number(b) - Number(a))[0] : undefined;
if (!version) fail('PostgreSQL is not here. On Debian: apt-get install postgresql');
const bin = (name) => join(home, version, 'bin', name);
/** It does not run as root: there it is the user that Debian makes for it. */
const isRoot = process.getuid?.() === 0;
const idOf = (what) => Number(spawnSync('id', [what, 'postgres'], { encoding: 'utf8' }).stdout);
const user = isRoot ? { uid: idOf('-u'), gid: idOf('-g') } : {};
if (isRoot && !(user.uid > 0)) fail('PostgreSQL does not run as root, and there is no user "postgres".');

const folder = mkdtempSync(join(tmpdir(), 'dessin-postgres-'));
if (isRoot) chownSync(folder, user.uid, user.gid);
chmodSync(folder, 0o755);
const data = join(folder, 'data');
const run = (name, ...words) => {
  const { status, stdout, stderr, error } = spawnSync(bin(name), words, { cwd: folder, encoding: 'utf8', ...user });
  if (status !== 0) fail(`${name} failed: ${error?.message ?? (stderr || stdout)}`);
};
const port = await new Promise((found) => {
  const probe = createServer();
  probe.listen(0, '127.0.0.1', () => {
    const { port: free } = probe.address();
    probe.close(() => found(free));
  });
});
run('initdb', '-D', data, '-U', 'dessin', '--auth=trust', '-E', 'UTF8');
const options = `-p ${port} -k ${folder} -c listen_addresses=127.0.0.1 -c max_connections=200`;
run('pg_ctl', 'start', '-w', '-D', data, '-l', join(folder, 'log'), '-o', options);
const stop = () => {
  spawnSync(bin('pg_ctl'), ['stop', '-m', 'immediate', '-D', data], { cwd: folder, ...user });
  rmSync(folder, { recursive: true, force: true });
};
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    endAll();
    stop();
    process.exit(143);
  });
const restart = {
  command: bin('pg_ctl'),
  args: ['restart', '-w', '-m', 'immediate', '-D', data, '-l', join(folder, 'log'), '-o', options],
  cwd: folder,
  ...user,
};
begin(program, args, {
  stdio: 'inherit',
  env: {
    ...process.env,
    DATABASE_URL: `postgres://dessin@127.0.0.1:${port}/postgres`,
    DESSIN_PG: JSON.stringify(restart),
  },
}).on('exit', (code) => {
  stop();
  process.exit(code ?? 1);
});
