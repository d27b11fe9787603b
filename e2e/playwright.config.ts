import { defineConfig } from '@playwright/test';
import { CHROMIUM, CHROMIUM_ARGS } from '../scripts/lib/install.mjs';
import { WORKERS } from './setup.ts';

export default defineConfig({
  testDir: '.',
  // A limit says that something hangs, not that a machine is slow: the slowest test and the slowest wait fit
  // ten times over.
  timeout: 600_000,
  expect: { timeout: 120_000 },
  workers: WORKERS,
  retries: 0,
  reporter: [['list'], ['json']],
  outputDir: '../test-results',
  globalSetup: './setup.ts',
  use: {
    launchOptions: { executablePath: CHROMIUM, args: CHROMIUM_ARGS },
    viewport: { width: 1280, height: 800 },
    // A message that is still fading in has no contrast yet; with reduced motion nothing fades.
    contextOptions: { reducedMotion: 'reduce' },
    trace: 'off',
    screenshot: 'only-on-failure',
    // Each page opened for the first time would keep the whole application on its device: only where a test is
    // about being offline it does.
    serviceWorkers: 'block',
    acceptDownloads: true,
  },
});
