import type { NewLink, NewPoint, PointPatch, TracingView } from '#contracts/tracing';
import { api } from './base.ts';
import { affected, place } from './tags.ts';
import { ofOne } from './one.ts';

export const {
  useTracingQuery: askTracingQuery,
  useCreatePointMutation,
  useUpdatePointMutation,
  useCreateLinkMutation,
  useEndLinkMutation,
  useRestoreLinkMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    tracing: build.query<TracingView, string>({
      query: (siteId) => `/sites/${siteId}/tracing`,
      providesTags: (_net, _error, siteId) => place(siteId),
    }),
    createPoint: build.mutation<TracingView, NewPoint>({
      query: (body) => ({ url: '/points', method: 'POST', body }),
      invalidatesTags: (_net, _error, { id, siteId }) => affected({ entity: 'point', id, siteId }),
    }),
    updatePoint: build.mutation<TracingView, { id: string; patch: PointPatch }>({
      query: ({ id, patch }) => ({ url: `/points/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: (net, _error, { id }) => affected({ entity: 'point', id, siteId: net?.siteId }),
    }),
    createLink: build.mutation<TracingView, NewLink>({
      query: (body) => ({ url: '/links', method: 'POST', body }),
      invalidatesTags: (net, _error, { id }) => affected({ entity: 'link', id, siteId: net?.siteId }),
    }),
    endLink: build.mutation<TracingView, string>({
      query: (id) => ({ url: `/links/${id}/end`, method: 'POST', body: {} }),
      invalidatesTags: (net, _error, id) => affected({ entity: 'link', id, siteId: net?.siteId }),
    }),
    restoreLink: build.mutation<TracingView, string>({
      query: (id) => ({ url: `/links/${id}/restore`, method: 'POST', body: {} }),
      invalidatesTags: (net, _error, id) => affected({ entity: 'link', id, siteId: net?.siteId }),
    }),
  }),
});
export const useTracingQuery = ofOne<string, TracingView>(askTracingQuery);
