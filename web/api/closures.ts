import type { ClosureKept, ClosureView, NewClosure } from '#contracts/closures';
import { api } from './base.ts';
import { list } from './tags.ts';

export const { useClosuresQuery, useCloseRoadMutation, useChangeClosureMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    closures: build.query<ClosureView[], void>({ query: () => '/closures', providesTags: list('route') }),
    closeRoad: build.mutation<ClosureKept, NewClosure>({
      query: (body) => ({ url: '/closures', method: 'POST', body }),
      invalidatesTags: list('route'),
    }),
    changeClosure: build.mutation<ClosureView, { id: string; until: string | null }>({
      query: ({ id, until }) => ({ url: `/closures/${id}`, method: 'PATCH', body: { until } }),
      invalidatesTags: list('route'),
    }),
  }),
});
