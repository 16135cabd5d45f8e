/** npm run demo: installs, builds, fills an empty database with the demo show, starts the server, prints the address. */
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { join, resolve } from 'node:path';
import { build, fail, install, needNode, root, writableFolder } from './lib.mjs';

needNode();
const port = Number(process.env.PORT || 4600);
const host = process.env.HOST || '127.0.0.1';
const data = resolve(process.env.DESSIN_DATA || join(root, '.dessin'));
if (!Number.isInteger(port) || port < 0 || port > 65535)
  fail(`PORT is "${process.env.PORT}", but a port is a whole number from 0 to 65535.`);
// Said before minutes are spent on installing.
await new Promise((done) => {
  const probe = createServer();
  probe.once('error', (error) =>
    fail(
      error.code === 'EADDRINUSE'
        ? `Port ${port} is taken by another program. Stop that one, or set PORT to a free one, for example PORT=${port + 1}.`
        : `Port ${port} cannot be opened (${error.code}). Set PORT to another one.`,
    ),
  );
  probe.listen(port, host, () => probe.close(done));
});
if (!process.env.DATABASE_URL) {
  try {
    writableFolder(data);
  } catch (error) {
    fail(
      `The data folder ${data} cannot be written (${error.code}). Give yourself the right to write there, or set DESSIN_DATA to another folder.`,
    );
  }
}
await install();
await build();
const server = spawn(process.execPath, [join(root, 'dist', 'server', 'main.js')], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, PORT: String(port), DESSIN_DATA: data },
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code, signal) => process.exit(code ?? (signal ? 1 : 0)));
