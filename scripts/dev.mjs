/** npm run dev: compiles as files change, restarts the server, serves the interface by Vite with a proxy to it. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { install, needNode, quietly, root, tool } from './lib.mjs';

needNode();
await install();
await quietly('Compiling', tool('tsc'), ['-b', 'core', 'demo', 'server']);
const run = (program, args) => spawn(program, args, { cwd: root, stdio: 'inherit', detached: true });
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
const stop = () => {
  // Each with the processes that it started itself.
  for (const child of children) {
    try {
      process.kill(-child.pid, 'SIGTERM');
    } catch {}
  }
};
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
for (const child of children)
  child.on('exit', (code) => {
    stop();
    process.exitCode = code ?? 0;
  });
