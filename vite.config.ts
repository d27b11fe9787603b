import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import react from '@vitejs/plugin-react';
import tailwind from '@tailwindcss/vite';
import { build, defineConfig, type Plugin } from 'vite';

const BUILT = path.resolve(import.meta.dirname, 'dist/web');

/** Smaller than this a packed file is not worth its request. */
const LEAST_BYTES = 1024;

/**
 * Packs scripts and styles once, as tightly as can be, so that no phone on a roof waits for what a build can
 * do.
 */
const pack = (): Plugin => ({
  name: 'pack',
  apply: 'build',
  closeBundle() {
    const folder = path.join(BUILT, 'assets');
    for (const name of readdirSync(folder).filter((one) => /\.(js|css)$/.test(one))) {
      const content = readFileSync(path.join(folder, name));
      if (content.length >= LEAST_BYTES)
        writeFileSync(path.join(folder, `${name}.br`), brotliCompressSync(content));
    }
  },
});

/** What the service worker keeps: everything that was built, each with what changes when its content does. */
const kept = () =>
  readdirSync(BUILT, { recursive: true, encoding: 'utf8' })
    .map((name) => name.replaceAll(path.sep, '/'))
    .filter((name) => /\.(js|css|html|svg|woff2|bin)$/.test(name) && name !== 'sw.js')
    .sort()
    .map((url) => ({
      url,
      // Names of assets carry a digest already.
      revision: url.startsWith('assets/')
        ? null
        : createHash('sha256')
            .update(readFileSync(path.join(BUILT, url)))
            .digest('hex')
            .slice(0, 16),
    }));

/** Builds the service worker, web/sw.ts, once it is known what there is to keep. */
const serviceWorker = (): Plugin => ({
  name: 'service-worker',
  apply: 'build',
  async closeBundle() {
    await build({
      configFile: false,
      logLevel: 'warn',
      define: { KEPT_FILES: JSON.stringify(kept()) },
      build: {
        outDir: BUILT,
        emptyOutDir: false,
        copyPublicDir: false,
        target: 'es2022',
        rolldownOptions: {
          input: path.resolve(import.meta.dirname, 'web/sw.ts'),
          output: { format: 'iife', entryFileNames: 'sw.js' },
        },
      },
    });
  },
});

/** The web application. The server has a build of its own, vite.server.config.ts. */
export default defineConfig({
  root: 'web',
  publicDir: 'public',
  plugins: [react(), tailwind(), pack(), serviceWorker()],
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
