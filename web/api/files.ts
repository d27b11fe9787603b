import type { SitesImported } from '#contracts/files';
import type { TracingView } from '#contracts/tracing';
import { api } from './base.ts';
import { affected, KINDS } from './tags.ts';

export const { useImportSitesMutation, useImportPlanMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    importSites: build.mutation<SitesImported, { id: string; apply: boolean; collection: unknown }>({
      query: (body) => ({ url: '/imports/sites', method: 'POST', body }),
      invalidatesTags: (result) => (result?.applied ? KINDS : []),
    }),
    importPlan: build.mutation<TracingView, { siteId: string; id: string; plan: unknown }>({
      query: ({ siteId, ...body }) => ({ url: `/sites/${siteId}/plan`, method: 'POST', body }),
      invalidatesTags: (_net, _error, { siteId }) => affected({ entity: 'site', id: siteId, siteId }),
    }),
  }),
});
