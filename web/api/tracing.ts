import type { NewLink, NewPoint, PointPatch, TracingView } from '#contracts/tracing';
import { api } from './base.ts';

export const {
  useTracingQuery,
  useCreatePointMutation,
  useUpdatePointMutation,
  useCreateLinkMutation,
  useEndLinkMutation,
  useRestoreLinkMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    tracing: build.query<TracingView, string>({
      query: (siteId) => `/sites/${siteId}/tracing`,
      providesTags: ['Record'],
    }),
    createPoint: build.mutation<TracingView, NewPoint>({
      query: (body) => ({ url: '/points', method: 'POST', body }),
      invalidatesTags: ['Record'],
    }),
    updatePoint: build.mutation<TracingView, { id: string; patch: PointPatch }>({
      query: ({ id, patch }) => ({ url: `/points/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: ['Record'],
    }),
    createLink: build.mutation<TracingView, NewLink>({
      query: (body) => ({ url: '/links', method: 'POST', body }),
      invalidatesTags: ['Record'],
    }),
    endLink: build.mutation<TracingView, string>({
      query: (id) => ({ url: `/links/${id}/end`, method: 'POST', body: {} }),
      invalidatesTags: ['Record'],
    }),
    restoreLink: build.mutation<TracingView, string>({
      query: (id) => ({ url: `/links/${id}/restore`, method: 'POST', body: {} }),
      invalidatesTags: ['Record'],
    }),
  }),
});
