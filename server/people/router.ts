import { signInBody } from '#contracts/people';
import { Problem, parse } from '../http/problem.ts';
import type { Route } from '../http/routes.ts';
import { knowsDevice, rememberDevice } from '../http/sessions.ts';
import { crews, sessionView, signedOut, signIn } from './service.ts';

export const peopleRoutes: readonly Route[] = [
  {
    method: 'post',
    path: '/api/session',
    action: 'public',
    handle: async (context) => {
      const { request, response, sessionSecret } = context;
      const body = parse(signInBody, context.body);
      const user = await signIn(context, body, {
        address: request.ip ?? '',
        knownDevice: knowsDevice(request, body.login, sessionSecret),
      });
      // A fresh session id at sign-in: one planted before it is worth nothing.
      await new Promise<void>((resolve, reject) =>
        request.session.regenerate((error) => (error ? reject(error) : resolve())),
      );
      request.session.userId = user.id;
      rememberDevice(response, body.login, sessionSecret);
      return sessionView(context, user);
    },
  },
  {
    method: 'get',
    path: '/api/session',
    action: 'public',
    handle: (context) => sessionView(context, context.user),
  },
  {
    method: 'delete',
    path: '/api/session',
    action: 'public',
    handle: async ({ db, request, response, user }) => {
      await new Promise<void>((resolve, reject) =>
        request.session.destroy((error) =>
          error ? reject(new Problem(500, 'Could not sign out; try again')) : resolve(),
        ),
      );
      // Whoever listens in this session hears it, in every process.
      if (user) await signedOut(db, user.id);
      response.clearCookie('gradum').json({ ok: true });
    },
  },
  {
    // The least a signed-in request can cost: session and one round trip to the database. Load balancers and
    // the bench ask it.
    method: 'get',
    path: '/api/ping',
    action: 'read',
    handle: async ({ db }) => (await db.rows('select 1 as one'))[0],
  },
  { method: 'get', path: '/api/crews', action: 'read', handle: ({ db }) => crews(db) },
];
