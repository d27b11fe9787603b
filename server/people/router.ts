import { hoursQuery, newPerson, ownPassword, personPatch, signInBody } from '#contracts/people';
import { id as uuid } from '#contracts/common';
import { Problem, parse } from '../http/problem.ts';
import { Reply, type Endpoint } from '../http/endpoints.ts';
import { COOKIE, knowsDevice, openSession } from '../http/sessions.ts';
import { companyToday } from '../settings/service.ts';
import { changePerson, chooseOwnPassword, createPerson, handOutWord, people } from './persons.ts';
import { hoursCsv } from './hours.ts';
import { sessionView, signedOut, signIn } from './service.ts';

export const peopleEndpoints: readonly Endpoint[] = [
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
      await openSession(request, response, { id: user.id, login: body.login }, sessionSecret);
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
      response.clearCookie(COOKIE).json({ ok: true });
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
  {
    method: 'get',
    path: '/api/people',
    action: 'manage people',
    handle: async (context) => people(context.db, await companyToday(context)),
  },
  {
    method: 'post',
    path: '/api/people',
    action: 'manage people',
    handle: async (context) => {
      const body = parse(newPerson, context.body);
      return new Reply(201, await createPerson(context, body, await companyToday(context), context.user.id));
    },
  },
  {
    method: 'patch',
    path: '/api/people/:id',
    action: 'manage people',
    handle: async (context) =>
      changePerson(
        context,
        parse(uuid, context.params.id),
        parse(personPatch, context.body),
        await companyToday(context),
        context.user.id,
      ),
  },
  {
    method: 'post',
    path: '/api/people/:id/word',
    action: 'manage people',
    handle: async (context) =>
      new Reply(201, await handOutWord(context, parse(uuid, context.params.id), context.user.id)),
  },
  {
    // Whoever signed in with a word that was handed out can do nothing else before.
    method: 'post',
    path: '/api/password',
    action: 'read',
    first: true,
    handle: async (context) => {
      const { request, user } = context;
      const from = { sessionId: request.sessionID, address: request.ip ?? '' };
      await chooseOwnPassword(context, user.id, parse(ownPassword, context.body), from);
      return { ok: true };
    },
  },
  {
    method: 'get',
    path: '/api/exports/hours.csv',
    action: 'manage people',
    handle: async ({ db, query, response }) => {
      const { from, until } = parse(hoursQuery, query);
      response
        .attachment(`hours-${from}-${until}.csv`)
        .type('text/csv')
        .send(await hoursCsv(db, from, until));
      return undefined;
    },
  },
];
