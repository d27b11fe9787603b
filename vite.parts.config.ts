import react from '@vitejs/plugin-react';
import tailwind from '@tailwindcss/vite';
import { defineConfig } from 'vite';

/** The page of parts for developers; it is never part of what a company runs. */
export default defineConfig({
  root: 'web/parts',
  plugins: [react(), tailwind()],
  build: { outDir: '../../dist/parts', emptyOutDir: true, target: 'es2022', chunkSizeWarningLimit: 4000 },
});
