import type { FetchBaseQueryError } from '@reduxjs/toolkit/query/react';
import type { BriefRoof, NewRoof, RoofPatch, RoofView } from '#contracts/roofs';
import { api } from './base.ts';
import { inParts } from './inParts.ts';
import { affected, list, place } from './tags.ts';
import { ofOne } from './one.ts';

export const {
  useRoofQuery: askRoofQuery,
  useBriefRoofsQuery,
  useCreateRoofMutation,
  useUpdateRoofMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    roof: build.query<RoofView, string>({
      query: (id) => `/roofs/${id}`,
      providesTags: (roof) => place(roof?.siteId),
    }),
    briefRoofs: build.query<BriefRoof[], readonly string[]>({
      queryFn: (ids, _api, _extra, ask) =>
        inParts<BriefRoof[], FetchBaseQueryError>(
          ids,
          (some) => ask({ url: '/roofs', params: { sites: some.join(',') } }),
          (parts) => parts.flat(),
        ),
      providesTags: (roofs) => [...list('unit'), ...(roofs ?? []).flatMap((roof) => place(roof.siteId))],
    }),
    createRoof: build.mutation<RoofView, NewRoof>({
      query: (body) => ({ url: '/roofs', method: 'POST', body }),
      invalidatesTags: (_roof, _error, { id, siteId }) => affected({ entity: 'roof', id, siteId }),
    }),
    updateRoof: build.mutation<RoofView, { id: string; patch: RoofPatch }>({
      query: ({ id, patch }) => ({ url: `/roofs/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: (roof, _error, { id }) => affected({ entity: 'roof', id, siteId: roof?.siteId }),
    }),
  }),
});
export const useRoofQuery = ofOne<string, RoofView>(askRoofQuery);
