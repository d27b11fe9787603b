import { createHmac, timingSafeEqual } from 'node:crypto';
import connectPgSimple from 'connect-pg-simple';
import session from 'express-session';
import pg from 'pg';
import type { Logger } from 'pino';
import type { Request, RequestHandler, Response } from 'express';
import { Problem } from './problem.ts';

declare module 'express-session' {
  interface SessionData {
    /** Who signed in. What they may do is read anew at each request. */
    userId: string;
  }
}

const FORTNIGHT_MS = 14 * 24 * 3600 * 1000;
const YEAR_MS = 365 * 24 * 3600 * 1000;
/**
 * Browsers keep one jar for all ports of a machine: the demo beside a company of one's own needs names of its
 * own.
 */
export const COOKIE = process.env.GRADUM_COOKIE ?? 'gradum';
const DEVICE = `${COOKIE}-device`;
const DEVICE_SENT = new RegExp(`(?:^|;\\s*)${DEVICE}=([\\w-]{43})(?:;|$)`);

/**
 * Connections of the sessions and of counting wrong tries, apart from the pool that serves requests. One that
 * breaks while nobody uses it (the database restarts) is replaced at the next request; unheard, its error
 * would end the process.
 */
export function sessionPoolFor(url: string, logger: Logger, max = 4): pg.Pool {
  const pool = new pg.Pool({ connectionString: url, max, connectionTimeoutMillis: 10_000 });
  pool.on('error', (error: Error & { code?: string }) =>
    logger.warn({ code: error.code }, 'lost a connection of the sessions'),
  );
  return pool;
}

/** Sessions in PostgreSQL: any process can answer any request, and a restart signs nobody out. */
export function sessions(pool: pg.Pool, secret: string): RequestHandler {
  const Store = connectPgSimple(session);
  return session({
    name: COOKIE,
    secret,
    resave: false,
    saveUninitialized: false,
    cookie: { httpOnly: true, sameSite: 'strict', secure: 'auto', maxAge: FORTNIGHT_MS },
    store: new Store({
      pool,
      tableName: 'sessions',
      disableTouch: true,
      pruneSessionInterval: 3600,
      // The request that needed it has its own answer; there is nothing to add.
      errorLog: () => {},
    }),
  });
}

/** True when two addresses have one host; text that is no address has none. */
function sameHost(origin: string, host: string | undefined): boolean {
  try {
    return new URL(origin).host === host;
  } catch {
    // "null" is what a page without an origin of its own sends.
    return false;
  }
}

/** Writes come from our own pages only: beside the strict cookie, a foreign Origin is refused. */
export const sameOriginWrites: RequestHandler = (request, _response, next) => {
  const origin = request.get('origin');
  const reads = request.method === 'GET' || request.method === 'HEAD';
  if (!reads && origin !== undefined && !sameHost(origin, request.get('host')))
    next(
      new Problem(403, 'This request comes from another site', {
        detail: 'If this is your own address, the proxy in front has to pass the Host header on.',
      }),
    );
  else next();
};

const signature = (login: string, secret: string): Buffer =>
  createHmac('sha256', secret).update(`device ${login}`).digest();

/**
 * Marks a device on which somebody has signed in, so that a stranger's wrong tries do not stand in their way.
 */
function rememberDevice(response: Response, login: string, secret: string): void {
  response.cookie(DEVICE, signature(login, secret).toString('base64url'), {
    httpOnly: true,
    sameSite: 'strict',
    secure: response.req.secure,
    maxAge: YEAR_MS,
    path: '/api/session',
  });
}

/** Opens a session. It gets a fresh id: one planted before is worth nothing. */
export async function openSession(
  request: Request,
  response: Response,
  { id, login }: { readonly id: string; readonly login: string },
  secret: string,
): Promise<void> {
  await new Promise<void>((resolve, reject) =>
    request.session.regenerate((error) => (error ? reject(error) : resolve())),
  );
  request.session.userId = id;
  // Kept before it is answered: the head of the answer goes out first, and whoever reads only that asks with
  // it at once.
  await new Promise<void>((resolve, reject) =>
    request.session.save((error) => (error ? reject(error) : resolve())),
  );
  rememberDevice(response, login, secret);
}

/** True when this person has signed in on this device before. */
export function knowsDevice(request: Request, login: string, secret: string): boolean {
  const sent = DEVICE_SENT.exec(request.get('cookie') ?? '')?.[1];
  if (sent === undefined) return false;
  const given = Buffer.from(sent, 'base64url');
  const wanted = signature(login, secret);
  return given.length === wanted.length && timingSafeEqual(given, wanted);
}
