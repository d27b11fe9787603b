import { searchQuery } from '#contracts/search';
import { parse } from '../http/problem.ts';
import type { Endpoint } from '../http/endpoints.ts';
import { search } from './queries.ts';

export const searchEndpoints: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/search',
    action: 'read',
    handle: ({ db, query }) => search(db, parse(searchQuery, query).q),
  },
];
