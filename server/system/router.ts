import type { SystemView } from '#contracts/system';
import type { Endpoint } from '../http/endpoints.ts';
import { VERSION } from './version.ts';
import { SYSTEM } from './system.sql.ts';

type Row = Omit<SystemView, 'version' | 'node' | 'startedAt' | 'standIns' | 'jobs'>;

const startedAt = new Date(Date.now() - process.uptime() * 1000).toISOString();

export const systemEndpoints: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/system',
    action: 'see system',
    handle: async ({ db, driveTimes, forecast, geocoder, tiles, jobs }): Promise<SystemView> => {
      const [row] = await db.rows<Row>(SYSTEM);
      return {
        ...(row as Row),
        version: VERSION,
        node: process.versions.node,
        startedAt,
        jobs: await jobs.list(),
        standIns: [
          { name: 'drive times', ...(await driveTimes.health()) },
          { name: 'weather forecast', ...(await forecast.health()) },
          { name: 'addresses', ...(await geocoder.health()) },
          { name: 'map tiles', ...(await tiles.health()) },
        ],
      };
    },
  },
];
