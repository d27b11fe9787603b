import { conditionList } from '#contracts/conditions';
import { parse } from '../http/problem.ts';
import type { Route } from '../http/routes.ts';
import { conditionBoard } from './queries.ts';

export const conditionRoutes: readonly Route[] = [
  {
    method: 'get',
    path: '/api/conditions',
    action: 'read',
    handle: (context) => conditionBoard(context, parse(conditionList, context.query)),
  },
];
