import react from '@vitejs/plugin-react';
import tailwind from '@tailwindcss/vite';
import { defineConfig } from 'vite';

/** The web application. The server has a build of its own, vite.server.config.ts. */
export default defineConfig({
  root: 'web',
  publicDir: 'public',
  plugins: [react(), tailwind()],
  build: { outDir: '../dist/web', emptyOutDir: true, target: 'es2022', sourcemap: false },
  worker: { format: 'es' },
  server: { proxy: { '/api': 'http://127.0.0.1:4180' } },
});
