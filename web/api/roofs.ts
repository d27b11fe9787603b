import type { NewRoof, RoofPatch, RoofView } from '#contracts/roofs';
import { api } from './base.ts';

export const { useRoofQuery, useCreateRoofMutation, useUpdateRoofMutation } = api.injectEndpoints({
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
  }),
});
