import { readFileSync } from 'node:fs';
import { routingServer } from './server.ts';

/* Started as a process of its own: main.ts MAP.geojson PORT. */
const [map, port] = process.argv.slice(2);
if (!map || !port) {
  console.error('usage: main.ts MAP.geojson PORT');
  process.exit(1);
}
const server = routingServer(JSON.parse(readFileSync(map, 'utf8'))).listen(Number(port), '127.0.0.1');
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => server.close(() => process.exit(0)));
