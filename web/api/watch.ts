import type { Page } from '#contracts/common';
import type { NewDismissal, WatchRow } from '#contracts/watch';
import { api } from './base.ts';

export const { useWatchQuery, useDismissMutation, useUndoDismissalMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    watch: build.query<Page<WatchRow>, { flag?: string | undefined; q: string; offset: number }>({
      query: (params) => ({ url: '/watch', params: { ...params } }),
      providesTags: ['Record'],
    }),
    dismiss: build.mutation<unknown, NewDismissal>({
      query: (body) => ({ url: '/watch/dismissals', method: 'POST', body }),
      invalidatesTags: ['Record'],
    }),
    undoDismissal: build.mutation<unknown, string>({
      query: (id) => ({ url: `/watch/dismissals/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Record'],
    }),
  }),
});
