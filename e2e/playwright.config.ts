import { defineConfig } from '@playwright/test';

export const CHROMIUM_ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

export default defineConfig({
  testDir: '.',
  timeout: 45_000,
  expect: { timeout: 10_000 },
  workers: 1,
  retries: 0,
  reporter: [['list'], ['json']],
  outputDir: '../test-results',
  globalSetup: './setup.ts',
  use: {
    launchOptions: { executablePath: '/usr/bin/chromium', args: CHROMIUM_ARGS },
    viewport: { width: 1280, height: 800 },
    trace: 'off',
    screenshot: 'only-on-failure',
    // A mistaken copy of the page in the worker would hide what the network does.
    serviceWorkers: 'allow',
    acceptDownloads: true,
  },
});
