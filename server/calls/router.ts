import { callList, callPatch, newCall, newFetch } from '#contracts/calls';
import { id as uuid } from '#contracts/common';
import { searchQuery } from '#contracts/search';
import { likelyAt } from '../search/likely.ts';
import { parse } from '../http/problem.ts';
import { Reply, type Endpoint } from '../http/endpoints.ts';
import { callCounts, callRows, knownAtIntake } from './queries.ts';
import { fetchParts } from './fetch.ts';
import { callRecord, createCall, updateCall } from './service.ts';

export const callEndpoints: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/calls',
    action: 'read',
    handle: ({ db, query }) => callRows(db, parse(callList, query)),
  },
  { method: 'get', path: '/api/calls/counts', action: 'read', handle: ({ db }) => callCounts(db) },
  {
    method: 'get',
    path: '/api/calls/known/:siteId',
    action: 'read',
    handle: (context) => knownAtIntake(context, parse(uuid, context.params.siteId)),
  },
  {
    method: 'get',
    path: '/api/calls/likely/:siteId',
    action: 'read',
    handle: ({ db, params, query }) => likelyAt(db, parse(uuid, params.siteId), parse(searchQuery, query).q),
  },
  {
    method: 'get',
    path: '/api/calls/:id',
    action: 'read',
    handle: ({ db, params }) => callRecord(db, parse(uuid, params.id)),
  },
  {
    method: 'post',
    path: '/api/calls',
    action: 'take call',
    handle: async (context) =>
      new Reply(201, await createCall(context, parse(newCall, context.body), context.user.id)),
  },
  {
    method: 'post',
    path: '/api/calls/:id/fetch',
    action: 'take call',
    handle: async ({ params, body, user, ...needs }) =>
      new Reply(201, await fetchParts(needs, parse(uuid, params.id), parse(newFetch, body), user.id)),
  },
  {
    method: 'patch',
    path: '/api/calls/:id',
    action: 'take call',
    handle: (context) =>
      updateCall(context, parse(uuid, context.params.id), parse(callPatch, context.body), context.user.id),
  },
];
