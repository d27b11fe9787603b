import type { Page } from '#contracts/common';
import type { CustomerPatch, CustomerRow, CustomerView, NewCustomer } from '#contracts/customers';
import type { NewSite, SitePage, SitePatch, SiteRow } from '#contracts/sites';
import type { NewUnit, UnitPage, UnitPatch, UnitRow } from '#contracts/units';
import type { Found } from '#contracts/search';
import type { SisterReading } from '#core/measurement';
import { api } from './base.ts';

export interface ListAsk {
  readonly q: string;
  readonly sort: string;
  readonly dir: 'asc' | 'desc';
  readonly offset: number;
  readonly limit?: number;
}

export type CustomerPageView = CustomerView & { siteRows: SiteRow[] };

export const {
  useCustomersQuery,
  useCustomerQuery,
  useSitesQuery,
  useSiteQuery,
  useUnitsQuery,
  useUnitQuery,
  useSistersQuery,
  useSearchQuery,
  useCreateCustomerMutation,
  useUpdateCustomerMutation,
  useCreateSiteMutation,
  useUpdateSiteMutation,
  useCreateUnitMutation,
  useUpdateUnitMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    customers: build.query<Page<CustomerRow>, ListAsk>({
      query: (params) => ({ url: '/customers', params: { ...params } }),
      providesTags: ['Record'],
    }),
    customer: build.query<CustomerPageView, string>({
      query: (id) => `/customers/${id}`,
      providesTags: ['Record'],
    }),
    sites: build.query<Page<SiteRow>, ListAsk>({
      query: (params) => ({ url: '/sites', params: { ...params } }),
      providesTags: ['Record'],
    }),
    site: build.query<SitePage, string>({ query: (id) => `/sites/${id}`, providesTags: ['Record'] }),
    units: build.query<Page<UnitRow>, ListAsk>({
      query: (params) => ({ url: '/units', params: { ...params } }),
      providesTags: ['Record'],
    }),
    unit: build.query<UnitPage, string>({ query: (id) => `/units/${id}`, providesTags: ['Record'] }),
    sisters: build.query<SisterReading[], { unitId: string; card?: string }>({
      query: ({ unitId, ...params }) => ({ url: `/units/${unitId}/sisters`, params }),
      providesTags: ['Record'],
    }),
    search: build.query<Found[], string>({
      query: (q) => ({ url: '/search', params: { q } }),
      providesTags: ['Record'],
      keepUnusedDataFor: 10,
    }),
    createCustomer: build.mutation<CustomerPageView, NewCustomer>({
      query: (body) => ({ url: '/customers', method: 'POST', body }),
      invalidatesTags: ['Record'],
    }),
    updateCustomer: build.mutation<CustomerPageView, { id: string; patch: CustomerPatch }>({
      query: ({ id, patch }) => ({ url: `/customers/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: ['Record'],
    }),
    createSite: build.mutation<SitePage, NewSite>({
      query: (body) => ({ url: '/sites', method: 'POST', body }),
      invalidatesTags: ['Record'],
    }),
    updateSite: build.mutation<SitePage, { id: string; patch: SitePatch }>({
      query: ({ id, patch }) => ({ url: `/sites/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: ['Record'],
    }),
    createUnit: build.mutation<UnitPage, NewUnit>({
      query: (body) => ({ url: '/units', method: 'POST', body }),
      invalidatesTags: ['Record'],
    }),
    updateUnit: build.mutation<UnitPage, { id: string; patch: UnitPatch }>({
      query: ({ id, patch }) => ({ url: `/units/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: ['Record'],
    }),
  }),
});
