import { id as uuid } from '#contracts/common';
import { briefRoofsAsk, newRoof, roofPatch } from '#contracts/roofs';
import { parse } from '../http/problem.ts';
import { Reply, type Endpoint } from '../http/endpoints.ts';
import { briefRoofs, createRoof, roofRecord, updateRoof } from './service.ts';

export const roofEndpoints: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/roofs',
    action: 'read',
    handle: ({ db, query }) => briefRoofs(db, parse(briefRoofsAsk, query).sites),
  },
  {
    method: 'get',
    path: '/api/roofs/:id',
    action: 'read',
    handle: ({ db, params }) => roofRecord(db, parse(uuid, params.id)),
  },
  {
    method: 'post',
    path: '/api/roofs',
    action: 'map site',
    body: 'drawing',
    handle: async ({ db, body, user }) => new Reply(201, await createRoof(db, parse(newRoof, body), user.id)),
  },
  {
    method: 'patch',
    path: '/api/roofs/:id',
    action: 'map site',
    body: 'drawing',
    handle: ({ db, params, body, user }) =>
      updateRoof(db, parse(uuid, params.id), parse(roofPatch, body), user.id),
  },
];
