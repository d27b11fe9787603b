import type { Found } from '#contracts/search';
import { api } from './base.ts';

export const { useSearchQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    search: build.query<Found[], string>({
      query: (q) => ({ url: '/search', params: { q } }),
      providesTags: ['Record'],
      keepUnusedDataFor: 10,
    }),
  }),
});
