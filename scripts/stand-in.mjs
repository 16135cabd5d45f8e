/** npm run stand-in: the stand-ins for what is outside of Dessin, each with a small page on this machine. `npm run stand-in -- desk` starts one alone. */
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { endWithParent, fail, install, needNode, quietly, root, tool } from './lib.mjs';

needNode();
const stops = [];
endWithParent(() => {
  for (const stop of stops) stop();
});
const known = {
  desk: { port: Number(process.env.DESK_PORT || 4610), file: 'desk/main.js', start: 'startDesk' },
  node: { port: Number(process.env.NODE_PORT || 4611), file: 'node/main.js', start: 'startNode' },
  wall: { port: Number(process.env.WALL_PORT || 4612), file: 'wall/main.js', start: 'startWall' },
};
const wanted = process.argv.slice(2);
for (const name of wanted) if (!known[name]) fail(`There is no stand-in "${name}". There are: ${Object.keys(known).join(', ')}.`);
await install();
await quietly('Compiling', tool('tsc'), ['-b', 'stand-in']);
const home = `http://127.0.0.1:${process.env.PORT || 4600}`;
for (const name of wanted.length ? wanted : Object.keys(known)) {
  const { port, file, start } = known[name];
  try {
    const made = await import(pathToFileURL(join(root, 'dist', 'stand-in', file)).href);
    const { url, stop } = await made[start](port, home);
    stops.push(stop);
    console.log(`Stand-in ${name}: ${url}`);
  } catch (error) {
    fail(
      error.code === 'EADDRINUSE'
        ? `Port ${port} is taken by another program. Set ${name.toUpperCase()}_PORT to a free one.`
        : `The stand-in ${name} could not start: ${error.message}`,
    );
  }
}
