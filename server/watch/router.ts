import { newDismissal, watchQuery } from '#contracts/watch';
import { id as uuid } from '#contracts/common';
import { parse } from '../http/problem.ts';
import { Reply, type Route } from '../http/routes.ts';
import { dismiss, undoDismissal, watchList } from './service.ts';

export const watchRoutes: readonly Route[] = [
  {
    method: 'get',
    path: '/api/watch',
    action: 'read',
    handle: (context) => watchList(context, parse(watchQuery, context.query)),
  },
  {
    method: 'post',
    path: '/api/watch/dismissals',
    action: 'dismiss flag',
    handle: async (context) => {
      await dismiss(context, parse(newDismissal, context.body), context.user.id);
      return new Reply(201, { ok: true });
    },
  },
  {
    method: 'delete',
    path: '/api/watch/dismissals/:id',
    action: 'dismiss flag',
    handle: async (context) => {
      await undoDismissal(context, parse(uuid, context.params.id), context.user.id);
      return { ok: true };
    },
  },
];
