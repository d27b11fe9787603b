import type { FetchBaseQueryError } from '@reduxjs/toolkit/query/react';
import type { Page } from '#contracts/common';
import type { MachinePatch, NewUnit, UnitPage, Stories, UnitPatch, UnitRow } from '#contracts/units';
import type { SisterReading } from '#core/measuring/answers';
import { api, listParams, type ListAsk } from './base.ts';
import { inParts } from './inParts.ts';
import { affected, list, one, place } from './tags.ts';
import { ofOne } from './one.ts';

export const {
  useUnitsQuery,
  useLazyUnitsQuery,
  useUnitQuery: askUnitQuery,
  useLazyUnitQuery,
  useStoriesQuery,
  useSistersQuery: askSistersQuery,
  useCreateUnitMutation,
  useUpdateUnitMutation,
  useUpdateMachineMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    units: build.query<Page<UnitRow>, ListAsk>({
      query: (params) => ({ url: '/units', params: listParams({ ...params }) }),
      providesTags: list('unit'),
    }),
    unit: build.query<UnitPage, string>({
      query: (id) => `/units/${id}`,
      providesTags: (page, _error, id) => [one('unit', id), ...place(page?.siteId)],
    }),
    stories: build.query<Stories, readonly string[]>({
      queryFn: (ids, _api, _extra, ask) =>
        inParts<Stories, FetchBaseQueryError>(
          ids,
          (some) => ask({ url: '/units/stories', params: { units: some.join(',') } }),
          (parts) => Object.assign({}, ...parts) as Stories,
        ),
      providesTags: list('unit'),
    }),
    sisters: build.query<SisterReading[], { unitId: string; card?: string }>({
      query: ({ unitId, ...params }) => ({ url: `/units/${unitId}/sisters`, params }),
      providesTags: list('visit'),
    }),
    createUnit: build.mutation<UnitPage, NewUnit>({
      query: (body) => ({ url: '/units', method: 'POST', body }),
      invalidatesTags: (_page, _error, { id, siteId }) => affected({ entity: 'unit', id, siteId }),
    }),
    updateUnit: build.mutation<UnitPage, { id: string; patch: UnitPatch }>({
      query: ({ id, patch }) => ({ url: `/units/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: (page, _error, { id }) => affected({ entity: 'unit', id, siteId: page?.siteId }),
    }),
    updateMachine: build.mutation<UnitPage, { id: string; patch: MachinePatch }>({
      query: ({ id, patch }) => ({ url: `/units/${id}/machine`, method: 'PATCH', body: patch }),
      invalidatesTags: (page, _error, { id }) => affected({ entity: 'unit', id, siteId: page?.siteId }),
    }),
  }),
});
export const useUnitQuery = ofOne<string, UnitPage>(askUnitQuery);
export const useSistersQuery = ofOne<{ unitId: string; card?: string }, SisterReading[]>(askSistersQuery);
