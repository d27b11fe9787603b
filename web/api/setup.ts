import type { CompanyMade, Missing, NewCompany } from '#contracts/setup';
import { api } from './base.ts';
import { KINDS, list } from './tags.ts';

export const { useMakeCompanyMutation, useMissingQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    makeCompany: build.mutation<CompanyMade, NewCompany>({
      query: (body) => ({ url: '/setup', method: 'POST', body }),
      // What is on screen is read anew once the words to hand out have been seen.
      invalidatesTags: KINDS.filter((kind) => kind !== 'session'),
    }),
    missing: build.query<Missing[], void>({
      query: () => '/missing',
      providesTags: [...list('crew', 'site', 'unit', 'word'), 'setting'],
    }),
  }),
});
