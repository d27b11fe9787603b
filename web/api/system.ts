import type { SystemView } from '#contracts/system';
import { api } from './base.ts';

export const { useSystemQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    system: build.query<SystemView, void>({ query: () => '/system', providesTags: ['Record'] }),
  }),
});
