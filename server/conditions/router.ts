import { conditionList, newReturns } from '#contracts/conditions';
import { parse } from '../http/problem.ts';
import { Reply, type Endpoint } from '../http/endpoints.ts';
import { conditionBoard } from './queries.ts';
import { planReturns } from './returns.ts';

export const conditionEndpoints: readonly Endpoint[] = [
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
