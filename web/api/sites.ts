import type { Page } from '#contracts/common';
import type { NewSite, SitePage, SitePatch, SiteRow } from '#contracts/sites';
import { api, listParams, type ListAsk } from './base.ts';
import { affected, list, one, place } from './tags.ts';
import { ofOne } from './one.ts';

export const {
  useSitesQuery,
  useLazySitesQuery,
  useSiteQuery: askSiteQuery,
  useCreateSiteMutation,
  useUpdateSiteMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    sites: build.query<Page<SiteRow>, ListAsk & { placed?: 'no' }>({
      query: (params) => ({ url: '/sites', params: listParams({ ...params }) }),
      providesTags: list('site'),
    }),
    site: build.query<SitePage, string>({
      query: (id) => `/sites/${id}`,
      providesTags: (_page, _error, id) => [one('site', id), ...place(id)],
    }),
    createSite: build.mutation<SitePage, NewSite>({
      query: (body) => ({ url: '/sites', method: 'POST', body }),
      invalidatesTags: (_page, _error, { id }) => affected({ entity: 'site', id, siteId: id }),
    }),
    updateSite: build.mutation<SitePage, { id: string; patch: SitePatch }>({
      query: ({ id, patch }) => ({ url: `/sites/${id}`, method: 'PATCH', body: patch }),
      invalidatesTags: (_page, _error, { id }) => affected({ entity: 'site', id, siteId: id }),
    }),
  }),
});
export const useSiteQuery = ofOne<string, SitePage>(askSiteQuery);
