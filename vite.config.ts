import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

// Modules of core do nothing when they are loaded: what nobody uses of them, the schemas among it, stays out.
const treeshake = { moduleSideEffects: (id: string) => !id.startsWith(at('./core')) };

export default defineConfig({
  root: at('./web'),
  plugins: [react(), tailwindcss()],
  resolve: {
    alias: [
      { find: /^d3-transition$/, replacement: at('./web/ui/canvas/no-transition.ts') },
      { find: /^#core\/(.*)$/, replacement: `${at('./core')}/$1.ts` },
      { find: /^#demo\/(.*)$/, replacement: `${at('./demo')}/$1.ts` },
    ],
  },
  build: {
    outDir: at('./dist/web'),
    emptyOutDir: true,
    target: 'es2023',
    chunkSizeWarningLimit: 1100,
    rolldownOptions: { treeshake },
  },
  worker: { format: 'es', rolldownOptions: { treeshake } },
  // The host stays as the page has it: the server takes what comes from another for another site.
  server: { port: 4601, proxy: { '^/api/': { target: `http://127.0.0.1:${process.env.PORT ?? 4600}`, ws: true } } },
});
