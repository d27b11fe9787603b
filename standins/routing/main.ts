import { readFileSync } from 'node:fs';
import { routingServer } from './server.ts';

/* Started as a process of its own: main.ts MAP.geojson PORT ADDRESSES.geojson. */
const [map, port, addresses] = process.argv.slice(2);
if (!map || !port || !addresses) {
  console.error('usage: main.ts MAP.geojson PORT ADDRESSES.geojson');
  process.exit(1);
}
const read = (file: string) => JSON.parse(readFileSync(file, 'utf8'));
const server = routingServer(read(map), read(addresses)).listen(Number(port), '127.0.0.1');
for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.on(signal, () => server.close(() => process.exit(0)));
