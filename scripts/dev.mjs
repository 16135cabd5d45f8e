/** npm run dev: compiles as files change, restarts the server, serves the interface by Vite with a proxy to it. */
import { join } from 'node:path';
import { begin, endAll, endWithParent, install, needNode, quietly, root, tool } from './lib.mjs';

needNode();
endWithParent();
await install();
await quietly('Compiling', tool('tsc'), ['-b', 'core', 'demo', 'server']);
const run = (program, args) => begin(program, args, { stdio: 'inherit' });
const children = [
  run(tool('tsc'), ['-b', 'core', 'demo', 'server', '--watch', '--preserveWatchOutput']),
  run(process.execPath, [
    '--watch-path',
    join(root, 'dist', 'server'),
    '--watch-path',
    join(root, 'dist', 'core'),
    join(root, 'dist', 'server', 'main.js'),
  ]),
  run(tool('vite'), []),
];
for (const child of children)
  child.on('exit', (code) => {
    endAll();
    process.exitCode = code ?? 0;
  });
