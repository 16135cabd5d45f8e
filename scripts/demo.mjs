/** npm run demo: installs, builds, fills an empty database with the demo show, starts the server, prints the address. */
import { createServer } from 'node:net';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { build, endWithParent, fail, house, install, needNode, root, writableFolder } from './lib.mjs';

needNode();
let stopServer = () => undefined;
endWithParent(() => stopServer());
const port = Number(process.env.PORT || 4600);
const host = process.env.HOST || '127.0.0.1';
const { data } = house();
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
// In this process: one less that could be left behind.
process.env.PORT = String(port);
process.env.DESSIN_DATA = data;
process.chdir(root);
({ stop: stopServer } = await import(pathToFileURL(join(root, 'dist', 'start', 'main.js')).href));
