import { closurePatch, newClosure } from '#contracts/closures';
import { id as uuid } from '#contracts/common';
import { Reply, type Endpoint } from '../http/endpoints.ts';
import { parse } from '../http/problem.ts';
import { changeClosure, closeRoad, closuresAhead } from './service.ts';

export const closureEndpoints: readonly Endpoint[] = [
  { method: 'get', path: '/api/closures', action: 'read', handle: (context) => closuresAhead(context) },
  {
    method: 'post',
    path: '/api/closures',
    action: 'plan route',
    handle: async (context) =>
      new Reply(201, await closeRoad(context, parse(newClosure, context.body), context.user.id)),
  },
  {
    method: 'patch',
    path: '/api/closures/:id',
    action: 'plan route',
    handle: (context) =>
      changeClosure(
        context,
        parse(uuid, context.params.id),
        parse(closurePatch, context.body).until,
        context.user.id,
      ),
  },
];
