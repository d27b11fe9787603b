import express, { type Request, type Response, type Router } from 'express';
import type { SignedIn } from '#contracts/people';
import type { Action } from '#core/base/vocabulary';
import type { Dependencies } from '../dependencies.ts';
import { readBody, type BodySize } from './bodies.ts';
import { Problem, Stale } from './problem.ts';

declare module 'express-serve-static-core' {
  interface Request {
    /** Id of the person who asks, for the log. */
    person?: string | undefined;
  }
}

/** What a handler gets: the signed-in person, the raw parts of the request, and what the server runs on. */
export interface Context extends Dependencies {
  readonly user: SignedIn;
  readonly params: Record<string, string>;
  readonly query: unknown;
  readonly body: unknown;
  readonly request: Request;
  readonly response: Response;
}

/**
 * A route says what it needs: an action of the roles table, or `public`. There is no other way to mount one.
 */
export interface Endpoint {
  readonly method: 'get' | 'post' | 'patch' | 'delete';
  readonly path: string;
  readonly action: Action | 'public';
  /** How much it takes in; `usual` unless files or drawings come. */
  readonly body?: BodySize;
  /** Open to somebody who has still to choose a password of their own. */
  readonly first?: true;
  /** The returned value is sent as JSON; `undefined` says the handler has answered itself. */
  readonly handle: (context: Context) => Promise<unknown>;
}

/** An answer with another status than 200. */
export class Reply {
  readonly status: number;
  readonly value: unknown;
  constructor(status: number, value: unknown) {
    this.status = status;
    this.value = value;
  }
}

/**
 * Who asks: the person of the session as the record has them now. A session of somebody who has left ends
 * here.
 */
async function whoAsks({ who }: Dependencies, request: Request): Promise<SignedIn | undefined> {
  const { userId } = request.session;
  if (userId === undefined) return undefined;
  const person = await who.person(userId);
  if (person) return person;
  // A fresh, empty one in its place: somebody else may be about to sign in on that device.
  await new Promise<void>((resolve, reject) =>
    request.session.regenerate((error) => (error ? reject(error) : resolve())),
  );
  return undefined;
}

/** Reads the body, only once it is clear that whoever sends it may. */
const takeBody = (route: Endpoint, request: Request, response: Response): Promise<void> =>
  new Promise((resolve, reject) => {
    if (route.method === 'get') return resolve();
    const size = route.body ?? (route.action === 'public' ? 'small' : 'usual');
    readBody(size)(request, response, (error?: unknown) => (error ? reject(error) : resolve()));
  });

/** Mounts routes behind the roles table. */
export function mount(routes: readonly Endpoint[], dependencies: Dependencies): Router {
  const router = express.Router();
  for (const route of routes) {
    router[route.method](route.path, async (request, response, next) => {
      try {
        const user = await whoAsks(dependencies, request);
        request.person = user?.id;
        if (route.action !== 'public') {
          if (!user) throw new Problem(401, 'Sign in first');
          // What somebody wrote goes out under their name only, whoever is signed in on that device by now.
          const writer = request.get('x-gradum-person');
          if (writer !== undefined && writer !== user.id)
            throw new Problem(401, 'Somebody else is signed in on this device now');
          if (user.mustChoose && !route.first)
            throw new Problem(403, 'Choose a password of your own first', {
              detail: 'The word you signed in with was for once.',
            });
          if (!(await dependencies.who.may(user, route.action)))
            throw new Problem(403, `A ${user.role} may not do this`, {
              detail: `It needs the right to: ${route.action}.`,
            });
        }
        await takeBody(route, request, response);
        const answer = await route.handle({
          ...dependencies,
          user: user as SignedIn,
          params: request.params as Record<string, string>,
          query: request.query,
          body: request.body,
          request,
          response,
        });
        if (answer === undefined) return;
        const { status, value } = answer instanceof Reply ? answer : new Reply(200, answer);
        response.status(status).json(user ? await dependencies.who.readable(user, value) : value);
      } catch (error) {
        next(error instanceof Stale ? await error.problem().catch((again: unknown) => again) : error);
      }
    });
  }
  return router;
}
