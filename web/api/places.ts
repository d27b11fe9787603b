import type { ConditionBoard } from '#contracts/conditions';
import type { SitesImported } from '#contracts/files';
import type { ModelNotePatch } from '#contracts/notes';
import type { NewPhoto, PhotoPatch, PhotoView } from '#contracts/photos';
import type { NewRoof, RoofPatch, RoofView } from '#contracts/roofs';
import type { NewLink, NewPoint, PointPatch, TracingView } from '#contracts/tracing';
import type { MachinePatch, UnitPage } from '#contracts/units';
import { api } from './base.ts';

export interface ConditionAsk {
  readonly q: string;
  readonly sort: 'hazard' | 'age' | 'customer';
  readonly overdue: 'only' | 'all';
  readonly kind?: string | undefined;
  readonly offset: number;
  readonly limit?: number;
}

/** Roofs, feeds, pictures, notes and what was left open. */
export const {
  useRoofQuery,
  useCreateRoofMutation,
  useUpdateRoofMutation,
  useTracingQuery,
  useCreatePointMutation,
  useUpdatePointMutation,
  useCreateLinkMutation,
  useEndLinkMutation,
  useRestoreLinkMutation,
  useAddPhotoMutation,
  useUpdatePhotoMutation,
  useSitePhotosQuery,
  useUpdateModelNoteMutation,
  useUpdateMachineMutation,
  useConditionsQuery,
  useImportSitesMutation,
  useImportPlanMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    roof: build.query<RoofView, string>({ query: (id) => `/roofs/${id}`, providesTags: ['Record'] }),
    createRoof: build.mutation<RoofView, NewRoof>({
      query: (body) => ({ url: '/roofs', method: 'POST', body }),
      invalidatesTags: ['Record'],
    }),
    updateRoof: build.mutation<RoofView, { id: string; patch: RoofPatch }>({
      query: ({ id, patch }) => ({ url: `/roofs/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: ['Record'],
    }),
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
    addPhoto: build.mutation<{ id: string }, NewPhoto>({
      query: (body) => ({ url: '/photos', method: 'POST', body }),
      invalidatesTags: ['Record'],
    }),
    updatePhoto: build.mutation<{ id: string }, { id: string; patch: PhotoPatch }>({
      query: ({ id, patch }) => ({ url: `/photos/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: ['Record'],
    }),
    sitePhotos: build.query<PhotoView[], string>({
      query: (siteId) => `/sites/${siteId}/photos`,
      providesTags: ['Record'],
    }),
    updateModelNote: build.mutation<{ id: string }, { id: string; patch: ModelNotePatch }>({
      query: ({ id, patch }) => ({ url: `/model-notes/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: ['Record'],
    }),
    updateMachine: build.mutation<UnitPage, { id: string; patch: MachinePatch }>({
      query: ({ id, patch }) => ({ url: `/units/${id}/machine`, method: 'PATCH', body: patch }),
      invalidatesTags: ['Record'],
    }),
    conditions: build.query<ConditionBoard, ConditionAsk>({
      query: (params) => ({ url: '/conditions', params: { ...params } }),
      providesTags: ['Record'],
    }),
    importSites: build.mutation<SitesImported, { id: string; apply: boolean; collection: unknown }>({
      query: (body) => ({ url: '/imports/sites', method: 'POST', body }),
      invalidatesTags: (result) => (result?.applied ? ['Record'] : []),
    }),
    importPlan: build.mutation<TracingView, { siteId: string; id: string; plan: unknown }>({
      query: ({ siteId, ...body }) => ({ url: `/sites/${siteId}/plan`, method: 'POST', body }),
      invalidatesTags: ['Record'],
    }),
  }),
});
