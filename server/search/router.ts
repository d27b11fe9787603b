import { searchQuery } from '#contracts/search';
import { parse } from '../http/problem.ts';
import type { Route } from '../http/routes.ts';
import { search } from './queries.ts';

export const searchRoutes: readonly Route[] = [
  {
    method: 'get',
    path: '/api/search',
    action: 'read',
    handle: ({ db, query }) => search(db, parse(searchQuery, query).q),
  },
];
