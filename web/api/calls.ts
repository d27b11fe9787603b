import type { Page } from '#contracts/common';
import type {
  CallCounts,
  CallPage,
  CallPatch,
  CallRow,
  KnownAtIntake,
  NewCall,
  NewFetch,
} from '#contracts/calls';
import type { Found } from '#contracts/search';
import { api, listParams } from './base.ts';
import type { ListAsk } from './base.ts';
import { affected, list, one, place } from './tags.ts';
import { ofOne } from './one.ts';

export const {
  useCallsQuery,
  useCallCountsQuery,
  useLazyCallsQuery,
  useCallQuery: askCallQuery,
  useKnownAtIntakeQuery: askKnownAtIntakeQuery,
  useCreateCallMutation,
  useUpdateCallMutation,
  useFetchPartsMutation,
  useLazyCallQuery,
  useLikelyAtQuery,
} = api.injectEndpoints({
  endpoints: (build) => ({
    calls: build.query<Page<CallRow>, ListAsk & { status: 'open' | 'all' }>({
      query: (params) => ({ url: '/calls', params: listParams({ ...params }) }),
      providesTags: list('call'),
    }),
    callCounts: build.query<CallCounts, void>({ query: () => '/calls/counts', providesTags: list('call') }),
    call: build.query<CallPage, string>({
      query: (id) => `/calls/${id}`,
      providesTags: (page, _error, id) => [one('call', id), ...place(page?.siteId)],
    }),
    knownAtIntake: build.query<KnownAtIntake, string>({
      query: (siteId) => `/calls/known/${siteId}`,
      providesTags: (_page, _error, siteId) => place(siteId),
    }),
    likelyAt: build.query<Found[], { siteId: string; q: string }>({
      query: ({ siteId, q }) => ({ url: `/calls/likely/${siteId}`, params: { q } }),
      providesTags: (_page, _error, { siteId }) => place(siteId),
      keepUnusedDataFor: 10,
    }),
    createCall: build.mutation<CallPage, NewCall>({
      query: (body) => ({ url: '/calls', method: 'POST', body }),
      invalidatesTags: (_page, _error, { id, siteId }) => affected({ entity: 'call', id, siteId }),
    }),
    fetchParts: build.mutation<CallPage, { callId: string; body: NewFetch }>({
      query: ({ callId, body }) => ({ url: `/calls/${callId}/fetch`, method: 'POST', body }),
      invalidatesTags: (_page, _error, { callId }) => affected({ entity: 'call', id: callId }),
    }),
    updateCall: build.mutation<CallPage, { id: string; patch: CallPatch }>({
      query: ({ id, patch }) => ({ url: `/calls/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: (page, _error, { id }) => affected({ entity: 'call', id, siteId: page?.siteId }),
    }),
  }),
});
export const useCallQuery = ofOne<string, CallPage>(askCallQuery);
export const useKnownAtIntakeQuery = ofOne<string, KnownAtIntake>(askKnownAtIntakeQuery);
