import react from '@vitejs/plugin-react';
import tailwind from '@tailwindcss/vite';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

/** The web application. The server has a build of its own, vite.server.config.ts. */
export default defineConfig({
  root: 'web',
  publicDir: 'public',
  plugins: [
    react(),
    tailwind(),
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
  build: { outDir: '../dist/web', emptyOutDir: true, target: 'es2022', sourcemap: false },
  worker: { format: 'es' },
  server: { proxy: { '/api': 'http://127.0.0.1:4180' } },
});
