import { newCompany } from '#contracts/setup';
import { parse } from '../http/problem.ts';
import { Reply, type Endpoint } from '../http/endpoints.ts';
import { openSession } from '../http/sessions.ts';
import { makeCompany, missing } from './service.ts';

export const setupEndpoints: readonly Endpoint[] = [
  {
    method: 'post',
    path: '/api/setup',
    action: 'public',
    body: 'usual',
    handle: async (context) => {
      const { request, response, sessionSecret } = context;
      const body = parse(newCompany, context.body);
      const made = await makeCompany(context, body);
      await openSession(request, response, body.manager, sessionSecret);
      return new Reply(201, made);
    },
  },
  { method: 'get', path: '/api/missing', action: 'manage people', handle: (context) => missing(context) },
];
