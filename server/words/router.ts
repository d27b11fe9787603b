import { wordMapping } from '#contracts/words';
import { parse } from '../http/problem.ts';
import type { Route } from '../http/routes.ts';
import { mapWord, words } from './service.ts';

export const wordRoutes: readonly Route[] = [
  { method: 'get', path: '/api/words', action: 'read', handle: (context) => words(context) },
  {
    method: 'post',
    path: '/api/words',
    action: 'map word',
    handle: async (context) => {
      await mapWord(context, parse(wordMapping, context.body), context.user.id);
      return words(context);
    },
  },
];
