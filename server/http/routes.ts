import express, { type Request, type Response, type Router } from 'express';
import type { SignedIn } from '#contracts/people';
import { may, type Action } from '#contracts/roles';
import type { Dependencies } from '../dependencies.ts';
import { Problem } from './problem.ts';

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
export interface Route {
  readonly method: 'get' | 'post' | 'patch' | 'delete';
  readonly path: string;
  readonly action: Action | 'public';
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

/** Mounts routes behind the roles table. */
export function mount(routes: readonly Route[], dependencies: Dependencies): Router {
  const router = express.Router();
  for (const route of routes) {
    router[route.method](route.path, async (request, response, next) => {
      try {
        const user = request.session.user;
        if (route.action !== 'public') {
          if (!user) throw new Problem(401, 'Sign in first');
          if (!may(user.role, route.action))
            throw new Problem(403, `A ${user.role} may not do this`, {
              detail: `It needs the right to: ${route.action}.`,
            });
        }
        const result = await route.handle({
          ...dependencies,
          user: user as SignedIn,
          params: request.params as Record<string, string>,
          query: request.query,
          body: request.body,
          request,
          response,
        });
        if (result instanceof Reply) response.status(result.status).json(result.value);
        else if (result !== undefined) response.json(result);
      } catch (error) {
        next(error);
      }
    });
  }
  return router;
}
