import { wordMapping } from '#contracts/words';
import { parse } from '../http/problem.ts';
import type { Endpoint } from '../http/endpoints.ts';
import { mapWord, words } from './service.ts';

export const wordEndpoints: readonly Endpoint[] = [
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
