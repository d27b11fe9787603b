import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import react from '@vitejs/plugin-react';
import tailwind from '@tailwindcss/vite';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

/** Smaller than this a packed file is not worth its request. */
const LEAST_BYTES = 1024;

/** Packs scripts and styles once, as tightly as can be, so that no phone on a roof waits for what a build can do. */
const pack = (): Plugin => ({
  name: 'pack',
  apply: 'build',
  closeBundle() {
    const folder = path.resolve(import.meta.dirname, 'dist/web/assets');
    for (const name of readdirSync(folder).filter((one) => /\.(js|css)$/.test(one))) {
      const content = readFileSync(path.join(folder, name));
      if (content.length >= LEAST_BYTES)
        writeFileSync(path.join(folder, `${name}.br`), brotliCompressSync(content));
    }
  },
});

/** The web application. The server has a build of its own, vite.server.config.ts. */
export default defineConfig({
  root: 'web',
  publicDir: 'public',
  plugins: [
    react(),
    tailwind(),
    pack(),
    // The service worker is ours, web/sw.ts; the plugin tells it what was built.
    VitePWA({
      strategies: 'injectManifest',
      srcDir: '.',
      filename: 'sw.ts',
      injectRegister: false,
      manifest: false,
      injectManifest: { globPatterns: ['**/*.{js,css,html,svg,woff2}'] },
    }),
  ],
  build: {
    outDir: '../dist/web',
    emptyOutDir: true,
    target: 'es2022',
    sourcemap: false,
    // Words of cadences stand on the first page; the calendar behind them is worked out on the server.
    rolldownOptions: {
      treeshake: { moduleSideEffects: [{ test: /node_modules\/ical\.js\//, sideEffects: false }] },
    },
  },
  worker: { format: 'es' },
  server: { proxy: { '/api': 'http://127.0.0.1:4180' } },
});
