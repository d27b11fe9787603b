import { id as uuid } from '#contracts/common';
import { newLink, newPoint, pointPatch } from '#contracts/tracing';
import { parse } from '../http/problem.ts';
import { Reply, type Endpoint } from '../http/endpoints.ts';
import { tracingRecord } from './queries.ts';
import { createLink, createPoint, endLink, updatePoint } from './service.ts';

export const tracingEndpoints: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/sites/:id/tracing',
    action: 'read',
    handle: ({ db, params }) => tracingRecord(db, parse(uuid, params.id)),
  },
  {
    method: 'post',
    path: '/api/points',
    action: 'map site',
    handle: async ({ db, body, user }) =>
      new Reply(201, await createPoint(db, parse(newPoint, body), user.id)),
  },
  {
    method: 'patch',
    path: '/api/points/:id',
    action: 'map site',
    handle: ({ db, params, body, user }) =>
      updatePoint(db, parse(uuid, params.id), parse(pointPatch, body), user.id),
  },
  {
    method: 'post',
    path: '/api/links',
    action: 'map site',
    handle: async ({ db, body, user }) => new Reply(201, await createLink(db, parse(newLink, body), user.id)),
  },
  {
    method: 'post',
    path: '/api/links/:id/end',
    action: 'map site',
    handle: ({ db, params, user }) => endLink(db, parse(uuid, params.id), true, user.id),
  },
  {
    method: 'post',
    path: '/api/links/:id/restore',
    action: 'map site',
    handle: ({ db, params, user }) => endLink(db, parse(uuid, params.id), false, user.id),
  },
];
