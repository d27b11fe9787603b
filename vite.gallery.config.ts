import react from '@vitejs/plugin-react';
import tailwind from '@tailwindcss/vite';
import { defineConfig } from 'vite';

/** The gallery for developers: every part of the interface; it is never part of what a company runs. */
export default defineConfig({
  root: 'web/gallery',
  plugins: [react(), tailwind()],
  build: { outDir: '../../dist/gallery', emptyOutDir: true, target: 'es2022', chunkSizeWarningLimit: 4000 },
});
