import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

export default defineConfig({
  root: at('./page'),
  base: './',
  resolve: {
    alias: [
      { find: /^#core\/(.*)$/, replacement: `${at('../core')}/$1.ts` },
      { find: /^#demo\/(.*)$/, replacement: `${at('../demo')}/$1.ts` },
    ],
  },
  worker: { format: 'es' },
  build: { outDir: at('../dist/bench-page'), emptyOutDir: true, target: 'es2023' },
});
