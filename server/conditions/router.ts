import { conditionList, newReturns } from '#contracts/conditions';
import { parse } from '../http/problem.ts';
import { Reply, type Route } from '../http/routes.ts';
import { conditionBoard } from './queries.ts';
import { planReturns } from './returns.ts';

export const conditionRoutes: readonly Route[] = [
  {
    method: 'get',
    path: '/api/conditions',
    action: 'read',
    handle: (context) => conditionBoard(context, parse(conditionList, context.query)),
  },
  {
    method: 'post',
    path: '/api/conditions/returns',
    action: 'take call',
    handle: async ({ body, user, ...needs }) => {
      await planReturns(needs, parse(newReturns, body), user.id);
      return new Reply(201, { ok: true });
    },
  },
];
