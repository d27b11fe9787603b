import connectPgSimple from 'connect-pg-simple';
import session from 'express-session';
import type pg from 'pg';
import type { RequestHandler } from 'express';
import type { SignedIn } from '#contracts/people';
import { Problem } from './problem.ts';

declare module 'express-session' {
  interface SessionData {
    user: SignedIn;
  }
}

const FORTNIGHT_MS = 14 * 24 * 3600 * 1000;

/** Sessions in PostgreSQL: any process can answer any request, and a restart signs nobody out. */
export function sessions(pool: pg.Pool, secret: string): RequestHandler {
  const Store = connectPgSimple(session);
  return session({
    name: 'gradum',
    secret,
    resave: false,
    saveUninitialized: false,
    cookie: { httpOnly: true, sameSite: 'strict', secure: 'auto', maxAge: FORTNIGHT_MS },
    store: new Store({ pool, tableName: 'sessions', disableTouch: true, pruneSessionInterval: 3600 }),
  });
}

/** Writes come from our own pages only: beside the strict cookie, a foreign Origin is refused. */
export const sameOriginWrites: RequestHandler = (request, _response, next) => {
  const origin = request.get('origin');
  if (
    request.method !== 'GET' &&
    request.method !== 'HEAD' &&
    origin &&
    new URL(origin).host !== request.get('host')
  ) {
    next(new Problem(403, 'This request comes from another site'));
    return;
  }
  next();
};
