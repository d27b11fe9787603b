import { defineConfig } from 'vite';

/**
 * Server, its search thread, demo loader and stand-in as plain modules: they start in half the time they
 * need from TypeScript.
 */
export default defineConfig({
  build: {
    ssr: true,
    outDir: 'dist/server',
    emptyOutDir: true,
    target: 'node20',
    rolldownOptions: {
      input: {
        main: 'server/main.ts',
        search: 'server/routes/solve/search.worker.ts',
        demo: 'demo/load.ts',
        routing: 'standins/routing/main.ts',
        post: 'standins/post/main.ts',
      },
    },
  },
});
