import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { groupsOf } from './scripts/chunks.mjs';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

// Modules of core do nothing when they are loaded: what nobody uses of them, the schemas among it, stays out.
const treeshake = { moduleSideEffects: [{ test: new RegExp(`^${at('./core')}/`), sideEffects: false }] };

export default defineConfig({
  root: at('./web'),
  // Files name each other from where they lie: Dessin may stand behind a proxy under a part of an address.
  base: './',
  plugins: [
    react(),
    tailwindcss(),
    {
      // What d3-zoom asks of these is for movements, of which the drawing has none; the charts take the real ones.
      name: 'no transitions of the drawing',
      enforce: 'pre',
      resolveId: (source, importer) =>
        /^d3-(transition|interpolate)$/.test(source) && importer?.includes('/d3-zoom/')
          ? at('./web/ui/canvas/no-transition.ts')
          : null,
    },
  ],
  resolve: {
    alias: [
      { find: /^#core\/(.*)$/, replacement: `${at('./core')}/$1.ts` },
      { find: /^#demo\/(.*)$/, replacement: `${at('./demo')}/$1.ts` },
    ],
  },
  build: {
    outDir: at('./dist/web'),
    emptyOutDir: true,
    target: 'es2023',
    chunkSizeWarningLimit: 1100,
    rolldownOptions: { treeshake, output: { codeSplitting: { groups: groupsOf(at('./web')) } } },
  },
  worker: { format: 'es', rolldownOptions: { treeshake } },
  // The host stays as the page has it: the server takes what comes from another for another site.
  server: { port: 4601, proxy: { '^/api/': { target: `http://127.0.0.1:${process.env.PORT ?? 4600}`, ws: true } } },
});
