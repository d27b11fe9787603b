import type { NewVisit, VisitPage, VisitRow } from '#contracts/visits';
import { api } from './base.ts';
import { affected, list, one, place } from './tags.ts';
import { ofOne } from './one.ts';

/** Entries are not written through here: they go to the outbox first. */
export const {
  useVisitsQuery,
  useVisitQuery: askVisitQuery,
  useCreateVisitMutation,
  useSeenMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    visits: build.query<VisitRow[], { day?: string | undefined; crewId?: string | undefined }>({
      query: (params) => ({ url: '/visits', params: { ...params } }),
      providesTags: list('visit'),
    }),
    visit: build.query<VisitPage, string>({
      query: (id) => `/visits/${id}`,
      providesTags: (page, _error, id) => [one('visit', id), ...place(page?.siteId)],
    }),
    /** What was changed on the crew's day has been seen. */
    seen: build.mutation<{ ok: true }, string>({
      query: (day) => ({ url: '/visits/seen', method: 'POST', body: { day } }),
      invalidatesTags: list('visit'),
    }),
    createVisit: build.mutation<VisitPage, NewVisit>({
      query: (body) => ({ url: '/visits', method: 'POST', body }),
      invalidatesTags: (_page, _error, { id, siteId }) => affected({ entity: 'visit', id, siteId }),
    }),
  }),
});
export const useVisitQuery = ofOne<string, VisitPage>(askVisitQuery);
