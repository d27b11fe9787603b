import type { Page } from '#contracts/common';
import type { CallPage, CallPatch, CallRow, KnownAtIntake, NewCall } from '#contracts/calls';
import { api } from './base.ts';
import type { ListAsk } from './base.ts';

export const {
  useCallsQuery,
  useCallQuery,
  useKnownAtIntakeQuery,
  useCreateCallMutation,
  useUpdateCallMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    calls: build.query<Page<CallRow>, ListAsk & { status: 'open' | 'all' }>({
      query: (params) => ({ url: '/calls', params: { ...params } }),
      providesTags: ['Record'],
    }),
    call: build.query<CallPage, string>({ query: (id) => `/calls/${id}`, providesTags: ['Record'] }),
    knownAtIntake: build.query<KnownAtIntake, string>({
      query: (siteId) => `/calls/known/${siteId}`,
      providesTags: ['Record'],
    }),
    createCall: build.mutation<CallPage, NewCall>({
      query: (body) => ({ url: '/calls', method: 'POST', body }),
      invalidatesTags: ['Record'],
    }),
    updateCall: build.mutation<CallPage, { id: string; patch: CallPatch }>({
      query: ({ id, patch }) => ({ url: `/calls/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: ['Record'],
    }),
  }),
});
