/** npm run bench: builds, then measures. */
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { build, install, needNode, quietly, root, tool } from './lib.mjs';

needNode();
await install();
await build();
await quietly('Compiling the bench', tool('tsc'), ['-b', 'bench']);
await quietly('Building the bench page', tool('vite'), ['build', '-c', 'bench/vite.config.ts', '--logLevel', 'warn']);
spawn(process.execPath, [join(root, 'dist', 'bench', 'main.js'), ...process.argv.slice(2)], { cwd: root, stdio: 'inherit' }).on(
  'exit',
  (code) => process.exit(code ?? 1),
);
