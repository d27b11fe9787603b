import path from 'node:path';
import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import { requestLog } from './http/requestLog.ts';
import { sessions, sameOriginWrites } from './http/sessions.ts';
import { mount, type Endpoint } from './http/endpoints.ts';
import { notFound, Problem, problemHandler } from './http/problem.ts';
import { Room } from './db/room.ts';
import { packed } from './http/packed.ts';
import type { Dependencies } from './dependencies.ts';
import { peopleEndpoints } from './people/router.ts';
import { crewEndpoints } from './crews/router.ts';
import { setupEndpoints } from './setup/router.ts';
import { agreementEndpoints } from './agreements/router.ts';
import { customerEndpoints } from './customers/router.ts';
import { siteEndpoints } from './sites/router.ts';
import { conditionEndpoints } from './conditions/router.ts';
import { fileEndpoints } from './files/router.ts';
import { noteEndpoints } from './notes/router.ts';
import { photoEndpoints } from './photos/router.ts';
import { roofEndpoints } from './roofs/router.ts';
import { tracingEndpoints } from './tracing/router.ts';
import { closureEndpoints } from './closures/router.ts';
import { mapEndpoints } from './maps/router.ts';
import { tellingEndpoints } from './telling/router.ts';
import { unitEndpoints } from './units/router.ts';
import { callEndpoints } from './calls/router.ts';
import { visitEndpoints } from './visits/router.ts';
import { watchEndpoints } from './watch/router.ts';
import { routeEndpoints } from './routes/router.ts';
import { importEndpoints } from './imports/router.ts';
import { searchEndpoints } from './search/router.ts';
import { wordEndpoints } from './words/router.ts';
import { settingEndpoints } from './settings/router.ts';
import { eventEndpoints } from './events/router.ts';
import { systemEndpoints } from './system/router.ts';

/** Every route of the API; the table test walks this list role by role. */
export const ENDPOINTS: readonly Endpoint[] = [
  ...peopleEndpoints,
  ...crewEndpoints,
  ...setupEndpoints,
  ...customerEndpoints,
  ...agreementEndpoints,
  ...siteEndpoints,
  ...unitEndpoints,
  ...roofEndpoints,
  ...tracingEndpoints,
  ...photoEndpoints,
  ...noteEndpoints,
  ...conditionEndpoints,
  ...fileEndpoints,
  ...callEndpoints,
  ...visitEndpoints,
  ...watchEndpoints,
  ...mapEndpoints,
  ...tellingEndpoints,
  ...closureEndpoints,
  ...routeEndpoints,
  ...importEndpoints,
  ...searchEndpoints,
  ...wordEndpoints,
  ...settingEndpoints,
  ...eventEndpoints,
  ...systemEndpoints,
];

/**
 * Builds the application: security headers, sessions, the API, and the web application for every other
 * address.
 */
export function createApp(dependencies: Dependencies): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', 'loopback');
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          connectSrc: ["'self'"],
          fontSrc: ["'self'", 'data:'],
          workerSrc: ["'self'", 'blob:'],
          objectSrc: ["'none'"],
          baseUri: ["'self'"],
          frameAncestors: ["'none'"],
          formAction: ["'self'"],
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(requestLog(dependencies.logger));
  // Live: this process answers. Ready: what it needs is there too, so that work may be sent to it.
  app.get('/api/health', (_request, response) => void response.json({ live: true }));
  const room = new Room(dependencies.db);
  app.get('/api/health/ready', async (_request, response, next) => {
    try {
      await dependencies.db.rows('select 1');
      if (!(await room.isThere()))
        throw new Problem(503, 'The disk of the database is full: nothing can be written');
      response.json({ ready: true });
    } catch (error) {
      next(error);
    }
  });
  app.use('/api', (_request, response, next) => {
    // By this a phone tells our answer from that of a network that wants its guests to sign in first.
    response.setHeader('x-gradum', '1');
    // What a company has on record stays in no cache between; what may stay says so itself.
    response.setHeader('cache-control', 'no-store');
    next();
  });
  app.use('/api', sameOriginWrites, sessions(dependencies.sessionPool, dependencies.sessionSecret));
  app.use(mount(ENDPOINTS, dependencies));
  app.use('/api', (_request, _response, next) => next(notFound('That address')));
  if (dependencies.webRoot) serveWeb(app, dependencies.webRoot);
  app.use(problemHandler(dependencies.logger, room));
  return app;
}

/** Files with a digest in their name never change; the page itself is asked for anew each time. */
function serveWeb(app: Express, webRoot: string): void {
  const assets = path.join(webRoot, 'assets');
  app.use('/assets', packed(assets), compression());
  app.use('/assets', express.static(assets, { immutable: true, maxAge: '365d' }));
  app.use('/assets', (_request, _response, next) => next(notFound('That file')));
  app.use(express.static(webRoot, { index: false, maxAge: 0 }));
  app.get('/{*path}', (_request, response) => {
    response.set('cache-control', 'no-cache').sendFile(path.join(webRoot, 'index.html'));
  });
}
