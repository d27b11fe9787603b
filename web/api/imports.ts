import type { OnRecord } from '#core/imports';
import type { ImportRow, NewRecipe, RecipeView } from '#contracts/imports';
import { api } from './base.ts';
import { KINDS, list } from './tags.ts';

export const {
  useImportRowsQuery,
  useTakeBackMutation,
  useRecipesQuery,
  useKeepRecipeMutation,
  useLazyNamesOnRecordQuery,
} = api.injectEndpoints({
  endpoints: (build) => ({
    importRows: build.query<ImportRow[], void>({ query: () => '/imports', providesTags: list('system') }),
    takeBack: build.mutation<ImportRow[], string>({
      query: (id) => ({ url: `/imports/${id}/back`, method: 'POST' }),
      invalidatesTags: KINDS.filter((kind) => kind !== 'session'),
    }),
    recipes: build.query<RecipeView[], void>({ query: () => '/import-recipes', providesTags: list('word') }),
    keepRecipe: build.mutation<RecipeView[], NewRecipe>({
      query: (body) => ({ url: '/import-recipes', method: 'POST', body }),
      invalidatesTags: list('word'),
    }),
    namesOnRecord: build.query<OnRecord, void>({ query: () => '/import-names' }),
  }),
});
