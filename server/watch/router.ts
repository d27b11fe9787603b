import { newDecision, watchQuery } from '#contracts/watch';
import { id as uuid } from '#contracts/common';
import { parse } from '../http/problem.ts';
import { Reply, type Endpoint } from '../http/endpoints.ts';
import { decide, undoDecision, watchCsv, watchList } from './service.ts';

export const watchEndpoints: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/watch',
    action: 'read',
    handle: (context) => watchList(context, parse(watchQuery, context.query)),
  },
  {
    method: 'get',
    path: '/api/exports/watch.csv',
    action: 'export',
    handle: async (context) => {
      const csv = await watchCsv(context, parse(watchQuery, context.query));
      context.response.attachment('watch-list.csv').type('text/csv; charset=utf-8').send(csv);
      return undefined;
    },
  },
  {
    method: 'post',
    path: '/api/watch/decisions',
    action: 'decide',
    handle: async (context) => {
      await decide(context, parse(newDecision, context.body), context.user.id);
      return new Reply(201, { ok: true });
    },
  },
  {
    method: 'delete',
    path: '/api/watch/decisions/:id',
    action: 'decide',
    handle: async (context) => {
      await undoDecision(context, parse(uuid, context.params.id), context.user.id);
      return { ok: true };
    },
  },
];
