import type { Found } from '#contracts/search';
import { api } from './base.ts';
import { list } from './tags.ts';

export const { useSearchQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    search: build.query<Found[], string>({
      query: (q) => ({ url: '/search', params: { q } }),
      providesTags: list('customer', 'site', 'unit', 'call'),
      keepUnusedDataFor: 10,
    }),
  }),
});
