/** The service worker: one file beside the page, which knows the files of the interface. */
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

export default defineConfig({
  publicDir: false,
  define: { 'process.env.NODE_ENV': '"production"', DESSIN_FILES: process.env.DESSIN_FILES ?? '[]' },
  build: {
    outDir: at('./dist/web'),
    emptyOutDir: false,
    target: 'es2023',
    lib: { entry: at('./web/worker/service.ts'), formats: ['iife'], name: 'dessin', fileName: () => 'service.js' },
  },
});
