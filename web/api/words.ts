import type { WordMapping, WordsView } from '#contracts/words';
import { api } from './base.ts';
import { KINDS, list } from './tags.ts';

export const { useWordsQuery, useMapWordMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    words: build.query<WordsView, void>({ query: () => '/words', providesTags: list('word') }),
    mapWord: build.mutation<WordsView, WordMapping>({
      query: (body) => ({ url: '/words', method: 'POST', body }),
      invalidatesTags: KINDS,
    }),
  }),
});
