import type pg from 'pg';
import type { Logger } from 'pino';
import type { Clock } from './http/clock.ts';
import type { Database } from './db/connect.ts';
import type { DriveTimes } from './outside/driveTimes.ts';
import type { Forecast } from './outside/forecast.ts';
import type { Geocoder } from './outside/geocoder.ts';
import type { Tiles } from './outside/tiles.ts';
import type { Ways } from './telling/outgoing.ts';
import type { EventHub } from './events/hub.ts';
import type { Who } from './people/who.ts';
import type { Searches } from './routes/solve/searches.ts';
import type { Jobs } from './system/jobs.ts';

/** What the application runs on; tests pass their own. */
export interface Dependencies {
  readonly db: Database;
  /** Pool for sessions and throttling, apart from the one that serves requests. */
  readonly sessionPool: pg.Pool;
  readonly clock: Clock;
  readonly logger: Logger;
  readonly driveTimes: DriveTimes;
  readonly forecast: Forecast;
  readonly geocoder: Geocoder;
  readonly tiles: Tiles;
  /** Ways out of the house for what customers are told. */
  readonly ways: Ways;
  readonly hub: EventHub;
  readonly who: Who;
  readonly jobs: Jobs;
  readonly searches: Searches;
  readonly sessionSecret: string;
  /** Who knows it may set up a company where there is none: it stands where the server was started. */
  readonly setupWord: string;
  /** Cost of a password's hash; the default unless tests take a small one. */
  readonly passwordCost?: number;
  /** Folder of the built web application; undefined in tests of the API alone. */
  readonly webRoot?: string;
}
