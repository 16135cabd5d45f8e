/** npm run bench: builds, then measures. */
import { join } from 'node:path';
import { begin, build, endWithParent, install, needNode, quietly, root, tool } from './lib.mjs';

needNode();
endWithParent();
await install();
await build();
await quietly('Compiling the bench', tool('tsc'), ['-b', 'bench']);
await quietly('Building the bench page', tool('vite'), ['build', '-c', 'bench/vite.config.ts', '--logLevel', 'warn']);
begin(process.execPath, [join(root, 'dist', 'bench', 'main.js'), ...process.argv.slice(2)], { stdio: 'inherit' }).on(
  'exit',
  (code) => process.exit(code ?? 1),
);
