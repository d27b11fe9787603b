#!/usr/bin/env node
// npm run gallery: every part of the interface in every state and theme, on one page, for developers.
import { createServer } from 'vite';
import { needNode, needNpmPackages } from './lib/install.mjs';
import { ROOT, say } from './lib/run.mjs';

needNode();
await needNpmPackages({ tools: true });
const server = await createServer({
  configFile: `${ROOT}/vite.gallery.config.ts`,
  configLoader: 'runner',
  server: { host: '127.0.0.1', port: 4190 },
});
await server.listen();
say(`The parts: ${server.resolvedUrls?.local[0] ?? ''}`);
