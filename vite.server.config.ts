/** The server in a few files: from hundreds of small ones it takes longer to load than its database does to open. */
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

export default defineConfig({
  resolve: {
    alias: [
      { find: /^#core\/(.*)$/, replacement: `${at('./core')}/$1.ts` },
      { find: /^#demo\/(.*)$/, replacement: `${at('./demo')}/$1.ts` },
    ],
  },
  // What is many small files itself goes in; what brings other files along, or is loaded late, stays where it is.
  ssr: { noExternal: ['@sinclair/typebox', 'hono', '@hono/node-server', 'drizzle-orm', 'ajv', 'uuid'] },
  build: {
    ssr: true,
    outDir: at('./dist/start'),
    emptyOutDir: true,
    target: 'node20',
    minify: false,
    rolldownOptions: {
      input: { main: at('./server/main.ts'), thread: at('./server/threads/thread.ts'), commands: at('./server/commands.ts') },
      output: { entryFileNames: '[name].js', chunkFileNames: '[name]-[hash].js' },
    },
  },
});
